import type { CalendarFilter } from '@/core/publishing/calendar-filter';
import { OPEN_FILTER } from '@/core/publishing/calendar-filter';
import type { Fact } from '@/core/publishing/facts';
import type { Readers } from '@/core/publishing/readers';
import type { CalendarChoice, CalendarRule } from '@/core/publishing/shown';
import type {
  BuildingId,
  OccurrenceId,
  OrganisationId,
  PersonId,
  RequestId,
  SegmentId,
  SpaceId,
} from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';

export interface DateState {
  readonly occurrence: OccurrenceId;
  readonly segment: SegmentId;
  readonly recurrence: string;
  readonly isInForce: 0 | 1;
  readonly isCancelled: 0 | 1;
  /** When its approval can no longer be taken back, where that is still to come. */
  readonly settles: EpochMinute | null;
  readonly start: string;
  readonly end: string;
  readonly spaces: readonly SpaceId[];
  readonly buildings: readonly BuildingId[];
  /** The spaces as one text; by number, since a renamed one is looked after where text is made. */
  readonly place: string | null;
}

export interface SegmentState {
  readonly id: SegmentId;
  readonly tzid: string;
  /** Everything of the rule that readers see, as one text. */
  readonly rule: string;
}

/**
 * How a date that was shown is gone: cancelled; no more for these readers to know; or held back by the office, which is
 * told to nobody.
 */
export type GoneAs = 'cancelled' | 'withheld' | 'held-back';

export interface LedgerRow {
  readonly calendar: number;
  readonly segment: SegmentId;
  readonly recurrence: string;
  readonly gone: number | null;
  readonly goneAs: GoneAs | null;
}

export interface PartRow {
  readonly calendar: number;
  readonly segment: SegmentId;
  readonly times: string;
  readonly words: string;
}

/** A request with all that decides what readers see of it. */
export interface PublishingState {
  readonly id: RequestId;
  readonly requester: PersonId;
  readonly publish: 0 | 1;
  readonly heldBack: 0 | 1;
  readonly publishFrom: LocalDate | null;
  readonly categories: readonly number[];
  readonly hosts: readonly OrganisationId[];
  readonly audiences: readonly string[];
  /** What readers are told in words, as one text. */
  readonly words: string;
  readonly choices: readonly { readonly calendar: number; readonly choice: CalendarChoice }[];
  readonly segments: readonly SegmentState[];
  readonly dates: readonly DateState[];
  readonly ledger: readonly LedgerRow[];
  readonly parts: readonly PartRow[];
  readonly announced: readonly OccurrenceId[];
}

const SPACES = (what: string) =>
  `json((SELECT json_group_array(${what}) FROM claim_space cs JOIN space p ON p.id = cs.space_id WHERE cs.claim_id = c.id))`;

const DATES = `(SELECT json_group_array(json_object('occurrence', o.id, 'segment', o.segment_id, 'recurrence', o.recurrence_local,
    'isInForce', c.status = 'in-force', 'isCancelled', o.state = 'cancelled', 'settles', (SELECT u.settles_min FROM unsettled_approval u WHERE u.occurrence_id = o.id), 'start', c.start_local, 'end', c.end_local,
    'spaces', ${SPACES('p.id')}, 'buildings', ${SPACES('p.building_id')},
    'place', (SELECT group_concat(cs.space_id, '+' ORDER BY cs.position) FROM claim_space cs WHERE cs.claim_id = c.id)))
  FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = r.id AND o.state IN ('approved','cancelled'))`;

const SEGMENTS = `(SELECT json_group_array(json_object('id', s.id, 'tzid', s.tzid, 'rule', json_array(s.start_local, s.end_local, s.rrule, s.all_day,
    (SELECT group_concat(d.kind || d.recurrence_local, ' ' ORDER BY d.recurrence_local) FROM segment_date d WHERE d.segment_id = s.id))))
  FROM segment s WHERE s.request_id = r.id)`;

const WORDS = `json_array(r.title, r.second_line, r.public_text, r.public_html, r.contact,
  (SELECT group_concat(l.from_min || l.text, '·' ORDER BY l.position) FROM request_line l WHERE l.request_id = r.id AND l.is_public = 1),
  (SELECT group_concat(k.category_id, ' ' ORDER BY k.position) FROM request_category k WHERE k.request_id = r.id),
  (SELECT group_concat(h.organisation_id, ' ' ORDER BY h.position) FROM request_host h WHERE h.request_id = r.id))`;

const STATES = `SELECT json_group_array(json_object('id', r.id, 'requester', r.requester_id, 'publish', r.publish,
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
)) AS json FROM request r LEFT JOIN notice n ON n.request_id = r.id WHERE r.id IN (SELECT value FROM json_each($ids))`;

export const loadPublishingStates = (reader: Reader, ids: readonly RequestId[]): Promise<PublishingState[]> =>
  reader.json<PublishingState[]>(STATES, { ids: JSON.stringify(ids) });

interface CalendarRow {
  readonly id: number;
  readonly kind: CalendarRule['kind'];
  readonly ref: number | null;
  readonly filter: Partial<CalendarFilter>;
  readonly facts: Fact[];
  readonly readers: Readers;
}

/** A filter as it is stored: sides it does not name are open. */
export const filterOf = (stored: Partial<CalendarFilter>): CalendarFilter => ({ ...OPEN_FILTER, ...stored });

function ruleOf({ id, kind, ref, filter, facts, readers }: CalendarRow): CalendarRule {
  switch (kind) {
    case 'made':
      return { kind, id, filter: filterOf(filter), facts, readers };
    case 'space':
      return { kind, id, spaceId: ref as SpaceId };
    case 'host':
      return { kind, id, hostId: ref as OrganisationId };
    case 'person':
      return { kind, id, personId: ref as PersonId };
  }
}

const CALENDARS = `SELECT json_group_array(json_object('id', id, 'kind', kind, 'ref', ref_id, 'filter', json(filter), 'facts', json(facts), 'readers', json(readers))) AS json
  FROM calendar WHERE retired_min IS NULL AND (kind = 'made' OR (kind = 'space' AND ref_id IN (SELECT value FROM json_each($spaces)))
    OR (kind = 'host' AND ref_id IN (SELECT value FROM json_each($hosts))) OR (kind = 'person' AND ref_id IN (SELECT value FROM json_each($people)))
    OR id IN (SELECT value FROM json_each($ids)))`;

/** All made calendars, and those the application keeps that these requests can stand on or have stood on. */
export async function loadCalendarRules(
  reader: Reader,
  states: readonly PublishingState[],
): Promise<CalendarRule[]> {
  const all = <T>(of: (state: PublishingState) => readonly T[]) =>
    JSON.stringify([...new Set(states.flatMap(of))]);
  const rows = await reader.json<CalendarRow[]>(CALENDARS, {
    spaces: all(({ dates }) => dates.flatMap(({ spaces }) => spaces)),
    hosts: all(({ hosts }) => hosts),
    people: all(({ requester }) => [requester]),
    ids: all(({ ledger }) => ledger.map(({ calendar }) => calendar)),
  });
  return rows.map(ruleOf);
}
