import { untranslated } from '@/contracts/language/translate';
import { dropOwnLayoutSchema } from '@/contracts/calendar/seating';
import { numberedRoute } from '@/server/http/numbered-route';
import { dropOwnLayout } from '@/server/use-cases/administration/stock/own-layouts';

export const POST = numberedRoute({
  action: 'administration.change',
  body: dropOwnLayoutSchema,
  what: untranslated('such seating plan'),
  run: (ctx, id, { key }) => dropOwnLayout(ctx, id, key),
});
