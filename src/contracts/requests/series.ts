import { untranslated } from '@/contracts/language/translate';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { z } from 'zod';
import type { OccurrenceId } from '@/core/ids';
import { whenSchema } from './ask';
import { versionField } from './change';
import { idempotencyKey, plainText, rowId } from '@/contracts/forms/fields';

/** From this date on the series goes another way. From that date on, inclusive. */
export const splitSchema = z.object({
  key: idempotencyKey,
  preview: z.boolean().default(false),
  version: versionField,
  /** The first date that is to be different. */
  from: rowId<OccurrenceId>(untranslated('a date')),
  when: whenSchema,
  reason: plainText(untranslated('Reason'), MOST_CHARACTERS.reason),
});

export type SplitInput = z.output<typeof splitSchema>;
export type SplitBody = z.input<typeof splitSchema>;
