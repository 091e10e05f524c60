import { idOf, type RequestId } from '@/core/ids';
import { Claim } from '../db/tables/claims';
import { Occurrence, Request } from '../db/tables/requests';
import type { ChangeSet } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { requestsOfClaims } from './subjects';

/** Whoever decides on a request as it was before its dates changed is told so: its version has gone on. */
export async function countRequestsUp(change: ChangeSet, news: News): Promise<void> {
  const changed = new Set<RequestId>([
    ...news.lines(Occurrence).flatMap(({ after }) => (after ? [after.request_id] : [])),
    ...(await requestsOfClaims(change, news.lines(Claim))),
  ]);
  for (const id of changed) change.requestIds.add(id);
  // New with this change, or gone on already.
  for (const { id, before, after } of change.lines(Request))
    if (before?.row_version !== after?.row_version) changed.delete(idOf<RequestId>(Number(id)));
  await change.updateVersioned(Request, [...changed], {});
}
