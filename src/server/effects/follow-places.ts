import type { ClaimId } from '@/core/ids';
import type { ChangeSet } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { AtRisk, Claim, ClaimEquipment, ClaimSpace } from '../db/tables/claims';
import { CLAIMS_OF_EQUIPMENT, CLAIMS_OF_SPACES } from './effects.queries';
import { healCuts } from './heal-cuts';
import { rewriteOccupancy } from './occupancy';

/** Claims that took a place and take none any more. */
const leavingOf = (news: News): ClaimId[] =>
  news
    .lines(Claim)
    .flatMap(({ before, after }) =>
      before && after && (after.status === 'released' || after.status === 'wanted') ? [after.id] : [],
    );

/** Claims that take something else than before. */
async function changedClaims({ tx }: ChangeSet, news: News): Promise<ClaimId[]> {
  const spaces = news.causes('composition').flatMap((cause) => cause.spaces);
  const types = news.causes('moving-minutes').map(({ type }) => type);
  const rows = [
    ...(spaces.length ? await tx.all(CLAIMS_OF_SPACES, { spaces }) : []),
    ...(types.length ? await tx.all(CLAIMS_OF_EQUIPMENT, { types }) : []),
  ];
  return [
    ...news.lines(Claim).flatMap(({ after }) => (after ? [after.id] : [])),
    ...[...news.lines(ClaimSpace), ...news.lines(ClaimEquipment)].flatMap(({ after }) =>
      after ? [after.claim_id] : [],
    ),
    ...rows.map(({ id }) => id),
  ];
}

/**
 * Who takes which place and thing, and when: everything old goes before anything new comes, and neighbours whose bands
 * were cut for what has left get them back where they can. What has left is at risk no more.
 */
export async function followPlaces(change: ChangeSet, news: News): Promise<void> {
  const leaving = leavingOf(news);
  await rewriteOccupancy(change.tx, [...new Set(await changedClaims(change, news))]);
  await rewriteOccupancy(change.tx, await healCuts(change, news));
  if (leaving.length) await change.tx.table(AtRisk).remove({ claim_id: leaving });
}
