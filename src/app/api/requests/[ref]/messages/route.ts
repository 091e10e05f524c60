import { messageSchema } from '@/contracts/requests/talk';
import { signedIn, writeRoute } from '@/server/http/route';
import { sendMessage } from '@/server/use-cases/requests/talk/messages';

export const POST = writeRoute({
  action: 'message.send',
  body: messageSchema,
  run: (ctx, body, { ref }) => sendMessage(signedIn(ctx), ref!, body),
});
