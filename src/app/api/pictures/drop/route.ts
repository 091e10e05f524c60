import { dropPictureSchema } from '@/contracts/calendar/pictures';
import { signedIn, writeRoute } from '@/server/http/route';
import { dropPicture } from '@/server/use-cases/administration/entries/pictures';

export const POST = writeRoute({
  action: 'office.change',
  body: dropPictureSchema,
  run: (ctx, input) => dropPicture(signedIn(ctx), input),
});
