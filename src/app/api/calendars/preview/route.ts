import { calendarPreviewSchema } from '@/contracts/publishing/calendars';
import { done } from '@/contracts/base/refusal';
import { writeRoute } from '@/server/http/route';
import { previewCalendar } from '@/server/use-cases/publishing/keep/preview-calendar';

export const POST = writeRoute({
  action: 'calendars.change',
  body: calendarPreviewSchema,
  run: async (ctx, body) => done(await previewCalendar(ctx, body)),
});
