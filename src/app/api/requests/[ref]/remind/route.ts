import { remindSchema } from '@/contracts/requests/consent';
import { signedIn, writeRoute } from '@/server/http/route';
import { remindOf } from '@/server/use-cases/requests/consent/remind';

export const POST = writeRoute({
  action: 'consent.remind',
  body: remindSchema,
  run: (ctx, _body, { ref = '' }) => remindOf(signedIn(ctx), ref),
});
