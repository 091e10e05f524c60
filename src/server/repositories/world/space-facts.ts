import { z } from 'zod';
import type { EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import type { EquipmentFacts, SpaceFacts } from '@/core/checks/world';
import { nearestHours, type HoursLine } from '@/core/spaces/hours';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { asJson, type Reader } from '../../db/connection';
import { numberOf } from '../../db/shapes';
import { jsonQuery, query, type RowOfShape } from '../../db/statement';
import { listOf } from '../../db/tables/column';
import { features, whoMayAsk } from '../../db/tables/contents';
import { Closure, Hours, Site, Timetable, TimetableException } from '../../db/tables/house';
import { EquipmentType, Space, SpaceLayout, SpacePolicy } from '../../db/tables/spaces';

const period = z.strictObject({ name: z.string(), fromMin: z.int(), toMin: z.int() });
const timetable = z.strictObject({
  validFrom: Timetable.valid_from.schema,
  validTo: Timetable.valid_to.schema,
  periods: z.array(period),
  exceptions: z.array(
    z.strictObject({ date: TimetableException.on_date.schema, periods: z.array(period).nullable() }),
  ),
});
const policy = z.strictObject({
  validFrom: SpacePolicy.valid_from.schema,
  noticeMin: z.int().nullable(),
  horizonMonths: z.int().nullable(),
  shortestMin: z.int().nullable(),
  longestMin: z.int().nullable(),
  granted: SpacePolicy.granted.schema,
  who: whoMayAsk,
});
const layout = z.strictObject({
  layout: SpaceLayout.layout.schema,
  seats: z.int(),
  setupMin: z.int(),
  strikeMin: z.int(),
});
/** Whose they are, weekday, from and to in minutes of the day, first and last day. */
const hoursRow = z.tuple([
  Hours.owner_kind.schema,
  Hours.weekday.schema,
  z.int(),
  z.int(),
  Hours.valid_from.schema,
  Hours.valid_to.schema,
]);
/** From, to, shut or open, why. */
const closureRow = z.tuple([
  Closure.start_local.schema,
  Closure.end_local.schema,
  Closure.kind.schema,
  z.string(),
]);

/** What `SPACE_FACTS` gives of each space. */
export const spaceRow = z.strictObject({
  id: Space.id.schema,
  tzid: z.string(),
  limit: z.int().nullable(),
  areaM2: z.number(),
  parts: z.array(numberOf<ResourceId>()),
  layouts: z.array(layout),
  hours: z.array(hoursRow),
  closures: z.array(closureRow),
  features,
  topUpMin: z.int(),
  policies: z.array(policy),
  timetables: z.array(timetable),
});
export type SpaceRow = z.infer<typeof spaceRow>;
type HoursRow = z.infer<typeof hoursRow>;
type Level = HoursRow[0];

const periodsOf = (timetable: string) =>
  `(SELECT json_group_array(json_object('name', q.name, 'fromMin', q.from_min, 'toMin', q.to_min) ORDER BY q.position)
    FROM timetable_period q WHERE q.timetable_id = ${timetable})`;

const TIMETABLES = `(SELECT json_group_array(json_object('validFrom', t.valid_from, 'validTo', t.valid_to, 'periods', ${periodsOf('t.id')},
    'exceptions', (SELECT json_group_array(json_object('date', e.on_date, 'periods', CASE WHEN e.instead_id IS NULL THEN NULL ELSE json(${periodsOf('e.instead_id')}) END))
      FROM timetable_exception e WHERE e.timetable_id = t.id)) ORDER BY t.id)
  FROM space_timetable x JOIN timetable t ON t.id = x.timetable_id WHERE x.space_id = s.id)`;

const POLICIES = `(SELECT json_group_array(json_object('validFrom', x.valid_from, 'noticeMin', x.notice_min, 'horizonMonths', x.horizon_months,
    'shortestMin', x.shortest_min, 'longestMin', x.longest_min, 'granted', x.granted, 'who', json(x.who))) FROM space_policy x WHERE x.space_id = s.id)`;

// Owners of hours and closures that count for a space: itself, its building, its site.
const OWNED = `(x.owner_kind = 'space' AND x.owner_id = s.id) OR (x.owner_kind = 'building' AND x.owner_id = b.id)
  OR (x.owner_kind = 'site' AND x.owner_id = b.site_id)`;

/** A scalar statement: facts of the spaces whose ids are bound to `$spaces`. */
export const SPACE_FACTS = `
SELECT json_group_array(json_object(
  'id', s.id, 'tzid', site.tzid, 'limit', s.posted_limit, 'areaM2', COALESCE(s.area_m2, s.length_m * s.width_m, 0),
  'parts', (SELECT json_group_array(p.resource_id) FROM space_part p WHERE p.space_id = s.id),
  'layouts', (SELECT json_group_array(json_object('layout', l.layout, 'seats', l.seats, 'setupMin', l.setup_min, 'strikeMin', l.strike_min) ORDER BY l.position)
    FROM space_layout l WHERE l.space_id = s.id),
  'hours', (SELECT json_group_array(json_array(x.owner_kind, x.weekday, x.from_min, x.to_min, x.valid_from, x.valid_to)) FROM hours x WHERE ${OWNED}),
  'closures', (SELECT json_group_array(json_array(x.start_local, x.end_local, x.kind, x.reason)) FROM closure x WHERE ${OWNED}),
  'features', (SELECT json_group_array(feature) FROM (SELECT x.feature FROM space_feature x WHERE x.space_id = s.id UNION SELECT 'step-free' WHERE s.step_free = 1)), 'topUpMin', s.top_up_min,
  'policies', ${POLICIES}, 'timetables', ${TIMETABLES}
))
FROM space s JOIN building b ON b.id = s.building_id JOIN site ON site.id = b.site_id
WHERE s.id IN (SELECT value FROM json_each($spaces))`;

const hoursLine = ([, weekday, fromMin, toMin, validFrom, validTo]: HoursRow): HoursLine => ({
  weekday,
  fromMin,
  toMin,
  validFrom,
  validTo,
});

/** Gives equal hours as one array, so that what the core works out for one space serves all that share them. */
type SharedHours = (hours: readonly HoursLine[]) => readonly HoursLine[];

function shareHours(): SharedHours {
  const known = new Map<string, readonly HoursLine[]>();
  return (hours) => {
    const text = JSON.stringify(hours);
    const same = known.get(text);
    if (!same) known.set(text, hours);
    return same ?? hours;
  };
}

export function toSpaceFacts(rows: readonly SpaceRow[]): SpaceFacts[] {
  const shared = shareHours();
  return rows.map((row) => toFacts(row, shared));
}

function toFacts(row: SpaceRow, shared: SharedHours): SpaceFacts {
  const level = (name: Level) => row.hours.filter(([owner]) => owner === name).map(hoursLine);
  const minute = (local: LocalDateTime) => toEpochMinute(local, row.tzid, 'offset-before');
  return {
    id: row.id,
    parts: row.parts,
    areaM2: row.areaM2,
    layouts: row.layouts,
    postedLimit: row.limit,
    hours: shared(nearestHours({ space: level('space'), building: level('building'), site: level('site') })),
    closures: row.closures.map(([start, end, kind, reason]) => ({
      span: { start: minute(start), end: minute(end) },
      kind,
      reason,
    })),
    features: row.features,
    topUpMin: row.topUpMin,
    policies: row.policies,
    timetables: row.timetables,
  };
}

const FACTS_OF_SPACES = jsonQuery({
  sql: asJson(SPACE_FACTS),
  bind: { spaces: listOf(Space.id) },
  value: z.array(spaceRow),
});

/** Facts of the spaces there are, retired ones too: what they hold stays held. One that is missing is left out. */
export async function loadSpaceFacts(reader: Reader, ids: readonly SpaceId[]): Promise<SpaceFacts[]> {
  return toSpaceFacts(await reader.value(FACTS_OF_SPACES, { spaces: ids }));
}

/** What `EQUIPMENT_FACTS` gives of each type; of stock from, to and how many. */
export const equipmentRow = z.strictObject({
  id: EquipmentType.id.schema,
  fetchMin: z.int(),
  returnMin: z.int(),
  stock: z.array(z.tuple([numberOf<EpochMinute>(), numberOf<EpochMinute>().nullable(), z.int()])),
});
export type EquipmentRow = z.infer<typeof equipmentRow>;

/** A scalar statement: facts of the types whose ids are bound to `$types`. */
export const EQUIPMENT_FACTS = `
SELECT json_group_array(json_object('id', t.id, 'fetchMin', t.fetch_min, 'returnMin', t.return_min,
  'stock', (SELECT json_group_array(json_array(l.from_min, l.to_min, l.delta)) FROM (
    SELECT x.from_min, x.to_min, x.delta FROM stock_line x WHERE x.type_id = t.id
    UNION ALL SELECT x.start_min, x.end_min, x.people FROM shift x WHERE x.team_id = t.pool_team_id) l)))
FROM equipment_type t WHERE t.id IN (SELECT value FROM json_each($types))`;

export const toEquipmentFacts = (rows: readonly EquipmentRow[]): EquipmentFacts[] =>
  rows.map(({ stock, ...facts }) => ({
    ...facts,
    stock: stock.map(([from, to, delta]) => ({ from, to, delta })),
  }));

const FACTS_OF_TYPES = jsonQuery({
  sql: asJson(EQUIPMENT_FACTS),
  bind: { types: listOf(EquipmentType.id) },
  value: z.array(equipmentRow),
});

/** Facts of the equipment types there are, retired ones too. */
export async function loadEquipmentFacts(
  reader: Reader,
  ids: readonly EquipmentTypeId[],
): Promise<EquipmentFacts[]> {
  if (!ids.length) return [];
  return toEquipmentFacts(await reader.value(FACTS_OF_TYPES, { types: ids }));
}

/** How the site counts its days: a week begins on `weekStart` (ISO), times picked on the board snap to `grainMin`. */
export type SiteDays = RowOfShape<typeof SITE_DAYS.row>;

const SITE_DAYS = query({
  sql: 'SELECT tzid, week_start AS weekStart, grain_min AS grainMin, horizon_months AS horizonMonths FROM site ORDER BY id LIMIT 1',
  row: {
    tzid: Site.tzid,
    weekStart: Site.week_start,
    grainMin: Site.grain_min,
    horizonMonths: Site.horizon_months,
  },
});
const SITE_BANDS = query({
  sql: 'SELECT access_min AS accessMin, exit_min AS exitMin FROM site ORDER BY id LIMIT 1',
  row: { accessMin: Site.access_min, exitMin: Site.exit_min },
});

/** There is at least one site once the office is set up. */
function ofSite<Row>(site: Row | null): Row {
  if (!site) throw new Error('no site: set the office up first (README, “Running it for real”)');
  return site;
}

export const siteDays = async (reader: Reader): Promise<SiteDays> => ofSite(await reader.first(SITE_DAYS));

/** Minutes for the host before and after an event where a request says nothing. */
export const siteBands = async (reader: Reader): Promise<RowOfShape<typeof SITE_BANDS.row>> =>
  ofSite(await reader.first(SITE_BANDS));

/** The zone of the site a space belongs to. */
export const siteZone = async (reader: Reader): Promise<string> => (await siteDays(reader)).tzid;
