import { say } from '@/contracts/language/say';
import type { RequestId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { momentText } from '@/contracts/words/when';
import type { Reader } from '../db/connection';

interface ChangeRow {
  readonly name: string | null;
  readonly action: string;
  readonly at_min: EpochMinute;
  readonly reason: string;
  readonly result: string;
}

/** One line of a request's history. */
export interface HistoryEntry {
  readonly who: string;
  readonly what: string;
  readonly when: string;
  readonly reason: string;
}

// Results of decisions carry their summary; that of asking does not need one.
export function whatOf({ action, result }: Pick<ChangeRow, 'action' | 'result'>): string {
  const value = JSON.parse(result) as { summary?: string } | null;
  return value?.summary ?? say(action);
}

/** Who changed a request, when and what, newest first. */
export async function historyOf(reader: Reader, request: RequestId, tzid: string): Promise<HistoryEntry[]> {
  const rows = await reader.rows<ChangeRow>(
    `SELECT p.name, c.action, c.at_min, c.reason, c.result FROM change_set_request x JOIN change_set c ON c.id = x.change_set_id
     LEFT JOIN person p ON p.id = c.actor_id WHERE x.request_id = $request ORDER BY c.id DESC`,
    { request },
  );
  return rows.map((row) => ({
    who: row.name ?? say`The clock`,
    what: whatOf(row),
    when: momentText(row.at_min, tzid),
    reason: row.reason,
  }));
}

/** What has happened last, for whoever decided on an older state. */
export async function lastChange(reader: Reader, request: RequestId, tzid: string): Promise<string> {
  const [last] = await historyOf(reader, request, tzid);
  return last ? `${last.who}, ${last.when}: ${last.what}.` : say`Somebody changed it.`;
}
