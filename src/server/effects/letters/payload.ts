import { z } from 'zod';
import { MAIL_KINDS, type MailKind } from '@/core/changes/mail-due';
import type { OccurrenceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { rowId } from '@/contracts/forms/fields';
import { LANGUAGES } from '@/contracts/language/languages';
import { ownLanguage, untranslated } from '@/contracts/language/translate';
import type { OwnSettings } from '@/contracts/language/own-settings';
import { writtenFor } from '../../platform/ambient';

/** What a mail says, kept in the outbox until it is sent; how it looks is decided then. */
export const payloadSchema = z.object({
  kind: z.enum(MAIL_KINDS),
  /** What it is written in. */
  language: z.enum(LANGUAGES).default('en'),
  reference: z.string(),
  title: z.string(),
  opening: z.string(),
  /** The office's own words, as they were when it was written; empty where it has none. */
  subject: z.string().default(''),
  closing: z.string().default(''),
  blocks: z.array(z.object({ head: z.string(), lines: z.array(z.string()) })),
  /** What somebody wrote: the reason of a decision, a question. */
  quote: z.string(),
  /** Dates that can be accepted by a link, and until when. */
  offer: z
    .object({
      occurrences: z.array(rowId<OccurrenceId>(untranslated('dates'))),
      until: z.number(),
      untilText: z.string(),
    })
    .nullable(),
});
export type MailPayload = z.output<typeof payloadSchema>;
/** What writers of letters give; the office's own words come in as it is put into the outbox. */
export type MailDraft = Omit<MailPayload, 'subject' | 'closing'>;

/** A letter in the language of whoever it goes to, with times as they have chosen them. */
export const letterTo = (settings: OwnSettings, write: () => Omit<MailDraft, 'language'>): MailDraft =>
  writtenFor(settings, () => ({ ...write(), language: ownLanguage() }));

export interface MailToSend {
  readonly id: number;
  readonly kind: MailKind;
  readonly to: { readonly name: string; readonly email: string };
  readonly createdMin: EpochMinute;
  readonly payload: MailPayload;
}
