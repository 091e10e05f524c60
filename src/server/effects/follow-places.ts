import type { ClaimId } from '@/core/ids';
import type { ChangeSet } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { AtRisk, Claim, ClaimEquipment, ClaimSpace } from '../db/tables/claims';
import { CLAIMS_OF_EQUIPMENT, CLAIMS_OF_SPACES } from './effects.queries';
import { breakLinks, healCuts } from './links';
import { rewriteOccupancy } from './occupancy';

/** Claims that took a place before, and take none any more. */
function leftIn(news: News): ClaimId[] {
  const last = new Map(
    news.lines(Claim).flatMap(({ before, after }) => (after && before ? [[after.id, after] as const] : [])),
  );
  return [...last.values()].flatMap(({ id, status }) =>
    status === 'released' || status === 'wanted' ? [id] : [],
  );
}

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
 * Who takes which place and thing, and when. What has left lets go of its links and is at risk no more; everything old
 * goes before anything new comes; neighbours whose bands were cut for what has left get them back where they can.
 */
export async function followPlaces(change: ChangeSet, news: News): Promise<void> {
  const left = leftIn(news);
  await breakLinks(change, left);
  await rewriteOccupancy(change.tx, [...new Set(await changedClaims(change, news))]);
  await rewriteOccupancy(change.tx, await healCuts(change, news));
  if (left.length) await change.tx.table(AtRisk).remove({ claim_id: left });
}
