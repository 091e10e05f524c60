import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, t, sayNumber, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { OccurrenceId } from '@/core/ids';
import { idempotencyKey, localDateTimeField, plainText, rowId, wholeNumber } from '@/contracts/forms/fields';
import { datePatchSchema } from './patch';

/**
 * Dates in one step, times spaces: what is written holds up all other writing, and this much takes a second at most
 * where nothing else goes on (docs/performance.md).
 */
export const MOST_IN_STEP = 500;

/** Why so many dates are not decided in one step. */
export const sayTooManyInStep = (): string =>
  t`At most ${sayNumber(MOST_IN_STEP)} dates in one step, so that nobody has to wait for it; a date in three spaces counts three times. Pick fewer, and do the rest in a further step.`;
/** Why so many dates cannot be done in one step; null where they can. */
export const whyTooMany = (dates: number): string | null =>
  dates > MOST_IN_STEP ? sayTooManyInStep() : null;
/** The same, as a schema says it. */
export const TOO_MANY_IN_STEP = { error: sayTooManyInStep };

const pickedDates = z
  .array(rowId<OccurrenceId>(untranslated('dates')), lazyText`Pick at least one date.`)
  .min(1, lazyText`Pick at least one date.`)
  .max(MOST_IN_STEP, TOO_MANY_IN_STEP)
  .transform((ids) => [...new Set(ids)]);

/** The version of what was looked at; another one now is refused. */
export const versionField = wholeNumber(untranslated('Version'), 1, Number.MAX_SAFE_INTEGER);

/** Dates of one request, as whoever decides saw it; refused when it has changed since. */
const item = z.object({
  reference: z.string(lazyText`Name the request.`).max(20, lazyText`That is no reference.`),
  version: versionField,
  occurrences: pickedDates,
});

const reason = plainText(untranslated('Reason'), MOST_CHARACTERS.reason);
const neededReason = (what: string) =>
  reason.refine((text) => text !== '', lazyText`${what} needs a reason: the requester reads it.`);

const simple = <Name extends string>(action: Name) => z.object({ action: z.literal(action) });

const patches = {
  /** What becomes different of every picked date that is not named below. */
  patch: datePatchSchema.optional(),
  /** Dates that go another way than the rest. */
  each: z
    .array(z.object({ occurrence: rowId<OccurrenceId>(untranslated('a date')), patch: datePatchSchema }))
    .max(MOST_IN_STEP, TOO_MANY_IN_STEP)
    .default([]),
};
const saysWhat = ({ patch, each }: { readonly patch?: unknown; readonly each: readonly unknown[] }) =>
  patch !== undefined || each.length > 0;
const SAY_WHAT = { path: ['patch'], ...lazyText`Say what is to be different.` };

const moves = {
  /** Dates that were given something of their own keep it. */
  keepOwn: z.boolean().default(true),
  /** What is kept indoors for a date outdoors is kept at its new time too. */
  keepIndoors: z.boolean().default(false),
};

/** One thing done to every picked date. A reason is at most 1,000 letters; declining and leaving a date out need one. */
export const stepSchema = z.discriminatedUnion(
  'action',
  [
    z.object({ action: z.literal('approve'), reason }),
    z.object({ action: z.literal('decline'), reason: neededReason(untranslated('Declining')) }),
    z.object({ action: z.literal('skip'), reason: neededReason(untranslated('Leaving a date out')) }),
    z.object({ action: z.literal('withdraw'), reason }),
    z.object({ action: z.literal('cancel'), reason }),
    /** Withdraws what waits and cancels what is approved: giving dates up without having to tell them apart. */
    z.object({ action: z.literal('leave'), reason }),
    z.object({ action: z.literal('hold'), until: localDateTimeField }),
    simple('release-hold'),
    z
      .object({ action: z.literal('propose'), ...patches, until: localDateTimeField })
      .refine(saysWhat, SAY_WHAT),
    simple('accept'),
    simple('refuse-proposal'),
    z.object({ action: z.literal('move'), ...patches, reason, ...moves }).refine(saysWhat, SAY_WHAT),
    z.object({ action: z.literal('change'), ...patches, reason, ...moves }).refine(saysWhat, SAY_WHAT),
    z.object({ action: z.literal('grant-change'), reason }),
    z.object({ action: z.literal('refuse-change'), reason }),
    /** Keeps a place indoors beside the one outdoors, for the day the weather turns. */
    z.object({ action: z.literal('set-fallback'), ...patches }).refine(saysWhat, SAY_WHAT),
    simple('drop-fallback'),
    /** The clear ones as they are; the others moved, and proposed unless another space will do. */
    z
      .object({ action: z.literal('approve-or-move'), ...patches, until: localDateTimeField, reason })
      .refine(saysWhat, SAY_WHAT),
  ],
  lazyText`Say what to do with the dates.`,
);

/**
 * One step for picked dates of one request or of several. From 1 to 200 requests, each with the version it was read at.
 */
export const changeSchema = z.object({
  key: idempotencyKey,
  /** Only says what would happen. */
  preview: z.boolean().default(false),
  items: z
    .array(item, lazyText`Pick dates.`)
    .min(1, lazyText`Pick at least one date.`)
    .max(200, lazyText`At most 200 requests in one step.`)
    .refine(
      (items) => new Set(items.map(({ reference }) => reference)).size === items.length,
      lazyText`A request is listed twice.`,
    )
    .refine(
      (items) => items.reduce((sum, { occurrences }) => sum + occurrences.length, 0) <= MOST_IN_STEP,
      TOO_MANY_IN_STEP,
    ),
  step: stepSchema,
});

/**
 * Taking a change back. Within ten minutes of the change, and while nothing has built on it; refused with a reason
 * otherwise.
 */
export const undoSchema = z.object({ key: idempotencyKey });

export type ChangeInput = z.output<typeof changeSchema>;
export type ChangeBody = z.input<typeof changeSchema>;
export type StepInput = z.output<typeof stepSchema>;
export type StepAction = StepInput['action'];
/** Everything a step can be. */
export const STEP_ACTIONS = stepSchema.options.map(({ shape }) => shape.action.value);

/** What a change does, in numbers. */
export interface ChangeNumbers {
  readonly dates: number;
  /** Dates that get another place or time. */
  readonly moved: number;
  /** Dates nobody could approve as they would stand; only a preview can have some. */
  readonly clashing: number;
  /** Dates that keep what they have of their own. */
  readonly keepOwn: number;
  /** Dates outdoors that give up the place kept for them indoors. */
  readonly indoorsGivenUp: number;
  readonly ordersAdded: number;
  readonly ordersRevised: number;
  readonly ordersWithdrawn: number;
}

/** What a decision or a leave did. */
export interface ChangeReply {
  readonly changed: number;
  readonly summary: string;
  readonly numbers: ChangeNumbers;
  /** For taking it back; null for a preview. */
  readonly changeSet: number | null;
  /** In a preview, the dates nobody could approve as they would be: the rest can be done without them. */
  readonly blocked: readonly number[];
  /** In a preview, what asks for a reason before it is done. */
  readonly reasonFor: readonly string[];
  /** What is in the way, in a preview; or what was noticed on the way. */
  readonly sentences: readonly string[];
  /** What going ahead accepts: shoulders shared with others, an audience divided, a feature missing. */
  readonly warnings: readonly string[];
}
