import { texts } from '@/contracts/language/say';
import PostalMime from 'postal-mime';
import { isAccountMail } from '@/core/changes/mail-due';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { MailLine, MailView, OutboxView } from '@/contracts/outbox';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { momentText } from '@/contracts/words/when';
import { permissionFor } from '../../auth/policy';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { readMail } from '../../effects/letters/mail-file';
import { payloadSchema } from '../../effects/letters/payload';
import { renderMail, subjectWords } from '../../effects/letters/render';
import { sendMail } from '../../effects/letters/send-mail';
import { mailOrigin } from '../../platform/settings';
import { officeContact } from '../../repositories/house/office-contact';

interface MailRow {
  readonly id: number;
  readonly payload: string;
  readonly name: string;
  readonly email: string;
  readonly createdMin: EpochMinute;
  readonly sendAfter: EpochMinute;
  readonly sentAt: EpochMinute | null;
  readonly takenBackAt: EpochMinute | null;
}

/**
 * What somebody may read of the outbox. A letter about an account sets a password: whoever reads it can be that
 * person, so it is for those alone who keep people. Letters about requests are for those who decide them.
 */
function readable({ viewer }: Context): string {
  const isRequests = permissionFor('desk.read', viewer) === 'allowed';
  const isAccounts = permissionFor('people.keep', viewer) === 'allowed';
  if (isRequests && isAccounts) return '1';
  if (isRequests) return 'x.request_id IS NOT NULL';
  return isAccounts ? 'x.request_id IS NULL' : '0';
}

const mails = (ctx: Context) =>
  `SELECT x.id, x.payload, COALESCE(p.name, x.to_name) AS name, COALESCE(p.email, x.to_email) AS email, x.created_min AS createdMin,
  x.send_after_min AS sendAfter, x.sent_at_min AS sentAt, x.withdrawn_at_min AS takenBackAt
  FROM outbox x LEFT JOIN person p ON p.id = x.to_person_id WHERE ${readable(ctx)}`;

/** The newest that are listed. */
const MOST_LISTED = 300;

function lineOf(row: MailRow, tzid: string): MailLine {
  const payload = payloadSchema.parse(JSON.parse(row.payload));
  const { kind, title, reference } = payload;
  const base = {
    id: row.id,
    kind,
    reference: isAccountMail(kind) ? null : reference,
    to: row.name,
    subject: `${title}: ${subjectWords(payload)}`,
  };
  if (row.takenBackAt !== null)
    return { ...base, state: 'taken-back', whenText: momentText(row.takenBackAt, tzid) };
  return row.sentAt === null
    ? { ...base, state: 'waits', whenText: momentText(row.sendAfter, tzid) }
    : { ...base, state: 'sent', whenText: momentText(row.sentAt, tzid) };
}

export async function countWaitingMail(ctx: Context): Promise<number> {
  const [row] = await ctx.db.rows<{ waiting: number }>(
    `SELECT COUNT(*) AS waiting FROM outbox x WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL AND ${readable(ctx)}`,
  );
  return row!.waiting;
}

/** What was sent, waits to be sent, or was taken back; newest first. */
export async function outbox(ctx: Context): Promise<OutboxView> {
  const { db } = ctx;
  const tzid = await siteZone(db);
  const [rows, [all], waiting] = await Promise.all([
    db.rows<MailRow>(`${mails(ctx)} ORDER BY x.id DESC LIMIT ${MOST_LISTED}`),
    db.rows<{ total: number }>(`SELECT COUNT(*) AS total FROM outbox x WHERE ${readable(ctx)}`),
    countWaitingMail(ctx),
  ]);
  return { lines: rows.map((row) => lineOf(row, tzid)), waiting, total: all!.total };
}

/** Letters about one person's account, newest first. */
export async function accountLetters(ctx: Context, person: number): Promise<MailLine[]> {
  const tzid = await siteZone(ctx.db);
  const rows = await ctx.db.rows<MailRow>(
    `${mails(ctx)} AND x.request_id IS NULL AND x.to_person_id = $person ORDER BY x.id DESC LIMIT 5`,
    { person },
  );
  return rows.map((row) => lineOf(row, tzid));
}

const NO_SUCH = texts({ code: 'not-found', what: 'message with this number' } as const, 'what');

async function mailRow(ctx: Context, id: number): Promise<MailRow | null> {
  const [row] = await ctx.db.rows<MailRow>(`${mails(ctx)} AND x.id = $id`, { id });
  return row ?? null;
}

/** A message as it arrived, read from the very file that was sent; before that as it would look now. */
export async function mailView(ctx: Context, id: number): Promise<Outcome<MailView>> {
  const row = await mailRow(ctx, id);
  const office = await officeContact(ctx.db);
  if (!row || !office) return refuse(NO_SUCH);
  const line = lineOf(row, office.tzid);
  const file = await readMail(id);
  const common = {
    ...line,
    from: `${office.name} <${office.email}>`,
    toAddress: row.email,
    dateText: momentText(row.createdMin, office.tzid),
  };
  if (file) {
    const { subject = '', html = '', text = '' } = await PostalMime.parse(file);
    return done({ ...common, subject, html, text });
  }
  const payload = payloadSchema.parse(JSON.parse(row.payload));
  const links = { request: `${mailOrigin()}/requests/${payload.reference}`, offer: null, account: null };
  return done({ ...common, ...renderMail(payload, office, links) });
}

/** The message as a file, as it went out. */
export async function mailFile(ctx: Context, id: number): Promise<Outcome<Buffer>> {
  const file = (await mailRow(ctx, id)) && (await readMail(id));
  return file ? done(file) : refuse(NO_SUCH);
}

/** Sends one message now, though what it is about could still be taken back. */
export async function sendNow(ctx: Context, id: number): Promise<Outcome<{ readonly sent: number }>> {
  if (!(await mailRow(ctx, id))) return refuse(NO_SUCH);
  return done({ sent: await sendMail(ctx, id) });
}
