import { type Weekday } from '@/core/time/local-time';
import { z } from 'zod';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { PersonId } from '@/core/ids';
import { command, jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { flag, integer, listOf, minute, rowNumber, text } from '../../db/tables/column';
import { EquipmentReturn, Recipe, WorkOrder } from '../../db/tables/work-orders';
import { Claim, EquipmentUse } from '../../db/tables/claims';
import { EquipmentType, Service, Shift, Team, TeamMember } from '../../db/tables/spaces';
import { File, Occurrence } from '../../db/tables/requests';

/** The teams with their people, as JSON. */
export const TEAMS_WITH_PEOPLE = `(SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'rosteredUntil', (SELECT MAX(s.end_min) FROM shift s WHERE s.team_id = t.id),
  'people', (SELECT json_group_array(json_object('id', p.id, 'name', p.name) ORDER BY p.name) FROM team_member m JOIN person p ON p.id = m.person_id AND p.retired_at IS NULL
    WHERE m.team_id = t.id)) ORDER BY t.id) FROM team t WHERE t.retired_at IS NULL)`;

export const TEAM_AND_PERSON = query({
  sql: `SELECT (SELECT name FROM team WHERE id = $teamId AND retired_at IS NULL) AS team, (SELECT name FROM person WHERE id = $personId AND retired_at IS NULL) AS person,
  EXISTS (SELECT 1 FROM team_member WHERE team_id = $teamId AND person_id = $personId) AS isMember`,
  bind: { teamId: integer(), personId: rowNumber<PersonId>().orNull() },
  row: { team: text().orNull(), person: text().orNull(), isMember: flag() },
});

export const PICKED_ORDERS = query({
  sql: `SELECT w.id, w.state, w.issued_min, w.team_id, o.request_id FROM work_order w JOIN occurrence o ON o.id = w.occurrence_id
  WHERE w.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(WorkOrder.id) },
  row: {
    id: WorkOrder.id,
    state: WorkOrder.state,
    issued_min: WorkOrder.issued_min,
    team_id: WorkOrder.team_id,
    request_id: Occurrence.request_id,
  },
});

export const SERVICES_OF_DATE = query({
  sql: `SELECT s.id, s.name, t.name AS team, EXISTS (SELECT 1 FROM team_member m WHERE m.team_id = s.team_id AND m.person_id = $person) AS isMine
  FROM occurrence o JOIN claim_service v ON v.claim_id = o.standing_id JOIN service s ON s.id = v.service_id JOIN team t ON t.id = s.team_id WHERE o.id = $id`,
  bind: { id: Occurrence.id, person: TeamMember.person_id },
  row: { id: Service.id, name: Service.name, team: Team.name, isMine: flag() },
});

export const HOUSE_OF_WEEK = jsonQuery({
  sql: `SELECT json_object('site', (SELECT json_object('tzid', tzid, 'weekStart', week_start) FROM site ORDER BY id LIMIT 1),
  'teams', ${TEAMS_WITH_PEOPLE},
  'people', (SELECT json_group_array(json_object('id', p.id, 'name', p.name) ORDER BY p.name) FROM person p WHERE p.retired_at IS NULL
    AND EXISTS (SELECT 1 FROM role_grant g WHERE g.person_id = p.id AND g.role = 'crew'))) AS json`,
  value: z.object({
    site: z.object({
      tzid: z.string(),
      weekStart: numberOf<Weekday>(),
    }),
    teams: z
      .array(
        z.object({
          id: z.number(),
          name: z.string(),
          rosteredUntil: numberOf<EpochMinute>().nullable(),
          people: z.array(z.object({ id: numberOf<PersonId>(), name: z.string() })).readonly(),
        }),
      )
      .readonly(),
    people: z.array(z.object({ id: numberOf<PersonId>(), name: z.string() })).readonly(),
  }),
});

export const OWN_LOOSE_FILE = query({
  sql: 'SELECT id FROM file WHERE key = $key AND owner_id = $me AND request_id IS NULL AND message_id IS NULL',
  bind: { key: File.key, me: File.owner_id },
  row: { id: File.id },
});

export const COUNTED_BEFORE = query({
  sql: 'SELECT stock_line_id FROM equipment_return WHERE order_id = $orderId AND type_id = $typeId',
  bind: { orderId: EquipmentReturn.order_id, typeId: EquipmentReturn.type_id },
  row: { stock_line_id: EquipmentReturn.stock_line_id },
});

export const LEAVES_STORE_AT = query({
  sql: `SELECT MIN(u.start_min) AS start FROM work_order w JOIN equipment_use u ON u.claim_id = w.claim_id AND u.type_id = $typeId AND u.occupies = 1 WHERE w.id = $orderId`,
  bind: { orderId: WorkOrder.id, typeId: EquipmentUse.type_id },
  row: { start: minute().orNull() },
});

export const IS_BACK_AT = query({
  sql: `SELECT MAX(u.end_min) AS end FROM work_order w JOIN equipment_use u ON u.claim_id = w.claim_id AND u.type_id = $typeId AND u.occupies = 1 WHERE w.id = $orderId`,
  bind: { orderId: WorkOrder.id, typeId: EquipmentUse.type_id },
  row: { end: minute().orNull() },
});

export const NAME_OF_TYPE = query({
  sql: 'SELECT name FROM equipment_type WHERE id = $id',
  bind: { id: EquipmentType.id },
  row: { name: EquipmentType.name },
});

export const TITLE_OF_RECIPE = query({
  sql: 'SELECT title FROM recipe WHERE id = $id',
  bind: { id: Recipe.id },
  row: { title: Recipe.title },
});

export const COMING_DATES_OF_REQUEST = query({
  sql: `SELECT o.id FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = $request AND o.state = 'approved' AND c.end_min > $now`,
  bind: { request: Occurrence.request_id, now: Claim.end_min },
  row: { id: Occurrence.id },
});

export const CLAIMS_OF_TEAM = query({
  sql: `SELECT DISTINCT w.claim_id AS id FROM work_order w JOIN claim c ON c.id = w.claim_id AND c.status = 'in-force'
     WHERE w.team_id = $teamId AND w.state = 'open' AND w.due_min > $start AND w.due_min < $end AND w.due_min > $now`,
  bind: {
    teamId: WorkOrder.team_id,
    start: WorkOrder.due_min,
    end: WorkOrder.due_min,
    now: WorkOrder.due_min,
  },
  row: { id: WorkOrder.claim_id },
});

export const SHIFT_BY_ID = query({
  sql: 'SELECT team_id, person_id, people, start_min, end_min FROM shift WHERE id = $id',
  bind: { id: Shift.id.plain() },
  row: {
    team_id: Shift.team_id,
    person_id: Shift.person_id,
    people: Shift.people,
    start_min: Shift.start_min,
    end_min: Shift.end_min,
  },
});

export const COUNT_TEAM_AND_PERSON = query({
  sql: `SELECT (SELECT COUNT(*) FROM team WHERE id = $team) AS teams, (SELECT COUNT(*) FROM person WHERE id = $person AND retired_at IS NULL) AS people`,
  bind: { team: integer(), person: rowNumber<PersonId>() },
  row: { teams: integer(), people: integer() },
});

export const RETIRE_RECIPE = command({
  sql: 'UPDATE recipe SET retired_at = $at, row_version = row_version + 1 WHERE id = $id',
  bind: { id: Recipe.id, at: Recipe.retired_at },
});
