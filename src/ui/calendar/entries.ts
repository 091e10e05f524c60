import { t, texts } from '@/contracts/language/translate';
import type { DateChoice, DateChoices, DateGroup, DateState, DateTuple } from '@/contracts/calendar/dates';
import { DATE_STATES } from '@/contracts/calendar/dates';
import { dayShort, sayClock, sayTime } from '@/contracts/words/when';
import type { Layout } from '@/core/seating/layouts';
import { overlaps, type Interval } from '@/core/time/epoch-minute';
import { addDays, dateOf, lastDayOf, timeOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';

export interface EntryPlace {
  readonly id: number;
  readonly name: string;
  readonly code: string;
  /** Of the claimed space: the number of its details panel on the board. */
  readonly claimSpace: number;
  readonly layout: Layout;
}

/** One date of an event, as far as the viewer may know it. */
export interface DateEntry {
  readonly id: string;
  readonly state: DateState;
  readonly isOwn: boolean;
  readonly span: Interval;
  readonly places: readonly EntryPlace[];
  /** Null where it is only taken. */
  readonly title: string | null;
  readonly isAllDay: boolean;
  readonly in: Readonly<Record<DateGroup, readonly DateChoice[]>>;
  /** `5 of 14`, on dates of a series. */
  readonly nth: string | null;
  readonly people: number;
  readonly text: string;
  readonly reference: string | null;
}

/** A choice of each group by its number. */
type Known = Readonly<Record<DateGroup, ReadonlyMap<number, DateChoice>>>;

const byNumber = (choices: readonly DateChoice[]) => new Map(choices.map((each) => [each.id, each]));

export function readEntries(tuples: readonly DateTuple[], choices: DateChoices): DateEntry[] {
  const known: Known = {
    space: byNumber(choices.space),
    building: byNumber(choices.building),
    category: byNumber(choices.category),
    host: byNumber(choices.host),
    calendar: byNumber(choices.calendar),
  };
  const all = (group: DateGroup, ids: readonly number[]) =>
    [...new Set(ids)].flatMap((id) => known[group].get(id) ?? []);
  return tuples.map((tuple) => {
    const [id, state, isOwn, start, end, spaces, title, isAllDay, categories, hosts, calendars] = tuple;
    const [nth, of, people, text, reference] = tuple.slice(11) as [
      number,
      number,
      number,
      string,
      string | null,
    ];
    const spaceIds = spaces.map(([space]) => space);
    return {
      id,
      state: DATE_STATES[state],
      isOwn: isOwn === 1,
      span: { start, end },
      places: spaces.map(([space, claimSpace, layout]) => ({
        id: space,
        name: known.space.get(space)?.name ?? '',
        code: choices.codes[space] ?? '',
        claimSpace,
        layout,
      })),
      title,
      isAllDay: isAllDay === 1,
      in: {
        space: all('space', spaceIds),
        building: all(
          'building',
          spaceIds.map((space) => choices.buildingOf[space] ?? 0),
        ),
        category: all('category', categories),
        host: all('host', hosts),
        calendar: all('calendar', calendars),
      },
      nth: of > 1 ? t`${nth} of ${of}` : null,
      people,
      text,
      reference,
    };
  });
}

const A_DAY_MIN = 1440;

/** Stands apart from what has hours: asked for as whole days, or longer than a day. */
export const isWholeDay = ({ isAllDay, span }: DateEntry): boolean =>
  isAllDay || span.end - span.start >= A_DAY_MIN;

export const onDay = (entries: readonly DateEntry[], day: LocalDate, tzid: string): DateEntry[] => {
  const whole = dayInterval(day, tzid);
  return entries.filter(({ span }) => overlaps(span, whole));
};

/** `10:00–11:30`; across days each end has its day; whole days are said as such. */
export function hoursText({ span, isAllDay }: Pick<DateEntry, 'span' | 'isAllDay'>, tzid: string): string {
  const [start, end] = [toLocal(span.start, tzid), toLocal(span.end, tzid)];
  if (isAllDay) {
    const last = lastDayOf(start, end);
    return dateOf(start) === last ? t`all day` : t`all day, ${dayShort(dateOf(start))} to ${dayShort(last)}`;
  }
  const endsAtMidnight = timeOf(end) === '00:00' && addDays(dateOf(end), -1) === dateOf(start);
  return dateOf(start) === dateOf(end) || endsAtMidnight
    ? `${sayTime(start)}–${endsAtMidnight ? sayClock(1440) : sayTime(end)}`
    : t`${sayTime(start)} to ${sayTime(end)} on ${dayShort(dateOf(end))}`;
}

/** The same in a list of days: on the day it begins from when to when, else until when. */
export const hoursInList = (entry: DateEntry, day: LocalDate, tzid: string): string =>
  isWholeOn(entry, day, tzid) || entry.span.start < dayInterval(day, tzid).start
    ? hoursOnDay(entry, day, tzid)
    : hoursText(entry, tzid);

function isWholeOn(entry: DateEntry, day: LocalDate, tzid: string): boolean {
  const whole = dayInterval(day, tzid);
  return isWholeDay(entry) && entry.span.start <= whole.start && entry.span.end >= whole.end;
}

/** What of an entry falls on a day, as hours: `10:00`, or `until 02:00` where it began before. */
export function hoursOnDay(entry: DateEntry, day: LocalDate, tzid: string): string {
  const whole = dayInterval(day, tzid);
  if (isWholeOn(entry, day, tzid)) return t`all day`;
  if (entry.span.start >= whole.start) return sayTime(toLocal(entry.span.start, tzid));
  return t`until ${sayTime(toLocal(entry.span.end, tzid))}`;
}

export const placesText = ({ places }: Pick<DateEntry, 'places'>): string =>
  places.map(({ name }) => name).join(' + ') || t`no space`;

const STATE_WORD: Readonly<Record<DateState, string>> = texts({
  approved: '',
  held: 'held: ',
  waiting: 'waiting: ',
  cancelled: 'cancelled: ',
});

export const titleText = ({ title, state, isOwn }: DateEntry): string =>
  title === null ? t`taken` : `${STATE_WORD[state]}${isOwn ? t`yours: ` : ''}${title}`;

/** Everything in one line, for who cannot see how it is drawn. */
export const sayEntry = (entry: DateEntry, tzid: string): string =>
  [
    `${dayShort(dateOf(toLocal(entry.span.start, tzid)))}, ${hoursText(entry, tzid)}`,
    titleText(entry),
    entry.nth && t`date ${entry.nth}`,
    placesText(entry),
    entry.in.category[0]?.name,
  ]
    .filter(Boolean)
    .join(', ');

export interface EntryGroup {
  readonly choice: DateChoice;
  readonly entries: readonly DateEntry[];
}

/** Entries apart: what was chosen, or whatever has something on; an event stands in each group it belongs to. */
export function apart(
  entries: readonly DateEntry[],
  by: DateGroup,
  only: readonly number[],
  choices: DateChoices,
): EntryGroup[] {
  return choices[by].flatMap((choice) => {
    if (only.length && !only.includes(choice.id)) return [];
    const own = entries.filter((entry) => entry.in[by].some(({ id }) => id === choice.id));
    return own.length || only.length ? [{ choice, entries: own }] : [];
  });
}
