import { t, texts, untranslated } from '@/contracts/language/translate';
import type { AccountView } from '@/contracts/accounts/account';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { queueAccountMail, queueAccountMails } from '../../../effects/letters/queue-account';
import { sendMail, sendSoon } from '../../../effects/letters/send-mail';
import { accountLetters } from '../../outbox/outbox';
import { writeCommand } from './account-commands';
import { realMomentText } from './own-account';
import { ACCOUNT, COUNT_UNINVITED, UNINVITED_PEOPLE } from './account.queries';
import { Session } from '../../../db/tables/people';
import type { RowOfShape } from '../../../db/statement';

type AccountRow = RowOfShape<typeof ACCOUNT.row>;

const accountRow = (reader: Reader, id: number, nowMs: number): Promise<AccountRow | null> =>
  reader.first(ACCOUNT, { id, now: nowMs });

function stateOf({ hasPassword, isInvited, wasInvited }: AccountRow): AccountView['state'] {
  if (hasPassword) return 'signs-in';
  if (isInvited) return 'invited';
  return wasInvited ? 'invitation-over' : 'no-password';
}

/** How it stands with somebody's account. */
export async function accountView(
  ctx: SignedInContext,
  id: number,
  nowMs = Date.now(),
): Promise<AccountView | null> {
  const row = await accountRow(ctx.db, id, nowMs);
  if (!row) return null;
  const letters = await accountLetters(ctx, id);
  return {
    state: stateOf(row),
    signedInText: row.signedInMs === null ? null : realMomentText(row.signedInMs, await siteZone(ctx.db)),
    sessions: row.sessions,
    letters: letters.map(({ id: letter, subject, whenText }) => ({ id: letter, subject, whenText })),
  };
}

const NO_SUCH = refuse(texts({ code: 'not-found', what: 'such person' }, 'what'));

/** Writes to somebody how to get in: an invitation, or how to set a new password where there is one already. */
export async function sendLink(
  ctx: SignedInContext,
  id: number,
  key: string,
  nowMs: number,
): Promise<Outcome<{ summary: string }>> {
  const known = await accountRow(ctx.db, id, nowMs);
  if (!known) return NO_SUCH;
  if (known.retired)
    return refuse({ code: 'stale', since: t`“${known.name}” is out of use and cannot sign in.` });
  const kind = known.hasPassword ? 'new-password' : 'invitation';
  const action = known.hasPassword
    ? untranslated('sent a link for a new password')
    : untranslated('invited them');
  const summary = known.hasPassword ? t`${t(action)} to “${known.name}”` : t`invited “${known.name}”`;
  const order = { action, reason: known.name, idempotencyKey: key };
  const outcome = await runChangeSet<{ summary: string; letter: number }>(ctx, order, async (change) => {
    const letter = await queueAccountMail(change.tx, kind, { person: known.id }, change.at, `${kind} ${key}`);
    await writeCommand(change, id, known.name, action);
    return done({ summary, letter });
  });
  if (!outcome.ok) return outcome;
  await sendMail(ctx, outcome.value.letter);
  return done({ summary: outcome.value.summary });
}

export async function countUninvited(reader: Reader, nowMs = Date.now()): Promise<number> {
  const row = await reader.one(COUNT_UNINVITED, { now: nowMs });
  return row.n;
}

/** Invites everybody who has no way in yet. */
export async function inviteAll(
  ctx: SignedInContext,
  key: string,
  nowMs: number,
): Promise<Outcome<{ summary: string }>> {
  const order = { action: 'invited', reason: t`all without a password`, idempotencyKey: key };
  const outcome = await runChangeSet<{ summary: string }>(ctx, order, async (change) => {
    const { tx } = change;
    const people = await tx.all(UNINVITED_PEOPLE, { now: nowMs });
    await queueAccountMails(
      tx,
      'invitation',
      people.map(({ id }) => [{ person: id }, `invitation ${key} ${id}`]),
      change.at,
    );
    for (const { id, name } of people) await writeCommand(change, id, name, untranslated('invited them'));
    return done({ summary: t`invited ${countText(people.length, 'person', 'people')}` });
  });
  if (outcome.ok) sendSoon(ctx);
  return outcome;
}

/** Ends all sessions of somebody, at once. */
export async function signOutEverywhere(
  ctx: SignedInContext,
  id: number,
  key: string,
  nowMs: number,
): Promise<Outcome<{ summary: string }>> {
  const known = await accountRow(ctx.db, id, nowMs);
  if (!known) return NO_SUCH;
  const order = {
    action: untranslated('signed them out everywhere'),
    reason: known.name,
    idempotencyKey: key,
  };
  return runChangeSet(ctx, order, async (change) => {
    await change.tx.table(Session).remove({ person_id: id });
    await writeCommand(change, id, known.name, order.action);
    return done({ summary: t`signed out “${known.name}” everywhere` });
  });
}
