import { t } from '@/contracts/language/translate';
import { levels } from '@/core/equipment/peak-use';
import { idOf, type EquipmentTypeId } from '@/core/ids';
import { epochMinute, FAR, type EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import type { StockRow } from '@/contracts/administration/things';
import type { FieldFault } from '@/contracts/base/refusal';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import type { Reader } from '../../../../db/connection';
import { loadEquipmentFacts, siteZone } from '../../../../repositories/world/space-facts';
import { LINES_OF_STOCK } from './shared.queries';
import { StockLine } from '../../../../db/tables/spaces';
import { at } from '@/core/lists';

interface Line {
  readonly id: number;
  readonly fromMin: EpochMinute;
  readonly toMin: EpochMinute | null;
  readonly delta: number;
  readonly reason: string;
}

const loadLines = (reader: Reader, type: number): Promise<Line[]> => reader.all(LINES_OF_STOCK, { type });

/** Lines of stock as a form shows them; what is there since always has no beginning. */
export async function loadStock(reader: Reader, type: number): Promise<StockRow[]> {
  const tzid = await siteZone(reader);
  const local = (minute: EpochMinute): LocalDateTime => toLocal(minute, tzid);
  return (await loadLines(reader, type)).map(({ id, fromMin, toMin, delta, reason }) => ({
    id,
    from: fromMin === 0 ? null : local(fromMin),
    to: toMin === null ? null : local(toMin),
    delta,
    reason,
  }));
}

const ALWAYS = epochMinute(0);

/** A slip of the pen in a line that began today is put right in the line itself; after that it is a fact. */
const CORRECTED_WITHIN_MIN = 1440;
const mayBeCorrected = ({ fromMin }: Line, now: number): boolean => fromMin > now - CORRECTED_WITHIN_MIN;

/** What has begun is a fact: it can be given an end that is not past, and nothing else. */
function faultOf(
  row: StockRow,
  known: Line | null,
  at: { from: EpochMinute; to: EpochMinute | null },
  now: number,
): FieldFault | null {
  if (!known || mayBeCorrected(known, now)) return null;
  const isSame = known.fromMin === at.from && known.delta === row.delta;
  if (!isSame)
    return {
      path: 'delta',
      message: t`This has begun. Give it an end, and another line the number that holds from then on.`,
    };
  const ended = known.toMin !== null && known.toMin <= now;
  if (known.toMin !== at.to && (ended || (at.to !== null && at.to < now)))
    return { path: 'to', message: t`What is past stays as it was. Choose an end from now on.` };
  return null;
}

/** Takes away lines that are left out, where none has begun. */
async function dropLines(
  { tx, at: now }: ChangeSet,
  known: readonly Line[],
  rows: readonly StockRow[],
): Promise<FieldFault[]> {
  for (const line of known) {
    if (rows.some(({ id }) => id === line.id)) continue;
    if (!mayBeCorrected(line, now))
      return [
        {
          path: 'stock',
          message: t`“${line.reason}” has begun and cannot be left out: give it an end instead.`,
        },
      ];
    await tx.table(StockLine).remove({ id: line.id });
  }
  return [];
}

/** Writes one line, new or over the one there is; what is wrong with it instead, where something is. */
async function storeLine(
  { tx, at: now }: ChangeSet,
  type: number,
  row: StockRow,
  line: Line | null,
  at: { readonly from: EpochMinute; readonly to: EpochMinute | null },
): Promise<FieldFault | null> {
  const fault = faultOf(row, line, at, now);
  if (fault) return fault;
  if (at.to !== null && at.to <= at.from) return { path: 'to', message: t`The end must be after the start.` };
  const stored = { from_min: at.from, to_min: at.to, delta: row.delta, reason: row.reason };
  if (line) await tx.table(StockLine).update({ id: line.id }, stored);
  else await tx.table(StockLine).insertLoose({ type_id: type, ...stored });
  return null;
}

/** How many fewer than none there would be at some time from now on; 0 or below. */
async function leastFromNow({ tx, at: start }: ChangeSet, type: number): Promise<number> {
  const facts = at(await loadEquipmentFacts(tx, [idOf<EquipmentTypeId>(type)]), 0);
  return Math.min(0, ...levels({ start, end: FAR }, [], facts.stock).map(({ stock }) => stock));
}

/** Writes the lines of one type; the first thing wrong where something is. */
export async function storeStock(
  change: ChangeSet,
  type: number,
  rows: readonly StockRow[],
  isNew: boolean,
): Promise<FieldFault[]> {
  const tzid = await siteZone(change.tx);
  const minute = (local: LocalDateTime | null): EpochMinute | null =>
    local === null ? null : toEpochMinute(local, tzid, 'offset-before');
  const known = await loadLines(change.tx, type);
  const kept = await dropLines(change, known, rows);
  if (kept.length) return kept;
  const faults: FieldFault[] = [];
  for (const [index, row] of rows.entries()) {
    const line = known.find(({ id }) => id === row.id) ?? null;
    // What a new kind owns it has always had; what comes later comes from then on.
    const from = minute(row.from) ?? (isNew || line?.fromMin === ALWAYS ? ALWAYS : change.at);
    const fault = await storeLine(change, type, row, line, { from, to: minute(row.to) });
    if (fault) faults.push({ ...fault, path: `stock.${index}.${fault.path}` });
  }
  if (faults.length) return faults;
  const least = await leastFromNow(change, type);
  const message = t`At some time there would be ${-least} fewer than none. Take a smaller number away, or at another time.`;
  return least < 0 ? [{ path: 'stock', message }] : [];
}
