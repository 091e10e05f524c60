import { refuse } from '@/contracts/refusal';
import { dropOwnLayoutSchema } from '@/contracts/seating';
import { signedIn, writeRoute } from '@/server/http/route';
import { dropOwnLayout } from '@/server/use-cases/house/own-layouts';

export const POST = writeRoute({
  action: 'house.change',
  body: dropOwnLayoutSchema,
  run: async (ctx, { key }, { id }) =>
    /^\d{1,15}$/.test(id ?? '')
      ? dropOwnLayout(signedIn(ctx), Number(id), key)
      : refuse({ code: 'not-found', what: 'such way to set rooms' }),
});
