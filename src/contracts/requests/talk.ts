import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { FileLine } from './files';
import { idempotencyKey, plainText } from '@/contracts/forms/fields';

/** Who reads a message: the requester and the office, or the office alone. */
export const THREAD_KINDS = ['with-requester', 'internal'] as const;
export type ThreadKind = (typeof THREAD_KINDS)[number];

/** A message, with files that were sent before it. At most 4,000 letters; files at most ten. */
export const messageSchema = z
  .object({
    key: idempotencyKey,
    kind: z.enum(THREAD_KINDS, lazyText`Say who is to read it.`).default('with-requester'),
    text: plainText(untranslated('The message'), MOST_CHARACTERS.message),
    /** By the office: the request waits for the answer. */
    isQuestion: z.boolean(lazyText`Say whether it is a question.`).default(false),
    fileKeys: z
      .array(z.uuid(lazyText`This is no file of yours.`))
      .max(10, lazyText`At most ten files.`)
      .default([]),
  })
  .refine(({ text, fileKeys }) => text !== '' || fileKeys.length > 0, {
    path: ['text'],
    ...lazyText`Write something, or add a file.`,
  })
  .refine(({ isQuestion, kind }) => !isQuestion || kind === 'with-requester', {
    path: ['isQuestion'],
    ...lazyText`A question goes to the requester.`,
  });
export type MessageInput = z.output<typeof messageSchema>;

/** A message as it is read. */
export interface MessageView {
  readonly id: number;
  readonly kind: ThreadKind;
  readonly who: string;
  /** `the office` or the host, so that one knows in whose name it is said. */
  readonly side: 'office' | 'requester';
  readonly isOwn: boolean;
  /** A question by the office. */
  readonly isQuestion: boolean;
  readonly when: string;
  readonly text: string;
  readonly files: readonly FileLine[];
}

/** Something that has become of a request, or was written about it, by somebody else. */
export interface NewsLine {
  readonly reference: string;
  readonly title: string;
  readonly who: string;
  readonly what: string;
  readonly when: string;
  readonly isNew: boolean;
}

/** What others did or wrote, the newest first. */
export interface News {
  readonly lines: readonly NewsLine[];
  readonly unread: number;
  /** Up to where the list goes: sent back when it has been read. */
  readonly upTo: NewsMark;
}

/** Up to where news are read. Up to and with these, inclusive; 0 is nothing read. */
export const newsMarkSchema = z.object({
  changeSet: z
    .number(lazyText`Say up to where.`)
    .int(lazyText`Say up to where.`)
    .min(0, lazyText`Say up to where.`),
  message: z
    .number(lazyText`Say up to where.`)
    .int(lazyText`Say up to where.`)
    .min(0, lazyText`Say up to where.`),
});
export type NewsMark = z.output<typeof newsMarkSchema>;
