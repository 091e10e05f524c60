import type { CategoryId, SpaceId } from '../ids';

/** What a calendar shows. An empty list leaves that side open; an event must satisfy every side. */
export interface CalendarFilter {
  readonly categories: readonly CategoryId[];
  readonly spaces: readonly SpaceId[];
}

export interface FilterableEvent {
  readonly categories: readonly CategoryId[];
  readonly spaces: readonly SpaceId[];
}

const touches = <T>(wanted: readonly T[], has: readonly T[]): boolean =>
  wanted.length === 0 || wanted.some((each) => has.includes(each));

export const isOnCalendar = (filter: CalendarFilter, event: FilterableEvent): boolean =>
  touches(filter.categories, event.categories) && touches(filter.spaces, event.spaces);
