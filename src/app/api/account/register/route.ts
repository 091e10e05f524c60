import { registerSchema } from '@/contracts/accounts/account';
import { writeRoute } from '@/server/http/route';
import { runtime } from '@/server/http/runtime';
import { register } from '@/server/use-cases/accounts/account/ask-for-link';

export const POST = writeRoute({
  action: 'account.ask',
  body: registerSchema,
  run: async (ctx, input) => register(ctx, (await runtime()).accountLimits, input),
});
