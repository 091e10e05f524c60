import { CALENDAR_CHOICES } from '@/core/publishing/shown';
import { z } from 'zod';
import type {
  BuildingId,
  OccurrenceId,
  OrganisationId,
  PersonId,
  RequestId,
  SegmentId,
  SpaceId,
} from '@/core/ids';
import type { LocalDate } from '@/core/time/local-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { command, jsonQuery, query } from '../../db/statement';
import { numberOf, textOf, zeroOrOne } from '../../db/shapes';
import { listOf, lists, minute } from '../../db/tables/column';
import { Occurrence, Request } from '../../db/tables/requests';
import { Space } from '../../db/tables/spaces';
import { Organisation } from '../../db/tables/house';
import { Person } from '../../db/tables/people';
import { Calendar, UnsettledApproval, Published } from '../../db/tables/publishing';
import { calendarFilter, publishedFacts, readers } from '../../db/tables/contents';

export const WORDS = `json_array(r.title, r.second_line, r.public_text, r.public_html, r.contact,
  (SELECT group_concat(l.from_min || l.text, '·' ORDER BY l.position) FROM request_line l WHERE l.request_id = r.id AND l.is_public = 1),
  (SELECT group_concat(k.category_id, ' ' ORDER BY k.position) FROM request_category k WHERE k.request_id = r.id),
  (SELECT group_concat(h.organisation_id, ' ' ORDER BY h.position) FROM request_host h WHERE h.request_id = r.id))`;

export const SEGMENTS = `(SELECT json_group_array(json_object('id', s.id, 'tzid', s.tzid, 'rule', json_array(s.start_local, s.end_local, s.rrule, s.all_day,
    (SELECT group_concat(d.kind || d.recurrence_local, ' ' ORDER BY d.recurrence_local) FROM segment_date d WHERE d.segment_id = s.id))))
  FROM segment s WHERE s.request_id = r.id)`;

export const SPACES = (what: string) =>
  `json((SELECT json_group_array(${what}) FROM claim_space cs JOIN space p ON p.id = cs.space_id WHERE cs.claim_id = c.id))`;

export const DATES = `(SELECT json_group_array(json_object('occurrence', o.id, 'segment', o.segment_id, 'recurrence', o.recurrence_local,
    'isInForce', c.status = 'in-force', 'isCancelled', o.state = 'cancelled', 'settles', (SELECT u.settles_min FROM unsettled_approval u WHERE u.occurrence_id = o.id), 'start', c.start_local, 'end', c.end_local,
    'spaces', ${SPACES('p.id')}, 'buildings', ${SPACES('p.building_id')},
    'place', (SELECT group_concat(cs.space_id, '+' ORDER BY cs.position) FROM claim_space cs WHERE cs.claim_id = c.id)))
  FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = r.id AND o.state IN ('approved','cancelled'))`;

export const PUBLISHING_STATES = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', r.id, 'requester', r.requester_id, 'publish', r.publish,
  'heldBack', COALESCE(n.held_back, 0), 'publishFrom', n.publish_from,
  'categories', json((SELECT json_group_array(k.category_id ORDER BY k.position) FROM request_category k WHERE k.request_id = r.id)),
  'hosts', json((SELECT json_group_array(h.organisation_id ORDER BY h.position) FROM request_host h WHERE h.request_id = r.id)),
  'audiences', json(r.audiences), 'words', ${WORDS},
  'choices', json((SELECT json_group_array(json_object('calendar', x.calendar_id, 'choice', x.choice)) FROM request_calendar x WHERE x.request_id = r.id)),
  'segments', json(${SEGMENTS}), 'dates', json(${DATES}),
  'ledger', json((SELECT json_group_array(json_object('calendar', p.calendar_id, 'segment', p.segment_id, 'recurrence', p.recurrence_local, 'gone', p.gone_at_min, 'goneAs', p.gone_as))
    FROM segment s JOIN published p ON p.segment_id = s.id WHERE s.request_id = r.id)),
  'parts', json((SELECT json_group_array(json_object('calendar', f.calendar_id, 'segment', f.segment_id, 'times', f.times_hash, 'words', f.words_hash))
    FROM segment s JOIN feed_part f ON f.segment_id = s.id WHERE s.request_id = r.id)),
  'announced', json((SELECT json_group_array(a.occurrence_id) FROM occurrence o JOIN announced a ON a.occurrence_id = o.id WHERE o.request_id = r.id))
)) AS json FROM request r LEFT JOIN notice n ON n.request_id = r.id WHERE r.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Request.id) },
  value: z.array(
    z.object({
      id: numberOf<RequestId>(),
      requester: numberOf<PersonId>(),
      publish: zeroOrOne,
      heldBack: zeroOrOne,
      publishFrom: textOf<LocalDate>().nullable(),
      categories: z.array(z.number()).readonly(),
      hosts: z.array(numberOf<OrganisationId>()).readonly(),
      audiences: z.array(z.string()).readonly(),
      words: z.array(z.unknown()).readonly(),
      choices: z.array(z.object({ calendar: z.number(), choice: z.enum(CALENDAR_CHOICES) })).readonly(),
      segments: z
        .array(
          z.object({ id: numberOf<SegmentId>(), tzid: z.string(), rule: z.array(z.unknown()).readonly() }),
        )
        .readonly(),
      dates: z
        .array(
          z.object({
            occurrence: numberOf<OccurrenceId>(),
            segment: numberOf<SegmentId>(),
            recurrence: z.string(),
            isInForce: zeroOrOne,
            isCancelled: zeroOrOne,
            settles: numberOf<EpochMinute>().nullable(),
            start: z.string(),
            end: z.string(),
            spaces: z.array(numberOf<SpaceId>()).readonly(),
            buildings: z.array(numberOf<BuildingId>()).readonly(),
            place: z.string().nullable(),
          }),
        )
        .readonly(),
      ledger: z
        .array(
          z.object({
            calendar: z.number(),
            segment: numberOf<SegmentId>(),
            recurrence: z.string(),
            gone: z.number().nullable(),
            goneAs: Published.gone_as.schema,
          }),
        )
        .readonly(),
      parts: z
        .array(
          z.object({
            calendar: z.number(),
            segment: numberOf<SegmentId>(),
            times: z.string(),
            words: z.string(),
          }),
        )
        .readonly(),
      announced: z.array(numberOf<OccurrenceId>()).readonly(),
    }),
  ),
});

export const CALENDAR_RULES = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', id, 'kind', kind, 'ref', ref_id, 'filter', json(filter), 'facts', json(facts), 'readers', json(readers))) AS json
  FROM calendar WHERE retired_min IS NULL AND (kind = 'made' OR (kind = 'space' AND ref_id IN (SELECT value FROM json_each($spaces)))
    OR (kind = 'host' AND ref_id IN (SELECT value FROM json_each($hosts))) OR (kind = 'person' AND ref_id IN (SELECT value FROM json_each($people)))
    OR id IN (SELECT value FROM json_each($ids)))`,
  bind: {
    spaces: listOf(Space.id),
    hosts: listOf(Organisation.id),
    people: listOf(Person.id),
    ids: listOf(Calendar.id),
  },
  value: z.array(
    z.object({
      id: z.number(),
      kind: Calendar.kind.schema,
      ref: z.number().nullable(),
      filter: calendarFilter,
      facts: publishedFacts,
      readers,
    }),
  ),
});

export const DROP_SETTLED = command({
  sql: `DELETE FROM unsettled_approval AS u
     WHERE u.occurrence_id IN (SELECT o.id FROM occurrence o WHERE o.request_id IN (SELECT value FROM json_each($requests)))
       AND (u.settles_min <= $at OR EXISTS (SELECT 1 FROM occurrence o WHERE o.id = u.occurrence_id AND o.state <> 'approved'))`,
  bind: { requests: listOf(Occurrence.request_id), at: UnsettledApproval.settles_min },
});

export const READERS_WAIT_UNTIL = query({
  sql: 'SELECT MAX(u.settles_min) AS at FROM unsettled_approval u JOIN occurrence o ON o.id = u.occurrence_id WHERE o.request_id = $request',
  bind: { request: Occurrence.request_id },
  row: { at: minute().orNull() },
});

/** `$rows`: [calendar, segment, recurrence, gone at, gone as], a list of lists. */
export const WRITE_LEDGER = command({
  sql: `INSERT INTO published (calendar_id, segment_id, recurrence_local, shown_at_min, gone_at_min, gone_as)
  SELECT j.value->>0, j.value->>1, j.value->>2, $now, j.value->>3, j.value->>4 FROM json_each($rows) j WHERE true
  ON CONFLICT DO UPDATE SET gone_at_min = excluded.gone_at_min, gone_as = excluded.gone_as`,
  bind: { now: Published.shown_at_min, rows: lists() },
});
