import { z } from 'zod';
import { fieldsAsJson, REQUEST_FIELD_NAMES } from '@/contracts/requests/request-fields';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { jsonQuery, query } from '../../db/statement';
import { flag, minute } from '../../db/tables/column';
import { orderContent } from '../../db/tables/contents';
import { Person } from '../../db/tables/people';
import { Occurrence, Request } from '../../db/tables/requests';
import { FollowUp, OrderNote, ServiceLine, WorkOrder, WorkOrderVersion } from '../../db/tables/work-orders';
import { EpochMinute } from '@/core/time/epoch-minute';
import { Claim } from '../../db/tables/claims';
import { TEAMS_WITH_PEOPLE, teamsWithPeople } from './set-up.queries';

/**
 * Whether order `w` is the viewer's to do: a crew member works for the teams they are in, somebody of no team, and the
 * office, for all. One statement for lists and for every action.
 */
export const IS_OWN = `($all OR w.team_id IN (SELECT m.team_id FROM team_member m WHERE m.person_id = $person)
  OR NOT EXISTS (SELECT 1 FROM team_member m WHERE m.person_id = $person))`;
/** What `IS_OWN` is given; see `ownBind`. */
export const OWN = { all: flag(), person: Person.id };

export const OWN_ORDER = query({
  sql: `SELECT w.id, w.state, w.row_version, w.version, w.seen_version, w.ticks, w.covered_by, w.issued_min, o.request_id, p.name AS done_by, v.content, ${IS_OWN} AS own
  FROM work_order w JOIN occurrence o ON o.id = w.occurrence_id JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
  LEFT JOIN person p ON p.id = w.done_by_id WHERE w.id = $id`,
  bind: { id: WorkOrder.id.plain(), ...OWN },
  row: {
    id: WorkOrder.id,
    state: WorkOrder.state,
    row_version: WorkOrder.row_version,
    version: WorkOrder.version,
    seen_version: WorkOrder.seen_version,
    ticks: WorkOrder.ticks,
    covered_by: WorkOrder.covered_by,
    issued_min: WorkOrder.issued_min,
    request_id: Request.id,
    done_by: Person.name.orNull(),
    content: WorkOrderVersion.content,
    own: flag(),
  },
});

export const OWN_PROBLEM = query({
  sql: `SELECT n.solved_min, o.request_id, ${IS_OWN} AS own FROM order_note n JOIN work_order w ON w.id = n.order_id JOIN occurrence o ON o.id = w.occurrence_id
  WHERE n.id = $id AND n.kind = 'problem'`,
  bind: { id: OrderNote.id.plain(), ...OWN },
  row: { solved_min: OrderNote.solved_min, request_id: Request.id, own: flag() },
});

const noteRow = z.strictObject({
  id: z.int(),
  kind: OrderNote.kind.schema,
  text: z.string(),
  who: z.string(),
  at: numberOf<EpochMinute>(),
  file: z.strictObject({ key: z.string(), name: z.string() }).nullable(),
  solved: numberOf<EpochMinute>().nullable(),
  solvedBy: z.string().nullable(),
});

/** What `ORDER_JSON` gives. */
export const orderRow = z.strictObject({
  id: z.int(),
  occurrenceId: z.int(),
  rowVersion: z.int(),
  version: z.int(),
  phase: WorkOrder.phase.schema,
  origin: WorkOrder.origin.schema,
  team: z.string(),
  person: z.string().nullable(),
  personId: z.int().nullable(),
  state: WorkOrder.state.schema,
  // Of the space, where its floor is known.
  code: z.string().nullable(),
  from: numberOf<EpochMinute>(),
  due: numberOf<EpochMinute>(),
  issue: numberOf<EpochMinute>(),
  issued: numberOf<EpochMinute>().nullable(),
  doneAt: numberOf<EpochMinute>().nullable(),
  doneBy: z.string().nullable(),
  ticks: z.array(z.string()),
  content: orderContent,
  // What the team read last, where there is a newer version.
  seen: orderContent.nullable(),
  notes: z.array(noteRow),
  // Plain texts of the request that crews read; null where it has none any more.
  fields: z.partialRecord(z.enum(REQUEST_FIELD_NAMES), z.string()).nullable(),
});

/** An order `w` with its newest version `v` and team `t`, as a JSON object of `OrderRow`. */
export const ORDER_JSON = `json_object('id', w.id, 'occurrenceId', w.occurrence_id, 'rowVersion', w.row_version, 'version', w.version, 'phase', w.phase, 'origin', w.origin, 'team', t.name,
  'person', (SELECT p.name FROM person p WHERE p.id = w.person_id), 'personId', w.person_id, 'state', w.state,
  'code', (SELECT s.code FROM space s WHERE s.id = w.space_id AND (s.area_m2 IS NOT NULL OR (s.length_m IS NOT NULL AND s.width_m IS NOT NULL))),
  'from', w.from_min, 'due', w.due_min, 'issue', w.issue_min, 'issued', w.issued_min, 'doneAt', w.done_at_min,
  'doneBy', (SELECT p.name FROM person p WHERE p.id = w.done_by_id), 'ticks', json(w.ticks), 'content', json(v.content),
  'fields', (SELECT json_object(${fieldsAsJson(({ isForCrews }) => isForCrews)}) FROM occurrence o JOIN request r ON r.id = o.request_id WHERE o.id = w.occurrence_id),
  'seen', (SELECT json(x.content) FROM work_order_version x WHERE x.order_id = w.id AND x.version = MAX(1, w.seen_version) AND x.version < w.version),
  'notes', (SELECT json_group_array(json_object('id', n.id, 'kind', n.kind, 'text', n.text, 'who', p.name, 'at', n.at_min, 'solved', n.solved_min,
    'solvedBy', (SELECT q.name FROM person q WHERE q.id = n.solved_by_id),
    'file', (SELECT json_object('key', f.key, 'name', f.name) FROM file f WHERE f.id = n.file_id)) ORDER BY n.id)
    FROM order_note n JOIN person p ON p.id = n.person_id WHERE n.order_id = w.id))`;
export const ORDER_FROM = `work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version JOIN team t ON t.id = w.team_id`;

// Being there is looked for when it begins, work when it must be done. What is covered is done by another order; what is
// not issued yet is the office's alone; what was given up is told to those who had it.
const AT = `CASE w.phase WHEN 'attendance' THEN w.from_min ELSE w.due_min END`;
// Being somewhere ends at most so long after the day it begins: what the index by due moment is searched for.
const LONGEST_MIN = 2880;
export const ORDERS_OF_DAY = jsonQuery({
  sql: `
SELECT json_group_array(${ORDER_JSON} ORDER BY ${AT}, w.id) AS json FROM ${ORDER_FROM}
WHERE w.covered_by IS NULL AND (w.issued_min IS NOT NULL OR ($all AND w.state <> 'withdrawn')) AND ${AT} > $start AND ${AT} <= $end
  AND w.due_min > $start AND w.due_min <= $end + ${LONGEST_MIN} AND ${IS_OWN}`,
  bind: { start: minute(), end: minute(), ...OWN },
  value: z.array(orderRow),
});

export const ORDER_TO_READ = jsonQuery({
  sql: `SELECT json_group_array(${ORDER_JSON}) AS json FROM ${ORDER_FROM} WHERE w.id = $id AND (w.issued_min IS NOT NULL OR $all) AND ${IS_OWN}`,
  bind: { id: WorkOrder.id.plain(), ...OWN },
  value: z.array(orderRow),
});

/** A request with its approved dates, in order of time. */
export const APPROVED_DATES = jsonQuery({
  sql: `SELECT json_object('request', (SELECT json_object('id', id, 'reference', ref, 'title', title) FROM request WHERE id = $request),
  'dates', (SELECT json_group_array(json_object('id', o.id, 'start', c.start_local, 'end', c.end_local, 'endMin', c.end_min) ORDER BY c.start_min)
    FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = $request AND o.state = 'approved')) AS json`,
  bind: { request: Request.id },
  value: z.strictObject({
    request: z.strictObject({ id: Request.id.schema, reference: z.string(), title: z.string() }),
    dates: z.array(
      z.strictObject({
        id: Occurrence.id.schema,
        start: Claim.start_local.schema,
        end: Claim.end_local.schema,
        endMin: Claim.end_min.schema,
      }),
    ),
  }),
});

const moment = numberOf<EpochMinute>();

/** Everything around one date: orders, services, what was promised, who came, what is left to do. */
export const AROUND_EVENT = jsonQuery({
  sql: `SELECT json_object(
  'orders', (SELECT json_group_array(${ORDER_JSON} ORDER BY w.due_min, w.id) FROM ${ORDER_FROM}
    WHERE w.state <> 'withdrawn' AND w.covered_by IS NULL AND (w.occurrence_id = $date OR w.after_occurrence_id = $date) AND (w.issued_min IS NOT NULL OR $all) AND ${IS_OWN}),
  'services', (SELECT json_group_array(json_object('id', s.id, 'name', s.name, 'team', t.name, 'leadDays', s.lead_days, 'state', l.state, 'note', l.note, 'at', l.at_min,
    'who', (SELECT p.name FROM person p WHERE p.id = l.by_id),
    'isMine', $all OR EXISTS (SELECT 1 FROM team_member m WHERE m.team_id = s.team_id AND m.person_id = $person)) ORDER BY v.position)
    FROM occurrence o JOIN claim_service v ON v.claim_id = o.standing_id JOIN service s ON s.id = v.service_id JOIN team t ON t.id = s.team_id
    LEFT JOIN service_line l ON l.occurrence_id = o.id AND l.service_id = s.id WHERE o.id = $date),
  'walked', (SELECT json_group_array(json_object('line', k.line, 'isRight', k.is_right, 'note', k.note, 'at', k.at_min, 'who', p.name)) FROM walk_through k
    JOIN person p ON p.id = k.by_id WHERE k.occurrence_id = $date),
  'attendance', (SELECT json_object('people', a.people, 'who', p.name, 'at', a.at_min) FROM attendance a JOIN person p ON p.id = a.by_id WHERE a.occurrence_id = $date),
  'attendees', (SELECT json_group_array(json_object('name', name, 'isHere', is_here) ORDER BY position) FROM attendee WHERE occurrence_id = $date),
  'followUps', (SELECT json_group_array(json_object('id', f.id, 'text', f.text, 'due', f.due_date, 'who', p.name, 'at', f.at_min, 'doneAt', f.done_min,
    'doneBy', (SELECT q.name FROM person q WHERE q.id = f.done_by_id)) ORDER BY f.done_min IS NOT NULL, f.due_date IS NULL, f.due_date, f.id)
    FROM follow_up f JOIN person p ON p.id = f.by_id WHERE f.request_id = (SELECT request_id FROM occurrence WHERE id = $date)),
  'teams', ${TEAMS_WITH_PEOPLE}) AS json`,
  bind: { date: Occurrence.id, ...OWN },
  value: z.strictObject({
    orders: z.array(orderRow),
    services: z.array(
      z.strictObject({
        id: z.int(),
        name: z.string(),
        team: z.string(),
        leadDays: z.int(),
        state: ServiceLine.state.schema.nullable(),
        note: z.string().nullable(),
        who: z.string().nullable(),
        at: moment.nullable(),
        isMine: zeroOrOne,
      }),
    ),
    walked: z.array(
      z.strictObject({ line: z.string(), isRight: zeroOrOne, note: z.string(), who: z.string(), at: moment }),
    ),
    attendance: z.strictObject({ people: z.int().nullable(), who: z.string(), at: moment }).nullable(),
    attendees: z.array(z.strictObject({ name: z.string(), isHere: zeroOrOne })),
    followUps: z.array(
      z.strictObject({
        id: z.int(),
        text: z.string(),
        due: FollowUp.due_date.schema,
        who: z.string(),
        at: moment,
        doneAt: moment.nullable(),
        doneBy: z.string().nullable(),
      }),
    ),
    teams: teamsWithPeople,
  }),
});
