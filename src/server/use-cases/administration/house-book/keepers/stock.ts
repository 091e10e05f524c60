import { say } from '@/contracts/language/say';
import { levels } from '@/core/equipment/peak-use';
import type { EquipmentTypeId } from '@/core/ids';
import { epochMinute, FAR, type EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import type { StockRow } from '@/contracts/house-book/things';
import type { FieldFault } from '@/contracts/refusal';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import type { Reader } from '../../../../db/connection';
import { loadEquipmentFacts, siteZone } from '../../../../repositories/world/space-facts';
import { LINES_OF_STOCK } from './keepers.queries';
import { StockLine } from '../../../../db/tables/spaces';

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
      message: say`This has begun. Give it an end, and another line the number that holds from then on.`,
    };
  const ended = known.toMin !== null && known.toMin <= now;
  if (known.toMin !== at.to && (ended || (at.to !== null && at.to < now)))
    return { path: 'to', message: say`What is past stays as it was. Choose an end from now on.` };
  return null;
}

/** Writes the lines of one type; the first thing wrong where something is. */
export async function storeStock(
  change: ChangeSet,
  type: number,
  rows: readonly StockRow[],
  isNew: boolean,
): Promise<FieldFault[]> {
  const { tx, at: now } = change;
  const tzid = await siteZone(tx);
  const minute = (local: LocalDateTime | null): EpochMinute | null =>
    local === null ? null : toEpochMinute(local, tzid, 'offset-before');
  const known = new Map((await loadLines(tx, type)).map((line) => [line.id, line]));
  const faults: FieldFault[] = [];
  for (const line of known.values())
    if (!rows.some(({ id }) => id === line.id)) {
      if (!mayBeCorrected(line, now))
        return [
          {
            path: 'stock',
            message: say`“${line.reason}” has begun and cannot be left out: give it an end instead.`,
          },
        ];
      await tx.table(StockLine).remove({ id: line.id });
    }
  for (const [index, row] of rows.entries()) {
    const line = row.id === null ? null : (known.get(row.id) ?? null);
    // What a new kind owns it has always had; what comes later comes from then on.
    const from = minute(row.from) ?? (isNew || line?.fromMin === ALWAYS ? ALWAYS : now);
    const at = { from, to: minute(row.to) };
    const span = { from_min: at.from, to_min: at.to };
    const fault = faultOf(row, line, at, now);
    if (fault) faults.push({ ...fault, path: `stock.${index}.${fault.path}` });
    else if (at.to !== null && at.to <= at.from)
      faults.push({ path: `stock.${index}.to`, message: say`The end must be after the start.` });
    else if (line)
      await tx.table(StockLine).update({ id: line.id }, { ...span, delta: row.delta, reason: row.reason });
    else
      await tx.table(StockLine).insertLoose({ type_id: type, ...span, delta: row.delta, reason: row.reason });
  }
  if (faults.length) return faults;
  const [facts] = await loadEquipmentFacts(tx, [type as EquipmentTypeId]);
  const least = Math.min(0, ...levels({ start: now, end: FAR }, [], facts!.stock).map(({ stock }) => stock));
  return least < 0
    ? [
        {
          path: 'stock',
          message: say`At some time there would be ${-least} fewer than none. Take a smaller number away, or at another time.`,
        },
      ]
    : [];
}
