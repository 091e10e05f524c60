import type { StoredCalendar, SaveCalendarBody } from '@/contracts/publishing/calendars';
import { CALENDAR_HUES } from '@/contracts/publishing/calendars';
import { OPEN_FILTER, type CalendarFilter } from '@/core/publishing/calendar-filter';
import type { Fact } from '@/core/publishing/facts';
import type { Readers } from '@/core/publishing/readers';
import type { Role } from '@/core/roles';
import { slugOf } from '@/core/publishing/slug';

/** A calendar as the form holds it. */
export interface CalendarFields {
  name: string;
  /** Empty as long as it follows from the name. */
  slug: string;
  about: string;
  mark: string;
  hue: string;
  filter: CalendarFilter;
  facts: readonly Fact[];
  readerKind: Readers['kind'];
  people: readonly number[];
  roles: readonly Role[];
  organisations: readonly number[];
  startsOn: boolean;
}

/** What a view of dates was narrowed to, as a new calendar starts from. */
export interface StartFrom {
  readonly filter: Partial<Record<keyof CalendarFilter, readonly (number | string)[]>>;
  readonly name: string;
}

export const newFields = ({ filter, name }: StartFrom): CalendarFields => ({
  name,
  slug: '',
  about: '',
  mark: name.replace(/[^\p{L}]/gu, '').slice(0, 2),
  hue: CALENDAR_HUES[0],
  filter: { ...OPEN_FILTER, ...filter } as CalendarFilter,
  facts: ['title', 'text', 'place', 'host'],
  readerKind: 'everyone',
  people: [],
  roles: [],
  organisations: [],
  startsOn: true,
});

export function fieldsOf(calendar: StoredCalendar): CalendarFields {
  const { name, slug, about, mark, hue, filter, facts, readers, startsOn } = calendar;
  const named = readers.kind === 'named' ? readers : { people: [], roles: [], organisations: [] };
  return {
    name,
    slug,
    about,
    mark: mark === '··' ? '' : mark,
    hue,
    filter,
    facts,
    readerKind: readers.kind,
    people: named.people,
    roles: named.roles,
    organisations: named.organisations,
    startsOn,
  };
}

export const bodyOf = (fields: CalendarFields): Omit<SaveCalendarBody, 'key'> => ({
  name: fields.name,
  slug: fields.slug,
  about: fields.about,
  mark: fields.mark,
  hue: fields.hue as SaveCalendarBody['hue'],
  filter: JSON.parse(JSON.stringify(fields.filter)) as SaveCalendarBody['filter'],
  facts: [...fields.facts],
  readers: {
    kind: fields.readerKind,
    people: [...fields.people],
    roles: [...fields.roles],
    organisations: [...fields.organisations],
  },
  startsOn: fields.startsOn,
});

/** The address a calendar will have. */
export const addressOf = ({ slug, name }: CalendarFields): string => slug || slugOf(name);
