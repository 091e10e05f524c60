import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId } from '@/core/ids';
import { idempotencyKey, localDateTimeField, requiredLine, rowId } from '@/contracts/forms/fields';

const span = z
  .object({ from: localDateTimeField, to: localDateTimeField.nullable().default(null) })
  .refine(({ from, to }) => to === null || to > from, {
    path: ['to'],
    ...lazyText`The end must be after the start.`,
  });

/** Stock rises or falls for a time or for good: bought, out of service, hired in for three days. */
export const stockLineSchema = z
  .object({
    key: idempotencyKey,
    typeId: rowId<EquipmentTypeId>(untranslated('equipment from the list')),
    delta: z
      .number(lazyText`How many more, or fewer, is a whole number.`)
      .int(lazyText`How many more, or fewer, is a whole number.`)
      .min(-100_000, lazyText`At most 100,000.`)
      .max(100_000, lazyText`At most 100,000.`)
      .refine((delta) => delta !== 0, lazyText`No more and no fewer changes nothing.`),
    reason: requiredLine(untranslated('Reason'), 120),
  })
  .and(span);

/** What has hours and closures of its own. */
export const OWNER_KINDS = ['site', 'building', 'space'] as const;

export type StockLineInput = z.output<typeof stockLineSchema>;

/** What a change of the house did to what was promised. */
export interface ImpactReply {
  readonly summary: string;
  /** Dates in force that are at risk by it. */
  readonly atRisk: number;
}
