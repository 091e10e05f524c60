import { accountCommandSchema } from '@/contracts/accounts/account';
import { signedIn, writeRoute } from '@/server/http/route';
import { inviteAll } from '@/server/use-cases/accounts/account/keep-accounts';

export const POST = writeRoute({
  action: 'people.change',
  body: accountCommandSchema,
  run: (ctx, { key }) => inviteAll(signedIn(ctx), key, Date.now()),
});
