import type { Drawn, Move } from '@/contracts/requests/drawn';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { Verdict } from '@/core/checks/findings';
import type { LocalDateTime } from '@/core/time/local-time';
import type { AlternativeKind } from '@/core/alternatives/alternative';
import type { OccurrenceId } from '@/core/ids';
import { checkSchema } from '@/contracts/requests/ask';
import { rowId } from '@/contracts/forms/fields';
import type { DatePatchBody } from '@/contracts/requests/patch';

/**
 * Dates in trouble that are looked at for alternatives in one go; and dates of a series that are weighed together. The
 * rest is told to be not looked at, never left out in silence.
 */
export const MOST_TROUBLED = 40;
/** At most so many dates of a series are looked at. */
export const MOST_IN_SERIES = 400;

/** For what alternatives are wanted: dates that are asked for, or dates of a request there is. */
export const alternativesSchema = z.discriminatedUnion('of', [
  /** Of a request while its form is filled in. */
  z.object({ of: z.literal('form'), check: checkSchema }),
  /** Of a request that waits, or of bookings at risk: those of its dates, or all. */
  z.object({
    of: z.literal('request'),
    reference: z.string(lazyText`Name the request.`).max(20, lazyText`That is no reference.`),
    occurrences: z
      .array(rowId<OccurrenceId>(untranslated('dates')))
      .max(3000, lazyText`At most 3,000 dates.`)
      .optional(),
  }),
]);
export type AlternativesInput = z.output<typeof alternativesSchema>;
export type AlternativesBody = z.input<typeof alternativesSchema>;

/** Pieces that would have to be hired, of a type. Wall times of the site. */
export interface HireIn {
  readonly typeId: number;
  readonly quantity: number;
  readonly from: LocalDateTime;
  readonly to: LocalDateTime;
}

/** One alternative of one date. */
export interface AlternativeView {
  readonly kind: AlternativeKind;
  readonly sentence: string;
  readonly costs: readonly string[];
  readonly verdict: Verdict;
  /** What is still to be said of it. */
  readonly notes: readonly string[];
  readonly patch: DatePatchBody;
  /** Stock that would have to be hired; then the date itself stays as it is. */
  readonly hire: HireIn | null;
  readonly drawn: Drawn;
}

/** The alternatives of one date, the best first. */
export interface DateAlternatives {
  /** Identity of the date in its request: its original local start. */
  readonly key: string;
  /** Null in a form. */
  readonly occurrence: number | null;
  readonly when: string;
  readonly now: Drawn;
  /** The five that change least, best first. */
  readonly best: readonly AlternativeView[];
  /** The best of each other kind. */
  readonly others: readonly AlternativeView[];
  /** Said where there is none. */
  readonly none: string | null;
  readonly cut: string | null;
}

/** One alternative of a whole series. */
export interface SeriesAlternativeView {
  readonly kind: 'one-space' | 'one-time' | 'mixture';
  readonly sentence: string;
  readonly costs: readonly string[];
  readonly changes: readonly {
    readonly key: string;
    readonly occurrence: number | null;
    readonly sentence: string;
    readonly patch: DatePatchBody;
    /** Null beyond the first so many: a long series is told, not drawn. */
    readonly drawn: Move | null;
  }[];
}

/** Changes of a series that are drawn. The rest is told in words alone. At most 40. */
export const MOST_DRAWN = 40;

/** Somebody else waits for the same place: what each could have if the other got it. */
export interface RivalAlternatives {
  readonly key: string;
  readonly occurrence: number;
  readonly rival: {
    readonly reference: string;
    readonly version: number;
    readonly occurrence: number;
    readonly title: string;
    readonly when: string;
    readonly facts: string;
    readonly now: Drawn;
  };
  /** Host, people and since when it waits, of this request. */
  readonly facts: string;
  readonly now: Drawn;
  /** For the rival, if this date has what it asked for. */
  readonly theirs: readonly AlternativeView[];
  /** For this date, if the rival has. */
  readonly ours: readonly AlternativeView[];
  readonly sentence: string;
}

/** Several wait for the same place: where each would go, so that all are served at the time they asked for. */
export interface SharedAlternatives {
  readonly key: string;
  readonly sentence: string;
  readonly placements: readonly {
    readonly reference: string;
    readonly version: number;
    readonly occurrence: number;
    readonly sentence: string;
    /** Null where it stays. */
    readonly patch: DatePatchBody | null;
    readonly drawn: Move;
  }[];
}

/** What is sent line by line as it is found. */
export type AlternativesLine =
  | { readonly line: 'progress'; readonly done: number; readonly of: number }
  | ({ readonly line: 'date' } & DateAlternatives)
  | { readonly line: 'series'; readonly ways: readonly SeriesAlternativeView[]; readonly cut: string | null }
  | ({ readonly line: 'rival' } & RivalAlternatives)
  | ({ readonly line: 'shared' } & SharedAlternatives)
  | { readonly line: 'end'; readonly notLookedAt: string | null }
  | { readonly line: 'failed'; readonly message: string };
