import { refuse } from '@/contracts/refusal';
import { returnSchema } from '@/contracts/stores';
import { signedIn, writeRoute } from '@/server/http/route';
import { returnEquipment } from '@/server/use-cases/set-up/return-equipment';

export const POST = writeRoute({
  action: 'order.mark',
  body: returnSchema,
  run: async (ctx, body, { id }) =>
    /^\d{1,15}$/.test(id ?? '')
      ? returnEquipment(signedIn(ctx), Number(id), body)
      : refuse({ code: 'not-found', what: 'such order' }),
});
