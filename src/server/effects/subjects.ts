import type { RequestId } from '@/core/ids';
import type { Claim } from '../db/tables/claims';
import type { RowOf } from '../db/tables/table';
import type { ChangeSet, HistoryLine } from '../repositories/changes/change-set';
import { REQUESTS_OF_DATES } from './effects.queries';

type ClaimLine = HistoryLine<RowOf<typeof Claim>>;

/** Requests whose claims these are, as far as they are still there. */
export async function requestsOfClaims({ tx }: ChangeSet, lines: readonly ClaimLine[]): Promise<RequestId[]> {
  const ids = lines.flatMap(({ after }) => (after ? [after.occurrence_id] : []));
  if (!ids.length) return [];
  return (await tx.all(REQUESTS_OF_DATES, { ids })).map(({ request_id }) => request_id);
}
