import type { ClaimId } from '@/core/ids';
import { AtRisk, ClaimSpace, TurnoverLink } from '../db/tables/claims';
import type { ChangeSet } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { CUT_SPACES, CUTS_TO_HEAL, LINKS_OF_CLAIMS, MINUTES_TAKEN } from './effects.queries';

/** Takes away the links of claims that have left, and their own cuts. */
export async function breakLinks(change: ChangeSet, left: readonly ClaimId[]): Promise<void> {
  if (!left.length) return;
  await change.remove(TurnoverLink, await change.tx.all(LINKS_OF_CLAIMS, { ids: left }));
  const cut = await change.tx.all(CUT_SPACES, { ids: left });
  await change.update(
    ClaimSpace,
    cut.map(({ id }) => id),
    () => ({ cut_start_min: null, cut_end_min: null }),
  );
}

/**
 * Gives those whose links are gone their bands back. Where the minutes are taken by now the cut stays and the date is at
 * risk; gives the claims whose rows change.
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
        sentence: '',
      });
      continue;
    }
    await change.update(ClaimSpace, [claimSpaceId], () => ({ [side]: null }));
    healed.push(claimId);
  }
  return healed;
}
