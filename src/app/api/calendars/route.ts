import { saveCalendarSchema } from '@/contracts/publishing/calendars';
import { signedIn, writeRoute } from '@/server/http/route';
import { saveCalendar } from '@/server/use-cases/publishing/keep/save-calendar';

export const POST = writeRoute({
  action: 'calendars.change',
  body: saveCalendarSchema,
  run: (ctx, body) => saveCalendar(signedIn(ctx), body),
});
