import { t, texts } from '@/contracts/language/translate';
import type { CalendarFilter } from '@/core/publishing/calendar-filter';
import type { Fact } from '@/core/publishing/facts';
import type { Readers } from '@/core/publishing/readers';
import type { CalendarChoices } from './calendars';
import { listText } from '@/contracts/words/rule';

/** What a calendar can tell of an event. */
export const FACT_WORDS: Readonly<Record<Fact, string>> = texts({
  title: 'title and second line',
  text: 'public text and running order',
  place: 'space',
  host: 'host',
  contact: 'contact on the day',
});

/** Who may read it. */
export const READER_WORDS: Readonly<Record<Readers['kind'], string>> = texts({
  everyone: 'everybody, without signing in',
  'signed-in': 'everybody who is signed in',
  named: 'certain people, roles or organisations',
  link: 'anyone with its private link',
});

const namesOf = (
  ids: readonly number[],
  of: readonly { readonly id: number; readonly name: string }[],
): string[] => ids.map((id) => of.find((each) => each.id === id)?.name ?? t`something that was deleted`);

/** What a calendar shows, in words. Everything where the filter is empty. */
export function filterText(filter: CalendarFilter, choices: CalendarChoices): string {
  const places = [...namesOf(filter.buildings, choices.buildings), ...namesOf(filter.spaces, choices.spaces)];
  const parts = [
    filter.categories.length ? listText(namesOf(filter.categories, choices.categories)) : t`everything`,
    places.length ? t`in ${listText(places)}` : '',
    filter.hosts.length ? t`hosted by ${listText(namesOf(filter.hosts, choices.hosts))}` : '',
    filter.audiences.length ? t`for ${listText(filter.audiences)}` : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/** Who may read a calendar, by name where they are named. */
export function readersText(readers: Readers, choices: CalendarChoices): string {
  if (readers.kind !== 'named') return READER_WORDS[readers.kind];
  const named = [
    ...namesOf(readers.people, choices.people),
    ...readers.roles.map((role) => t`every ${role}`),
    ...namesOf(readers.organisations, choices.hosts).map((name) => t`members of ${name}`),
  ];
  return listText(named);
}

/** What readers of a calendar were told of a date that is gone. */
export const TOLD_AS_WORDS = texts({
  cancelled: 'cancelled',
  withheld: 'cancelled, without its text',
  'held-back': 'nothing: it is held back',
} as const);
