import { say } from '@/contracts/language/say';
import type { ClaimId } from '@/core/ids';
import { AtRisk, ClaimSpace, TurnoverLink } from '../db/tables/claims';
import { writtenForAll } from '../platform/ambient';
import type { ChangeSet } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { CUTS_TO_HEAL, MINUTES_TAKEN } from './effects.queries';

/**
 * Gives those who shared a band with what has left theirs back. Where the minutes are taken by now the cut stays and the date is at risk; gives the
 * claims whose rows change.
 */
export async function healCuts(change: ChangeSet, news: News): Promise<ClaimId[]> {
  const gone = news.lines(TurnoverLink).flatMap(({ before, after }) => (before && !after ? [before] : []));
  if (!gone.length) return [];
  const cuts = await change.tx.all(CUTS_TO_HEAL, {
    before: gone.map((link) => link.before_claim_space_id),
    after: gone.map((link) => link.after_claim_space_id),
  });
  const healed: ClaimId[] = [];
  for (const { id: claimSpaceId, claim_id: claimId, side } of cuts) {
    const taken = await change.tx.all(MINUTES_TAKEN, { id: claimSpaceId, side });
    if (taken.length) {
      await change.tx.table(AtRisk).put({
        claim_id: claimId,
        rule: 'shoulder-lost',
        subject: `space:${claimSpaceId}`,
        since_min: change.at,
        sentence: writtenForAll(
          () =>
            say`The event it shared its set-up with is gone, and the minutes it would need for setting or clearing are taken by now. Move one of them, or agree on less time.`,
        ),
      });
      continue;
    }
    await change.update(ClaimSpace, [claimSpaceId], () => ({ [side]: null }));
    healed.push(claimId);
  }
  return healed;
}
