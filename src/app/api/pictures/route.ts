import { sendPictureSchema } from '@/contracts/calendar/pictures';
import { signedIn, uploadRoute } from '@/server/http/route';
import { sendPicture } from '@/server/use-cases/administration/entries/pictures';

export const POST = uploadRoute({
  action: 'office.change',
  query: sendPictureSchema,
  run: (ctx, query, body) => sendPicture(signedIn(ctx), query, body),
});
