import { idOf, type RequestId } from '@/core/ids';
import { Claim } from '../../db/tables/claims';
import {
  Notice,
  Occurrence,
  Request,
  RequestCalendar,
  RequestCategory,
  RequestHost,
  RequestLine,
} from '../../db/tables/requests';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { News } from '../../repositories/changes/news';
import { PUBLIC_REQUESTS } from '../effects.queries';
import { requestsOfClaims } from '../subjects';
import { syncPublished } from './sync-published';

/** What readers never see of a request. */
const UNSEEN: ReadonlySet<string> = new Set(['row_version', 'handler_id']);

/** Requests of which readers may see something else, by what of them was changed. */
async function requestsChanged(change: ChangeSet, news: News): Promise<RequestId[]> {
  const rows = [
    ...news.lines(Occurrence),
    ...news.lines(RequestCategory),
    ...news.lines(RequestHost),
    ...news.lines(RequestLine),
    ...news.lines(RequestCalendar),
    ...news.lines(Notice),
  ].flatMap(({ before, after }) => (after ?? before)?.request_id ?? []);
  const own = news
    .lines(Request)
    .filter(({ before, after }) =>
      Object.entries(after ?? {}).some(
        ([column, value]) => !UNSEEN.has(column) && before?.[column as keyof typeof before] !== value,
      ),
    )
    .map(({ id }) => idOf<RequestId>(Number(id)));
  return [...own, ...rows, ...(await requestsOfClaims(change, news.lines(Claim)))];
}

/** Requests that came with this change and have no date in force: there is nothing of them to see. */
function newAndWaiting(change: ChangeSet): Set<RequestId> {
  const made = new Set(
    change.lines(Request).flatMap(({ before, after }) => (before === null && after ? [after.id] : [])),
  );
  for (const { after } of made.size ? change.lines(Occurrence) : [])
    if (after?.state === 'approved') made.delete(after.request_id);
  return made;
}

async function requestsTold({ tx }: ChangeSet, news: News): Promise<RequestId[]> {
  const requests: RequestId[] = news.causes('readers').flatMap((cause) => cause.requests);
  if (news.causes('calendar').length) requests.push(...(await tx.value(PUBLIC_REQUESTS)));
  return requests;
}

/** What readers see of every request that is otherwise than before. */
export async function followPublishing(change: ChangeSet, news: News): Promise<void> {
  const waiting = newAndWaiting(change);
  const requests = new Set([...(await requestsChanged(change, news)), ...(await requestsTold(change, news))]);
  await syncPublished(
    change,
    [...requests].filter((id) => !waiting.has(id)),
  );
}
