import { isAccountMail, type MailKind } from '@/core/changes/mail-due';
import { epochMinute, type EpochMinute } from '@/core/time/epoch-minute';
import type { Context } from '../../context/context';
import { keep } from '../../db/connection';
import { log } from '../../platform/log';
import { mailOrigin } from '../../platform/settings';
import { officeContact } from '../../repositories/house/office-contact';
import { keepAccountLink, purposeOf } from './account-link';
import { writeMail } from './mail-file';
import { hashOf, newOfferToken } from './offer-link';
import { payloadSchema, type MailToSend } from './payload';
import { renderMail } from './render';
import { DUE_LETTERS } from './mail.queries';
import { OfferLink, Outbox } from '../../db/tables/records';
import type { RequestId, PersonId } from '@/core/ids';
import { writeJson } from '../../db/tables/column';

interface OutboxRow {
  readonly id: number;
  readonly kind: MailKind;
  readonly payload: string;
  readonly createdMin: EpochMinute;
  readonly requestId: RequestId | null;
  readonly personId: PersonId | null;
  readonly name: string;
  readonly email: string;
}

const FOR_STEWARDS: readonly MailKind[] = ['consent-wanted', 'consent-overridden'];

const wordsOf = (row: OutboxRow) => payloadSchema.parse(JSON.parse(row.payload));
const purposeOfRow = ({ kind }: OutboxRow) => (isAccountMail(kind) ? purposeOf(kind) : null);

/** Marked as sent, with what its links lead to. */
async function keepSent(ctx: Context, row: OutboxRow, token: string): Promise<void> {
  const { offer } = wordsOf(row);
  const purpose = purposeOfRow(row);
  const sent_at_min = ctx.clock.now();
  await ctx.db.write(async (tx) => {
    if (offer && row.requestId && row.personId)
      await tx.table(OfferLink).insert({
        hash: hashOf(token),
        outbox_id: row.id,
        request_id: row.requestId,
        person_id: row.personId,
        occurrences: writeJson(offer.occurrences),
        expires_min: epochMinute(offer.until),
      });
    if (purpose)
      await keepAccountLink(tx, token, Date.now(), {
        outbox: row.id,
        purpose,
        person: row.personId,
        name: row.name,
        email: row.email,
      });
    return keep(await tx.table(Outbox).update({ id: row.id, sent_at_min: null }, { sent_at_min }));
  });
}

async function send(ctx: Context, row: OutboxRow): Promise<void> {
  const office = await officeContact(ctx.db);
  if (!office) return;
  const payload = wordsOf(row);
  const token = newOfferToken();
  const mail: MailToSend = {
    id: row.id,
    kind: row.kind,
    to: { name: row.name, email: row.email },
    createdMin: row.createdMin,
    payload,
  };
  const links = {
    request: `${mailOrigin()}${FOR_STEWARDS.includes(row.kind) ? '/consents' : `/requests/${payload.reference}`}`,
    offer: payload.offer && `${mailOrigin()}/offer/${token}`,
    account: purposeOfRow(row) && `${mailOrigin()}/account/link/${token}`,
  };
  await writeMail(mail, renderMail(payload, office, links), office);
  // Cut off before this, the message is written once more, with another link, in the place of the first.
  await keepSent(ctx, row, token);
}

// One after the other: two runs at once would write a message twice.
let running: Promise<unknown> = Promise.resolve();

async function sendAll(ctx: Context, id: number | null): Promise<number> {
  const rows = await ctx.db.all(DUE_LETTERS, { now: ctx.clock.now(), id });
  const those = id === null ? rows : rows.filter((row) => row.id === id);
  for (const row of those) await send(ctx, row);
  return those.length;
}

/** Sends what is due, or one message at once; gives how many went out. */
export function sendMail(ctx: Context, id: number | null = null): Promise<number> {
  const run = running.then(() => sendAll(ctx, id));
  running = run.catch(() => undefined);
  return run;
}

/** Sends what is due without anybody waiting for it; what fails is sent with the next round. */
export function sendSoon(ctx: Context, id: number | null = null): void {
  sendMail(ctx, id).catch((error: unknown) => log.error({ err: error }, 'a letter waits for the next round'));
}
