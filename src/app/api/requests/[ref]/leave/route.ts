import { leaveSchema } from '@/contracts/decide';
import { signedIn, writeRoute } from '@/server/http/route';
import { leaveDates } from '@/server/use-cases/own/leave-dates';

export const POST = writeRoute({
  action: 'request.leave',
  body: leaveSchema,
  run: (ctx, body, { ref }) => leaveDates(signedIn(ctx), ref!, body),
});
