import { t, untranslated } from '@/contracts/language/translate';
import type { ChangePasswordInput, OwnAccount } from '@/contracts/accounts/account';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { ROLE_WORDS } from '@/contracts/words/roles';
import { countText, momentText } from '@/contracts/words/when';
import { epochMinute } from '@/core/time/epoch-minute';
import { hashPassword, isPassword } from '../../../auth/passwords';
import { weakPasswordFaults } from '../../../auth/weak-passwords';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { keep } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { queueAccountMail } from '../../../effects/letters/queue-account';
import type { SignInLimits } from '../sign-in/sign-in-limits';
import { writeCommand } from './account-commands';
import { COUNT_OTHER_SESSIONS, OWN_ROW, SESSIONS } from './account.queries';
import { END_OTHER_SESSIONS } from '../../../repositories/people/sessions.queries';
import { Person } from '../../../db/tables/people';

interface PersonRow {
  readonly name: string;
  readonly email: string;
  readonly hash: string | null;
}

async function ownRow({ db, viewer }: SignedInContext): Promise<PersonRow> {
  const row = await db.one(OWN_ROW, { id: viewer.personId });
  return row;
}

/** A moment of the real clock in the zone of the site. */
export const realMomentText = (ms: number, tzid: string): string =>
  momentText(epochMinute(Math.floor(ms / 60_000)), tzid);

/** One's own account: who one is here, and where one is signed in. */
export async function ownAccount(
  ctx: SignedInContext,
  sessionId: string | null,
  nowMs = Date.now(),
): Promise<OwnAccount> {
  const { name, email } = await ownRow(ctx);
  const tzid = await siteZone(ctx.db);
  const sessions = await ctx.db.all(SESSIONS, { id: ctx.viewer.personId, now: nowMs });
  return {
    name,
    email,
    roles: ctx.viewer.roles.map((role) => ROLE_WORDS[role]),
    sessions: sessions.map(({ id, created }) => ({
      sinceText: realMomentText(created, tzid),
      isThis: id === sessionId,
    })),
  };
}

/** Ends all of somebody's sessions but one; gives how many. */
export const endSessions = (
  ctx: SignedInContext,
  but: string | null,
): Promise<Outcome<{ summary: string }>> =>
  ctx.db.write(async (tx) => {
    const row = await tx.one(COUNT_OTHER_SESSIONS, { id: ctx.viewer.personId, but });
    await tx.execute(END_OTHER_SESSIONS, { id: ctx.viewer.personId, but });
    return keep(done({ summary: t`signed out in ${countText(row.n, 'other place', 'other places')}` }));
  });

/** Changes one's own password, ends one's other sessions and writes that it was done. Wrong tries count as when signing in. */
export async function changePassword(
  ctx: SignedInContext,
  limits: SignInLimits,
  { old, password }: ChangePasswordInput,
  sessionId: string | null,
): Promise<Outcome<{ summary: string }>> {
  const own = await ownRow(ctx);
  const judged = await limits.judge(ctx.source, own.email, () => isPassword(own.hash, old));
  if (!judged.ok) return judged;
  if (!judged.value)
    return refuse({
      code: 'bad-input',
      fields: [{ path: 'old', message: t`That is not the password you have now.` }],
    });
  const faults = weakPasswordFaults(password, own);
  if (faults.length) return refuse({ code: 'bad-input', fields: faults });
  const hashed = await hashPassword(password);
  if (!hashed.ok) return hashed;
  const order = {
    action: untranslated('changed their password'),
    reason: own.name,
    idempotencyKey: ctx.newId(),
  };
  return runChangeSet(ctx, order, async (change) => {
    const { tx } = change;
    const id = ctx.viewer.personId;
    await tx.table(Person).update({ id }, { password_hash: hashed.value });
    await tx.execute(END_OTHER_SESSIONS, { id, but: sessionId });
    await queueAccountMail(
      tx,
      'password-changed',
      { person: id },
      change.at,
      `password changed ${ctx.newId()}`,
    );
    await writeCommand(change, id, own.name, order.action);
    return done({ summary: t`your password was changed; you are signed out everywhere else` });
  });
}
