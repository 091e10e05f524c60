import { z } from 'zod';
import type { OccurrenceId } from '@/core/ids';
import { versionField } from './change';
import { idempotencyKey, plainText, rowId } from './fields';

const pickedDates = z
  .array(rowId<OccurrenceId>('dates'), 'Pick at least one date.')
  .min(1, 'Pick at least one date.')
  .max(3000, 'At most 3,000 dates in one decision.')
  .transform((ids) => [...new Set(ids)]);

const version = versionField;

export const decideSchema = z
  .object({
    key: idempotencyKey,
    /** Of the request as the decider saw it; the decision is refused when it has changed since. */
    version,
    action: z.enum(['approve', 'decline'], 'Say whether to approve or to decline.'),
    occurrences: pickedDates,
    reason: plainText('Reason', 1000),
  })
  .refine(({ action, reason }) => action !== 'decline' || reason !== '', {
    path: ['reason'],
    message: 'Declining needs a reason: the requester reads it.',
  });

export const leaveSchema = z.object({
  key: idempotencyKey,
  version,
  occurrences: pickedDates,
  reason: plainText('Reason', 1000),
});

export const markOrderSchema = z.object({
  key: idempotencyKey,
  version,
  state: z.enum(['done', 'open'], 'Say whether the work is done or open.'),
});

export type DecideInput = z.output<typeof decideSchema>;
export type LeaveInput = z.output<typeof leaveSchema>;
export type MarkOrderInput = z.output<typeof markOrderSchema>;

/** What marking an order did. */
export interface MarkReply {
  readonly changed: number;
  readonly summary: string;
}
