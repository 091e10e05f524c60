import { newsMarkSchema } from '@/contracts/requests/talk';
import { signedIn, writeRoute } from '@/server/http/route';
import { markNewsRead } from '@/server/use-cases/requests/own/news';

export const POST = writeRoute({
  action: 'own.change',
  body: newsMarkSchema,
  run: (ctx, body) => markNewsRead(signedIn(ctx), body),
});
