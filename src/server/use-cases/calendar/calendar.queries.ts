import { z } from 'zod';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { BUILDING } from '../../repositories/names';
import { jsonQuery, query } from '../../db/statement';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { integer, listOf, minute, rowNumber, text, json, lists } from '../../db/tables/column';
import { doors, numbers, obstacles } from '../../db/tables/contents';
import { Category, Closure, DayNote } from '../../db/tables/house';
import { EquipmentType, KitItem, Space } from '../../db/tables/spaces';
import { occupiedIn } from '../../repositories/world/occupied-in';

export const BOARD_SPACES = jsonQuery({
  sql: `
SELECT json_group_array(json_object('id', s.id, 'code', s.code, 'name', s.name, 'building', ${BUILDING}, 'buildingId', b.id, 'outdoor', s.outdoor, 'stepFree', s.step_free,
  'seats', COALESCE((SELECT MAX(l.seats) FROM space_layout l WHERE l.space_id = s.id), 0),
  'parts', (SELECT json_group_array(p.resource_id) FROM space_part p WHERE p.space_id = s.id),
  'madeOf', (SELECT json_group_array(k.name) FROM space_child c JOIN space k ON k.id = c.child_id WHERE c.parent_id = s.id)
) ORDER BY b.position, s.position) AS json
FROM space s JOIN building b ON b.id = s.building_id WHERE s.retired_at IS NULL`,
  value: z.array(
    z.object({
      id: numberOf<SpaceId>(),
      code: z.string(),
      name: z.string(),
      building: z.string(),
      buildingId: z.number(),
      outdoor: zeroOrOne,
      stepFree: zeroOrOne,
      seats: z.number(),
      parts: z.array(numberOf<ResourceId>()),
      madeOf: z.array(z.string()),
    }),
  ),
});

// A kit counts as its contents and has no level of its own.
export const BOARD_POOLS = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'store', s.name,
  'units', (SELECT json_group_array(json_object('id', r.id, 'name', r.name) ORDER BY r.id) FROM stock_line l JOIN resource r ON r.id = l.resource_id WHERE l.type_id = t.id)
) ORDER BY s.id, t.position) AS json
FROM equipment_type t JOIN store s ON s.id = t.store_id WHERE t.retired_at IS NULL AND NOT EXISTS (SELECT 1 FROM kit_item k WHERE k.kit_id = t.id)`,
  value: z.array(
    z.object({
      id: numberOf<EquipmentTypeId>(),
      name: z.string(),
      store: z.string(),
      units: z.array(z.object({ id: z.number(), name: z.string() })).readonly(),
    }),
  ),
});

export const HOUSE_VERSION = query({
  sql: `SELECT CAST(value AS INTEGER) AS version FROM setting WHERE key = 'house_version'`,
  row: { version: integer() },
});

export const BOARD_CATEGORIES = query({
  sql: 'SELECT id, name, mark, hue FROM category ORDER BY position',
  row: { id: Category.id, name: Category.name, mark: Category.mark, hue: Category.hue },
});

export const SPACES_KEPT_PRIVATE = query({
  sql: `SELECT (SELECT json_group_array(id) FROM space s WHERE NOT EXISTS (SELECT 1 FROM json_each(s.seen_by) v
  WHERE v.value IN (SELECT value FROM json_each($roles)))) AS hidden, (SELECT COUNT(*) FROM space) AS spaces`,
  bind: { roles: listOf(text()) },
  row: { hidden: json(numbers), spaces: integer() },
});

export const choice = (id: string, name: string, mark: string, hue: string) =>
  `json_object('id', ${id}, 'name', ${name}, 'mark', ${mark}, 'hue', ${hue})`;

const choices = z
  .array(
    z.object({ id: z.number(), name: z.string(), mark: z.string().nullable(), hue: z.string().nullable() }),
  )
  .readonly();

export const DATES_CHOICES = jsonQuery({
  sql: `SELECT json_object(
  'space', (SELECT json_group_array(${choice('s.id', 's.name', 'NULL', 'NULL')} ORDER BY b.position, s.position) FROM space s JOIN building b ON b.id = s.building_id),
  'building', (SELECT json_group_array(${choice('id', 'name', 'NULL', 'NULL')} ORDER BY position) FROM building),
  'category', (SELECT json_group_array(${choice('id', 'name', 'mark', 'hue')} ORDER BY position) FROM category),
  'host', (SELECT json_group_array(${choice('id', 'name', 'NULL', 'NULL')} ORDER BY name) FROM organisation),
  'buildingOf', (SELECT json_group_object(id, building_id) FROM space),
  'codes', (SELECT json_group_object(id, code) FROM space)) AS json`,
  value: z.object({
    category: choices,
    space: choices,
    building: choices,
    host: choices,
    buildingOf: z.record(z.string(), z.number()),
    codes: z.record(z.string(), z.string()),
  }),
});

// A steward of a space stands before one of its building.
export const FLOOR_OF_SPACE = jsonQuery({
  sql: `SELECT json_object('area', s.area_m2, 'length', s.length_m, 'width', s.width_m,
  'bays', (SELECT json_group_array(json_object('name', k.name, 'areaM2', k.area_m2) ORDER BY k.position) FROM space_child c JOIN space k ON k.id = c.child_id
    WHERE c.parent_id = s.id AND k.area_m2 IS NOT NULL),
  'stewards', (SELECT json_group_array(p.name ORDER BY g.scope_kind DESC, p.name) FROM role_grant g JOIN person p ON p.id = g.person_id
    WHERE g.role = 'steward' AND p.retired_at IS NULL AND ((g.scope_kind = 'space' AND g.scope_id = s.id) OR (g.scope_kind = 'building' AND g.scope_id = s.building_id)))
) AS json FROM space s WHERE s.id = $id`,
  bind: { id: Space.id.plain() },
  value: z.object({
    area: z.number().nullable(),
    length: z.number().nullable(),
    width: z.number().nullable(),
    bays: z.array(z.object({ name: z.string(), areaM2: z.number() })).readonly(),
    stewards: z.array(z.string()),
  }),
});

export const DOORS_OF_SPACE = jsonQuery({
  sql: `SELECT json_object('doors', json(doors), 'obstacles', json(obstacles)) AS json FROM space WHERE id = $id`,
  bind: { id: Space.id.plain() },
  value: z.object({
    doors: doors.readonly(),
    obstacles: obstacles.readonly(),
  }),
});

// The neighbours of now are enough: whoever has it, had it last, gets it next.
export const UNITS_OF_TYPE = jsonQuery({
  sql: `
SELECT json_group_array(json_object('id', r.id, 'name', r.name, 'loans', (SELECT json_group_array(json_array(o.claim_id, o.start_min, o.end_min)) FROM occupancy o WHERE o.id IN (
  SELECT id FROM (SELECT id FROM occupancy WHERE resource_id = r.id AND occupies = 1 AND end_min <= $now ORDER BY end_min DESC LIMIT 1)
  UNION SELECT id FROM (SELECT id FROM occupancy WHERE resource_id = r.id AND occupies = 1 AND end_min > $now ORDER BY end_min LIMIT 2)))) ORDER BY r.name) AS json
FROM resource r WHERE r.id IN (SELECT resource_id FROM stock_line WHERE type_id = $type AND resource_id IS NOT NULL)`,
  bind: { type: rowNumber<EquipmentTypeId>(), now: minute() },
  value: z.array(
    z.object({
      id: numberOf<ResourceId>(),
      name: z.string(),
      loans: z.array(z.tuple([numberOf<ClaimId>(), numberOf<EpochMinute>(), numberOf<EpochMinute>()])),
    }),
  ),
});

export const TYPES_IN_USE = query({
  sql: 'SELECT id FROM equipment_type WHERE retired_at IS NULL',
  row: { id: EquipmentType.id },
});

export const DAY_NOTE_LINES = query({
  sql: 'SELECT name, from_date AS "from", to_date AS "to" FROM day_note WHERE from_date <= $last AND to_date >= $first ORDER BY from_date, id',
  bind: { first: DayNote.to_date, last: DayNote.from_date },
  row: { name: DayNote.name, from: DayNote.from_date, to: DayNote.to_date },
});

// Of the whole office; what is closed of it alone, a building or a space, is told where it is looked at.
export const CLOSURE_LINES = query({
  sql: `SELECT reason AS name, substr(start_local, 1, 10) AS "from", date(end_local, '-1 minute') AS "to" FROM closure
  WHERE owner_kind = 'site' AND kind = 'shut' AND start_local < $last || 'T24:00' AND end_local > $first
  ORDER BY start_local, id`,
  bind: { first: DayNote.to_date, last: DayNote.from_date },
  row: { name: Closure.reason, from: DayNote.from_date, to: DayNote.to_date },
});

// Every change of what is booked has a change set, every change of the house a new version.
export const VERSION_OF_ALL = query({
  sql: `SELECT (SELECT value FROM setting WHERE key = 'house_version') || ' ' || COALESCE((SELECT MAX(id) FROM change_set), 0) AS version`,
  row: { version: text() },
});

export const KITS_WITH_TYPE = query({
  sql: `SELECT t.name, k.quantity FROM kit_item k JOIN equipment_type t ON t.id = k.kit_id WHERE k.type_id = $id AND t.retired_at IS NULL ORDER BY t.position`,
  bind: { id: KitItem.type_id.plain() },
  row: { name: EquipmentType.name, quantity: KitItem.quantity },
});

export const TAKEN_OF_PARTS = jsonQuery({
  sql: `
SELECT json_group_array(json_array(o.resource_id, o.start_min, o.end_min, o.claim_id)) AS json FROM json_each($parts) p ${occupiedIn('p.value')}`,
  bind: { start: minute(), end: minute(), parts: listOf(rowNumber<ResourceId>()) },
  value: z.array(
    z.tuple([numberOf<ResourceId>(), numberOf<EpochMinute>(), numberOf<EpochMinute>(), numberOf<ClaimId>()]),
  ),
});

// One seek for each part on each date: the first row that ends after the window begins is the only one that can tell
// whether something stands in it. Start and number of that row travel in one value, so that it is sought once.
/**
 * `$parts`: [candidate, part, minutes before, after, how the space is set]; `$dates`: [the host comes, goes]; lists of lists.
 * Gives candidate, date and whether the space is set the same way there; null where what stands there is none of a space.
 */
export const STANDING = jsonQuery({
  sql: `
WITH part AS MATERIALIZED (SELECT value->>0 AS candidate, value->>1 AS part, value->>2 AS before, value->>3 AS after, value->>4 AS setup_key FROM json_each($parts)),
day AS MATERIALIZED (SELECT key AS date, value->>0 AS host_start, value->>1 AS host_end FROM json_each($dates)),
hit AS MATERIALIZED (SELECT p.candidate, d.date, d.host_end + p.after AS ends, p.setup_key,
  (SELECT (f.start_min << 32) | f.id FROM occupancy f WHERE f.resource_id = p.part AND f.occupies = 1 AND f.end_min > d.host_start - p.before ORDER BY f.end_min LIMIT 1) AS row
  FROM part p CROSS JOIN day d)
SELECT json_group_array(json_array(h.candidate, h.date, (SELECT s.setup_key = h.setup_key FROM occupancy o JOIN claim_space s ON s.id = o.claim_space_id
  WHERE o.id = (h.row & 4294967295)))) AS json FROM hit h WHERE (h.row >> 32) < h.ends`,
  bind: { parts: lists(), dates: lists() },
  value: z.array(z.tuple([z.int(), z.int(), zeroOrOne.nullable()])),
});
