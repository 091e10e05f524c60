import { untranslated } from '@/contracts/language/translate';
import type { ConsentInput } from '@/contracts/requests/consent';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { Consent } from '../../../db/tables/claims';
import { CONSENTS_OF_ONE } from './consent.queries';

/**
 * Agrees to dates wanted in what one looks after, or does not. An answer can be given anew as long as the date is not
 * decided; dates that have moved or ended meanwhile are refused, since they are not what was answered.
 */
export async function answerConsent(
  ctx: SignedInContext,
  { key, answer, claims, reason }: ConsentInput,
): Promise<Outcome<{ readonly summary: string }>> {
  const me = ctx.viewer.personId;
  const order = {
    action:
      answer === 'given'
        ? untranslated('agreed to the use of the space')
        : untranslated('did not agree to the use of the space'),
    reason,
    idempotencyKey: key,
  };
  return runChangeSet(ctx, order, async (change) => {
    const mine = await change.tx.all(CONSENTS_OF_ONE, { claims, me });
    if (mine.length < claims.length) return refuse({ code: 'consent-moved' });
    const before = await change.tx.table(Consent).all({ steward_id: me, claim_id: claims });
    await change.remove(Consent, before);
    await change.insert(
      Consent,
      claims.map((claim) => ({ claim_id: claim, steward_id: me, answer, at_min: change.at, reason })),
    );
    for (const { request } of mine) change.requestIds.add(request);
    const did = answer === 'given' ? 'consent-given' : 'consent-refused';
    return done({ summary: change.tell({ did, dates: claims.length }) });
  });
}
