import { holdingsOf } from '@/core/checks/check';
import type { AskedFacts, WantedDate } from '@/core/checks/findings';
import { wantedParts, type WantedPart } from '@/core/checks/occupied';
import type { ClaimId, EquipmentTypeId, RequestId, ResourceId, SpaceId } from '@/core/ids';
import { impliedUses } from '@/core/occupancy/imply';
import type {
  BusyRow,
  EquipmentFacts,
  PublicEvent,
  SpaceFacts,
  UseRow,
  WaitingRow,
  WorldSnapshot,
} from '@/core/occupancy/world';
import { union, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { Reader } from './connection';
import { loadExpected } from './expected-series';
import { loadEquipmentFacts, loadSpaceFacts } from './space-facts';
import { loadTeams } from './team-loads';

// Rows of one resource never overlap, so the first that ends after the wanted start is the only one that can tell
// whether anything clashes: one index seek a window, whatever the lengths of the rows.
const FIRST_ENDING_AFTER = `(SELECT f.start_min FROM occupancy f WHERE f.resource_id = w.value->>0 AND f.occupies = 1
  AND f.end_min > w.value->>1 ORDER BY f.end_min LIMIT 1)`;

const CLASHING_WINDOWS = `
SELECT json_group_array(json(w.value)) AS json FROM json_each($windows) w WHERE ${FIRST_ENDING_AFTER} < w.value->>2`;

// Only for windows known to clash: every row in them, from the first on, with what tells a shared shoulder.
const ROWS_IN_WINDOWS = `
SELECT json_group_array(json_array(o.id, o.resource_id, o.start_min, o.end_min, o.claim_id, c.request_id, o.claim_space_id, s.setup_key,
  k.start_min - k.access_min, k.end_min + k.exit_min,
  EXISTS (SELECT 1 FROM turnover_link l WHERE l.after_claim_space_id = s.id), EXISTS (SELECT 1 FROM turnover_link l WHERE l.before_claim_space_id = s.id))) AS json
FROM json_each($windows) w JOIN occupancy o ON o.resource_id = w.value->>0 AND o.occupies = 1
  AND o.start_min >= ${FIRST_ENDING_AFTER} AND o.start_min < w.value->>2
  JOIN claim k ON k.id = o.claim_id JOIN occurrence c ON c.id = k.occurrence_id LEFT JOIN claim_space s ON s.id = o.claim_space_id`;

type Window = [id: number, start: EpochMinute, end: EpochMinute];
type BusyTuple = [
  id: number,
  resource: ResourceId,
  start: EpochMinute,
  end: EpochMinute,
  claim: ClaimId,
  request: RequestId,
  claimSpace: number | null,
  setupKey: string | null,
  hostStart: EpochMinute,
  hostEnd: EpochMinute,
  hasLinkBefore: 0 | 1,
  hasLinkAfter: 0 | 1,
];

function busyRow(row: BusyTuple): BusyRow {
  const [
    ,
    resourceId,
    start,
    end,
    claimId,
    requestId,
    claimSpaceId,
    setupKey,
    hostStart,
    hostEnd,
    before,
    after,
  ] = row;
  const span = { start, end };
  if (claimSpaceId === null || setupKey === null) return { resourceId, span, claimId, requestId };
  const neighbour = {
    claimSpaceId,
    setupKey,
    host: { start: hostStart, end: hostEnd },
    occupied: span,
    hasLink: { before: before === 1, after: after === 1 },
  };
  return { resourceId, span, claimId, requestId, neighbour };
}

async function loadBusy(reader: Reader, windows: Window[], except: ReadonlySet<ClaimId>): Promise<BusyRow[]> {
  if (!windows.length) return [];
  const clashing = await reader.json<Window[]>(CLASHING_WINDOWS, { windows: JSON.stringify(windows) });
  if (!clashing.length) return [];
  const rows = await reader.json<BusyTuple[]>(ROWS_IN_WINDOWS, { windows: JSON.stringify(clashing) });
  const byRow = new Map(rows.map((row) => [row[0], row]));
  return [...byRow.values()].filter(([, , , , claimId]) => !except.has(claimId)).map(busyRow);
}

const waitingRows = (length: string, bounds: string) => `
SELECT json_array(o.id, o.resource_id, o.start_min, o.end_min, o.claim_id) AS waits FROM json_each($windows) w
JOIN occupancy o ON o.resource_id = w.value->>0 AND o.occupies = 0 AND o.end_min - o.start_min ${length} 1440 AND ${bounds}
  AND o.start_min < w.value->>2 AND o.end_min > w.value->>1`;
const WAITING_IN_WINDOWS = `SELECT json_group_array(json(waits)) AS json FROM (
  ${waitingRows('<=', 'o.start_min > (w.value->>1) - 1440')} UNION ALL ${waitingRows('>', '1')})`;

type WaitingTuple = [id: number, resource: ResourceId, start: EpochMinute, end: EpochMinute, claim: ClaimId];

async function loadWaiting(
  reader: Reader,
  windows: Window[],
  except: ReadonlySet<ClaimId>,
): Promise<WaitingRow[]> {
  if (!windows.length) return [];
  const rows = await reader.json<WaitingTuple[]>(WAITING_IN_WINDOWS, { windows: JSON.stringify(windows) });
  const byRow = new Map(rows.map((row) => [row[0], row]));
  return [...byRow.values()]
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

const publicEvents = (length: string, bounds: string) => `
SELECT DISTINCT c.id, c.start_min, c.end_min, r.audiences FROM json_each($windows) w
JOIN claim c ON c.status = 'in-force' AND c.end_min - c.start_min ${length} 1440 AND ${bounds} AND c.start_min < w.value->>1 AND c.end_min > w.value->>0
JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id AND r.publish = 1 AND r.audiences <> '[]'`;
const PUBLIC_IN_WINDOWS = `SELECT json_group_array(json_array(id, start_min, end_min, json(audiences))) AS json FROM (
  ${publicEvents('<=', 'c.start_min > (w.value->>0) - 1440')} UNION ALL ${publicEvents('>', '1')})`;

type PublicTuple = [claim: ClaimId, start: EpochMinute, end: EpochMinute, audiences: string[]];

async function loadPublicEvents(
  reader: Reader,
  events: readonly Interval[],
  except: ReadonlySet<ClaimId>,
): Promise<PublicEvent[]> {
  const windows = union(events).map(({ start, end }) => [start, end]);
  const rows = await reader.json<PublicTuple[]>(PUBLIC_IN_WINDOWS, { windows: JSON.stringify(windows) });
  return rows
    .filter(([claimId]) => !except.has(claimId))
    .map(([claimId, start, end, audiences]) => ({ claimId, span: { start, end }, audiences }));
}

/** Windows that do not overlap one another for one id, so that no row is read twice. */
function mergedWindows(wanted: readonly { id: number; span: Interval }[]): Window[] {
  const byResource = new Map<number, Interval[]>();
  for (const { id, span } of wanted) {
    const spans = byResource.get(id);
    if (spans) spans.push(span);
    else byResource.set(id, [span]);
  }
  return [...byResource].flatMap(([id, spans]) =>
    union(spans).map(({ start, end }): Window => [id, start, end]),
  );
}

const busyWindows = (parts: readonly WantedPart[]): Window[] =>
  mergedWindows(parts.map(({ resourceId, span }) => ({ id: resourceId, span })));

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

interface House {
  readonly tzid: string;
  readonly horizonMonths: number;
  readonly seasons: { readonly name: string; readonly to: LocalDate }[];
}

const HOUSE = `SELECT json_object('tzid', s.tzid, 'horizonMonths', s.horizon_months,
  'seasons', (SELECT json_group_array(json_object('name', e.name, 'to', e.to_date)) FROM season e WHERE e.site_id = s.id)) AS json
FROM site s ORDER BY s.id LIMIT 1`;

const distinct = <T>(values: readonly T[]): T[] => [...new Set(values)];

/** What of the world matters beside place and stock; loaded only where it is judged. */
export interface WorldWanted extends AskedFacts {
  /** Claims to leave out: those the change would replace. */
  readonly except?: readonly ClaimId[];
  /** The viewer may know what waits. */
  readonly withWaiting?: boolean;
}

/**
 * The one way to load the world for a check, in a handful of indexed statements whatever the number of dates.
 */
export async function loadWorld(
  reader: Reader,
  dates: readonly WantedDate[],
  { except = [], withWaiting = false, audiences = [] }: WorldWanted = {},
): Promise<WorldSnapshot> {
  const spaceIds: SpaceId[] = distinct(
    dates.flatMap(({ claim }) => claim.spaces.map((space) => space.spaceId)),
  );
  const typeIds = distinct(dates.flatMap(({ claim }) => claim.equipment.map((item) => item.typeId)));
  const spaces: SpaceFacts[] = await loadSpaceFacts(reader, spaceIds);
  const equipment = await loadEquipmentFacts(reader, typeIds);
  const house = await reader.json<House>(HOUSE);
  const replaced = new Set(except);
  const parts = wantedParts(dates, holdingsOf({ spaces, equipment }));
  const windows = busyWindows(parts);
  const last = parts.reduce((most, { span }) => Math.max(most, span.end), 0) as EpochMinute;
  const events = dates.map(({ claim }) => claim.event);
  return {
    ...house,
    spaces,
    equipment,
    busy: await loadBusy(reader, windows, replaced),
    uses: await loadUses(reader, windowsOfUse(dates, equipment), replaced),
    waiting: withWaiting ? await loadWaiting(reader, windows, replaced) : [],
    publicEvents: audiences.length ? await loadPublicEvents(reader, events, replaced) : [],
    teams: await loadTeams(
      reader,
      parts.map(({ span }) => span),
      replaced,
    ),
    expected: parts.length ? await loadExpected(reader, dateOf(toLocal(last, house.tzid)), windows) : [],
  };
}
