import { consentSchema } from '@/contracts/requests/consent';
import { signedIn, writeRoute } from '@/server/http/route';
import { answerConsent } from '@/server/use-cases/requests/consent/answer-consent';

export const POST = writeRoute({
  action: 'consent.answer',
  body: consentSchema,
  run: (ctx, body) => answerConsent(signedIn(ctx), body),
});
