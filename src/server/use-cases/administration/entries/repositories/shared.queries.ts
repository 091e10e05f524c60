import { z } from 'zod';
import type { ClaimId } from '@/core/ids';
import { command, jsonQuery, query } from '../../../../db/statement';
import { integer, listOf, rowNumber } from '../../../../db/tables/column';
import {
  Audience,
  LetterWording,
  Timetable,
  TimetableException,
  TimetablePeriod,
} from '../../../../db/tables/house';
import { Deputy, RoleGrant } from '../../../../db/tables/people';
import {
  EquipmentSubstitute,
  EquipmentType,
  Space,
  SpaceChild,
  StockLine,
} from '../../../../db/tables/spaces';
import { Claim, Occupancy } from '../../../../db/tables/claims';
import { Request } from '../../../../db/tables/requests';

export const LINES_OF_STOCK = query({
  sql: `SELECT id, from_min AS fromMin, to_min AS toMin, delta, reason FROM stock_line WHERE type_id = $type AND resource_id IS NULL ORDER BY from_min, id`,
  bind: { type: StockLine.type_id.plain() },
  row: {
    id: StockLine.id,
    fromMin: StockLine.from_min,
    toMin: StockLine.to_min,
    delta: StockLine.delta,
    reason: StockLine.reason,
  },
});

/** What a site has in common with the first, which is that of the office. */
export const COMMON =
  'tzid, week_start, office_name, office_phone, office_email, access_min, exit_min, horizon_months, grain_min, register_domains, layout_minutes, language';

export const HAS_HOUSEKEEPER = query({
  sql: `SELECT 1 AS one FROM role_grant g JOIN person p ON p.id = g.person_id AND p.retired_at IS NULL AND p.password_hash IS NOT NULL WHERE g.role = 'housekeeper' LIMIT 1`,
  row: { one: integer() },
});

export const OTHER_HOUSEKEEPER = query({
  sql: `SELECT 1 AS one FROM role_grant g JOIN person p ON p.id = g.person_id AND p.retired_at IS NULL AND p.password_hash IS NOT NULL
       WHERE g.role = 'housekeeper' AND g.person_id <> $id LIMIT 1`,
  bind: { id: RoleGrant.person_id.plain() },
  row: { one: integer() },
});

export const IS_HOUSEKEEPER = query({
  sql: `SELECT 1 AS one FROM role_grant WHERE person_id = $id AND role = 'housekeeper' LIMIT 1`,
  bind: { id: RoleGrant.person_id.plain() },
  row: { one: integer() },
});

export const ANY_CLAIM = query({ sql: 'SELECT 1 AS one FROM claim LIMIT 1', row: { one: integer() } });

export const SPACES_WITH_PARTS = query({
  sql: 'SELECT id, name, part_id AS part FROM space ORDER BY id',
  row: { id: Space.id, name: Space.name, part: Space.part_id },
});

export const SPACES_WITHIN = query({
  sql: 'SELECT parent_id AS parent, child_id AS child FROM space_child',
  row: { parent: SpaceChild.parent_id, child: SpaceChild.child_id },
});

export const PARTS_BY_SPACE = jsonQuery({
  sql: 'SELECT json_group_object(space_id, json(parts)) AS json FROM (SELECT space_id, json_group_array(resource_id ORDER BY resource_id) AS parts FROM space_part GROUP BY space_id)',
  value: z.record(z.string(), z.array(z.number())),
});

export const CLAIM_IN_WORDS = query({
  sql: `SELECT r.ref, c.start_min AS start, c.end_min AS "end" FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id WHERE c.id = $claim`,
  bind: { claim: Claim.id },
  row: { ref: Request.ref, start: Claim.start_min, end: Claim.end_min },
});

export const TAKEN_BY_OTHERS = query({
  sql: `SELECT claim_id AS claim, resource_id AS resource, start_min AS start, end_min AS "end" FROM occupancy WHERE occupies = 1
     AND resource_id IN (SELECT value FROM json_each($resources)) AND claim_id NOT IN (SELECT value FROM json_each($ids))`,
  bind: { resources: listOf(Occupancy.resource_id), ids: listOf(rowNumber<ClaimId>()) },
  row: {
    claim: Occupancy.claim_id,
    resource: Occupancy.resource_id,
    start: Occupancy.start_min,
    end: Occupancy.end_min,
  },
});

export const TYPES_OF_STORE = query({
  sql: 'SELECT id FROM equipment_type WHERE store_id = $id',
  bind: { id: EquipmentType.store_id },
  row: { id: EquipmentType.id },
});

export const COUNT_AUDIENCES = query({
  sql: 'SELECT COUNT(*) AS n FROM audience WHERE name IN (SELECT value FROM json_each($names))',
  bind: { names: listOf(Audience.name) },
  row: { n: integer() },
});

export const PERIODS_OF = query({
  sql: 'SELECT name, from_min AS fromMin, to_min AS toMin FROM timetable_period WHERE timetable_id = $id ORDER BY position',
  bind: { id: TimetablePeriod.timetable_id },
  row: { name: TimetablePeriod.name, fromMin: TimetablePeriod.from_min, toMin: TimetablePeriod.to_min },
});

export const STAND_INS = query({
  sql: 'SELECT instead_id AS id FROM timetable_exception WHERE timetable_id = $id AND instead_id IS NOT NULL',
  bind: { id: TimetableException.timetable_id },
  row: { id: TimetableException.instead_id },
});

// A day that differs has a timetable of its own to stand in; it is no thing of the house.
export const STANDS_IN = 'SELECT instead_id FROM timetable_exception WHERE instead_id IS NOT NULL';

export const TIMETABLE_BY_ID = query({
  sql: `SELECT name, valid_from AS validFrom, valid_to AS validTo FROM timetable WHERE id = $id AND id NOT IN (${STANDS_IN})`,
  bind: { id: Timetable.id.plain() },
  row: { name: Timetable.name, validFrom: Timetable.valid_from, validTo: Timetable.valid_to },
});

export const DAYS_APART = query({
  sql: 'SELECT on_date AS "on", instead_id AS instead FROM timetable_exception WHERE timetable_id = $id ORDER BY on_date',
  bind: { id: TimetableException.timetable_id },
  row: { on: TimetableException.on_date, instead: TimetableException.instead_id },
});

export const WORDING = query({
  sql: 'SELECT doc FROM letter_wording WHERE id = $id',
  bind: { id: LetterWording.id },
  row: { doc: LetterWording.doc },
});

export const CLOSE_STOCK_OF_UNIT = command({
  sql: 'UPDATE stock_line SET to_min = $at WHERE resource_id = $id AND to_min IS NULL AND from_min < $at',
  bind: { id: StockLine.resource_id.orNull(), at: StockLine.to_min },
});

export const DROP_LATER_STOCK_OF_UNIT = command({
  sql: 'DELETE FROM stock_line WHERE resource_id = $id AND from_min >= $at',
  bind: { id: StockLine.resource_id.orNull(), at: StockLine.from_min },
});

export const DROP_SUBSTITUTES = command({
  sql: 'DELETE FROM equipment_substitute WHERE type_id = $id OR by_type_id = $id',
  bind: { id: EquipmentSubstitute.type_id.plain() },
});

export const FOLLOW_MAIN_SITE = command({
  sql: `UPDATE site SET (${COMMON}) = (SELECT ${COMMON} FROM site ORDER BY id LIMIT 1) WHERE id > (SELECT MIN(id) FROM site)`,
});

export const DROP_GRANTS = command({
  sql: `DELETE FROM role_grant WHERE person_id = $id AND (scope_kind = 'site' AND role <> 'steward' OR role = 'steward' AND scope_kind IN ('building', 'space', 'pool'))`,
  bind: { id: RoleGrant.person_id.plain() },
});

export const DROP_DEPUTIES = command({
  sql: 'DELETE FROM deputy WHERE person_id = $id OR deputy_id = $id',
  bind: { id: Deputy.person_id.plain() },
});
