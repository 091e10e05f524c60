'use client';
import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { dayLong, secondZoneText } from '@/contracts/words/when';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { boardHref } from '@/ui/board/board-address';
import { DetailsPanel } from '@/ui/kit/details-panel';
import { Mark } from '@/ui/kit/mark';
import { hoursText, placesText, type DateEntry, type EntryPlace } from './entries';

const STATE_SENTENCE = texts({
  approved: 'Approved.',
  held: 'Held for a while.',
  waiting: 'Waits for a decision; nothing is booked yet.',
  cancelled: 'Cancelled: it does not take place.',
} as const);

interface OnwardsProps {
  readonly first: EntryPlace | undefined;
  readonly state: 'approved' | 'held' | 'waiting' | 'cancelled';
  readonly day: LocalDate;
  readonly reference: string | null;
  readonly isManager: boolean;
}

const Onwards = ({ first, state, day, reference, isManager }: OnwardsProps) => (
  <p className="mt-3 flex flex-wrap gap-2">
    {first && state !== 'cancelled' && (
      <ButtonLink href={boardHref({ day, details: first.claimSpace })}>{t`On the board`}</ButtonLink>
    )}
    {reference && (
      <ButtonLink
        href={`/${isManager ? 'desk' : 'requests'}/${reference}`}
      >{t`Open ${reference}`}</ButtonLink>
    )}
  </p>
);

interface PlacesProps {
  readonly places: readonly EntryPlace[];
  readonly isKnown: boolean;
  readonly entry: DateEntry;
}

const Places = ({ places, isKnown, entry }: PlacesProps) => (
  <ul className="mt-1">
    {places.map(({ id, name, code, layout }) => (
      <li key={id}>
        <Link href={`/spaces/${code}`}>{name}</Link>
        {isKnown && <span className="text-soft">, {LAYOUT_WORDS[layout]}</span>}
      </li>
    ))}
    {!places.length && <li>{placesText(entry)}</li>}
  </ul>
);

interface DetailsProps {
  readonly entry: DateEntry;
  readonly tzid: string;
  readonly isManager: boolean;
  onClose(): void;
}

/** A date beside the calendar, as far as the viewer may know it. */
export function DateDetails({ entry, tzid, isManager, onClose }: DetailsProps) {
  const { state, places, reference, nth } = entry;
  const day: LocalDate = dateOf(toLocal(entry.span.start, tzid));
  const isKnown = entry.title !== null;
  const [first] = places;
  return (
    <DetailsPanel title={entry.title ?? t`Taken`} onClose={onClose}>
      <p className="font-semibold">
        {dayLong(day)}, {hoursText(entry, tzid)}
        {!entry.isAllDay && <span className="block font-normal text-soft">{secondZoneText(entry.span)}</span>}
      </p>
      <Places places={places} isKnown={isKnown} entry={entry} />
      {entry.in.category.map(({ id, name, mark, hue }) => (
        <p key={id} className="mt-1 flex items-center gap-2">
          <Mark mark={mark ?? ''} hue={hue ?? 'ink'} /> {name}
        </p>
      ))}
      {entry.in.host.length > 0 && (
        <p className="mt-1 text-soft">{entry.in.host.map(({ name }) => name).join(t` with `)}</p>
      )}
      {entry.text && <p className="mt-2 whitespace-pre-line">{entry.text}</p>}
      <p className="mt-2">
        {STATE_SENTENCE[state]} {nth && t`Date ${nth}.`}
      </p>
      {entry.in.calendar.length > 0 && (
        <p className="mt-1 text-note text-soft">{t`On: ${entry.in.calendar.map(({ name }) => name).join(', ')}.`}</p>
      )}
      {!isKnown && (
        <p className="mt-1 text-soft">{t`What it is concerns only its own people and the office.`}</p>
      )}
      <Onwards first={first} state={state} day={day} reference={reference} isManager={isManager} />
    </DetailsPanel>
  );
}
