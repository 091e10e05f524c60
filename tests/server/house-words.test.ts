import { randomUUID } from 'node:crypto';
import { violations } from '@/server/effects/invariants';
import { sendMail } from '@/server/effects/letters/send-mail';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { storedEntry, entryLines } from '@/server/use-cases/administration/entries/read-entries';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { doWithEntry } from '@/server/use-cases/administration/entries/entry-commands';
import type { EntryKind } from '@/contracts/administration/kinds';
import { mailView, outbox } from '@/server/use-cases/outbox/outbox';
import { expectDone, refusalOf, submit, times } from '@tests/builders/changes';
import { openOffice, SMALL_OFFICE, SPACE, type TestOffice } from '@tests/builders/office';
import { keepCalendar } from '@tests/builders/publishing';

let office: TestOffice;
beforeEach(async () => {
  const [workshops, hire] = SMALL_OFFICE.categories;
  office = await openOffice({
    ...SMALL_OFFICE,
    categories: [{ ...workshops!, audiences: ['families', 'schools'] }, hire!],
  });
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

async function save(kind: EntryKind, id: number | null, change: Record<string, unknown>) {
  const known = id === null ? null : await storedEntry(office.db, kind, id);
  return saveEntry(office.as('mara'), kind, {
    key: randomUUID(),
    id,
    rowVersion: known?.rowVersion ?? 0,
    preview: false,
    doc: { ...known?.doc, ...change },
  });
}
const command = (id: number, what: 'retire' | 'remove') =>
  doWithEntry(office.as('mara'), 'audience', id, { key: randomUUID(), command: what, preview: false });

describe('audiences', () => {
  const idOf = async (name: string) =>
    (await entryLines(office.db, 'audience')).find((line) => line.name === name)!.id;

  test('come with the office, and are called otherwise everywhere at once', async () => {
    await keepCalendar(office, 'For families', { filter: { audiences: ['families'] } });
    const reference = await submit(office, 'ada', { publish: true });
    const [before] = await office.db.rows<{ audiences: string }>('SELECT audiences FROM request');
    expect(JSON.parse(before!.audiences)).toEqual(['families', 'schools']);
    expectDone(await save('audience', await idOf('families'), { name: 'children and parents' }));
    const [after] = await office.db.rows<{ request: string; category: string; filter: string }>(
      `SELECT (SELECT audiences FROM request WHERE ref = $reference) AS request, (SELECT audiences FROM category WHERE id = 1) AS category,
       (SELECT filter FROM calendar WHERE name = 'For families') AS filter`,
      { reference },
    );
    expect(JSON.parse(after!.request)).toEqual(['children and parents', 'schools']);
    expect(JSON.parse(after!.category)).toEqual(['children and parents', 'schools']);
    expect(JSON.parse(after!.filter)).toMatchObject({ audiences: ['children and parents'] });
  });

  test('that are used are not removed; out of use they are no longer offered', async () => {
    const refusal = refusalOf(await command(await idOf('schools'), 'remove'));
    expect(refusal).toMatchObject({
      code: 'in-use',
      sentences: ['1 category is usually for it.', expect.anything()],
    });
    expectDone(await command(await idOf('schools'), 'retire'));
    expect((await askChoices(office.as('ada'))).audiences).toEqual(['families']);
    const { id } = expectDone(await save('audience', null, { name: 'nobody yet' }));
    expectDone(await command(id, 'remove'));
  });

  test('of a category are those there are', async () => {
    expect(refusalOf(await save('category', 1, { audiences: ['families', 'giants'] }))).toMatchObject({
      fields: [{ path: 'audiences' }],
    });
    expect(refusalOf(await save('audience', null, { name: 'Families' }))).toMatchObject({
      fields: [{ path: 'name' }],
    });
  });
});

test('letters say what the office wants them to say, and ours where it says nothing', async () => {
  const when = times('2027-04-20', '14:00', '16:00');
  const spaces = [{ spaceId: SPACE.ST, layout: 'classroom' as const, setupMin: 15, strikeMin: 15 }];
  await submit(office, 'ada', { when, spaces });
  expectDone(
    await save('letters', 1, {
      subject_received: 'thank you',
      opening_received: 'Ferns grow slowly & so do we.\nYou will hear from us.',
      closing: 'With green greetings & seeds,\nthe gardeners',
    }),
  );
  await submit(office, 'ben', { when, spaces });
  await sendMail(office.reader);
  const [later, first] = (await outbox(office.as('mara'))).lines;
  const [new_, old] = [
    expectDone(await mailView(office.as('mara'), later!.id)),
    expectDone(await mailView(office.as('mara'), first!.id)),
  ];
  expect(old.subject).toMatch(/we have your request$/);
  expect(new_.subject).toMatch(/thank you$/);
  expect(new_.text).toContain('Ferns grow slowly & so do we.');
  expect(new_.text).toContain('With green greetings & seeds,\nthe gardeners');
  expect(new_.html).toContain('greetings &amp; seeds,<br>the gardeners');
  expect(old.text).not.toContain('greetings');
});
