import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import type { MailKind } from '@/core/changes/mail-due';
import type { MAIL_STATE_WORDS } from '@/contracts/words/mail';

/** One message in the outbox. */
export interface MailLine {
  readonly id: number;
  readonly kind: MailKind;
  /** Null for what is about an account. */
  readonly reference: string | null;
  readonly to: string;
  readonly subject: string;
  readonly state: keyof typeof MAIL_STATE_WORDS;
  /** When it was or will be sent, or was taken back. */
  readonly whenText: string;
}

/** A message as it arrives, or would. */
export interface MailView extends MailLine {
  readonly from: string;
  readonly toAddress: string;
  readonly dateText: string;
  readonly html: string;
  readonly text: string;
}

/** Letters of one page (from 1), the newest first, and how many there are and wait in all. */
export interface OutboxView {
  readonly lines: readonly MailLine[];
  readonly waiting: number;
  readonly total: number;
  readonly page: number;
  readonly pages: number;
}

/** Which page of the outbox; what is no page is the first. */
export const outboxQuerySchema = z.object({
  page: z.coerce.number().int().min(1).max(1_000_000).catch(1).default(1),
});

/** Sending a letter now; nothing else is said. */
export const sendNowSchema = z.object({});

/** Link and answer are what makes it one: the same again gives the first result again. */
export const offerAnswerSchema = z.object({
  answer: z.enum(['accept', 'refuse'], lazyText`Say yes or no.`),
});
export type OfferAnswerInput = z.output<typeof offerAnswerSchema>;

/** What a link in a mail leads to. The answer is null until there is one. */
export interface OfferView {
  readonly title: string;
  readonly reference: string;
  readonly state: 'open' | 'answered' | 'lapsed';
  readonly answer: 'accept' | 'refuse' | null;
  readonly untilText: string;
  readonly offers: readonly { readonly offered: string; readonly asked: string }[];
}
