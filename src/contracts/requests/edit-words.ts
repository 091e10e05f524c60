import { editedFieldSchemas } from './request-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { versionField } from './change';
import { idempotencyKey, plainText, requiredLine } from '@/contracts/forms/fields';

/**
 * What the office says otherwise of a request that waits; place, time and people are changed date by date. The version
 * is the one it was read at: an older one is refused as stale.
 */
export const editWordsSchema = z.object({
  key: idempotencyKey,
  version: versionField,
  title: requiredLine(untranslated('Title'), MOST_CHARACTERS.title),
  ...editedFieldSchemas,
  publish: z.boolean(lazyText`Say whether readers see it.`),
  /** Why, for the requester. */
  reason: plainText(untranslated('Reason'), MOST_CHARACTERS.reason),
});
export type EditWordsInput = z.output<typeof editWordsSchema>;
export type EditWordsBody = z.input<typeof editWordsSchema>;
