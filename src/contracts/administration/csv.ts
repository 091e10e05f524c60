import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import { idempotencyKey } from '@/contracts/forms/fields';
import type { EntryKind } from './kinds';

/** Kinds that go out and come in as a table. */
export const CSV_KINDS = [
  'space',
  'equipment',
  'person',
  'organisation',
  'closure',
] as const satisfies EntryKind[];
export type CsvKind = (typeof CSV_KINDS)[number];

/** Whether entries of that name go out and come in as CSV. */
export const isCsvKind = (text: string): text is CsvKind => (CSV_KINDS as readonly string[]).includes(text);

/** So many lines come in at once. More are refused. */
export const MOST_CSV_LINES = 5000;

/** A table that comes in; bounded, and at first only looked at. */
export const csvSchema = z.object({
  key: idempotencyKey,
  preview: z.boolean().default(false),
  text: z
    .string(lazyText`Choose a file.`)
    .min(1, lazyText`The file is empty.`)
    .max(200_000, lazyText`The file is larger than 200 KB.`),
});
export type CsvInput = z.output<typeof csvSchema>;

/** What became, or would become, of one line of a table. */
export interface CsvLineDone {
  readonly line: number;
  readonly name: string;
  readonly did: 'made' | 'changed';
  readonly changes: readonly string[];
}

/** What became of a table: its lines, and what follows of it; nothing was written where it was a preview. */
export interface CsvDone {
  readonly summary: string;
  readonly lines: readonly CsvLineDone[];
  readonly unchanged: number;
  readonly impact: readonly string[];
}
