import { randomUUID } from 'node:crypto';
import { csvSchema } from '@/contracts/administration/csv';
import type { DocOf } from '@/contracts/administration/docs';
import { bringCatalogue, officeLanguage, tellOfficeLanguage } from '@/contracts/language/languages';
import german from '@/contracts/language/de.json';
import { USUAL_SETTINGS, type OwnSettings } from '@/contracts/language/own-settings';
import { errorReply } from '@/contracts/words/refusals';
import { speakAsOffice } from '@/server/repositories/house/house-language';
import { languageScript } from '@/server/platform/language/script';
import { writtenFor } from '@/server/platform/ambient';
import { keepSettings } from '@/server/repositories/people/kept-settings';
import { csvIn } from '@/server/use-cases/administration/entries/csv/csv-in';
import { csvOf } from '@/server/use-cases/administration/entries/csv/csv-out';
import { storedEntry } from '@/server/use-cases/administration/entries/read-entries';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { mailView, outbox } from '@/server/use-cases/outbox/outbox';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { historyOf } from '@/server/repositories/requests/since';
import { historyOfEntry } from '@/server/use-cases/administration/entries/read-entries';
import { recentActions } from '@/server/use-cases/requests/own/recent-actions';
import { loadRequest } from '@/server/repositories/requests/request-rows';
import { changeSchema } from '@/contracts/requests/change';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import {
  act,
  approvedIn,
  datesOf,
  expectDone,
  refusalOf,
  submit,
  times,
  undo,
} from '@tests/builders/changes';
import { ask, openOffice, OFFICE_WITH_YARD, SPACE, type TestOffice } from '@tests/builders/office';
import { feedTextOf, keepCalendar } from '@tests/builders/publishing';

const GERMAN: OwnSettings = { ...USUAL_SETTINGS, language: 'de' };
const inGerman = <Value>(work: () => Value): Value => writtenFor(GERMAN, work);

let office: TestOffice;
beforeAll(() => bringCatalogue('de', german));
beforeEach(async () => {
  office = await openOffice(OFFICE_WITH_YARD);
});
afterEach(async () => {
  tellOfficeLanguage(null);
  await office.close();
});

const houseSpeaks = async (language: 'en' | 'de') => {
  const { doc, rowVersion } = (await storedEntry(office.db, 'site', 1))!;
  const site = { ...(doc as DocOf<'site'>), language };
  expectDone(
    await saveEntry(office.as('mara'), 'site', {
      key: randomUUID(),
      id: 1,
      rowVersion,
      preview: false,
      doc: site,
    }),
  );
};

test('a deed sent again is known whatever language was chosen meanwhile, and each reads of it in their own', async () => {
  const { doc, rowVersion } = (await storedEntry(office.db, 'site', 1))!;
  const input = {
    key: randomUUID(),
    id: 1,
    rowVersion,
    preview: false,
    doc: { ...(doc as DocOf<'site'>), language: 'de' as const },
  };
  const first = expectDone(await inGerman(() => saveEntry(office.as('mara'), 'site', input)));
  await speakAsOffice(office.db);
  expect(expectDone(await saveEntry(office.as('mara'), 'site', input))).toEqual(first);
  const told = async () => (await historyOfEntry(office.as('mara'), 'site', 1))[0]!.did;
  expect(await writtenFor({ ...USUAL_SETTINGS, language: 'en' }, told)).toBe('changed a site');
  expect(await told()).toBe('ein Standort geändert');
});

test('a letter is in the language of whoever gets it, whoever caused it', async () => {
  await keepSettings(office.db, 1, { settings: GERMAN, reminders: null });
  await approvedIn(office, 'ada');
  await inGerman(() => submit(office, 'ben', { when: times('2027-04-22', '14:00', '16:00') }));
  const { lines } = await outbox(office.as('mara'));
  const subjects = lines.map(({ subject }) => subject);
  expect(subjects.filter((each) => each.endsWith(': genehmigt'))).toHaveLength(1);
  expect(subjects.filter((each) => each.endsWith(': we have your request'))).toHaveLength(1);
  const mine = lines.find(({ subject }) => subject.endsWith(': genehmigt'))!;
  const mail = expectDone(await mailView(office.as('mara'), mine.id));
  expect(mail.html).toContain('<html lang="de">');
  expect(mail.text).toContain('Was Sie angefragt haben, ist gebucht.');
  expect(mail.text).toMatch(/Kennung [A-Z0-9]{3}-[A-Z0-9]{3}/);
  expect(mail.text).toMatch(/Zeiten sind die von\s+Europe\/London\./);
  expect(mail.text).not.toMatch(/\b(the|your|request|Reference)\b/);
});

test('the house has a language: of feeds, which are made anew, and of whoever has chosen none', async () => {
  const { slug } = await keepCalendar(office, 'All of it');
  await approvedIn(office, 'ada', { publish: true });
  const before = await feedTextOf(office.reader, slug);
  // Whoever does something in German has readers still read the language of the house.
  await inGerman(() =>
    approvedIn(office, 'ada', { title: 'Moss', publish: true, when: times('2027-04-24', '14:00', '16:00') }),
  );
  expect(await feedTextOf(office.reader, slug)).not.toContain('Veranstaltet von');
  await houseSpeaks('de');
  expect(officeLanguage()).toBe('de');
  const after = await feedTextOf(office.reader, slug);
  expect(before).toContain('Hosted by');
  expect(after).toContain('Veranstaltet von');
  // Another process finds it in the database.
  tellOfficeLanguage(null);
  await speakAsOffice(office.db);
  expect(officeLanguage()).toBe('de');
  await houseSpeaks('en');
  expect(await feedTextOf(office.reader, slug)).toContain('Hosted by');
});

test('a refusal and its fields are said to the requester', async () => {
  await approvedIn(office, 'ada');
  const asked = ask({ when: times('2020-01-01', '14:00', '16:00') });
  const reply = await inGerman(async () =>
    errorReply(refusalOf(await submitRequest(office.as('ben'), asked))),
  );
  expect(reply.error.fields.map(({ message }) => message)).toEqual([
    'Diese Zeit hat schon begonnen. Wählen Sie eine spätere.',
  ]);
});

test('what was done is kept in English and said to each in their own language, where it says nothing more', async () => {
  const { id } = (await office.db.rows<{ id: number }>('SELECT id FROM request LIMIT 1'))[0] ?? { id: 0 };
  expect(id).toBe(0);
  await submit(office, 'ada');
  const [row] = await office.db.rows<{ id: number }>('SELECT id FROM request LIMIT 1');
  const what = async () =>
    (await historyOf(office.db, row!.id as never, 'Europe/London')).map((each) => each.what);
  expect(await what()).toEqual(['asked']);
  expect(await inGerman(what)).toEqual(['angefragt']);
});

test('what somebody decided in German is read in English by who reads English, in its numbers', async () => {
  const reference = await submit(office, 'ada', {
    when: { ...times('2027-04-20', '14:00', '16:00'), repeat: { rule: 'FREQ=WEEKLY;COUNT=3' } },
  });
  const step = { action: 'approve' as const, reason: '' };
  expectDone(await inGerman(() => act(office, 'mara', reference, step, { pick: (_, index) => index < 2 })));
  const { id, tzid } = (await loadRequest(office.db, reference))!;
  const what = async () => (await historyOf(office.db, id, tzid))[0]!.what;
  expect(await what()).toBe('approved 2 dates; 1 still waits');
  expect(await inGerman(what)).toBe('2 Termine genehmigt; 1 wartet noch');
  const last = async () => (await recentActions(office.as('mara')))[0]!.what;
  expect(await last()).toBe('approved 2 dates; 1 still waits');
});

test('of a change of many requests each reads what was done to it, not the numbers of all', async () => {
  const references = [
    await submit(office, 'ada'),
    await submit(office, 'ben', { when: times('2027-04-22', '14:00', '16:00') }),
  ];
  const requests = await Promise.all(references.map((each) => loadRequest(office.db, each)));
  const items = await Promise.all(
    requests.map(async (request) => ({
      reference: request!.ref,
      version: request!.version,
      occurrences: (await datesOf(office, request!.ref)).map(({ id }) => Number(id)),
    })),
  );
  const step = { action: 'approve' as const, reason: '' };
  const input = changeSchema.parse({ key: randomUUID(), items, step });
  const { changeSet } = expectDone(await changeDates(office.as('mara'), input));
  const what = async () => (await historyOf(office.db, requests[0]!.id, 'Europe/London'))[0]!.what;
  expect(await what()).toBe('approved 1 date');
  expectDone(await undo(office, 'mara', changeSet!));
  expect(await what()).toBe('undid');
});

test('a table is the same whoever takes it out, and whoever brings it may write their own words', async () => {
  const english = await csvOf(office.db, 'space');
  expect(await inGerman(() => csvOf(office.db, 'space'))).toBe(english);
  const german = 'code,name,layouts\nHE,East Bay,"Stuhlreihen 20 15/15"\n';
  const done = await inGerman(() =>
    csvIn(office.as('mara'), 'space', csvSchema.parse({ key: randomUUID(), preview: false, text: german })),
  );
  expect(expectDone(done).lines).toHaveLength(1);
  const space = await storedEntry(office.db, 'space', SPACE.HE);
  expect((space!.doc as DocOf<'space'>).layouts).toEqual([
    { layout: 'theatre', seats: 20, setupMin: 15, strikeMin: 15 },
  ]);
});

test('the browser takes the same texts as a script; English needs none', () => {
  expect(languageScript('en')).toBeNull();
  const { text, path } = languageScript('de')!;
  expect(path).toMatch(/^\/language\/de\.js\?v=[\w-]{20,}$/);
  const there: { calendarioCatalogues?: unknown } = {};
  new Function('globalThis', text)(there);
  expect(there.calendarioCatalogues).toEqual({ de: german });
  // Nothing in it can end the script it stands in.
  expect(text).not.toContain('</');
});
