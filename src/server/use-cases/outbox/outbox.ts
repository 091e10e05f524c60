import { texts } from '@/contracts/language/translate';
import PostalMime from 'postal-mime';
import { isAccountMail } from '@/core/changes/mail-due';
import type { MailLine, MailView, OutboxView } from '@/contracts/accounts/outbox';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
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
import { RowOfShape } from '../../db/statement';
import {
  Readable,
  MAIL_ROW,
  COUNT_MAIL,
  NEWEST_MAIL,
  ON_A_PAGE,
  MAIL_ABOUT_ACCOUNT,
  MAIL_BY_ID,
} from './outbox.queries';

/**
 * What somebody may read of the outbox. A letter about an account sets a password: whoever reads it can be that
 * person, so it is for those alone who keep people. Letters about requests are for those who decide them.
 */
function readable({ viewer }: Context): Readable {
  const isRequests = permissionFor('desk.read', viewer) === 'allowed';
  const isAccounts = permissionFor('people.change', viewer) === 'allowed';
  if (isRequests && isAccounts) return 'all';
  if (isRequests) return 'about requests';
  return isAccounts ? 'about accounts' : 'none';
}

type MailRow = RowOfShape<typeof MAIL_ROW>;

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
  return (await ctx.db.first(COUNT_MAIL(readable(ctx))))?.waiting ?? 0;
}

/** What was sent, waits to be sent, or was taken back; newest first, so many on a page (the first is 1). */
export async function outbox(ctx: Context, { page: wanted = 1 } = {}): Promise<OutboxView> {
  const { db } = ctx;
  const tzid = await siteZone(db);
  const { waiting, total } = (await db.first(COUNT_MAIL(readable(ctx)))) ?? { waiting: 0, total: 0 };
  const pages = Math.max(1, Math.ceil(total / ON_A_PAGE));
  const page = Math.min(pages, wanted);
  const rows = await db.all(NEWEST_MAIL(readable(ctx)), { before: (page - 1) * ON_A_PAGE });
  return { lines: rows.map((row) => lineOf(row, tzid)), waiting, total, page, pages };
}

/** Letters about one person's account, newest first. */
export async function accountLetters(ctx: Context, person: number): Promise<MailLine[]> {
  const tzid = await siteZone(ctx.db);
  const rows = await ctx.db.all(MAIL_ABOUT_ACCOUNT(readable(ctx)), { person });
  return rows.map((row) => lineOf(row, tzid));
}

const NO_SUCH = texts({ code: 'not-found', what: 'message with this number' } as const, 'what');

async function mailRow(ctx: Context, id: number): Promise<MailRow | null> {
  return ctx.db.first(MAIL_BY_ID(readable(ctx)), { id });
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
