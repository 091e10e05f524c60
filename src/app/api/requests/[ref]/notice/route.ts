import { editNoticeSchema } from '@/contracts/publishing/calendars';
import { signedIn, writeRoute } from '@/server/http/route';
import { editNotice } from '@/server/use-cases/publishing/keep/edit-notice';

export const POST = writeRoute({
  action: 'published.edit',
  body: editNoticeSchema,
  run: (ctx, body, { ref }) => editNotice(signedIn(ctx), ref!, body),
});
