import { z } from 'zod';
import { versionField } from './change';
import { idempotencyKey } from './fields';

export const markOrderSchema = z.object({
  key: idempotencyKey,
  version: versionField,
  state: z.enum(['done', 'open'], 'Say whether the work is done or open.'),
});

export type MarkOrderInput = z.output<typeof markOrderSchema>;

/** What marking an order did. */
export interface MarkReply {
  readonly changed: number;
  readonly summary: string;
}
