import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { versionField } from '@/contracts/requests/change';
import { idempotencyKey, plainText, requiredLine, rowId } from '@/contracts/forms/fields';

/** Whether orders are done. */
export const markOrderSchema = z.object({
  key: idempotencyKey,
  version: versionField,
  state: z.enum(['done', 'open'], lazyText`Say whether the work is done or open.`),
});
export type MarkOrderInput = z.output<typeof markOrderSchema>;

/**
 * A line of the checklist, ticked or not; several people may tick at once, so each line is sent by itself. At most 120
 * letters.
 */
export const tickOrderSchema = z.object({
  key: idempotencyKey,
  line: requiredLine(untranslated('The line'), 120),
  isTicked: z.boolean(lazyText`Say whether the line is ticked.`),
});
export type TickOrderInput = z.output<typeof tickOrderSchema>;

/** A version of an order that has been read by the team. */
export const readOrderSchema = z.object({ key: idempotencyKey, version: versionField });
export type ReadOrderInput = z.output<typeof readOrderSchema>;

/** A note to an order, or a problem with it. Never empty. */
export const noteOrderSchema = z.object({
  key: idempotencyKey,
  kind: z.enum(['note', 'problem'], lazyText`Say whether it is a note or a problem.`),
  text: plainText(untranslated('What there is to say'), MOST_CHARACTERS.orderNote).refine(
    (text) => text.length > 0,
    lazyText`Say what it is.`,
  ),
  /** A picture that was sent before. */
  file: z
    .uuid(lazyText`The key of this picture is malformed; add it once more.`)
    .nullable()
    .default(null),
});
export type NoteOrderInput = z.output<typeof noteOrderSchema>;

/** That a problem is one no longer. */
export const solveProblemSchema = z.object({ key: idempotencyKey });

const orderIds = z
  .array(rowId<number>(untranslated('a work order')))
  .min(1, lazyText`Pick a work order.`)
  .max(500, lazyText`At most 500 work orders at once.`);

/** Orders that are given out now, whatever their day. */
export const issueOrdersSchema = z.object({ key: idempotencyKey, orders: orderIds });
export type IssueOrdersInput = z.output<typeof issueOrdersSchema>;

/** Who does picked orders; `personId` null is nobody in particular. */
export const assignOrdersSchema = z.object({
  key: idempotencyKey,
  orders: orderIds,
  /** Null leaves it to the team. */
  personId: rowId<PersonId>(untranslated('a person')).nullable(),
});
export type AssignOrdersInput = z.output<typeof assignOrdersSchema>;

/** What marking an order did. */
export interface MarkReply {
  readonly changed: number;
  readonly summary: string;
}
