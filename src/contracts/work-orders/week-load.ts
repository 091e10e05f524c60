import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { idempotencyKey, localDateTimeField, rowId, wholeNumber } from '@/contracts/forms/fields';
import type { Named } from './templates';

/** One team on one day: what there is to do and who is there to do it. */
export interface LoadCell {
  readonly date: string;
  /** Person-minutes of orders that are open or done. */
  readonly workMin: number;
  readonly shiftMin: number;
  /** Of requests that wait for a decision. */
  readonly waitingMin: number;
  /** More work than people; false where no roster is kept. */
  readonly isShort: boolean;
  /** It would be so if all that waits were approved. */
  readonly wouldBeShort: boolean;
  readonly text: string;
}

/** A week of a team: each day's work against its shifts. */
export interface TeamWeek {
  readonly id: number;
  readonly name: string;
  /** Whether the team keeps a roster at all. */
  readonly hasRoster: boolean;
  readonly cells: readonly LoadCell[];
}

/** A shift, in words. A null person is so many of the team, whoever they are. */
export interface ShiftView {
  readonly id: number;
  readonly date: string;
  readonly person: string | null;
  readonly personId: PersonId | null;
  readonly people: number;
  readonly text: string;
}

/** An order of the week, in words. A null person is anybody of the team. */
export interface WeekOrder {
  readonly id: number;
  readonly date: string;
  readonly personId: PersonId | null;
  readonly timeText: string;
  readonly phaseText: string;
  readonly title: string;
  readonly place: string;
  readonly eventTitle: string;
  readonly reference: string;
  readonly workText: string;
  readonly isDone: boolean;
  readonly isIssued: boolean;
  readonly issueText: string | null;
  /** What speaks against whoever it is given to: not on shift, or somewhere else at that time. */
  readonly doubts: readonly string[];
}

/** A week of all teams. From the first day of the week, exactly seven days. */
export interface WeekView {
  readonly first: string;
  readonly weekText: string;
  readonly days: readonly { readonly date: string; readonly text: string; readonly isToday: boolean }[];
  readonly before: string;
  readonly after: string;
  readonly teams: readonly TeamWeek[];
  /** The team whose people and orders are shown; null where there is no team. */
  readonly team: {
    readonly id: number;
    readonly name: string;
    readonly people: readonly Named<PersonId>[];
    /** Who is not of it. */
    readonly others: readonly Named<PersonId>[];
    readonly shifts: readonly ShiftView[];
    readonly orders: readonly WeekOrder[];
  } | null;
}

/** So many people of a team on duty; it ends after it begins. */
export const addShiftSchema = z
  .object({
    key: idempotencyKey,
    teamId: rowId<number>(untranslated('a team')),
    /** Null is so many of the team, whoever they are. */
    personId: rowId<PersonId>(untranslated('a person')).nullable().default(null),
    people: wholeNumber(untranslated('People on shift'), 1, 1000).default(1),
    from: localDateTimeField,
    to: localDateTimeField,
  })
  .refine(({ from, to }) => to > from, { path: ['to'], ...lazyText`The shift must end after it begins.` })
  .refine(({ personId, people }) => personId === null || people === 1, {
    path: ['people'],
    ...lazyText`One person is one on shift.`,
  });
export type AddShiftInput = z.output<typeof addShiftSchema>;

/** A shift that is taken away. */
export const removeShiftSchema = z.object({ key: idempotencyKey });

/** Whether somebody belongs to a team. What was given to somebody who leaves goes back to the team. */
export const teamMemberSchema = z.object({
  key: idempotencyKey,
  personId: rowId<PersonId>(untranslated('a person')),
  isMember: z.boolean(lazyText`Say whether they are in the team.`),
});
export type TeamMemberInput = z.output<typeof teamMemberSchema>;
