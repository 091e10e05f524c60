import { t } from '@/contracts/language/translate';
import { toldWords, type Fact } from '@/core/publishing/facts';
import type { Interval } from '@/core/time/epoch-minute';
import { addWallMinutes, dateOf, lastDayOf, type LocalDateTime } from '@/core/time/local-time';
import type { NoticeDate, NoticeMark } from '@/contracts/publishing/notices';
import { dayLong, dayShort, sayTime } from '@/contracts/words/when';
import type { Reader } from '../../db/connection';
import type { Calendar } from '../../repositories/publishing/calendars';
import { eventPath } from '../../effects/publishing/event-address';
import { ResultOf } from '../../db/statement';
import { NOTICES_IN_SPAN, NOTICES_OF_EVENT } from './publish.queries';

/** A date some calendars show, with what there is to tell of it. */
export type NoticeRow = ResultOf<typeof NOTICES_IN_SPAN>[number];

const idsOf = (calendars: readonly Calendar[]) => calendars.map(({ id }) => id);

export const noticeRowsIn = (
  reader: Reader,
  calendars: readonly Calendar[],
  span: Interval,
  most: number,
): Promise<NoticeRow[]> => reader.value(NOTICES_IN_SPAN, { ...span, calendars: idsOf(calendars), most });

export const noticeRowsOf = (
  reader: Reader,
  calendars: readonly Calendar[],
  uidHead: string,
): Promise<NoticeRow[]> => reader.value(NOTICES_OF_EVENT, { calendars: idsOf(calendars), uid: uidHead });

/** Of an event on several calendars readers know what any of them tells. */
export const factsOn = (calendars: readonly Calendar[]): Fact[] => [
  ...new Set(calendars.flatMap(({ facts }) => facts)),
];

function timeText({ start, end, allDay }: Pick<NoticeRow, 'start' | 'end' | 'allDay'>): string {
  if (allDay) {
    const last = lastDayOf(start, end);
    return dateOf(start) === last ? t`all day` : t`all day, until ${dayShort(last)}`;
  }
  return dateOf(start) === dateOf(end)
    ? `${sayTime(start)}–${sayTime(end)}`
    : t`from ${sayTime(start)} until ${dayShort(dateOf(end))}, ${sayTime(end)}`;
}

const markOf = ({ slug, name, mark, hue }: Calendar): NoticeMark => ({ slug, name, mark, hue });

/** A date in an address, by its original start. */
export const dateKey = (recurrence: LocalDateTime): string => recurrence.replace(/[-:]/g, '');

/** A date as readers of these calendars see it. */
export function noticeDate(row: NoticeRow, calendars: readonly Calendar[]): NoticeDate {
  const on = calendars.filter(({ id }) => row.calendars.includes(id));
  const facts = factsOn(on);
  const told = toldWords(facts, row, t`Taken`);
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
