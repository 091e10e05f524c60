import { splitSchema } from '@/contracts/requests/series';
import { signedIn, writeRoute } from '@/server/http/route';
import { splitSeries } from '@/server/use-cases/requests/series/split-series';

export const POST = writeRoute({
  action: 'series.split',
  body: splitSchema,
  run: (ctx, body, { ref }) => splitSeries(signedIn(ctx), ref!, body),
});
