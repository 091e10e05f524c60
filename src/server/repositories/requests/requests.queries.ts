import { fieldsAsJson, REQUEST_FIELD_NAMES } from '@/contracts/requests/request-fields';
import { FEATURES } from '@/core/spaces/features';
import { LAYOUTS } from '@/core/seating/layouts';
import { OWN_FIELDS } from '@/core/changes/patch';
import { OCCURRENCE_STATES } from '@/core/changes/transitions';
import { REQUEST_KINDS } from '@/contracts/requests/ask-details';
import { z } from 'zod';
import type { CategoryId, ClaimId, OccurrenceId, PersonId, RequestId, SegmentId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { BUILDING, tieTo } from '../names';
import { jsonQuery, query } from '../../db/statement';
import { numberOf, textOf, zeroOrOne } from '../../db/shapes';
import { integer, listOf } from '../../db/tables/column';
import { Occurrence, Request, RequestHost } from '../../db/tables/requests';
import { AtRisk, Claim } from '../../db/tables/claims';
import { Membership, Person } from '../../db/tables/people';
import { ChangeSetRequest, ChangeSetRow, History } from '../../db/tables/records';

export const REQUESTS = `
SELECT json_group_array(json_object('id', r.id, 'ref', r.ref, 'title', r.title, 'publicText', r.public_text, 'fields', json_object(${fieldsAsJson()}), 'people', r.people,
  'publish', json(iif(r.publish, 'true', 'false')), 'askedMin', r.asked_min, 'version', r.row_version, 'requesterId', r.requester_id,
  'deputies', (SELECT json_group_array(d.deputy_id) FROM deputy d WHERE d.person_id = r.requester_id),
  'requester', p.name, 'requesterEmail', p.email, 'host', g.name, 'category', c.name, 'mark', c.mark, 'hue', c.hue,
  'rrule', s.rrule, 'tzid', s.tzid, 'startLocal', s.start_local, 'endLocal', s.end_local, 'allDay', s.all_day,
  'endless', EXISTS (SELECT 1 FROM segment e WHERE e.request_id = r.id AND e.endless = 1), 'audiences', json(r.audiences),
  'categoryIds', (SELECT json_group_array(x.category_id) FROM request_category x WHERE x.request_id = r.id), 'otherSpaceOk', r.other_space_ok, 'kind', r.kind,
  'answers', (SELECT json_group_object(a.question_id, a.answer) FROM request_answer a WHERE a.request_id = r.id),
  'segments', (SELECT json_group_array(json_object('id', e.id, 'rrule', e.rrule, 'tzid', e.tzid, 'startLocal', e.start_local, 'endLocal', e.end_local, 'endless', e.endless) ORDER BY e.no)
    FROM segment e WHERE e.request_id = r.id),
  'isQuestionOpen', COALESCE((SELECT m.is_question FROM thread t JOIN message m ON m.thread_id = t.id
    WHERE t.request_id = r.id AND t.kind = 'with-requester' ORDER BY m.id DESC LIMIT 1), 0))) AS json
FROM request r JOIN person p ON p.id = r.requester_id JOIN segment s ON s.request_id = r.id AND s.no = 1
  JOIN request_host h ON h.request_id = r.id AND h.position = 0 JOIN organisation g ON g.id = h.organisation_id
  JOIN request_category k ON k.request_id = r.id AND k.position = 0 JOIN category c ON c.id = k.category_id`;

/** A request with its leading host and category, and its first segment. */
const requestShape = z.object({
  id: numberOf<RequestId>(),
  ref: z.string(),
  title: z.string(),
  publicText: z.string(),
  fields: z.record(z.enum(REQUEST_FIELD_NAMES), z.string()),
  people: z.number(),
  publish: z.boolean(),
  askedMin: numberOf<EpochMinute>(),
  version: z.number(),
  requesterId: numberOf<PersonId>(),
  deputies: z.array(numberOf<PersonId>()),
  requester: z.string(),
  requesterEmail: z.string(),
  host: z.string(),
  category: z.string(),
  mark: z.string(),
  hue: z.string(),
  rrule: z.string().nullable(),
  tzid: z.string(),
  startLocal: textOf<LocalDateTime>(),
  endLocal: textOf<LocalDateTime>(),
  allDay: zeroOrOne,
  endless: zeroOrOne,
  audiences: z.array(z.string()),
  categoryIds: z.array(numberOf<CategoryId>()),
  answers: z.record(z.string(), z.string()),
  otherSpaceOk: zeroOrOne,
  kind: z.enum(REQUEST_KINDS),
  segments: z
    .array(
      z.object({
        id: numberOf<SegmentId>(),
        rrule: z.string().nullable(),
        tzid: z.string(),
        startLocal: textOf<LocalDateTime>(),
        endLocal: textOf<LocalDateTime>(),
        endless: zeroOrOne,
      }),
    )
    .readonly(),
  isQuestionOpen: zeroOrOne,
});

export const REQUEST_BY_REF = jsonQuery({
  sql: `${REQUESTS} WHERE r.ref = $ref`,
  bind: { ref: Request.ref },
  value: z.array(requestShape),
});

export const REQUESTS_BY_ID = jsonQuery({
  sql: `${REQUESTS} WHERE r.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Request.id) },
  value: z.array(requestShape),
});

export const REQUESTS_FOR_OFFICE = jsonQuery({
  sql: `${REQUESTS} WHERE r.id IN (SELECT request_id FROM occurrence WHERE state = 'waiting'
      UNION SELECT o.request_id FROM claim k JOIN occurrence o ON o.id = k.occurrence_id WHERE k.kind = 'change' AND k.status IN ('wanted','held')
      UNION SELECT o.request_id FROM at_risk x JOIN claim k ON k.id = x.claim_id JOIN occurrence o ON o.id = k.occurrence_id WHERE k.status = 'in-force')`,
  value: z.array(requestShape),
});

export const CLAIMS_AT_RISK = query({
  sql: 'SELECT DISTINCT claim_id AS id FROM at_risk',
  row: { id: AtRisk.claim_id },
});

export const REQUESTS_OF = jsonQuery({
  sql: `${REQUESTS} WHERE r.requester_id = $person OR ${tieTo('$person')} IS NOT NULL`,
  bind: { person: Request.requester_id },
  value: z.array(requestShape),
});

export const IS_MEMBER_OF_HOST = query({
  sql: `SELECT 1 AS one FROM request_host x JOIN membership y ON y.organisation_id = x.organisation_id AND y.person_id = $person
     WHERE x.request_id = $request LIMIT 1`,
  bind: { request: RequestHost.request_id, person: Membership.person_id },
  row: { one: integer() },
});

export const DATES_OF_REQUESTS = jsonQuery({
  sql: `
SELECT json_group_array(json_object('id', o.id, 'requestId', o.request_id, 'segmentId', o.segment_id, 'key', o.recurrence_local, 'state', o.state,
  'reason', o.reason, 'own', json(o.own)) ORDER BY c.start_min, o.id) AS json
FROM occurrence o JOIN claim c ON c.id = o.standing_id
WHERE o.request_id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Occurrence.request_id) },
  value: z.array(
    z.object({
      requestId: numberOf<RequestId>(),
      key: textOf<LocalDateTime>(),
      id: numberOf<OccurrenceId>(),
      segmentId: numberOf<SegmentId>(),
      state: z.enum(OCCURRENCE_STATES),
      reason: z.string(),
      own: z.array(z.enum(OWN_FIELDS)),
    }),
  ),
});

export const DATES_OF_REQUEST = query({
  sql: 'SELECT COUNT(*) AS dates FROM occurrence o JOIN request r ON r.id = o.request_id WHERE r.ref = $reference',
  bind: { reference: Request.ref },
  row: { dates: integer() },
});

export const PLACE_NAMES = jsonQuery({
  sql: `SELECT json_object(
    'spaces', (SELECT json_group_object(s.id, json_object('name', s.name, 'code', s.code, 'building', ${BUILDING},
      'isOutdoor', json(iif(s.outdoor, 'true', 'false')),
      'hasFloor', json(iif(s.area_m2 IS NOT NULL OR (s.length_m IS NOT NULL AND s.width_m IS NOT NULL), 'true', 'false')))) FROM space s JOIN building b ON b.id = s.building_id),
    'equipment', (SELECT json_group_object(id, name) FROM equipment_type)) AS json`,
  value: z.object({
    spaces: z.record(
      z.string(),
      z.object({
        name: z.string(),
        code: z.string(),
        building: z.string(),
        isOutdoor: z.boolean(),
        hasFloor: z.boolean(),
      }),
    ),
    equipment: z.record(z.string(), z.string()),
  }),
});

export const TURNS_OF_CHANGES = jsonQuery({
  sql: `
SELECT json_group_array(json_object('changeSet', h.change_set_id, 'request', h.after->>'request_id', 'occurrence', h.after->>'id',
  'from', h.before->>'state', 'to', h.after->>'state', 'was', h.before->>'standing_id', 'is', h.after->>'standing_id') ORDER BY h.id) AS json
FROM history h WHERE h.entity = 'occurrence' AND h.after IS NOT NULL AND h.change_set_id IN (SELECT value FROM json_each($changes))`,
  bind: { changes: listOf(History.change_set_id) },
  value: z.array(
    z.object({
      changeSet: z.number(),
      request: numberOf<RequestId>(),
      occurrence: numberOf<OccurrenceId>(),
      from: z.enum(OCCURRENCE_STATES).nullable(),
      to: z.enum(OCCURRENCE_STATES),
      was: numberOf<ClaimId>().nullable(),
      is: numberOf<ClaimId>(),
    }),
  ),
});

export const REQUESTS_OF_CHANGE =
  '(SELECT COUNT(*) FROM change_set_request y WHERE y.change_set_id = c.id) AS requests';

export const CHANGES_OF = query({
  sql: `SELECT c.id AS changeSet, x.request_id AS request, p.name, c.action, c.at_min AS at, c.reason, c.result, c.facts, ${REQUESTS_OF_CHANGE}
     FROM change_set_request x JOIN change_set c ON c.id = x.change_set_id LEFT JOIN person p ON p.id = c.actor_id
     WHERE x.request_id = $request ORDER BY c.id DESC LIMIT $most`,
  bind: { request: ChangeSetRequest.request_id, most: integer() },
  row: {
    name: Person.name.orNull(),
    at: ChangeSetRow.at_min,
    reason: ChangeSetRow.reason,
    changeSet: ChangeSetRow.id,
    request: ChangeSetRequest.request_id,
    action: ChangeSetRow.action,
    result: ChangeSetRow.result,
    facts: ChangeSetRow.facts,
    requests: integer(),
  },
});

export const DETAILS_OF_REQUEST = jsonQuery({
  sql: `SELECT json_object('kind', r.kind, 'publicHtml', r.public_html, 'wants', json(r.wants),
  'secondChoices', json(r.second_choices), 'typedBy', (SELECT name FROM person WHERE id = r.typed_by_id), 'askedMin', r.asked_min,
  'hosts', (SELECT json_group_array(g.name ORDER BY h.position) FROM request_host h JOIN organisation g ON g.id = h.organisation_id WHERE h.request_id = r.id),
  'categories', (SELECT json_group_array(json_object('name', c.name, 'mark', c.mark, 'hue', c.hue) ORDER BY k.position) FROM request_category k JOIN category c ON c.id = k.category_id WHERE k.request_id = r.id),
  'answers', (SELECT json_group_array(json_object('question', q.text, 'answer', a.answer, 'seenBy', q.seen_by) ORDER BY q.owner_kind, q.position, q.id) FROM request_answer a JOIN question q ON q.id = a.question_id WHERE a.request_id = r.id),
  'lines', (SELECT json_group_array(json_object('fromMin', l.from_min, 'text', l.text, 'isPublic', l.is_public) ORDER BY l.position) FROM request_line l WHERE l.request_id = r.id),
  'services', (SELECT json_group_array(json_object('name', s.name, 'team', t.name, 'answers', json(v.answers)) ORDER BY v.position) FROM claim_service v JOIN service s ON s.id = v.service_id JOIN team t ON t.id = s.team_id
    WHERE v.claim_id = (SELECT o.standing_id FROM occurrence o WHERE o.request_id = r.id ORDER BY o.recurrence_local LIMIT 1)),
  'questions', (SELECT json_group_object(id, text) FROM question WHERE owner_kind = 'service'),
  'spaces', (SELECT json_group_object(id, name) FROM space),
  'files', (SELECT json_group_array(json_object('key', f.key, 'name', f.name, 'bytes', f.bytes) ORDER BY f.id) FROM file f WHERE f.request_id = r.id)) AS json
FROM request r WHERE r.id = $id`,
  bind: { id: Request.id },
  value: z.object({
    kind: z.enum(REQUEST_KINDS),
    publicHtml: z.string(),
    wants: z
      .object({
        layout: z.enum(LAYOUTS).nullable(),
        features: z.array(z.enum(FEATURES)),
        building: z.string(),
      })
      .nullable(),
    secondChoices: z.array(
      z.object({ spaceId: z.number().nullable(), startsAt: textOf<LocalDateTime>().nullable() }),
    ),
    typedBy: z.string().nullable(),
    askedMin: numberOf<EpochMinute>(),
    hosts: z.array(z.string()),
    categories: z.array(z.object({ name: z.string(), mark: z.string(), hue: z.string() })),
    answers: z.array(z.object({ question: z.string(), answer: z.string(), seenBy: z.string() })),
    lines: z.array(z.object({ fromMin: z.number(), text: z.string(), isPublic: zeroOrOne })),
    services: z.array(
      z.object({ name: z.string(), team: z.string(), answers: z.record(z.string(), z.string()) }),
    ),
    questions: z.record(z.string(), z.string()),
    spaces: z.record(z.string(), z.string()),
    files: z.array(z.object({ key: z.string(), name: z.string(), bytes: z.number() })),
  }),
});

export const RISKS_OF_REQUEST = query({
  sql: `SELECT k.claim_id AS claim, k.rule, k.sentence, k.finding FROM at_risk k JOIN claim c ON c.id = k.claim_id
WHERE c.status = 'in-force' AND c.end_min > $now ORDER BY k.since_min, k.rule`,
  bind: { now: Claim.end_min },
  row: {
    claim: AtRisk.claim_id,
    rule: AtRisk.rule,
    sentence: AtRisk.sentence,
    finding: AtRisk.finding,
  },
});
