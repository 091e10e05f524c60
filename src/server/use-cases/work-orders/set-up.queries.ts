import { type Weekday } from '@/core/time/local-time';
import { z } from 'zod';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { EquipmentTypeId, CategoryId, PersonId, SpaceId } from '@/core/ids';
import { command, jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { flag, integer, listOf, minute, rowNumber, text } from '../../db/tables/column';
import { EquipmentReturn, OrderTemplate, WorkOrder } from '../../db/tables/work-orders';
import { Claim, EquipmentUse } from '../../db/tables/claims';
import { EquipmentType, Service, Shift, Team, TeamMember } from '../../db/tables/spaces';
import { File, Occurrence } from '../../db/tables/requests';
import { orderContent, templateScope, templateQuantities } from '../../db/tables/contents';

/** What `TEAMS_WITH_PEOPLE` gives. */
export const teamsWithPeople = z.array(
  z.strictObject({
    id: z.int(),
    name: z.string(),
    rosteredUntil: numberOf<EpochMinute>().nullable(),
    people: z.array(z.strictObject({ id: numberOf<PersonId>(), name: z.string() })),
  }),
);

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

export const TITLE_OF_TEMPLATE = query({
  sql: 'SELECT title FROM recipe WHERE id = $id',
  bind: { id: OrderTemplate.id },
  row: { title: OrderTemplate.title },
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

export const RETIRE_TEMPLATE = command({
  sql: 'UPDATE recipe SET retired_at = $at, row_version = row_version + 1 WHERE id = $id',
  bind: { id: OrderTemplate.id, at: OrderTemplate.retired_at },
});

export const ORDERS_DUE = query({
  sql: `SELECT w.id, o.request_id FROM work_order w JOIN occurrence o ON o.id = w.occurrence_id
  WHERE w.issued_min IS NULL AND w.state = 'open' AND w.issue_min <= $now ORDER BY w.issue_min, w.id LIMIT $most`,
  bind: { now: WorkOrder.issue_min, most: integer() },
  row: { id: WorkOrder.id, request_id: Occurrence.request_id },
});

const SPAN = { start: minute(), end: minute() };

export const ORDERS_OF_WEEK = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', w.id, 'teamId', w.team_id, 'personId', w.person_id, 'phase', w.phase, 'origin', w.origin, 'from', w.from_min,
  'due', w.due_min, 'work', w.work_min, 'state', w.state, 'issue', w.issue_min, 'issued', w.issued_min, 'title', v.content->>'title', 'place', v.content->>'place',
  'eventTitle', v.content->>'eventTitle', 'reference', v.content->>'reference') ORDER BY w.due_min, w.id) AS json
FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
WHERE w.state <> 'withdrawn' AND w.covered_by IS NULL AND w.due_min > $start AND w.due_min <= $end`,
  bind: SPAN,
  value: z.array(
    z.strictObject({
      id: z.int(),
      teamId: z.int(),
      personId: WorkOrder.person_id.schema,
      phase: WorkOrder.phase.schema,
      origin: WorkOrder.origin.schema,
      from: numberOf<EpochMinute>(),
      due: numberOf<EpochMinute>(),
      work: z.number(),
      state: WorkOrder.state.schema,
      issue: numberOf<EpochMinute>(),
      issued: numberOf<EpochMinute>().nullable(),
      title: z.string(),
      place: z.string(),
      eventTitle: z.string(),
      reference: z.string(),
    }),
  ),
});

export const SHIFTS_OF_WEEK = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', s.id, 'teamId', s.team_id, 'personId', s.person_id, 'person', p.name, 'people', s.people, 'start', s.start_min,
  'end', s.end_min) ORDER BY s.start_min, s.id) AS json FROM shift s LEFT JOIN person p ON p.id = s.person_id WHERE s.start_min < $end AND s.end_min > $start`,
  bind: SPAN,
  value: z.array(
    z.strictObject({
      id: z.int(),
      teamId: z.int(),
      personId: Shift.person_id.schema,
      person: z.string().nullable(),
      people: z.int(),
      start: Shift.start_min.schema,
      end: Shift.end_min.schema,
    }),
  ),
});

export const WAITING_DURING = query({
  sql: `SELECT o.id, o.request_id AS request FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'waiting'
WHERE c.status IN ('wanted', 'held') AND c.start_min < $end AND c.end_min > $start LIMIT 2000`,
  bind: SPAN,
  row: { id: Occurrence.id, request: Occurrence.request_id },
});

// Everybody who works with the stores sees all of what leaves them; orders that nobody may start on yet are the office's.
export const THINGS_OF_DAY = jsonQuery({
  sql: `SELECT json_object(
  'orders', (SELECT json_group_array(json_object('id', w.id, 'phase', w.phase, 'spaceId', w.space_id, 'from', w.from_min, 'due', w.due_min, 'content', json(v.content),
    'returns', (SELECT json_group_array(json_object('typeId', e.type_id, 'counted', e.counted, 'damaged', e.damaged, 'note', e.note, 'at', e.at_min,
      'who', (SELECT p.name FROM person p WHERE p.id = e.by_id))) FROM equipment_return e WHERE e.order_id = w.id)) ORDER BY w.due_min, w.id)
    FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
    WHERE w.state <> 'withdrawn' AND w.covered_by IS NULL AND w.phase <> 'attendance' AND (w.issued_min IS NOT NULL OR $all) AND w.due_min > $start AND w.due_min <= $end),
  'loans', (SELECT json_group_array(json_object('claim', c.id, 'start', c.start_min, 'end', c.end_min, 'title', r.title, 'reference', r.ref,
    'things', (SELECT json_group_array(json_object('typeId', e.type_id, 'name', t.name, 'store', st.name, 'quantity', e.quantity) ORDER BY e.position)
      FROM claim_equipment e JOIN equipment_type t ON t.id = e.type_id JOIN store st ON st.id = t.store_id WHERE e.claim_id = c.id AND e.claim_space_id IS NULL)))
    FROM claim c JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id WHERE c.status = 'in-force' AND r.kind = 'loan'
    AND ((c.start_min > $start AND c.start_min <= $end) OR (c.end_min > $start AND c.end_min <= $end))),
  'types', (SELECT json_group_object(t.name, json_array(t.id, t.fetch_min, t.return_min)) FROM equipment_type t),
  'stores', (SELECT json_group_array(name ORDER BY id) FROM store)) AS json`,
  bind: { ...SPAN, all: flag() },
  value: z.strictObject({
    orders: z.array(
      z.strictObject({
        id: z.int(),
        phase: WorkOrder.phase.schema,
        spaceId: WorkOrder.space_id.schema,
        from: numberOf<EpochMinute>(),
        due: numberOf<EpochMinute>(),
        content: orderContent,
        returns: z.array(
          z.strictObject({
            typeId: EquipmentReturn.type_id.schema,
            counted: z.int(),
            damaged: z.int(),
            note: z.string(),
            who: z.string(),
            at: numberOf<EpochMinute>(),
          }),
        ),
      }),
    ),
    loans: z.array(
      z.strictObject({
        claim: z.int(),
        start: numberOf<EpochMinute>(),
        end: numberOf<EpochMinute>(),
        title: z.string(),
        reference: z.string(),
        things: z.array(
          z.strictObject({
            typeId: EquipmentType.id.schema,
            name: z.string(),
            store: z.string(),
            quantity: z.int(),
          }),
        ),
      }),
    ),
    // By name: number, minutes of fetching and of bringing back.
    types: z.record(z.string(), z.tuple([EquipmentType.id.schema, z.int(), z.int()])),
    stores: z.array(z.string()),
  }),
});

/** So many events of before are offered to try a template on. */
const MOST_PAST = 40;
const namedOf = <Id extends number>() => z.array(z.strictObject({ id: numberOf<Id>(), name: z.string() }));

export const TEMPLATE_CHOICES = jsonQuery({
  sql: `SELECT json_object(
  'teams', ${TEAMS_WITH_PEOPLE},
  'spaces', (SELECT json_group_array(json_object('id', s.id, 'name', s.name) ORDER BY s.name) FROM space s WHERE s.retired_at IS NULL),
  'categories', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY position) FROM category WHERE retired_at IS NULL),
  'services', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY position) FROM service WHERE retired_at IS NULL),
  'answers', (SELECT json_group_array(json_object('questionId', q.id, 'serviceId', s.id, 'question', q.text, 'answer', c.value) ORDER BY s.position, q.position, c.key)
    FROM question q JOIN service s ON s.id = q.owner_id AND s.retired_at IS NULL, json_each(q.choices) c WHERE q.owner_kind = 'service' AND q.retired_at IS NULL),
  'equipment', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY name) FROM equipment_type WHERE retired_at IS NULL),
  'stores', (SELECT json_group_array(name) FROM store WHERE retired_at IS NULL),
  'past', (SELECT json_group_array(json_object('id', o.id, 'name', r.title, 'start', c.start_local) ORDER BY c.start_min DESC) FROM
    (SELECT o.id, o.request_id, o.standing_id FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved'
     WHERE c.status = 'in-force' AND c.start_min < $now ORDER BY c.start_min DESC LIMIT ${MOST_PAST}) o
    JOIN claim c ON c.id = o.standing_id JOIN request r ON r.id = o.request_id)) AS json`,
  bind: { now: minute() },
  value: z.strictObject({
    teams: teamsWithPeople,
    spaces: namedOf<SpaceId>(),
    categories: namedOf<CategoryId>(),
    services: namedOf<number>(),
    answers: z.array(
      z.strictObject({ questionId: z.int(), serviceId: z.int(), question: z.string(), answer: z.string() }),
    ),
    equipment: namedOf<EquipmentTypeId>(),
    stores: z.array(z.string()),
    past: z.array(
      z.strictObject({ id: Occurrence.id.schema, name: z.string(), start: Claim.start_local.schema }),
    ),
  }),
});

/** Templates of the office in use, all or one. */
export const TEMPLATES_TO_EDIT = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', r.id, 'version', r.row_version,
  'open', (SELECT COUNT(*) FROM work_order w WHERE w.state = 'open' AND w.order_key >= r.id || ':' AND w.order_key < r.id || ';'),
  'template', json_object('phase', r.phase, 'title', r.title, 'teamId', r.team_id, 'personId', r.person_id, 'per', r.per, 'when', json(r.scope), 'due', r.due_edge,
    'offsetMin', r.due_offset_min, 'untilEdge', r.until_edge, 'untilOffset', r.until_offset_min, 'leadDays', r.lead_days, 'checklist', json(r.checklist), 'crew', r.crew,
    'workFormula', r.work_formula, 'quantities', json(r.quantities))) ORDER BY r.team_id, r.id) AS json
FROM recipe r WHERE r.retired_at IS NULL AND r.request_id IS NULL AND ($id IS NULL OR r.id = $id)`,
  bind: { id: OrderTemplate.id.plain().orNull() },
  value: z.array(
    z.strictObject({
      id: z.int(),
      version: z.int(),
      open: z.int(),
      template: z.strictObject({
        phase: OrderTemplate.phase.schema,
        title: z.string(),
        teamId: z.int(),
        personId: OrderTemplate.person_id.schema,
        per: OrderTemplate.per.schema,
        when: templateScope,
        due: OrderTemplate.due_edge.schema,
        offsetMin: z.int(),
        untilEdge: OrderTemplate.until_edge.schema,
        untilOffset: z.int(),
        leadDays: z.int().nullable(),
        checklist: z.array(z.string()),
        crew: z.int(),
        workFormula: z.string().nullable(),
        quantities: templateQuantities,
      }),
    }),
  ),
});
