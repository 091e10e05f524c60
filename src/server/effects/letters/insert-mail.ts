import { t } from '@/contracts/language/translate';
import type { RequestId, PersonId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { lettersDoc, openingKey, subjectKey, type LettersDoc } from '@/contracts/administration/letters';
import { OPENING_WORDS } from '@/contracts/words/mail';
import type { Writer } from '../../db/connection';
import type { RequestRow } from '../../repositories/requests/request-rows';
import { settingsOf } from '../../repositories/people/kept-settings';
import { letterTo, type MailDraft, type MailPayload } from './payload';
import { LETTER_WORDING } from './mail.queries';
import { Outbox } from '../../db/tables/records';
import { readJson, writeJson } from '../../db/tables/column';

export interface QueuedMail {
  /** Null for what is about an account. */
  readonly requestId: RequestId | null;
  readonly to: PersonId | null;
  /** Where it goes as long as nobody here has that address. */
  readonly stranger?: { readonly name: string; readonly email: string };
  readonly payload: MailDraft;
  readonly dedupeKey: string;
  readonly changeSet: number | null;
  readonly message: number | null;
  readonly now: EpochMinute;
  readonly sendAfter: EpochMinute;
}

/** The words of the office where it has chosen any. */
function inOfficeWords(draft: MailDraft, words: LettersDoc): MailPayload {
  const chosen = (key: string) => words[key] ?? '';
  return {
    ...draft,
    opening: chosen(openingKey(draft.kind)) || draft.opening,
    subject: chosen(subjectKey(draft.kind)),
    closing: chosen('closing'),
  };
}

/** Puts mails into the outbox; one whose key is there already is left out. */
export async function insertMail(tx: Writer, mails: readonly QueuedMail[]): Promise<void> {
  if (!mails.length) return;
  const [row] = await tx.all(LETTER_WORDING);
  const words = lettersDoc.parse(row ? readJson(row.doc) : {});
  await tx.table(Outbox).addMissing(
    mails.map(({ payload, ...mail }) => ({
      change_set_id: mail.changeSet,
      message_id: mail.message,
      request_id: mail.requestId,
      dedupe_key: mail.dedupeKey,
      to_person_id: mail.to,
      to_name: mail.stranger?.name ?? null,
      to_email: mail.stranger?.email ?? null,
      kind: payload.kind,
      payload: writeJson<unknown>(inOfficeWords(payload, words)),
      created_min: mail.now,
      send_after_min: mail.sendAfter,
    })),
  );
}

/** What the office wrote, sent at once. */
export const queueMessage = async (
  tx: Writer,
  request: RequestRow,
  message: number,
  { text, isQuestion }: { readonly text: string; readonly isQuestion: boolean },
  now: EpochMinute,
): Promise<void> => {
  const kind = isQuestion ? 'question' : 'message';
  const settings = await settingsOf(tx, [request.requesterId]);
  return insertMail(tx, [
    {
      requestId: request.id,
      to: request.requesterId,
      payload: letterTo(settings(request.requesterId), () => ({
        kind,
        reference: request.ref,
        title: request.title,
        opening: OPENING_WORDS[kind],
        blocks: [],
        quote: text || t`Files were added.`,
        offer: null,
      })),
      dedupeKey: `message ${message}`,
      changeSet: null,
      message,
      now,
      sendAfter: now,
    },
  ]);
};
