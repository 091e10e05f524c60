import { BUILDING } from '../../repositories/names';
import { say } from '@/contracts/language/say';
import { toldWords, type Fact, type NoticeWords } from '@/core/publishing/facts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addWallMinutes, dateOf, lastDayOf, type LocalDateTime } from '@/core/time/local-time';
import type { NoticeDate, NoticeMark } from '@/contracts/notices';
import { dayLong, dayShort, sayTime } from '@/contracts/words/when';
import type { Reader } from '../../db/connection';
import { CLAIMS_IN_SPAN } from '../calendar/claims-in-span';
import type { Calendar } from '../../repositories/publishing/calendars';
import { eventPath } from '../../effects/publishing/event-address';
import { NOTICE_WORDS } from '../../effects/publishing/render.queries';

/** A date some calendars show, with what there is to tell of it. */
export interface NoticeRow extends NoticeWords {
  readonly uid: string;
  readonly eventUid: string;
  readonly recurrence: LocalDateTime;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly startMin: EpochMinute;
  readonly endMin: EpochMinute;
  readonly allDay: 0 | 1;
  readonly isCancelled: 0 | 1;
  readonly calendars: readonly number[];
  readonly categories: readonly { readonly id: number; readonly name: string }[];
  readonly hostIds: readonly number[];
  readonly spaces: readonly { readonly code: string; readonly name: string }[];
  readonly buildings: readonly { readonly id: number; readonly name: string }[];
}

const inSpaces = (what: string, from = '') =>
  `json((SELECT json_group_array(${what}) FROM (SELECT ${from || 'p.code, p.name'} FROM claim_space cs JOIN space p ON p.id = cs.space_id JOIN building b ON b.id = p.building_id
    WHERE cs.claim_id = c.id ORDER BY cs.position)))`;

const ROW = `json_object('uid', s.uid, 'eventUid', f.uid, 'recurrence', o.recurrence_local, 'start', k.start_local, 'end', k.end_local,
  'startMin', c.start_min, 'endMin', c.end_min, 'allDay', s.all_day, 'isCancelled', o.state = 'cancelled',
  'calendars', json(x.calendars), ${NOTICE_WORDS},
  'categories', json((SELECT json_group_array(json_object('id', g.id, 'name', g.name) ORDER BY q.position) FROM request_category q JOIN category g ON g.id = q.category_id WHERE q.request_id = r.id)),
  'hostIds', json((SELECT json_group_array(h.organisation_id) FROM request_host h WHERE h.request_id = r.id)),
  'spaces', ${inSpaces(`json_object('code', code, 'name', name)`)},
  'buildings', ${inSpaces(`json_object('id', id, 'name', name)`, `DISTINCT b.id, ${BUILDING} AS name`)})`;

// What is withheld is no more for readers to know; what is cancelled stays and says so.
const SHOWN = `(SELECT json_group_array(p.calendar_id) FROM published p WHERE p.segment_id = o.segment_id AND p.recurrence_local = o.recurrence_local
  AND p.calendar_id IN (SELECT value FROM json_each($calendars)) AND (p.gone_at_min IS NULL OR p.gone_as = 'cancelled'))`;

const JOINS = `JOIN segment s ON s.id = x.segment_id JOIN request r ON r.id = s.request_id JOIN segment f ON f.request_id = r.id AND f.no = 1
  JOIN occurrence o ON o.id = x.occurrence JOIN claim c ON c.id = o.standing_id JOIN claim k ON k.id = c.id`;

const IN_SPAN = `
SELECT json_group_array(${ROW} ORDER BY c.start_min, r.title, o.id) AS json
FROM (SELECT * FROM (SELECT o.id AS occurrence, o.segment_id, t.start_min, ${SHOWN} AS calendars FROM (${CLAIMS_IN_SPAN}) t
  CROSS JOIN occurrence o ON o.id = t.occurrence_id AND o.standing_id = t.id AND o.state IN ('approved','cancelled')) WHERE calendars <> '[]' ORDER BY start_min LIMIT $most) x
${JOINS}`;

const OF_EVENT = `
SELECT json_group_array(${ROW} ORDER BY c.start_min, o.id) AS json
FROM (SELECT o.id AS occurrence, o.segment_id, ${SHOWN} AS calendars FROM segment e JOIN occurrence o ON o.request_id = e.request_id AND o.state IN ('approved','cancelled')
  WHERE e.no = 1 AND e.uid >= $uid AND e.uid < $uid || '~') x
${JOINS} WHERE x.calendars <> '[]'`;

const idsOf = (calendars: readonly Calendar[]) => JSON.stringify(calendars.map(({ id }) => id));

export const noticeRowsIn = (
  reader: Reader,
  calendars: readonly Calendar[],
  span: { readonly start: number; readonly end: number },
  most: number,
): Promise<NoticeRow[]> => reader.json<NoticeRow[]>(IN_SPAN, { ...span, calendars: idsOf(calendars), most });

export const noticeRowsOf = (
  reader: Reader,
  calendars: readonly Calendar[],
  uidHead: string,
): Promise<NoticeRow[]> => reader.json<NoticeRow[]>(OF_EVENT, { calendars: idsOf(calendars), uid: uidHead });

/** Of an event on several calendars readers know what any of them tells. */
export const factsOn = (calendars: readonly Calendar[]): Fact[] => [
  ...new Set(calendars.flatMap(({ facts }) => facts)),
];

function timeText({ start, end, allDay }: Pick<NoticeRow, 'start' | 'end' | 'allDay'>): string {
  if (allDay) {
    const last = lastDayOf(start, end);
    return dateOf(start) === last ? say`all day` : say`all day, until ${dayShort(last)}`;
  }
  return dateOf(start) === dateOf(end)
    ? `${sayTime(start)}–${sayTime(end)}`
    : say`from ${sayTime(start)} until ${dayShort(dateOf(end))}, ${sayTime(end)}`;
}

const markOf = ({ slug, name, mark, hue }: Calendar): NoticeMark => ({ slug, name, mark, hue });

/** A date in an address, by its original start. */
export const dateKey = (recurrence: LocalDateTime): string => recurrence.replace(/[-:]/g, '');

/** A date as readers of these calendars see it. */
export function noticeDate(row: NoticeRow, calendars: readonly Calendar[]): NoticeDate {
  const on = calendars.filter(({ id }) => row.calendars.includes(id));
  const facts = factsOn(on);
  const told = toldWords(facts, row, say`Taken`);
  const tells = (fact: Fact) => facts.includes(fact);
  return {
    key: `${row.uid.slice(0, 13)}-${row.recurrence}`,
    dateKey: dateKey(row.recurrence),
    path: tells('title') ? eventPath(row.eventUid, row.title) : null,
    title: told.title,
    secondLine: told.secondLine,
    text: told.text,
    html: told.html,
    lines: told.lines.map(({ fromMin, text }) => ({ at: sayTime(addWallMinutes(row.start, fromMin)), text })),
    hosts: told.hosts,
    contact: told.contact,
    start: row.start,
    end: row.end,
    isAllDay: row.allDay === 1,
    day: dateOf(row.start),
    dayText: dayLong(dateOf(row.start)),
    timeText: timeText(row),
    place: tells('place') ? row.spaces.map(({ name }) => name).join(' + ') : '',
    building: tells('place') ? row.buildings.map(({ name }) => name).join(', ') : '',
    category: tells('title') ? (row.categories[0]?.name ?? '') : '',
    marks: on.map(markOf),
    isCancelled: row.isCancelled === 1,
  };
}
