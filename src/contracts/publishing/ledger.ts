import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';

/** Most lines of the ledger told at once, the newest first. */
export const MOST_LEDGER = 1000;

/** Of what was shown to readers: all, what is gone, or what they are still owed. */
export const LEDGER_WHAT = ['all', 'gone', 'owed'] as const;

/** What of the ledger is looked for. Empty fields leave it open; undefined is every calendar. */
export const ledgerQuerySchema = z.object({
  calendar: z
    .union([z.literal(''), z.string().regex(/^\d{1,9}$/, lazyText`Choose a calendar from the list.`)])
    .transform((text) => (text === '' ? undefined : Number(text)))
    .optional(),
  what: z.enum(LEDGER_WHAT, lazyText`Choose from the list.`).default('all'),
  q: z
    .string()
    .max(MOST_CHARACTERS.search, lazyText`At most ${MOST_CHARACTERS.search} characters.`)
    .default(''),
});
export type LedgerQuery = z.output<typeof ledgerQuerySchema>;

/** One date on one calendar: when readers were shown it, and what became of it. */
export interface LedgerLine {
  readonly calendar: string;
  readonly mark: string;
  readonly hue: string;
  readonly title: string;
  readonly reference: string;
  readonly when: string;
  readonly shownAt: string;
  /** Empty while it stands. */
  readonly goneAt: string;
  readonly toldAs: 'cancelled' | 'withheld' | 'held-back' | '';
  /** Up to when feeds say that it is cancelled; empty where nobody is owed it any more. */
  readonly owedUntil: string;
}

/** What was shown to readers, the latest first; `isCut` where there is more. */
export interface LedgerPage {
  readonly query: LedgerQuery;
  readonly calendars: readonly { readonly id: number; readonly name: string }[];
  readonly lines: readonly LedgerLine[];
  readonly isCut: boolean;
}
