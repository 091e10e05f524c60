import { publishNowSchema } from '@/contracts/publishing/calendars';
import { signedIn, writeRoute } from '@/server/http/route';
import { publishNow } from '@/server/use-cases/publishing/settle-approvals';

export const POST = writeRoute({
  action: 'published.edit',
  body: publishNowSchema,
  run: (ctx, { key }, { ref = '' }) => publishNow(signedIn(ctx), ref, key),
});
