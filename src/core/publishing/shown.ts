import type { OrganisationId, PersonId, SpaceId } from '../ids';
import type { LocalDate } from '../time/local-time';
import { isOnCalendar, type CalendarFilter, type FilterableEvent } from './calendar-filter';
import { FACTS, type Fact } from './facts';
import type { Readers } from './readers';

/** What the requester and the office have said of publishing a request. */
export interface Announcement {
  readonly publish: boolean;
  readonly heldBack: boolean;
  /** The first day readers may know of it; null is at once. */
  readonly publishFrom: LocalDate | null;
}

/** Whether readers may know of it by `today`, the day at the site. */
export const isAnnounced = ({ publish, heldBack, publishFrom }: Announcement, today: LocalDate): boolean =>
  publish && !heldBack && (publishFrom === null || publishFrom <= today);

/** `wanted` was picked on the request and waits for the office; it does not count yet. */
export const CALENDAR_CHOICES = ['wanted', 'picked', 'excluded'] as const;
export type CalendarChoice = (typeof CALENDAR_CHOICES)[number];

/**
 * Whether something stands on a calendar by what was said of it there, and by whether it fits the filter. A choice of
 * null leaves it to the filter.
 */
export const standsOn = (choice: CalendarChoice | null, fits: boolean): boolean =>
  choice === 'picked' || (fits && choice !== 'excluded');

/** A calendar of the office's making, or one the application keeps: of a space, of a host, of a person's own bookings. */
export type CalendarRule =
  | {
      readonly kind: 'made';
      readonly id: number;
      readonly filter: CalendarFilter;
      readonly readers: Readers;
      readonly facts: readonly Fact[];
    }
  | { readonly kind: 'space'; readonly id: number; readonly spaceId: SpaceId }
  | { readonly kind: 'host'; readonly id: number; readonly hostId: OrganisationId }
  | { readonly kind: 'person'; readonly id: number; readonly personId: PersonId };

/** One date of an event as calendars choose by it. */
export interface ShowableEvent extends FilterableEvent {
  readonly isAnnounced: boolean;
  readonly requesterId: PersonId;
  readonly choices: ReadonlyMap<number, CalendarChoice>;
}

function isOnMade(calendar: MadeRule, event: ShowableEvent): boolean {
  const choice = event.choices.get(calendar.id) ?? null;
  return event.isAnnounced && standsOn(choice, isOnCalendar(calendar.filter, event));
}

/**
 * Whether everybody may know the title of a date that is in force: it stands on a calendar that everybody may read and
 * that tells titles. Boards, pages of spaces and displays go by this.
 */
export const isOpenToAll = (calendars: readonly CalendarRule[], event: ShowableEvent): boolean =>
  calendars.some((each) => tellsAll(each) && isOnMade(each, event));

type MadeRule = Extract<CalendarRule, { kind: 'made' }>;

/** Whether everybody may read a calendar and learns titles from it. */
export const tellsAll = (calendar: CalendarRule): calendar is MadeRule =>
  calendar.kind === 'made' && calendar.readers.kind === 'everyone' && calendar.facts.includes('title');

/** The calendars a date stands on while it is in force. */
export function calendarsOf(calendars: readonly CalendarRule[], event: ShowableEvent): CalendarRule[] {
  const isOpen = isOpenToAll(calendars, event);
  return calendars.filter((each) => {
    switch (each.kind) {
      case 'made':
        return isOnMade(each, event);
      case 'space':
        return isOpen && event.spaces.includes(each.spaceId);
      case 'host':
        return isOpen && event.hosts.includes(each.hostId);
      case 'person':
        return event.requesterId === each.personId;
    }
  });
}

/** What a calendar that the application keeps for a space or a host tells of what everybody may know. */
export const OPEN_FACTS: readonly Fact[] = ['title', 'text', 'place', 'host'];

/** What a calendar tells of its events; one's own bookings are told whole. */
export const factsOf = (calendar: CalendarRule): readonly Fact[] =>
  calendar.kind === 'made' ? calendar.facts : calendar.kind === 'person' ? FACTS : OPEN_FACTS;
