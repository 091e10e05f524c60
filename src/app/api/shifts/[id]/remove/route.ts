import { untranslated } from '@/contracts/language/translate';
import { removeShiftSchema } from '@/contracts/work-orders/week-load';
import { numberedRoute } from '@/server/http/numbered-route';
import { removeShift } from '@/server/use-cases/work-orders/teams';

export const POST = numberedRoute({
  action: 'orders.lead',
  body: removeShiftSchema,
  what: untranslated('such shift'),
  run: (ctx, id, { key }) => removeShift(ctx, id, key),
});
