import { uploadSchema } from '@/contracts/requests/files';
import { signedIn, uploadRoute } from '@/server/http/route';
import { takeFile } from '@/server/use-cases/files/files';

export const POST = uploadRoute({
  action: 'file.send',
  query: uploadSchema,
  run: (ctx, query, body) => takeFile(signedIn(ctx), query, body),
});
