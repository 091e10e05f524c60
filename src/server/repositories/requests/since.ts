import { z } from 'zod';
import { t } from '@/contracts/language/translate';
import type { RequestId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { DoneFacts } from '@/contracts/history/done-facts';
import { isCounted, sayDone } from '@/contracts/history/say-done';
import { momentText } from '@/contracts/words/when';
import { readJson, type JsonText } from '../../db/tables/column';
import type { Reader } from '../../db/connection';
import { movesIn, sayTurns, turnedDates, type TurnedDate } from './turned-dates';
import { CHANGES_OF } from './requests.queries';

/** A stored change as it concerns one request. */
export interface ChangeOfRequest {
  readonly changeSet: number;
  readonly request: RequestId;
  readonly action: string;
  readonly result: JsonText<unknown>;
  readonly facts: JsonText<DoneFacts> | null;
  /** How many requests the change is about. */
  readonly requests: number;
}

interface ChangeRow extends ChangeOfRequest {
  readonly name: string | null;
  readonly at: EpochMinute;
  readonly reason: string;
}

/** One line of a request's history. */
export interface HistoryEntry {
  readonly changeSet: number;
  readonly who: string;
  readonly what: string;
  /** From what to what its dates went. */
  readonly details: readonly string[];
  readonly when: string;
  readonly reason: string;
}

const answeredSchema = z.object({ summary: z.string().optional() }).nullable();

/** What a change did, to whoever reads it. Of before only the sentence is kept that its answer carried. */
export function summaryOf({
  action,
  result,
  facts,
}: Pick<ChangeOfRequest, 'action' | 'result' | 'facts'>): string {
  if (facts !== null) return sayDone(readJson(facts));
  return answeredSchema.parse(readJson(result))?.summary ?? t(action);
}

/** What a change did to this request: the numbers of a change of many requests are not those of one of them. */
export function whatOf(change: ChangeOfRequest, turns: readonly TurnedDate[]): string {
  if (change.requests < 2) return summaryOf(change);
  const own = turns.filter((turn) => turn.changeSet === change.changeSet && turn.request === change.request);
  const facts = change.facts && readJson(change.facts);
  return sayTurns(own) || (facts && !isCounted(facts) ? sayDone(facts) : t(change.action));
}

/** Of the changes of many requests: what they made of dates. */
export const turnsOfMany = (reader: Reader, changes: readonly ChangeOfRequest[]): Promise<TurnedDate[]> =>
  turnedDates(
    reader,
    changes.filter(({ requests }) => requests > 1).map(({ changeSet }) => changeSet),
  );

const changesOf = (reader: Reader, request: RequestId, most: number): Promise<ChangeRow[]> =>
  reader.all(CHANGES_OF, { request, most });

const ALL = -1;

async function entriesOf(
  reader: Reader,
  request: RequestId,
  tzid: string,
  most: number,
): Promise<HistoryEntry[]> {
  const rows = await changesOf(reader, request, most);
  const turns = (
    await turnedDates(
      reader,
      rows.map(({ changeSet }) => changeSet),
    )
  ).filter((turn) => turn.request === request);
  const moves = await movesIn(reader, turns);
  return rows.map((row) => ({
    changeSet: row.changeSet,
    who: row.name ?? t`The clock`,
    what: whatOf(row, turns),
    details: moves(row.changeSet),
    when: momentText(row.at, tzid),
    reason: row.reason,
  }));
}

/** Who changed a request, when, what, and from what to what; newest first. */
export const historyOf = (reader: Reader, request: RequestId, tzid: string): Promise<HistoryEntry[]> =>
  entriesOf(reader, request, tzid, ALL);

/** What has happened last, for whoever decided on an older state. */
export async function lastChange(reader: Reader, request: RequestId, tzid: string): Promise<string> {
  const [last] = await entriesOf(reader, request, tzid, 1);
  return last ? `${last.who}, ${last.when}: ${last.what}.` : t`Someone changed it.`;
}
