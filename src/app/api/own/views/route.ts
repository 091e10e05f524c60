import { dropViewSchema, keepViewSchema } from '@/contracts/accounts/own';
import { signedIn, writeRoute } from '@/server/http/route';
import { dropView, keepView } from '@/server/use-cases/requests/own/saved-views';

export const POST = writeRoute({
  action: 'own.change',
  body: keepViewSchema,
  run: (ctx, body) => keepView(signedIn(ctx), body),
});

export const DELETE = writeRoute({
  action: 'own.change',
  body: dropViewSchema,
  run: (ctx, { id }) => dropView(signedIn(ctx), id),
});
