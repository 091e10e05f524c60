import type { BuildingId, CategoryId, OrganisationId, SpaceId } from '../ids';

/** What a calendar shows. A side that is left empty is open; an event must satisfy every side. */
export interface CalendarFilter {
  /** Buildings and spaces are one side: an event in one of either is there. */
  readonly buildings: readonly BuildingId[];
  readonly spaces: readonly SpaceId[];
  readonly categories: readonly CategoryId[];
  readonly hosts: readonly OrganisationId[];
  readonly audiences: readonly string[];
}

/** The same facts of one date of an event. */
export type FilterableEvent = CalendarFilter;

/** A filter that everything passes: each list empty. */
export const OPEN_FILTER: CalendarFilter = {
  buildings: [],
  spaces: [],
  categories: [],
  hosts: [],
  audiences: [],
};

/** A filter as it is stored: sides it does not name are open. */
export const filterOf = (stored: Partial<CalendarFilter>): CalendarFilter => ({ ...OPEN_FILTER, ...stored });

const shares = <T>(wanted: readonly T[], has: readonly T[]): boolean =>
  wanted.some((each) => has.includes(each));

const touches = <T>(wanted: readonly T[], has: readonly T[]): boolean =>
  wanted.length === 0 || shares(wanted, has);

const isThere = ({ buildings, spaces }: CalendarFilter, event: FilterableEvent): boolean =>
  (buildings.length === 0 && spaces.length === 0) ||
  shares(buildings, event.buildings) ||
  shares(spaces, event.spaces);

/** Whether an event passes a filter. An empty list asks for nothing; of several lists each has to be met. */
export const isOnCalendar = (filter: CalendarFilter, event: FilterableEvent): boolean =>
  isThere(filter, event) &&
  touches(filter.categories, event.categories) &&
  touches(filter.hosts, event.hosts) &&
  touches(filter.audiences, event.audiences);
