import type { AccountMailKind } from '@/core/changes/mail-due';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { USUAL_SETTINGS } from '@/contracts/language/own-settings';
import { OPENING_WORDS } from '@/contracts/words/mail';
import type { Writer } from '../../db/connection';
import { officeContact } from '../../repositories/house/office-contact';
import { settingsOf } from '../../repositories/people/kept-settings';
import { insertMail } from './insert-mail';
import { letterTo } from './payload';
import { LETTER_BY_KEY } from './mail.queries';
import type { PersonId } from '@/core/ids';

/** Whom a letter about an account goes to: somebody here, or an address that wants to be. */
export type AccountReader =
  { readonly person: PersonId } | { readonly stranger: { readonly name: string; readonly email: string } };

/** A letter to each of these, to go out at once. `keyOf` tells one letter from another sent to the same reader. */
export async function queueAccountMails(
  tx: Writer,
  kind: AccountMailKind,
  letters: readonly (readonly [reader: AccountReader, dedupeKey: string])[],
  now: EpochMinute,
): Promise<void> {
  const office = await officeContact(tx);
  const settings = await settingsOf(
    tx,
    letters.flatMap(([reader]) => ('person' in reader ? [reader.person] : [])),
  );
  await insertMail(
    tx,
    letters.map(([reader, dedupeKey]) => ({
      requestId: null,
      ...('person' in reader ? { to: reader.person } : { to: null, stranger: reader.stranger }),
      payload: letterTo('person' in reader ? settings(reader.person) : USUAL_SETTINGS, () => ({
        kind,
        reference: '',
        title: office?.site ?? '',
        opening: OPENING_WORDS[kind],
        blocks: [],
        quote: '',
        offer: null,
      })),
      dedupeKey: dedupeKey,
      changeSet: null,
      message: null,
      now,
      sendAfter: now,
    })),
  );
}

/** Puts one letter about an account into the outbox; gives its number. */
export async function queueAccountMail(
  tx: Writer,
  kind: AccountMailKind,
  reader: AccountReader,
  now: EpochMinute,
  dedupeKey: string,
): Promise<number> {
  await queueAccountMails(tx, kind, [[reader, dedupeKey]], now);
  const row = await tx.one(LETTER_BY_KEY, { dedupeKey });
  return row.id;
}
