import { filterOf } from '@/core/publishing/calendar-filter';
import type { z } from 'zod';
import type { CalendarChoice, CalendarRule } from '@/core/publishing/shown';
import {
  idOf,
  NO_ROW,
  type BuildingId,
  type OccurrenceId,
  type OrganisationId,
  type PersonId,
  type RequestId,
  type SegmentId,
  type SpaceId,
} from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';
import { CALENDAR_RULES, PUBLISHING_STATES } from './publishing.queries';

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
  /** Everything of the rule that readers see. */
  readonly rule: readonly unknown[];
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
  /** What readers are told in words. */
  readonly words: readonly unknown[];
  readonly choices: readonly { readonly calendar: number; readonly choice: CalendarChoice }[];
  readonly segments: readonly SegmentState[];
  readonly dates: readonly DateState[];
  readonly ledger: readonly LedgerRow[];
  readonly parts: readonly PartRow[];
  readonly announced: readonly OccurrenceId[];
}

export const loadPublishingStates = (reader: Reader, ids: readonly RequestId[]): Promise<PublishingState[]> =>
  reader.value(PUBLISHING_STATES, { ids });

type CalendarRow = z.infer<typeof CALENDAR_RULES.value>[number];

function ruleOf({ id, kind, ref, filter, facts, readers }: CalendarRow): CalendarRule {
  switch (kind) {
    case 'made':
      return { kind, id, filter: filterOf(filter), facts, readers };
    case 'space':
      return { kind, id, spaceId: idOf<SpaceId>(ref ?? NO_ROW) };
    case 'host':
      return { kind, id, hostId: idOf<OrganisationId>(ref ?? NO_ROW) };
    case 'person':
      return { kind, id, personId: idOf<PersonId>(ref ?? NO_ROW) };
  }
}

/** All made calendars, and those the application keeps that these requests can stand on or have stood on. */
export async function loadCalendarRules(
  reader: Reader,
  states: readonly PublishingState[],
): Promise<CalendarRule[]> {
  const all = <T>(of: (state: PublishingState) => readonly T[]): T[] => [...new Set(states.flatMap(of))];
  const rows = await reader.value(CALENDAR_RULES, {
    spaces: all(({ dates }) => dates.flatMap(({ spaces }) => spaces)),
    hosts: all(({ hosts }) => hosts),
    people: all(({ requester }) => [requester]),
    ids: all(({ ledger }) => ledger.map(({ calendar }) => calendar)),
  });
  return rows.map(ruleOf);
}
