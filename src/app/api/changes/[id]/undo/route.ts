import { undoSchema } from '@/contracts/requests/change';
import { signedIn, writeRoute } from '@/server/http/route';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';

export const POST = writeRoute({
  action: 'change.undo',
  body: undoSchema,
  run: (ctx, { key }, { id }) => undoChange(signedIn(ctx), /^\d{1,12}$/.test(id!) ? Number(id) : 0, key),
});
