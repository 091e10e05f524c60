import type { OccurrenceId, RequestId } from '@/core/ids';
import type { Claim } from '../db/tables/claims';
import type { RowOf } from '../db/tables/table';
import type { ChangeSet, HistoryLine } from '../repositories/changes/change-set';
import { REQUESTS_OF_DATES } from './effects.queries';

type ClaimLine = HistoryLine<RowOf<typeof Claim>>;

const inForce = (line: ClaimLine['before']): boolean => line?.status === 'in-force';

/** Dates of claims that were in force before, or are since. */
export const datesInForce = (lines: readonly ClaimLine[]): OccurrenceId[] =>
  lines.flatMap(({ before, after }) =>
    after && (inForce(before) || inForce(after)) ? [after.occurrence_id] : [],
  );

export async function requestsOfDates(
  { tx }: ChangeSet,
  dates: readonly OccurrenceId[],
): Promise<RequestId[]> {
  if (!dates.length) return [];
  return (await tx.all(REQUESTS_OF_DATES, { ids: dates })).map(({ request_id }) => request_id);
}

export const requestsOfClaims = (change: ChangeSet, lines: readonly ClaimLine[]): Promise<RequestId[]> =>
  requestsOfDates(
    change,
    lines.flatMap(({ after }) => (after ? [after.occurrence_id] : [])),
  );
