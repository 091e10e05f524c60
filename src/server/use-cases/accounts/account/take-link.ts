import { untranslated } from '@/contracts/language/translate';
import type { LinkPurpose, LinkView } from '@/contracts/accounts/account';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { idOf, type PersonId } from '@/core/ids';
import { hashPassword } from '../../../auth/passwords';
import { beginSession } from '../../../auth/sessions';
import { weakPasswordFaults } from '../../../auth/weak-passwords';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { Context } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { hashOf } from '../../../effects/letters/offer-link';
import { queueAccountMail } from '../../../effects/letters/queue-account';
import { repositoryOf } from '../../administration/entries/repositories/index';
import { writeCommand } from './account-commands';
import { domainOf, registerDomains } from './ask-for-link';
import { OPEN_LINK } from './account.queries';
import { AccountLink, Person, Session } from '../../../db/tables/people';
import type { RowOfShape } from '../../../db/statement';

type LinkRow = RowOfShape<typeof OPEN_LINK.row>;

async function linkOf(reader: Reader, token: string, nowMs: number): Promise<LinkRow | null> {
  const [row] = await reader.all(OPEN_LINK, { hash: hashOf(token), now: nowMs });
  return row ?? null;
}

/** What a link is for, and whom; null where it is over. */
export async function readLink({ db }: Context, token: string, nowMs = Date.now()): Promise<LinkView | null> {
  const link = await linkOf(db, token, nowMs);
  return link && { purpose: link.purpose, name: link.name, email: link.email };
}

const DID: Readonly<Record<LinkPurpose, string>> = untranslated({
  invitation: 'chose a password',
  'new-password': 'chose a new password',
  registration: 'made an account for themselves',
});

/** The account of somebody who registers: who asks for spaces and nothing more. Null where the address or the domain is out by now. */
async function makePerson(change: ChangeSet, { name, email }: LinkRow): Promise<PersonId | null> {
  const { tx } = change;
  const isAllowed = (await registerDomains(tx)).includes(domainOf(email));
  const taken = await tx.table(Person).first({ email });
  if (!isAllowed || taken) return null;
  const stored = await repositoryOf('person').store(
    change,
    null,
    {
      name,
      email,
      roles: ['requester'],
      looksAfter: [],
      teams: [],
      organisations: [],
      deputies: [],
    },
    null,
  );
  return stored.ok ? idOf<PersonId>(stored.value) : null;
}

/** Sets the password a link was sent for, ends what was signed in with the old one, and signs in. A link works once. */
export async function takeLink(
  ctx: Context,
  token: string,
  password: string,
  nowMs: number,
): Promise<Outcome<{ sessionId: string }>> {
  const known = await linkOf(ctx.db, token, nowMs);
  if (!known) return refuse({ code: 'link-over' });
  const faults = weakPasswordFaults(password, known);
  if (faults.length) return refuse({ code: 'bad-input', fields: faults });
  // Slow on purpose: done before anybody has to wait for the write.
  const hashed = await hashPassword(password);
  if (!hashed.ok) return hashed;
  const taker: Context = {
    ...ctx,
    viewer: known.person === null ? null : { personId: known.person, roles: [] },
  };
  const order = { action: DID[known.purpose], reason: known.name, idempotencyKey: ctx.newId() };
  const outcome = await runChangeSet<{ person: PersonId }>(taker, order, async (change) => {
    const { tx } = change;
    const link = await linkOf(tx, token, nowMs);
    const person = link && (link.person ?? (await makePerson(change, link)));
    if (!link || person === null) return refuse({ code: 'link-over' });
    await tx.table(Person).update({ id: person }, { password_hash: hashed.value });
    await tx.table(AccountLink).update({ hash: hashOf(token) }, { used_ms: nowMs });
    await tx.table(Session).remove({ person_id: person });
    const mail = `password changed ${ctx.newId()}`;
    if (link.purpose === 'new-password')
      await queueAccountMail(tx, 'password-changed', { person }, change.at, mail);
    await writeCommand(change, person, link.name, DID[link.purpose]);
    return done({ person });
  });
  if (!outcome.ok) return outcome;
  const sessionId = ctx.newId();
  await beginSession(ctx.db, sessionId, outcome.value.person, nowMs);
  return done({ sessionId });
}
