import { t } from '@/contracts/language/translate';
import type { RegisterInput } from '@/contracts/accounts/account';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { AccountMailKind } from '@/core/changes/mail-due';
import type { Context } from '../../../context/context';
import { keep, type Reader } from '../../../db/connection';
import { queueAccountMail, type AccountReader } from '../../../effects/letters/queue-account';
import { sendMail } from '../../../effects/letters/send-mail';
import { log } from '../../../platform/log';
import type { AccountLimits } from './account-limits';
import { readJson } from '../../../db/tables/column';
import { mainSite } from '../../../repositories/house/main-site';
import { Person } from '../../../db/tables/people';

/** Mail domains whose people may make an account for themselves, in small letters. */
export async function registerDomains(reader: Reader): Promise<readonly string[]> {
  const site = await mainSite(reader);
  return site ? readJson(site.register_domains) : [];
}

/** What stands behind the sign of a mail address. */
export const domainOf = (email: string): string => email.replace(/^.*@/, '');

async function write(
  ctx: Context,
  limits: AccountLimits,
  kind: AccountMailKind,
  reader: AccountReader,
): Promise<void> {
  if (!(await limits.write(kind)).ok)
    return log.warn({ kind }, 'too many letters were asked for; one was not written');
  const id = await ctx.db.write(async (tx) =>
    keep(await queueAccountMail(tx, kind, reader, ctx.clock.now(), `${kind} ${ctx.newId()}`)),
  );
  await sendMail(ctx, id);
}

// What was answered and is still being written, for those who wait until it is: tests.
const unfinished = new Set<Promise<void>>();

/** Does what nobody waits for: whether an address is known must not show in how long the answer takes. */
function afterAnswer(work: () => Promise<void>): void {
  const running = work()
    .catch((error: unknown) => log.error({ err: error }, 'a letter about an account could not be written'))
    .finally(() => unfinished.delete(running));
  unfinished.add(running);
}

export const lettersWritten = async (): Promise<void> => {
  await Promise.all(unfinished);
};

const personAt = (reader: Reader, email: string) => reader.table(Person).first({ email });

/** Writes to an address how to set a new password, if anybody has it. Whether anybody does is not told. */
export async function askForPassword(
  ctx: Context,
  limits: AccountLimits,
  email: string,
): Promise<Outcome<{ asked: true }>> {
  const counted = await limits.ask(ctx.source, email);
  if (!counted.ok) return counted;
  afterAnswer(async () => {
    const person = await personAt(ctx.db, email);
    if (person && !person.retired_at) await write(ctx, limits, 'new-password', { person: person.id });
  });
  return done({ asked: true });
}

const listOf = (domains: readonly string[]): string =>
  new Intl.ListFormat('en', { type: 'disjunction' }).format(domains.map((domain) => `@${domain}`));

/**
 * Writes to an address how to finish an account of its own, where the site lets its domain. Who has one already is
 * written to about a new password instead; the answer is the same.
 */
export async function register(
  ctx: Context,
  limits: AccountLimits,
  { name, email }: RegisterInput,
): Promise<Outcome<{ asked: true }>> {
  const domains = await registerDomains(ctx.db);
  if (!domains.length) return refuse({ code: 'not-allowed', what: t`The office makes the accounts here.` });
  if (!domains.includes(domainOf(email)))
    return refuse({
      code: 'bad-input',
      fields: [
        { path: 'email', message: t`It has to end in ${listOf(domains)}. For another, ask the office.` },
      ],
    });
  const counted = await limits.ask(ctx.source, email);
  if (!counted.ok) return counted;
  afterAnswer(async () => {
    const person = await personAt(ctx.db, email);
    if (!person) await write(ctx, limits, 'registration', { stranger: { name, email } });
    else if (!person.retired_at) await write(ctx, limits, 'new-password', { person: person.id });
  });
  return done({ asked: true });
}
