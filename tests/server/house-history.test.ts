import { randomUUID } from 'node:crypto';
import { stockLineSchema } from '@/contracts/administration/stock-and-closures';
import type { HistoryKind } from '@/contracts/administration/kinds';
import { templateSchema } from '@/contracts/work-orders/templates';
import { addShiftSchema } from '@/contracts/work-orders/week-load';
import { addStockLine } from '@/server/use-cases/administration/stock/stock-line';
import { historyOfEntry, storedEntry } from '@/server/use-cases/administration/entries/read-entries';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { doWithCalendar } from '@/server/use-cases/publishing/keep/save-calendar';
import { retireTemplate, saveTemplate } from '@/server/use-cases/work-orders/save-template';
import { addShift, removeShift, setTeamMember } from '@/server/use-cases/work-orders/teams';
import { expectDone, refusalOf } from '@tests/builders/changes';
import { openOffice, type TestOffice } from '@tests/builders/office';
import { keepCalendar } from '@tests/builders/publishing';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

/** What was done to a thing, the first first. */
const told = async (kind: HistoryKind, id: number) =>
  (await historyOfEntry(office.as('mara'), kind, id)).reverse().map(({ did, changes }) => [did, ...changes]);

test('stock that comes and goes elsewhere stands in the history of the equipment, and an open form is refused', async () => {
  const open = (await storedEntry(office.db, 'equipment', 1))!;
  const line = stockLineSchema.parse({
    key: randomUUID(),
    typeId: 1,
    delta: 15,
    from: '2027-04-20T00:00',
    to: '2027-04-21T00:00',
    reason: 'hired in',
  });
  expectDone(await addStockLine(office.as('mara'), line));
  const [[did, change]] = (await told('equipment', 1)) as [[string, string]];
  expect(did).toBe('changed the stock');
  expect(change).toMatch(/with .*15.*hired in/);
  const saved = await saveEntry(office.as('mara'), 'equipment', {
    key: randomUUID(),
    id: 1,
    rowVersion: open.rowVersion,
    preview: false,
    doc: open.doc,
  });
  expect(refusalOf(saved).code).toBe('stale');
});

test('members and shifts stand in the history of their team', async () => {
  const member = (isMember: boolean) =>
    setTeamMember(office.as('mara'), 1, { key: randomUUID(), personId: 6 as never, isMember });
  expectDone(await member(true));
  // Again changes nothing, and nothing is kept of it.
  expectDone(await member(true));
  expectDone(await member(false));
  const shift = addShiftSchema.parse({
    key: randomUUID(),
    teamId: 1,
    personId: null,
    people: 2,
    from: '2027-04-20T08:00',
    to: '2027-04-20T16:00',
  });
  expectDone(await addShift(office.as('mara'), shift));
  const [{ id }] = (await office.db.rows<{ id: number }>(
    'SELECT id FROM shift ORDER BY id DESC LIMIT 1',
  )) as [{ id: number }];
  expectDone(await removeShift(office.as('mara'), id, randomUUID()));
  expect(await told('team', 1)).toEqual([
    ['added a person to a team', 'Members: Cato Brook → Cato Brook, Gita Hale'],
    ['removed a person from a team', 'Members: Cato Brook, Gita Hale → Cato Brook'],
    ['put 2 people on shift, Tue 20 Apr 2027, 08:00–16:00'],
    ['took 2 people off shift, Tue 20 Apr 2027, 08:00–16:00'],
  ]);
});

test('a recipe: made, changed from what to what in words, taken out of use', async () => {
  const save = (id: number | null, version: number | null, more: object) =>
    saveTemplate(office.as('mara'), {
      key: randomUUID(),
      id,
      version,
      preview: false,
      template: templateSchema.parse({
        phase: 'setup',
        title: 'Cloths on',
        teamId: 2,
        due: 'access-start',
        when: { layouts: ['rounds'] },
        quantities: [{ name: 'Tablecloth', store: 'Loft', formula: 'tables + 1' }],
        ...more,
      }),
    });
  const { id } = expectDone(await save(null, null, {}));
  expectDone(await save(id, 1, { crew: 3, quantities: [] }));
  expectDone(await retireTemplate(office.as('mara'), id!, { key: randomUUID(), version: 2, preview: false }));
  const [made, changed, retired] = await told('recipe', id!);
  expect(made).toEqual(
    expect.arrayContaining([
      'made a work order template',
      'Name: Cloths on',
      'By: Gates',
      'Brings: Tablecloth: tables + 1',
    ]),
  );
  expect(changed).toEqual([
    'changed a work order template',
    'People: 1 → 3',
    'Brings: Tablecloth: tables + 1 → nothing',
  ]);
  expect(retired).toEqual(['retired a work order template']);
});

test('a calendar: made, and its link replaced', async () => {
  const { id } = await keepCalendar(office, 'For neighbours');
  expectDone(await doWithCalendar(office.as('mara'), id, { key: randomUUID(), command: 'replace-link' }));
  const [made, replaced] = await told('calendar', id);
  expect(made).toEqual(
    expect.arrayContaining(['made a calendar', 'Name: For neighbours', 'Shows: everything']),
  );
  expect(replaced).toEqual(['replaced the private link of a calendar']);
});
