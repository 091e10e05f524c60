import { sendNowSchema } from '@/contracts/accounts/outbox';
import { writeRoute } from '@/server/http/route';
import { sendNow } from '@/server/use-cases/outbox/outbox';

export const POST = writeRoute({
  action: 'outbox.send',
  body: sendNowSchema,
  run: (ctx, _, { id = '' }) => sendNow(ctx, Number(id)),
});
