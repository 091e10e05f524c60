import { stockLineSchema } from '@/contracts/administration/stock-and-closures';
import { signedIn, writeRoute } from '@/server/http/route';
import { addStockLine } from '@/server/use-cases/administration/stock/stock-line';

export const POST = writeRoute({
  action: 'administration.change',
  body: stockLineSchema,
  run: (ctx, body) => addStockLine(signedIn(ctx), body),
});
