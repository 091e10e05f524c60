import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { OccurrenceId, PersonId } from '@/core/ids';
import { SERVICE_STATES, type ServiceState } from '@/core/work-orders/service-due';
import {
  idempotencyKey,
  localDateField,
  optionalLine,
  plainText,
  requiredLine,
  rowId,
  wholeNumber,
} from '@/contracts/forms/fields';
import type { OrderView } from './orders';
import type { Named } from './templates';

/** A service of a date, how far it is arranged, and by when it has to be. */
export interface ServiceLineView {
  readonly serviceId: number;
  readonly name: string;
  readonly team: string;
  readonly state: ServiceState;
  readonly note: string;
  readonly dueText: string;
  readonly isOverdue: boolean;
  readonly byText: string | null;
  /** Whether the viewer may say how far it is. */
  readonly isMine: boolean;
  readonly answers: readonly { readonly question: string; readonly answer: string }[];
}

/** Something promised for a date, and whether somebody saw that it is so. */
export interface PromisedLine {
  readonly line: string;
  /** Null where nobody has looked yet. */
  readonly isRight: boolean | null;
  readonly note: string;
  readonly byText: string | null;
}

/** Something that is left to do after an event. Null where it is due on no day. */
export interface FollowUpView {
  readonly id: number;
  readonly text: string;
  readonly dueText: string | null;
  readonly isOverdue: boolean;
  readonly byText: string;
  readonly doneText: string | null;
}

/** One approved date of a request. */
export interface EventDate {
  readonly id: OccurrenceId;
  readonly text: string;
  readonly isPast: boolean;
}

/** Everything around one date of a request but the event itself. Attendance is null until somebody has counted. */
export interface EventSetup {
  readonly reference: string;
  readonly title: string;
  readonly dates: readonly EventDate[];
  readonly date: EventDate;
  readonly placeText: string;
  readonly isOffice: boolean;
  readonly orders: readonly OrderView[];
  readonly services: readonly ServiceLineView[];
  readonly promised: readonly PromisedLine[];
  readonly expected: number;
  readonly attendance: { readonly people: number | null; readonly byText: string | null };
  readonly attendees: readonly { readonly name: string; readonly isHere: boolean }[];
  readonly followUps: readonly FollowUpView[];
  readonly teams: readonly (Named & { readonly people: readonly Named<PersonId>[] })[];
}

const occurrence = rowId<OccurrenceId>(untranslated('a date'));

/** How far a service is arranged. The note is at most 200 letters. */
export const serviceStateSchema = z.object({
  key: idempotencyKey,
  serviceId: rowId<number>(untranslated('a service')),
  state: z.enum(SERVICE_STATES, lazyText`Say how far the service is.`),
  note: optionalLine(untranslated('What is there to say'), MOST_CHARACTERS.remark),
});
export type ServiceStateInput = z.output<typeof serviceStateSchema>;

/** A promised thing was looked at; null takes the look back. */
export const walkSchema = z.object({
  key: idempotencyKey,
  line: requiredLine(untranslated('What was promised'), 300),
  isRight: z.boolean(lazyText`Say whether it is as promised.`).nullable(),
  note: optionalLine(untranslated('What is wrong with it'), MOST_CHARACTERS.remark),
});
export type WalkInput = z.output<typeof walkSchema>;

const MOST_NAMES = 2000;

/**
 * Who came: a number, names to be ticked, or one of them ticked. From 0 to 100,000 people; null takes the count back.
 */
export const attendanceSchema = z.discriminatedUnion(
  'kind',
  [
    z.object({
      kind: z.literal('count'),
      key: idempotencyKey,
      people: wholeNumber(untranslated('How many came'), 0, 100_000).nullable(),
    }),
    z.object({
      kind: z.literal('names'),
      key: idempotencyKey,
      /** A line each; those that are there already stay as they are. */
      names: plainText(untranslated('The names'), 100_000)
        .transform((text) => [
          ...new Set(
            text
              .split('\n')
              .map((name) => name.trim())
              .filter(Boolean),
          ),
        ])
        .refine((names) => names.length > 0, lazyText`Write a name a line.`)
        .refine((names) => names.length <= MOST_NAMES, lazyText`At most ${MOST_NAMES} names at once.`)
        .refine(
          (names) => names.every((name) => name.length <= 120),
          lazyText`A name has at most 120 characters.`,
        ),
    }),
    z.object({
      kind: z.literal('here'),
      key: idempotencyKey,
      name: requiredLine(untranslated('The name'), 120),
      isHere: z.boolean(lazyText`Say whether they are here.`),
    }),
  ],
  lazyText`Say how many came, or who.`,
);
export type AttendanceInput = z.output<typeof attendanceSchema>;

/** Something that is to be done after an event; `due` null is without a day. */
export const followUpSchema = z.object({
  key: idempotencyKey,
  occurrenceId: occurrence,
  text: requiredLine(untranslated('What is left to do'), MOST_CHARACTERS.followUp),
  due: localDateField.nullable().default(null),
});
export type FollowUpInput = z.output<typeof followUpSchema>;

/** Whether it is done. */
export const followUpDoneSchema = z.object({
  key: idempotencyKey,
  isDone: z.boolean(lazyText`Say whether it is done.`),
});
export type FollowUpDoneInput = z.output<typeof followUpDoneSchema>;
