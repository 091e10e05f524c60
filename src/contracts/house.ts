import { z } from 'zod';
import type { EquipmentTypeId } from '@/core/ids';
import { idempotencyKey, localDateTimeField, requiredLine, rowId } from './fields';

const span = z
  .object({ from: localDateTimeField, to: localDateTimeField.nullable().default(null) })
  .refine(({ from, to }) => to === null || to > from, {
    path: ['to'],
    message: 'The end must be after the start.',
  });

/** Stock rises or falls for a time or for good: bought, out of service, hired in for three days. */
export const stockLineSchema = z
  .object({
    key: idempotencyKey,
    typeId: rowId<EquipmentTypeId>('equipment from the list'),
    delta: z
      .number('How many more, or fewer, is a whole number.')
      .int('How many more, or fewer, is a whole number.')
      .min(-100_000, 'At most 100,000.')
      .max(100_000, 'At most 100,000.')
      .refine((delta) => delta !== 0, 'Nothing more and nothing fewer changes nothing.'),
    reason: requiredLine('Reason', 120),
  })
  .and(span);

export const OWNER_KINDS = ['site', 'building', 'space'] as const;

/** A dated exception to the hours: shut, or open beside the usual hours. */
export const closureSchema = z
  .object({
    key: idempotencyKey,
    owner: z.enum(OWNER_KINDS, 'Say whether the site, a building or a space.'),
    ownerId: rowId('what is to be closed'),
    kind: z.enum(['shut', 'open'], 'Say whether it is shut or open.').default('shut'),
    from: localDateTimeField,
    to: localDateTimeField,
    reason: requiredLine('Reason', 120),
  })
  .refine(({ from, to }) => to > from, { path: ['to'], message: 'The end must be after the start.' });

export type StockLineInput = z.output<typeof stockLineSchema>;
export type ClosureInput = z.output<typeof closureSchema>;

/** What a change of the house did to what was promised. */
export interface HouseReply {
  readonly summary: string;
  /** Dates in force that are at risk by it. */
  readonly atRisk: number;
}
