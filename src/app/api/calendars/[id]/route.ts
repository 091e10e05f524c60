import { untranslated } from '@/contracts/language/translate';
import { calendarCommandSchema } from '@/contracts/publishing/calendars';
import { numberedRoute } from '@/server/http/numbered-route';
import { doWithCalendar } from '@/server/use-cases/publishing/keep/save-calendar';

export const POST = numberedRoute({
  action: 'calendars.change',
  body: calendarCommandSchema,
  what: untranslated('such calendar'),
  run: doWithCalendar,
});
