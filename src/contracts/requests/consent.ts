import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { ClaimId } from '@/core/ids';
import type { ConsentAnswer, ConsentState } from '@/core/checks/consent';
import { MOST_IN_STEP, TOO_MANY_IN_STEP } from './change';
import { idempotencyKey, plainText, rowId } from '@/contracts/forms/fields';

/**
 * What somebody who looks after a place answers about dates that are wanted there. At least one claim; a refusal needs
 * a reason.
 */
export const consentSchema = z
  .object({
    key: idempotencyKey,
    answer: z.enum(['given', 'refused'] satisfies ConsentAnswer[]),
    claims: z
      .array(rowId<ClaimId>(untranslated('dates')), lazyText`Pick at least one date.`)
      .min(1, lazyText`Pick at least one date.`)
      .max(MOST_IN_STEP, TOO_MANY_IN_STEP)
      .transform((ids) => [...new Set(ids)]),
    reason: plainText(untranslated('Reason'), MOST_CHARACTERS.reason),
  })
  .refine(({ answer, reason }) => answer === 'given' || reason !== '', {
    path: ['reason'],
    ...lazyText`Say why not: the office looks for something else by it.`,
  });
export type ConsentInput = z.output<typeof consentSchema>;
export type ConsentBody = z.input<typeof consentSchema>;

/** At most a letter a day goes to each of them, so the same press twice needs no key. */
export const remindSchema = z.object({});

/** One date wanted in a place somebody looks after. */
export interface ConsentDate {
  readonly claim: ClaimId;
  readonly when: string;
  readonly places: string;
  /** Null where only equipment is wanted. */
  readonly layout: string | null;
  readonly people: number;
  readonly answer: ConsentAnswer | null;
  readonly reason: string;
}

/** A request as those see it who look after a place it wants. */
export interface ConsentRequest {
  readonly reference: string;
  readonly title: string;
  readonly host: string;
  readonly requester: string;
  readonly notes: string;
  readonly dates: readonly ConsentDate[];
}

/** What one steward says of the dates of a request that wait. */
export interface ConsentLine {
  readonly steward: string;
  readonly places: string;
  readonly counts: Readonly<Record<ConsentState, number>>;
  readonly reasons: readonly string[];
  /** Since when they have been asked, and reminded last. */
  readonly askedText: string | null;
}
