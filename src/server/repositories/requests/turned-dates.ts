import { t } from '@/contracts/language/translate';
import { sayChangedDate, type NamesOfChange } from '@/contracts/words/differences';
import { listText } from '@/contracts/words/rule';
import { countText } from '@/contracts/words/when';
import type { OccurrenceState } from '@/core/changes/transitions';
import type { ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import { loadClaims } from '../claims/claims';
import type { Reader } from '../../db/connection';
import { loadPlaceNames, type PlaceNames } from './place-names';
import { TURNS_OF_CHANGES } from './requests.queries';

/** What one change made of one date: its state, and the claim that says where and when it is, before and after. */
export interface TurnedDate {
  readonly changeSet: number;
  readonly request: RequestId;
  readonly occurrence: OccurrenceId;
  /** Null where the date only came to be. */
  readonly from: OccurrenceState | null;
  readonly to: OccurrenceState;
  readonly was: ClaimId | null;
  readonly is: ClaimId;
}

/** What these changes made of dates, in order. Several writes of one row are one turn: from the first to the last. */
export async function turnedDates(reader: Reader, changes: readonly number[]): Promise<TurnedDate[]> {
  if (!changes.length) return [];
  const rows = await reader.value(TURNS_OF_CHANGES, { changes });
  const turns = new Map<string, TurnedDate>();
  for (const row of rows) {
    const key = `${row.changeSet} ${row.occurrence}`;
    const first = turns.get(key);
    turns.set(key, first ? { ...row, from: first.from, was: first.was } : row);
  }
  return [...turns.values()];
}

/** Names for describing changes, from what the pages name spaces and equipment by. */
export const namesOfChange = ({ spaces, equipment }: PlaceNames): NamesOfChange => ({
  space: (id) => spaces[id]?.name ?? t`a space that is gone`,
  equipment: (id) => equipment[id] ?? t`equipment that is gone`,
});

const DID = (count: string): Partial<Record<OccurrenceState, string>> => ({
  approved: t`approved ${count}`,
  declined: t`declined ${count}`,
  skipped: t`left out ${count}`,
  cancelled: t`cancelled ${count}`,
  withdrawn: t`withdrew ${count}`,
});

/** What a change of many requests did to the dates of one of them: `approved 2 dates and moved 1 date`; empty if nothing. */
export function sayTurns(turns: readonly TurnedDate[]): string {
  const counts = new Map<OccurrenceState | 'moved', number>();
  for (const { from, to, was, is } of turns) {
    const kind = from !== to ? to : was !== is ? 'moved' : null;
    if (kind) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  return listText(
    [...counts].flatMap(([kind, count]) => {
      const dates = countText(count, 'date', 'dates');
      return kind === 'moved' ? [t`moved ${dates}`] : (DID(dates)[kind] ?? []);
    }),
  );
}

const MOST_TOLD = 5;

/** From what to what the dates of each turn went, by change; what only changed its state is not told. */
export async function movesIn(
  reader: Reader,
  turns: readonly TurnedDate[],
): Promise<(changeSet: number) => string[]> {
  const moved = turns.filter(({ from, was, is }) => from !== null && was !== null && was !== is);
  if (!moved.length) return () => [];
  const claims = new Map(
    (await loadClaims(reader, [...new Set(moved.flatMap(({ was, is }) => [was!, is]))])).map((claim) => [
      claim.id,
      claim,
    ]),
  );
  const names = namesOfChange(await loadPlaceNames(reader));
  return (changeSet) => {
    // A claim a change had made is gone once the change was taken back: then nothing is left to tell of it.
    const own = moved.filter(
      ({ changeSet: of, was, is }) => of === changeSet && claims.has(was!) && claims.has(is),
    );
    const told = own
      .slice(0, MOST_TOLD)
      .map(({ was, is }) => sayChangedDate(claims.get(was!)!, claims.get(is)!, names));
    return own.length > MOST_TOLD ? [...told, t`and ${own.length - MOST_TOLD} more`] : told;
  };
}
