import { unsaid } from '@/contracts/language/say';
import { calendarCommandSchema } from '@/contracts/publishing/calendars';
import { numberedRoute } from '@/server/http/numbered-route';
import { doWithCalendar } from '@/server/use-cases/publishing/keep/save-calendar';

export const POST = numberedRoute({
  action: 'calendars.keep',
  body: calendarCommandSchema,
  what: unsaid('such calendar'),
  run: doWithCalendar,
});
