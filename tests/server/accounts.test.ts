import { randomUUID } from 'node:crypto';
import type { Role } from '@/core/roles';
import { ACCOUNT_MAIL_KINDS } from '@/core/changes/mail-due';
import { isPassword } from '@/server/auth/passwords';
import { beginSession, personOfSession } from '@/server/auth/sessions';
import { weakPasswordFaults } from '@/server/auth/weak-passwords';
import type { SignedInContext } from '@/server/context/context';
import { violations } from '@/server/effects/invariants';
import { sendMail } from '@/server/effects/letters/send-mail';
import { makeAccountLimits, MOST_FOR_ADDRESS } from '@/server/use-cases/accounts/account/account-limits';
import {
  askForPassword,
  lettersWritten,
  register,
  registerDomains,
} from '@/server/use-cases/accounts/account/ask-for-link';
import {
  accountView,
  countUninvited,
  inviteAll,
  sendLink,
  signOutEverywhere,
} from '@/server/use-cases/accounts/account/keep-accounts';
import { changePassword, endSessions, ownAccount } from '@/server/use-cases/accounts/account/own-account';
import { readLink, takeLink } from '@/server/use-cases/accounts/account/take-link';
import { historyOfEntry, storedEntry } from '@/server/use-cases/administration/entries/read-entries';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { doWithEntry } from '@/server/use-cases/administration/entries/entry-commands';
import { mailFile, mailView, outbox } from '@/server/use-cases/outbox/outbox';
import { signIn } from '@/server/use-cases/accounts/sign-in/sign-in';
import { makeSignInLimits, MOST_WRONG_TRIES } from '@/server/use-cases/accounts/sign-in/sign-in-limits';
import { expectDone, refusalOf } from '@tests/builders/changes';
import { openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
let repository: SignedInContext;
beforeEach(async () => {
  office = await openOffice();
  repository = as('mara', 'manager', 'housekeeper');
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const ADA = 1;
const BEN = 2;
const CATO = 5;
const NEW = 'moss under four beech roots';
const as = (name: string, ...roles: Role[]): SignedInContext => {
  const ctx = office.as(name);
  return { ...ctx, viewer: { ...ctx.viewer, roles } };
};
const sessionsOf = async (person: number) =>
  (await office.db.rows('SELECT id FROM session WHERE person_id = $person', { person })).length;
const hashOf = async (person: number) => {
  const [row] = await office.db.rows<{ hash: string | null }>(
    'SELECT password_hash AS hash FROM person WHERE id = $person',
    { person },
  );
  return row!.hash;
};
const letters = async () => {
  await lettersWritten();
  return (await outbox(repository)).lines;
};
/** The link of the newest letter, as whoever got it reads it. */
async function newestLink(): Promise<string> {
  await lettersWritten();
  await sendMail(office.reader);
  const [newest] = await letters();
  const { text } = expectDone(await mailView(repository, newest!.id));
  return /\/account\/link\/([\w-]{43})/.exec(text)![1]!;
}
const take = (token: string, password = NEW, now = Date.now()) =>
  takeLink(office.reader, token, password, now);
const invite = (person: number, key: string = randomUUID()) => sendLink(repository, person, key, Date.now());
const faults = async (outcome: Promise<Parameters<typeof refusalOf>[0]>) => {
  const refusal = refusalOf(await outcome);
  return refusal.code === 'bad-input' ? refusal.fields.map(({ path }) => path) : refusal.code;
};
async function openTo(...registerDomainsOf: string[]): Promise<void> {
  const site = (await storedEntry(office.db, 'site', 1))!;
  expectDone(
    await saveEntry(repository, 'site', {
      key: randomUUID(),
      id: 1,
      rowVersion: site.rowVersion,
      preview: false,
      doc: { ...site.doc, registerDomains: registerDomainsOf },
    }),
  );
}

test('an invitation: written, followed once, signs in; afterwards it is over', async () => {
  expect((await accountView(repository, BEN))!.state).toBe('no-password');
  expectDone(await invite(BEN));
  expect((await accountView(repository, BEN))!.state).toBe('invited');
  const token = await newestLink();
  expect(await readLink(office.reader, token, Date.now())).toEqual({
    purpose: 'invitation',
    name: 'Ben Oake',
    email: 'ben@fernside.example',
  });
  const { sessionId } = expectDone(await take(token));
  expect((await personOfSession(office.db, sessionId, Date.now()))!.personId).toBe(BEN);
  expect(expectDone(await isPassword(await hashOf(BEN), NEW))).toBe(true);
  expect(await readLink(office.reader, token, Date.now())).toBeNull();
  expect(await faults(take(token))).toBe('link-over');
  const view = (await accountView(repository, BEN))!;
  expect(view).toMatchObject({ state: 'signs-in', sessions: 1 });
  expect(view.signedInText).not.toBeNull();
  const history = (await historyOfEntry(repository, 'person', BEN)).map(({ who, did }) => `${who} ${did}`);
  expect(history).toEqual(['Ben Oake chose a password', 'Mara Venn invited them']);
});

test('of two who follow one link at once, one gets in', async () => {
  expectDone(await invite(BEN));
  const token = await newestLink();
  const both = await Promise.all([take(token, NEW), take(token, 'five ladders against the wall')]);
  expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  expect(await sessionsOf(BEN)).toBe(1);
});

test('a link lapses, is followed by a newer one, ends with another address and with leaving', async () => {
  const hours = (count: number) => Date.now() + count * 3_600_000;
  expectDone(await invite(BEN));
  const first = await newestLink();
  expect(await readLink(office.reader, first, hours(7 * 24 - 1))).not.toBeNull();
  expect(await readLink(office.reader, first, hours(7 * 24 + 1))).toBeNull();
  expect(await faults(take(first, NEW, hours(7 * 24 + 1)))).toBe('link-over');
  expectDone(await invite(BEN));
  const second = await newestLink();
  expect(await readLink(office.reader, first, Date.now())).toBeNull();
  const ben = (await storedEntry(office.db, 'person', BEN))!;
  expectDone(
    await saveEntry(repository, 'person', {
      key: randomUUID(),
      id: BEN,
      rowVersion: ben.rowVersion,
      preview: false,
      doc: { ...ben.doc, email: 'benedict@fernside.example' },
    }),
  );
  expect(await faults(take(second))).toBe('link-over');
  expectDone(await invite(BEN));
  const third = await newestLink();
  expectDone(
    await doWithEntry(repository, 'person', BEN, { key: randomUUID(), command: 'retire', preview: false }),
  );
  expect(await faults(take(third))).toBe('link-over');
  expect(refusalOf(await invite(BEN)).code).toBe('stale');
  expect(await hashOf(BEN)).toBeNull();
});

test('one press sends one letter, however often it arrives', async () => {
  const key = randomUUID();
  const [first, second] = [await invite(BEN, key), await invite(BEN, key)];
  expect(expectDone(second)).toEqual(expectDone(first));
  expect(await letters()).toHaveLength(1);
});

test('all without a password are invited together, and none of them twice', async () => {
  expect(await countUninvited(office.db)).toBe(4);
  expect(expectDone(await inviteAll(repository, randomUUID(), Date.now())).summary).toBe('invited 4 people');
  expect(await countUninvited(office.db)).toBe(0);
  expect(expectDone(await inviteAll(repository, randomUUID(), Date.now())).summary).toBe('invited 0 people');
  await sendMail(office.reader);
  expect((await letters()).map(({ to, kind }) => `${kind} ${to}`).sort()).toEqual([
    'invitation Ben Oake',
    'invitation Cato Brook',
    'invitation Gita Hale',
    'invitation Nils Reed',
  ]);
});

test('a forgotten password: the link sets a new one, ends what was signed in, and that is written', async () => {
  const limits = makeAccountLimits();
  await beginSession(office.db, 'old phone', ADA as never, Date.now());
  expectDone(await askForPassword(office.reader, limits, 'ada@fernside.example'));
  const token = await newestLink();
  expect(expectDone(await isPassword(await hashOf(ADA), 'fronds-and-spores'))).toBe(true);
  expectDone(await take(token));
  expect(expectDone(await isPassword(await hashOf(ADA), NEW))).toBe(true);
  expect(await sessionsOf(ADA)).toBe(1);
  expect(await personOfSession(office.db, 'old phone', Date.now())).toBeNull();
  await sendMail(office.reader);
  expect((await letters()).map(({ kind }) => kind)).toEqual(['password-changed', 'new-password']);
});

test('whether an address is known here is not told, and letters to one are few', async () => {
  const limits = makeAccountLimits();
  const ask = (email: string) => askForPassword(office.reader, limits, email);
  expect(await ask('ada@fernside.example')).toEqual(await ask('nobody@fernside.example'));
  expect(await letters()).toHaveLength(1);
  for (let time = 1; time < MOST_FOR_ADDRESS; time += 1) {
    expectDone(await ask('ada@fernside.example'));
    expectDone(await ask('nobody@fernside.example'));
  }
  expect(refusalOf(await ask('ada@fernside.example'))).toEqual(
    refusalOf(await ask('nobody@fernside.example')),
  );
  expect(refusalOf(await ask('ada@fernside.example')).code).toBe('too-many-tries');
});

test('an account of one’s own: for chosen domains, made once the letter is answered', async () => {
  const ask = (email: string) => register(office.reader, makeAccountLimits(), { name: 'Iva Stone', email });
  expect(await faults(ask('iva@fernside.example'))).toBe('not-allowed');
  await openTo('fernside.example', '@Moss.example');
  expect(await registerDomains(office.db)).toEqual(['fernside.example', 'moss.example']);
  expect(await faults(ask('iva@elsewhere.example'))).toEqual(['email']);
  // What only ends like a domain is another one.
  expect(await faults(ask('iva@notmoss.example'))).toEqual(['email']);
  expectDone(await ask('iva@moss.example'));
  const token = await newestLink();
  expect((await readLink(office.reader, token, Date.now()))!.purpose).toBe('registration');
  expect(await office.db.rows(`SELECT 1 FROM person WHERE email = 'iva@moss.example'`)).toEqual([]);
  const { sessionId } = expectDone(await take(token));
  const made = (await personOfSession(office.db, sessionId, Date.now()))!;
  expect(made).toMatchObject({ name: 'Iva Stone', roles: ['requester'] });
  expect(await faults(take(token))).toBe('link-over');
  // Who is there already is written to about a password; nothing tells the two apart from outside.
  expectDone(await ask('iva@moss.example'));
  await sendMail(office.reader);
  expect((await letters())[0]).toMatchObject({ kind: 'new-password', to: 'Iva Stone' });
});

test('a registration is over where the office has shut the domain, or made the account itself, meanwhile', async () => {
  await openTo('moss.example');
  const ask = async (email: string) => {
    expectDone(await register(office.reader, makeAccountLimits(), { name: 'Iva Stone', email }));
    return newestLink();
  };
  const [first, second] = [await ask('iva@moss.example'), await ask('ivo@moss.example')];
  const doc = { name: 'Iva', email: 'Iva@moss.example', roles: ['crew'] };
  expectDone(
    await saveEntry(repository, 'person', {
      key: randomUUID(),
      id: null,
      rowVersion: 0,
      preview: false,
      doc,
    }),
  );
  expect(await faults(take(first))).toBe('link-over');
  await openTo();
  expect(await faults(take(second))).toBe('link-over');
  expect(await office.db.rows(`SELECT name FROM person WHERE email LIKE '%@moss.example'`)).toEqual([
    { name: 'Iva' },
  ]);
});

test('a mail domain that is none is refused', async () => {
  const site = (await storedEntry(office.db, 'site', 1))!;
  const doc = { ...site.doc, registerDomains: ['fernside', 'a b.example', 'x@y.example'] };
  const outcome = saveEntry(repository, 'site', {
    key: randomUUID(),
    id: 1,
    rowVersion: site.rowVersion,
    preview: false,
    doc,
  });
  expect(await faults(outcome)).toEqual([0, 1, 2].map((index) => `registerDomains.${index}`));
});

test('letters about accounts are for those who keep people alone', async () => {
  expectDone(await invite(BEN));
  await sendMail(office.reader);
  const id = (await letters())[0]!.id;
  for (const other of [as('nils', 'manager'), as('cato', 'crew'), as('ada', 'requester'), office.reader]) {
    expect((await outbox(other)).lines).toEqual([]);
    expect(refusalOf(await mailView(other, id)).code).toBe('not-found');
    expect(refusalOf(await mailFile(other, id)).code).toBe('not-found');
  }
  const housekeeper = as('nils', 'housekeeper');
  expect((await outbox(housekeeper)).lines).toHaveLength(1);
  expect(expectDone(await mailFile(housekeeper, id)).toString()).toContain('To: Ben Oake');
  const rows = await office.db.rows<{ payload: string }>('SELECT payload FROM outbox');
  expect(JSON.stringify(rows)).not.toContain('account/link');
});

test('one’s own password: the old one is asked for, other places are signed out, wrong tries are counted', async () => {
  const limits = makeSignInLimits();
  const ada = office.as('ada');
  for (const id of ['here', 'there']) await beginSession(office.db, id, ADA as never, Date.now());
  const change = (old: string, password = NEW) => changePassword(ada, limits, { old, password }, 'here');
  expect(await faults(change('wrong'))).toEqual(['old']);
  expect(await faults(change('fronds-and-spores', 'password1234'))).toEqual(['password']);
  expect((await ownAccount(ada, 'here')).sessions.map(({ isThis }) => isThis).sort()).toEqual([false, true]);
  expectDone(await change('fronds-and-spores'));
  expect((await ownAccount(ada, 'here')).sessions.map(({ isThis }) => isThis)).toEqual([true]);
  await sendMail(office.reader);
  expect((await letters())[0]).toMatchObject({ kind: 'password-changed', to: 'Ada Lowe' });
  for (let time = 0; time < MOST_WRONG_TRIES; time += 1) await change('wrong');
  expect(await faults(change(NEW))).toBe('too-many-tries');
  const tried = await signIn(
    office.reader,
    limits,
    { email: 'ada@fernside.example', password: NEW },
    Date.now(),
  );
  expect(refusalOf(tried).code).toBe('too-many-tries');
});

test('signing out everywhere: one’s own other places, or somebody’s by a housekeeper', async () => {
  for (const id of ['a', 'b', 'c']) await beginSession(office.db, id, ADA as never, Date.now());
  expect(expectDone(await endSessions(office.as('ada'), 'b')).summary).toBe('signed out in 2 other places');
  expect(await sessionsOf(ADA)).toBe(1);
  expectDone(await signOutEverywhere(repository, ADA, randomUUID(), Date.now()));
  expect(await sessionsOf(ADA)).toBe(0);
  expect((await historyOfEntry(repository, 'person', ADA))[0]).toMatchObject({
    who: 'Mara Venn',
    did: 'signed them out everywhere',
  });
});

test.each([
  'password1234',
  'fernside2027',
  'qwertyuiop',
  'aaaaaaaaaaaa',
  'lowefernside',
  'ada@fernside.example',
])('%p would be guessed soon', (password) => {
  const own = { name: 'Ada Lowe', email: 'ada@fernside.example' };
  expect(weakPasswordFaults(password, own)).toHaveLength(1);
  expect(weakPasswordFaults(NEW, own)).toEqual([]);
});

test('somebody who was invited and never used leaves nothing behind', async () => {
  expectDone(await invite(CATO));
  await sendMail(office.reader);
  expectDone(
    await doWithEntry(repository, 'person', CATO, { key: randomUUID(), command: 'remove', preview: false }),
  );
  expect(await letters()).toEqual([]);
  expect(await office.db.rows('SELECT 1 FROM account_link')).toEqual([]);
});

test('every letter about an account says what it is for', async () => {
  expect(ACCOUNT_MAIL_KINDS).toHaveLength(4);
  expectDone(await invite(BEN));
  await sendMail(office.reader);
  const [newest] = await letters();
  const { subject, text } = expectDone(await mailView(repository, newest!.id));
  expect(subject).toBe('Fernside: your account');
  expect(text).toContain('The link holds for seven days and works once.');
  expect(text).not.toContain('Reference');
});
