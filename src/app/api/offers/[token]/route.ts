import { offerAnswerSchema } from '@/contracts/accounts/outbox';
import { writeRoute } from '@/server/http/route';
import { answerOffer } from '@/server/use-cases/requests/offer/answer-offer';

export const POST = writeRoute({
  action: 'offer.answer',
  body: offerAnswerSchema,
  run: (ctx, body, { token = '' }) => answerOffer(ctx, token, body),
});
