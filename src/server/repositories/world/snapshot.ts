import { holdingsOf } from '@/core/checks/holdings';
import type { AskedFacts, WantedDate } from '@/core/checks/asked';
import { wantedParts, type WantedPart } from '@/core/checks/parts';
import { z } from 'zod';
import { idOf, type ClaimId, type EquipmentTypeId, type ResourceId, type SpaceId } from '@/core/ids';
import { impliedUses } from '@/core/occupancy/imply';
import type {
  BusyRow,
  EquipmentFacts,
  SpaceFacts,
  PublicEvent,
  UseRow,
  WaitingRow,
  WorldSnapshot,
} from '@/core/checks/world';
import { later, epochMinute, union, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { asJsonObject, cacheKey, CacheKey, type Reader } from '../../db/connection';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { jsonFamily, jsonQuery } from '../../db/statement';
import { lists, listOf, rowNumber } from '../../db/tables/column';
import { Claim, EquipmentUse, Occupancy } from '../../db/tables/claims';
import { Season } from '../../db/tables/house';
import { Occurrence } from '../../db/tables/requests';
import { EquipmentType, Space } from '../../db/tables/spaces';
import { EXPECTED_SERIES, seriesRow, toExpectedSeries } from './expected-series';
import {
  EQUIPMENT_FACTS,
  equipmentRow,
  SPACE_FACTS,
  spaceRow,
  toEquipmentFacts,
  toSpaceFacts,
} from './space-facts';
import {
  OFFICE_TEMPLATES,
  officeTemplateRows,
  officeTemplates,
  NUMBER_QUESTIONS,
  numberQuestionRow,
} from './templates';
import { TEAM_LOADS, teamRow, teamWindows, toTeamLoads } from './team-loads';
import { groupBy, loaded } from '@/core/lists';

// Rows of one resource never overlap, so the first that ends after the wanted start is the only one that can tell
// whether anything clashes: one index seek a window, whatever the lengths of the rows.
const FIRST_ENDING_AFTER = `(SELECT f.start_min FROM occupancy f WHERE f.resource_id = w.value->>0 AND f.occupies = 1
  AND f.end_min > w.value->>1 ORDER BY f.end_min LIMIT 1)`;

const CLASHING_WINDOWS = `SELECT json_group_array(json(w.value)) FROM json_each($windows) w WHERE ${FIRST_ENDING_AFTER} < w.value->>2`;

// Only for windows known to conflict: every row in them, from the first on, with what tells a shared shoulder.
const ROWS_IN_WINDOWS = `
SELECT json_group_array(json_array(o.id, o.resource_id, o.start_min, o.end_min, o.claim_id, c.request_id, o.claim_space_id, s.setup_key,
  k.start_min - k.access_min, k.end_min + k.exit_min,
  EXISTS (SELECT 1 FROM turnover_link l WHERE l.after_claim_space_id = s.id), EXISTS (SELECT 1 FROM turnover_link l WHERE l.before_claim_space_id = s.id))) AS json
FROM json_each($windows) w JOIN occupancy o ON o.resource_id = w.value->>0 AND o.occupies = 1
  AND o.start_min >= ${FIRST_ENDING_AFTER} AND o.start_min < w.value->>2
  JOIN claim k ON k.id = o.claim_id JOIN occurrence c ON c.id = k.occurrence_id LEFT JOIN claim_space s ON s.id = o.claim_space_id`;

const windowTuple = z.tuple([z.int(), numberOf<EpochMinute>(), numberOf<EpochMinute>()]);
type Window = z.infer<typeof windowTuple>;
const busyTuple = z.tuple([
  Occupancy.id.schema,
  Occupancy.resource_id.schema,
  Occupancy.start_min.schema,
  Occupancy.end_min.schema,
  Occupancy.claim_id.schema,
  Occurrence.request_id.schema,
  Occupancy.claim_space_id.schema,
  z.string().nullable(),
  // When its host comes and goes.
  numberOf<EpochMinute>(),
  numberOf<EpochMinute>(),
  // Whether a link joins it with what is before, and after.
  zeroOrOne,
  zeroOrOne,
]);
type BusyTuple = z.infer<typeof busyTuple>;

const BUSY = jsonQuery({ sql: ROWS_IN_WINDOWS, bind: { windows: lists() }, value: z.array(busyTuple) });

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

// The indexes are named: the planner thinks little of partial ones and would rather read the whole table.
const waitingRows = (index: string, length: string, bounds: string) => `
SELECT json_array(o.id, o.resource_id, o.start_min, o.end_min, o.claim_id) AS waits FROM json_each($windows) w
CROSS JOIN occupancy o INDEXED BY ${index} ON o.resource_id = w.value->>0 AND o.occupies = 0 AND o.end_min - o.start_min ${length} 1440 AND ${bounds}
  AND o.start_min < w.value->>2 AND o.end_min > w.value->>1`;
const WAITING_IN_WINDOWS = `SELECT json_group_array(json(waits)) FROM (
  ${waitingRows('occupancy_waiting_short', '<=', 'o.start_min > (w.value->>1) - 1440')} UNION ALL ${waitingRows('occupancy_waiting_long', '>', '1')})`;

const waitingTuple = z.tuple([
  Occupancy.id.schema,
  Occupancy.resource_id.schema,
  Occupancy.start_min.schema,
  Occupancy.end_min.schema,
  Occupancy.claim_id.schema,
]);
type WaitingTuple = z.infer<typeof waitingTuple>;

// Uses of one type do overlap. Nearly all last under two days, which bounds the look back; the longer ones have an
// index of their own. Both expressions must stay as in the migration or the partial indexes are not used.
const uses = (index: string, length: string, bounds: string) => `
SELECT json_array(u.type_id, u.start_min, u.end_min, u.quantity, u.claim_id) AS use
FROM json_each($useWindows) w CROSS JOIN equipment_use u INDEXED BY ${index} ON u.type_id = w.value->>0 AND u.occupies = 1 AND u.end_min - u.start_min ${length} 2880
  AND ${bounds} AND u.start_min < w.value->>2 AND u.end_min > w.value->>1`;
const USES_IN_WINDOWS = `SELECT json_group_array(json(use)) FROM (
  ${uses('equipment_use_short', '<=', 'u.start_min > (w.value->>1) - 2880')} UNION ALL ${uses('equipment_use_long', '>', '1')})`;

const useTuple = z.tuple([
  EquipmentUse.type_id.schema,
  EquipmentUse.start_min.schema,
  EquipmentUse.end_min.schema,
  z.int(),
  EquipmentUse.claim_id.schema,
]);
type UseTuple = z.infer<typeof useTuple>;

const publicEvents = (index: string, length: string, bounds: string) => `
SELECT c.id, c.start_min, c.end_min, r.audiences FROM json_each($eventWindows) w
CROSS JOIN claim c INDEXED BY ${index} ON c.status = 'in-force' AND c.end_min - c.start_min ${length} 1440 AND ${bounds} AND c.start_min < w.value->>1 AND c.end_min > w.value->>0
CROSS JOIN occurrence o ON o.id = c.occurrence_id CROSS JOIN request r ON r.id = o.request_id AND r.publish = 1 AND r.audiences <> '[]'`;
const PUBLIC_IN_WINDOWS = `SELECT json_group_array(json_array(id, start_min, end_min, json(audiences))) FROM (
  ${publicEvents('claim_in_force_short', '<=', 'c.start_min > (w.value->>0) - 1440')} UNION ALL ${publicEvents('claim_in_force_long', '>', '1')})`;

const publicTuple = z.tuple([
  Claim.id.schema,
  Claim.start_min.schema,
  Claim.end_min.schema,
  z.array(z.string()),
]);
type PublicTuple = z.infer<typeof publicTuple>;

/** Windows that do not overlap one another for one id, so that no row is read twice. */
function mergedWindows(wanted: readonly { id: number; span: Interval }[]): Window[] {
  return [...groupBy(wanted, ({ id }) => id)].flatMap(([id, own]) =>
    union(own.map(({ span }) => span)).map(({ start, end }): Window => [id, start, end]),
  );
}

const busyWindows = (parts: readonly WantedPart[]): Window[] =>
  mergedWindows(parts.map(({ resourceId, span }) => ({ id: resourceId, span })));

function windowsOfUse(dates: readonly WantedDate[], equipment: readonly EquipmentFacts[]): Window[] {
  const movingMinutes = loaded(
    'equipment',
    equipment.map((each) => [each.id, each] as const),
  );
  return mergedWindows(
    dates.flatMap(({ claim }) =>
      impliedUses(claim, { movingMinutes }).map(({ typeId, span }) => ({
        id: typeId,
        span,
      })),
    ),
  );
}

const house = z.strictObject({
  tzid: z.string(),
  horizonMonths: z.int(),
  seasons: z.array(z.strictObject({ name: z.string(), to: Season.to_date.schema })),
});

const HOUSE = `SELECT json_object('tzid', s.tzid, 'horizonMonths', s.horizon_months,
  'seasons', (SELECT json_group_array(json_object('name', e.name, 'to', e.to_date)) FROM season e WHERE e.site_id = s.id))
FROM site s ORDER BY s.id LIMIT 1`;

const distinct = <T>(values: readonly T[]): T[] => [...new Set(values)];

/** What of the world matters beside place and stock; loaded only where it is judged. */
export interface WorldWanted extends AskedFacts {
  /** Claims to leave out: those the change would replace. */
  readonly except?: readonly ClaimId[];
  /** The viewer may know what waits. */
  readonly withWaiting?: boolean;
}

const HOUSE_VERSION = `SELECT CAST(value AS INTEGER) FROM setting WHERE key = 'house_version'`;

// What the house does not have need not be looked for: planning a long statement costs more than running it.
const FACTS = jsonQuery({
  sql: asJsonObject({
    house: HOUSE,
    spaces: SPACE_FACTS,
    equipment: EQUIPMENT_FACTS,
    hasRoster: 'SELECT EXISTS (SELECT 1 FROM shift)',
    version: HOUSE_VERSION,
  }),
  bind: { spaces: listOf(Space.id), types: listOf(EquipmentType.id) },
  value: z.strictObject({
    house,
    spaces: z.array(spaceRow),
    equipment: z.array(equipmentRow),
    hasRoster: zeroOrOne,
    version: z.int(),
  }),
});

interface KnownFacts {
  readonly house: z.infer<typeof house>;
  readonly spaces: SpaceFacts[];
  readonly equipment: EquipmentFacts[];
  readonly hasRoster: boolean;
  readonly version: number;
}

interface Things {
  readonly spaces: readonly SpaceId[];
  readonly types: readonly EquipmentTypeId[];
}

async function readFacts(reader: Reader, key: CacheKey<KnownFacts>, things: Things): Promise<KnownFacts> {
  const rows = await reader.value(FACTS, things);
  const facts = {
    house: rows.house,
    spaces: toSpaceFacts(rows.spaces),
    equipment: toEquipmentFacts(rows.equipment),
    hasRoster: rows.hasRoster === 1,
    version: rows.version,
  };
  reader.cache.set(key, facts);
  return facts;
}

/** What is in the windows; parts nobody asked for are absent. */
const surroundings = z.strictObject({
  clashing: z.array(windowTuple),
  uses: z.array(useTuple).optional(),
  waiting: z.array(waitingTuple).optional(),
  publicEvents: z.array(publicTuple).optional(),
  version: z.int(),
  teams: z.array(teamRow).optional(),
  templates: officeTemplateRows.optional(),
  numbers: z.array(numberQuestionRow).optional(),
  expected: z.array(seriesRow),
});

interface Windows {
  readonly windows: readonly Window[];
  readonly useWindows: readonly Window[];
  readonly eventWindows: readonly (readonly [number, number])[];
  readonly teamWindows: readonly (readonly [number, number])[];
  /** The day after the last one that is wanted. */
  readonly last: LocalDate;
}

/** What of it is looked for. */
interface Looked {
  readonly roster: boolean;
  readonly waiting: boolean;
  readonly uses: boolean;
  readonly events: boolean;
}

const NOTHING_MORE: Looked = { roster: false, waiting: false, uses: false, events: false };

const SURROUNDINGS = jsonFamily({
  samples: [NOTHING_MORE, { roster: true, waiting: true, uses: true, events: true }],
  sql: ({ roster, waiting, uses: hasUses, events }: Looked) =>
    asJsonObject({
      version: HOUSE_VERSION,
      clashing: CLASHING_WINDOWS,
      expected: EXPECTED_SERIES,
      ...(roster && { teams: TEAM_LOADS, templates: OFFICE_TEMPLATES, numbers: NUMBER_QUESTIONS }),
      ...(hasUses && { uses: USES_IN_WINDOWS }),
      ...(waiting && { waiting: WAITING_IN_WINDOWS }),
      ...(events && { publicEvents: PUBLIC_IN_WINDOWS }),
    }),
  bind: {
    windows: lists(),
    useWindows: lists(),
    eventWindows: lists(),
    teamWindows: lists(),
    last: Season.to_date,
    resources: listOf(rowNumber<ResourceId>()),
  },
  value: surroundings,
});

function loadSurroundings(reader: Reader, asked: Windows, has: Pick<Looked, 'roster' | 'waiting'>) {
  const { windows, useWindows, eventWindows } = asked;
  const looked = { ...has, uses: useWindows.length > 0, events: eventWindows.length > 0 };
  return reader.value(SURROUNDINGS(looked), {
    windows: windows,
    teamWindows: asked.teamWindows,
    last: asked.last,
    resources: distinct(windows.map(([resource]) => idOf<ResourceId>(resource))),
    useWindows: useWindows,
    eventWindows: eventWindows,
  });
}

async function loadBusy(
  reader: Reader,
  clashing: Window[],
  replaced: ReadonlySet<ClaimId>,
): Promise<BusyRow[]> {
  if (!clashing.length) return [];
  const rows = await reader.value(BUSY, { windows: clashing });
  const byRow = new Map(rows.map((row) => [row[0], row]));
  return [...byRow.values()].filter(([, , , , claimId]) => !replaced.has(claimId)).map(busyRow);
}

function toWaiting(rows: readonly WaitingTuple[], replaced: ReadonlySet<ClaimId>): WaitingRow[] {
  const byRow = new Map(rows.map((row) => [row[0], row]));
  return [...byRow.values()]
    .filter(([, , , , claimId]) => !replaced.has(claimId))
    .map(([, resourceId, start, end, claimId]) => ({ resourceId, span: { start, end }, claimId }));
}

const toUses = (rows: readonly UseTuple[], replaced: ReadonlySet<ClaimId>): UseRow[] =>
  rows
    .filter(([, , , , claimId]) => !replaced.has(claimId))
    .map(([typeId, start, end, quantity, claimId]) => ({ typeId, span: { start, end }, quantity, claimId }));

// A long event may lie in several windows.
const toPublicEvents = (rows: readonly PublicTuple[], replaced: ReadonlySet<ClaimId>): PublicEvent[] =>
  [...new Map(rows.map((row) => [row[0], row])).values()]
    .filter(([claimId]) => !replaced.has(claimId))
    .map(([claimId, start, end, audiences]) => ({ claimId, span: { start, end }, audiences }));

async function withFacts(
  reader: Reader,
  facts: KnownFacts,
  dates: readonly WantedDate[],
  { except = [], withWaiting = false, audiences = [] }: WorldWanted,
): Promise<{ world: WorldSnapshot; version: number }> {
  const { house: office, spaces, equipment } = facts;
  const replaced = new Set(except);
  const parts = wantedParts(dates, holdingsOf({ spaces, equipment }));
  const latest = parts.map(({ span }) => span.end).reduce(later, epochMinute(0));
  const invited = dates.filter(({ of }) => (of?.audiences ?? audiences).length > 0);
  const events = union(invited.map(({ claim }) => claim.event));
  const found = await loadSurroundings(
    reader,
    {
      windows: busyWindows(parts),
      useWindows: windowsOfUse(dates, equipment),
      eventWindows: events.map(({ start, end }) => [start, end]),
      teamWindows: teamWindows(parts.map(({ span }) => span)),
      last: addDays(dateOf(toLocal(latest, office.tzid)), 1),
    },
    { roster: facts.hasRoster, waiting: withWaiting },
  );
  const world = {
    ...office,
    spaces,
    equipment,
    busy: await loadBusy(reader, found.clashing, replaced),
    uses: toUses(found.uses ?? [], replaced),
    waiting: toWaiting(found.waiting ?? [], replaced),
    publicEvents: toPublicEvents(found.publicEvents ?? [], replaced),
    teams: toTeamLoads(found.teams ?? [], found.templates ? officeTemplates(found.templates) : [], replaced),
    numbers: found.numbers ?? [],
    expected: toExpectedSeries(found.expected),
  };
  return { world, version: found.version };
}

/**
 * The one way to load the world for a check, in two indexed statements whatever the number of dates: the facts, and
 * what stands in the windows they make. A third gives the rows of windows that clash, where there are any. Facts read
 * before are used again, and the second statement says whether the house has changed since.
 */
export async function loadWorld(
  reader: Reader,
  dates: readonly WantedDate[],
  wanted: WorldWanted = {},
): Promise<WorldSnapshot> {
  const things = {
    spaces: distinct(dates.flatMap(({ claim }) => claim.spaces.map(({ spaceId }) => spaceId))).sort(),
    types: distinct(dates.flatMap(({ claim }) => claim.equipment.map(({ typeId }) => typeId))).sort(),
  };
  const key = cacheKey<KnownFacts>(`facts ${things.spaces.join(',')} ${things.types.join(',')}`);
  const known = reader.cache.get(key);
  if (known) {
    const { world, version } = await withFacts(reader, known, dates, wanted);
    if (version === known.version) return world;
  }
  return (await withFacts(reader, await readFacts(reader, key, things), dates, wanted)).world;
}
