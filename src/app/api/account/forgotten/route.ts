import { forgottenSchema } from '@/contracts/accounts/account';
import { writeRoute } from '@/server/http/route';
import { runtime } from '@/server/http/runtime';
import { askForPassword } from '@/server/use-cases/accounts/account/ask-for-link';

export const POST = writeRoute({
  action: 'account.ask',
  body: forgottenSchema,
  run: async (ctx, { email }) => askForPassword(ctx, (await runtime()).accountLimits, email),
});
