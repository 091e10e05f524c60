import { refuse } from '@/contracts/refusal';
import { removeShiftSchema } from '@/contracts/week-load';
import { signedIn, writeRoute } from '@/server/http/route';
import { removeShift } from '@/server/use-cases/set-up/teams';

export const POST = writeRoute({
  action: 'orders.lead',
  body: removeShiftSchema,
  run: async (ctx, { key }, { id }) =>
    /^\d{1,15}$/.test(id ?? '')
      ? removeShift(signedIn(ctx), Number(id), key)
      : refuse({ code: 'not-found', what: 'such shift' }),
});
