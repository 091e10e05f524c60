import { shutHolidaysSchema } from '@/contracts/administration/holidays';
import { signedIn, writeRoute } from '@/server/http/route';
import { shutHolidays } from '@/server/use-cases/administration/entries/holidays';

export const POST = writeRoute({
  action: 'administration.change',
  body: shutHolidaysSchema,
  run: (ctx, body) => shutHolidays(signedIn(ctx), body),
});
