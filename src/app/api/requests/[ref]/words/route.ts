import { editWordsSchema } from '@/contracts/requests/edit-words';
import { signedIn, writeRoute } from '@/server/http/route';
import { editWords } from '@/server/use-cases/decisions/edit-words';

export const POST = writeRoute({
  action: 'request.edit',
  body: editWordsSchema,
  run: (ctx, body, { ref = '' }) => editWords(signedIn(ctx), ref, body),
});
