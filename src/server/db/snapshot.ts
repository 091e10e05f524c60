import type { WantedDate } from '@/core/checks/findings';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import { impliedOccupancy, impliedUses } from '@/core/occupancy/imply';
import type { BusyRow, EquipmentFacts, SpaceFacts, UseRow, WorldSnapshot } from '@/core/occupancy/world';
import { union, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import type { Reader } from './connection';
import { loadEquipmentFacts, loadSpaceFacts, siteZone } from './space-facts';

// Rows of one resource never overlap, so the first that ends after the wanted start is the only one that can tell
// whether anything clashes: one index seek a window, whatever the lengths of the rows.
const FIRST_ENDING_AFTER = `(SELECT f.start_min FROM occupancy f WHERE f.resource_id = w.value->>0 AND f.occupies = 1
  AND f.end_min > w.value->>1 ORDER BY f.end_min LIMIT 1)`;

const CLASHING_WINDOWS = `
SELECT json_group_array(json(w.value)) AS json FROM json_each($windows) w WHERE ${FIRST_ENDING_AFTER} < w.value->>2`;

// Only for windows known to clash: every row in them, from the first on.
const ROWS_IN_WINDOWS = `
SELECT json_group_array(json_array(o.id, o.resource_id, o.start_min, o.end_min, o.claim_id)) AS json
FROM json_each($windows) w JOIN occupancy o ON o.resource_id = w.value->>0 AND o.occupies = 1
  AND o.start_min >= ${FIRST_ENDING_AFTER} AND o.start_min < w.value->>2`;

type Window = [id: number, start: EpochMinute, end: EpochMinute];
type BusyTuple = [id: number, resource: ResourceId, start: EpochMinute, end: EpochMinute, claim: ClaimId];

async function loadBusy(reader: Reader, windows: Window[], except: ReadonlySet<ClaimId>): Promise<BusyRow[]> {
  if (!windows.length) return [];
  const clashing = await reader.json<Window[]>(CLASHING_WINDOWS, { windows: JSON.stringify(windows) });
  if (!clashing.length) return [];
  const rows = await reader.json<BusyTuple[]>(ROWS_IN_WINDOWS, { windows: JSON.stringify(clashing) });
  const byId = new Map(rows.map((row) => [row[0], row]));
  return [...byId.values()]
    .filter(([, , , , claimId]) => !except.has(claimId))
    .map(([, resourceId, start, end, claimId]) => ({ resourceId, span: { start, end }, claimId }));
}

// Uses of one type do overlap. Nearly all last under two days, which bounds the look back; the longer ones have an
// index of their own. Both expressions must stay as in the migration or the partial indexes are not used.
const uses = (length: string, bounds: string) => `
SELECT json_array(u.type_id, u.start_min, u.end_min, u.quantity, u.claim_id) AS use
FROM json_each($windows) w JOIN equipment_use u ON u.type_id = w.value->>0 AND u.occupies = 1 AND u.end_min - u.start_min ${length} 2880
  AND ${bounds} AND u.start_min < w.value->>2 AND u.end_min > w.value->>1`;
const USES_IN_WINDOWS = `SELECT json_group_array(json(use)) AS json FROM (
  ${uses('<=', 'u.start_min > (w.value->>1) - 2880')} UNION ALL ${uses('>', '1')})`;

type UseTuple = [
  type: EquipmentTypeId,
  start: EpochMinute,
  end: EpochMinute,
  quantity: number,
  claim: ClaimId,
];

async function loadUses(reader: Reader, windows: Window[], except: ReadonlySet<ClaimId>): Promise<UseRow[]> {
  if (!windows.length) return [];
  const rows = await reader.json<UseTuple[]>(USES_IN_WINDOWS, { windows: JSON.stringify(windows) });
  return rows
    .filter(([, , , , claimId]) => !except.has(claimId))
    .map(([typeId, start, end, quantity, claimId]) => ({ typeId, span: { start, end }, quantity, claimId }));
}

/** Windows that do not overlap one another for one id, so that no row is read twice. */
function mergedWindows(wanted: readonly { id: number; span: Interval }[]): Window[] {
  const byId = new Map<number, Interval[]>();
  for (const { id, span } of wanted) byId.set(id, [...(byId.get(id) ?? []), span]);
  return [...byId].flatMap(([id, spans]) => union(spans).map(({ start, end }): Window => [id, start, end]));
}

function busyWindows(dates: readonly WantedDate[], spaces: readonly SpaceFacts[]): Window[] {
  const parts = new Map(spaces.map((space) => [space.id, space.parts]));
  return mergedWindows(
    dates.flatMap(({ claim }) =>
      impliedOccupancy(claim, { partsOf: (id) => parts.get(id)! }).map(({ resourceId, span }) => ({
        id: resourceId,
        span,
      })),
    ),
  );
}

function windowsOfUse(dates: readonly WantedDate[], equipment: readonly EquipmentFacts[]): Window[] {
  const facts = new Map(equipment.map((each) => [each.id, each]));
  return mergedWindows(
    dates.flatMap(({ claim }) =>
      impliedUses(claim, { movingMinutes: (id) => facts.get(id)! }).map(({ typeId, span }) => ({
        id: typeId,
        span,
      })),
    ),
  );
}

const distinct = <T>(values: readonly T[]): T[] => [...new Set(values)];

/**
 * The one way to load the world for a check, in five indexed statements whatever the number of dates. Claims in
 * `except` are left out: those the change would replace.
 */
export async function loadWorld(
  reader: Reader,
  dates: readonly WantedDate[],
  except: readonly ClaimId[] = [],
): Promise<WorldSnapshot> {
  const spaceIds: SpaceId[] = distinct(
    dates.flatMap(({ claim }) => claim.spaces.map((space) => space.spaceId)),
  );
  const typeIds = distinct(dates.flatMap(({ claim }) => claim.equipment.map((item) => item.typeId)));
  const spaces = await loadSpaceFacts(reader, spaceIds);
  const equipment = await loadEquipmentFacts(reader, typeIds);
  const replaced = new Set(except);
  return {
    tzid: await siteZone(reader),
    spaces,
    equipment,
    busy: await loadBusy(reader, busyWindows(dates, spaces), replaced),
    uses: await loadUses(reader, windowsOfUse(dates, equipment), replaced),
  };
}
