import { randomUUID } from 'node:crypto';
import type { SpaceDoc } from '@/contracts/administration/places';
import { ENTRY_KINDS, KIND_WORDS, type EntryKind } from '@/contracts/administration/kinds';
import { ENTRY_FORMS } from '@/contracts/administration/forms';
import { violations } from '@/server/effects/invariants';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { asCopy } from '@/server/use-cases/administration/entries/copy-entry';
import {
  choicesFor,
  historyOfEntry,
  storedEntry,
  entryLines,
} from '@/server/use-cases/administration/entries/read-entries';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { fieldsOf, toDoc, toDraft } from '@/ui/administration/form-model';
import { approvedIn, expectDone, ordersOutOfLine, refusalOf, submit, times } from '@tests/builders/changes';
import { houseRepository } from '@tests/builders/house';
import { openOffice, OFFICE_WITH_YARD, SPACE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice(OFFICE_WITH_YARD);
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  expect(await ordersOutOfLine(office)).toEqual([]);
  await office.close();
});

const { docOf, save, command, faultsOf } = houseRepository(() => office);
const idOf = async (kind: EntryKind, name: string) =>
  (await entryLines(office.db, kind)).find((line) => line.name === name)!.id;
const risks = async () =>
  (await office.db.rows<{ rule: string }>('SELECT rule FROM at_risk ORDER BY claim_id, rule')).map(
    ({ rule }) => rule,
  );

test('every kind reads as a document that its form shows whole and its schema takes back unchanged', async () => {
  for (const kind of ENTRY_KINDS)
    for (const { id } of await entryLines(office.db, kind)) {
      const { doc } = await docOf(kind, id);
      const fields = fieldsOf(ENTRY_FORMS[kind]);
      expect({ kind, doc: toDoc(fields, toDraft(fields, doc)) }).toEqual({ kind, doc });
      const before = await office.db.rows('SELECT COUNT(*) AS n FROM occupancy');
      const saved = expectDone(await save(kind, id, {}));
      expect({ kind, impact: saved.impact }).toEqual({ kind, impact: [] });
      expect((await docOf(kind, id)).doc).toEqual(doc);
      expect(await office.db.rows('SELECT COUNT(*) AS n FROM occupancy')).toEqual(before);
      // Choosing leaves room for whatever it names.
      await choicesFor(office.db, kind, await docOf(kind, id));
    }
});

test('saving twice with one key is once; a version that was saved over is refused', async () => {
  const key = randomUUID();
  const first = expectDone(
    await save('season', null, { name: 'Bulb weeks', from: '2027-03-01', to: '2027-04-30' }, { key }),
  );
  expect(
    expectDone(
      await save('season', null, { name: 'Bulb weeks', from: '2027-03-01', to: '2027-04-30' }, { key }),
    ),
  ).toEqual(first);
  const kept = await docOf('season', first.id);
  expectDone(await save('season', first.id, { to: '2027-05-02' }));
  const late = await saveEntry(office.as('mara'), 'season', {
    key: randomUUID(),
    id: first.id,
    rowVersion: kept.rowVersion,
    preview: false,
    doc: { ...kept.doc, to: '2027-05-09' },
  });
  expect(refusalOf(late)).toMatchObject({ code: 'stale' });
  const history = await historyOfEntry(office.as('mara'), 'season', first.id);
  expect(history.map(({ changes }) => changes)).toEqual([
    ['Last day: Fri 30 Apr 2027 → Sun 2 May 2027'],
    ['Name: Bulb weeks', 'First day: Mon 1 Mar 2027', 'Last day: Fri 30 Apr 2027'],
  ]);
});

const BAY = {
  people: 24,
  spaces: [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }],
};

test('a closure over approved dates is told before, and puts them at risk; taking it away heals them', async () => {
  for (const day of ['2027-04-22', '2027-04-29', '2027-05-06'])
    await approvedIn(office, 'ada', { ...BAY, when: times(day, '18:00', '20:00') });
  const shut = {
    owner: 'building',
    buildingId: 1,
    from: '2027-04-22T00:00',
    to: '2027-04-30T00:00',
    reason: 'floor is laid',
  };
  const looked = expectDone(await save('closure', null, shut, { preview: true }));
  expect(looked.impact[0]).toBe('2 approved dates fall outside and are at risk then.');
  expect(looked.impact[1]).toContain('floor is laid');
  expect(await risks()).toEqual([]);
  const { id } = expectDone(await save('closure', null, shut));
  expect(await risks()).toEqual(['closed', 'closed']);
  expect(expectDone(await save('closure', id, { to: '2027-04-23T00:00' })).impact).toEqual([
    '1 date that was at risk is right again.',
  ]);
  expect(expectDone(await command('closure', id, 'remove')).impact).toEqual([
    '1 date that was at risk is right again.',
  ]);
  expect(await risks()).toEqual([]);
});

test('fewer hours, fewer seats and another limit tell whom they leave outside', async () => {
  await approvedIn(office, 'ada', { ...BAY, when: times('2027-04-22', '18:00', '20:00') });
  const evening = { days: [1, 2, 3, 4, 5], from: '09:00', to: '19:00', validFrom: null, validTo: null };
  expect(
    expectDone(await save('space', SPACE.HE, { hours: [evening] }, { preview: true })).impact[0],
  ).toContain('1 approved date falls');
  expect(expectDone(await save('building', 1, { hours: [evening] }, { preview: true })).impact[0]).toContain(
    '1 approved date falls',
  );
  expect(expectDone(await save('site', 1, { hours: [evening] }, { preview: true })).impact[0]).toContain(
    '1 approved date falls',
  );
  const layouts = [{ layout: 'rounds', seats: 20, setupMin: 30, strikeMin: 20 }];
  const fewer = expectDone(await save('space', SPACE.HE, { layouts }));
  expect(fewer.impact[1]).toContain('seats 20');
  expect(await risks()).toEqual(['over-seats']);
  expect(
    expectDone(await save('space', SPACE.HE, { postedLimit: 10 }, { preview: true })).impact,
  ).toHaveLength(2);
});

test('parts: a circle is refused, and so is what would put two dates on top of each other', async () => {
  expect(await faultsOf(save('space', SPACE.HE, { madeOf: [SPACE.GF] }))).toEqual([
    'madeOf: That goes round in a circle: Ground Floor is made of Hall is made of East Bay is made of Ground Floor. Leave one of them out.',
  ]);
  expect(await faultsOf(save('space', SPACE.HE, { madeOf: [SPACE.HE] }))).toEqual([
    'madeOf: A space is not made of itself.',
  ]);
  const when = times('2027-04-22', '18:00', '20:00');
  const east = await approvedIn(office, 'ada', { ...BAY, when });
  const studio = await approvedIn(office, 'ada', {
    people: 12,
    spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
    when,
  });
  const [clash] = (await faultsOf(save('space', SPACE.ST, { madeOf: [SPACE.HE] }))) as string[];
  expect(clash).toContain('Dates would overlap then');
  for (const ref of [east, studio]) expect(clash).toContain(ref);
  // Where nothing meets, what is booked takes what it takes then, and gives it back.
  const yard = await idOf('space', 'Yard');
  expectDone(await save('space', SPACE.ST, { madeOf: [yard] }));
  const parts = async (id: number) =>
    (
      await office.db.rows<{ r: number }>(
        'SELECT DISTINCT resource_id AS r FROM occupancy o JOIN claim_space s ON s.id = o.claim_space_id WHERE s.space_id = $id',
        { id },
      )
    ).map(({ r }) => r);
  const own = await office.db.rows<{ r: number }>(
    'SELECT resource_id AS r FROM space_part WHERE space_id = $yard',
    { yard },
  );
  expect(await parts(SPACE.ST)).toEqual(own.map(({ r }) => r));
  expectDone(await save('space', SPACE.ST, { madeOf: [] }));
  expect(await parts(SPACE.ST)).not.toEqual(own.map(({ r }) => r));
});

test('shrinking stock below use puts dates at risk; what has begun gets an end and no other number', async () => {
  const chairs = await idOf('equipment', 'Folding chair');
  await approvedIn(office, 'ada', {
    ...BAY,
    when: times('2027-04-22', '18:00', '20:00'),
    equipment: [{ typeId: chairs, quantity: 60 }],
  });
  const [owned] = (await docOf('equipment', chairs)).doc.stock as {
    id: number;
    from: null;
    to: null;
    delta: number;
    reason: string;
  }[];
  expect(await faultsOf(save('equipment', chairs, { stock: [{ ...owned, delta: 40 }] }))).toEqual([
    'stock.0.delta: This has begun. Give it an end, and another line the number that holds from then on.',
  ]);
  expect(await faultsOf(save('equipment', chairs, { stock: [] }))).toEqual([
    'stock: “owned” has begun and cannot be left out: give it an end instead.',
  ]);
  const broken = (delta: number) => ({
    id: null,
    from: '2027-04-20T00:00',
    to: null,
    delta,
    reason: 'rivets gave way',
  });
  expect(await faultsOf(save('equipment', chairs, { stock: [owned, broken(-81)] }))).toEqual([
    'stock: At some time there would be 1 fewer than none. Take a smaller number away, or at another time.',
  ]);
  const fewer = expectDone(await save('equipment', chairs, { stock: [owned, broken(-30)] }));
  expect(fewer.impact[0]).toBe('1 approved date falls outside and is at risk then.');
  expect(await risks()).toEqual(['equipment-short']);
});

test('longer ways from the store are followed by what is booked, and refused where too few would be left', async () => {
  const chairs = await idOf('equipment', 'Folding chair');
  const lent = (from: string, to: string) =>
    approvedIn(office, 'ada', {
      ...BAY,
      when: times('2027-04-22', from, to),
      equipment: [{ typeId: chairs, quantity: 60 }],
    });
  await lent('10:00', '11:00');
  await lent('14:00', '15:00');
  expectDone(await save('equipment', chairs, { fetchMin: 15 }));
  expect(await faultsOf(save('equipment', chairs, { fetchMin: 120 }))).toEqual([
    'fetchMin: With these minutes there would be too few for dates that follow one another closely. Shorten them, or add stock first.',
  ]);
});

test('what is out of use is offered no more and stays where it is named', async () => {
  const ref = await approvedIn(office, 'ada', { ...BAY, when: times('2027-04-22', '18:00', '20:00') });
  await submit(office, 'ada', { ...BAY, when: times('2027-04-23', '18:00', '20:00') });
  const told = expectDone(await command('space', SPACE.HE, 'retire', true));
  expect(told.impact).toEqual([
    '1 approved date to come stays there.',
    '1 waiting date wants it.',
    '1 space is made of it and stays in use.',
  ]);
  expect(refusalOf(await command('space', SPACE.HE, 'remove'))).toMatchObject({ code: 'in-use' });
  expectDone(await command('space', SPACE.HE, 'retire'));
  expect((await entryLines(office.db, 'space')).find(({ id }) => id === SPACE.HE)!.isRetired).toBe(true);
  expect(
    await office.db.rows(
      `SELECT state FROM occurrence o JOIN request r ON r.id = o.request_id WHERE r.ref = $ref`,
      { ref },
    ),
  ).toEqual([{ state: 'approved' }]);
  expect(refusalOf(await command('space', SPACE.HE, 'retire'))).toMatchObject({ code: 'stale' });
  expectDone(await command('space', SPACE.HE, 'bring-back'));

  const [category] = (await askChoices(office.as('ada'))).categories;
  expectDone(await command('category', category!.id, 'retire'));
  expect((await askChoices(office.as('ada'))).categories.map(({ id }) => id)).not.toContain(category!.id);
  const host = await idOf('organisation', 'Moss Club');
  expectDone(await command('organisation', host, 'retire'));
  expect((await askChoices(office.as('ada'))).hosts.map(({ id }) => id)).not.toContain(host);
  expect(refusalOf(await command('building', 1, 'retire'))).toMatchObject({
    code: 'in-use',
    sentences: [expect.stringContaining('are in it still')],
  });
});

test('a house can be added to: building, space, store, equipment, team, service, category, host, person', async () => {
  const made = async (kind: EntryKind, change: Record<string, unknown>) =>
    expectDone(await save(kind, null, change)).id;
  const buildingId = await made('building', { name: 'Boat Sheds' });
  const layouts = [{ layout: 'theatre', seats: null, setupMin: 20, strikeMin: 20 }];
  const spaceId = await made('space', { name: 'Sail Loft', code: 'SF', buildingId, areaM2: 60, layouts });
  // Chairs alone take 7 square feet net a person (IBC table 1004.5, from memory): 60 m² seat 92.
  expect(((await docOf('space', spaceId)).doc as unknown as SpaceDoc).layouts[0]!.seats).toBe(92);
  const storeId = await made('store', { name: 'Net Store' });
  const stock = [{ id: null, from: null, to: null, delta: 12, reason: 'owned' }];
  await made('equipment', { name: 'Bench', storeId, stock });
  const punts = await made('equipment', {
    name: 'Punt',
    storeId,
    stock: [],
    units: [
      { id: null, name: 'Punt Moth' },
      { id: null, name: 'Punt Reed' },
    ],
  });
  const teamId = await made('team', { name: 'Boat crew', members: [2] });
  await made('service', {
    name: 'Ferry',
    about: 'Over and back',
    teamId,
    leadDays: 1,
    crewMin: 30,
    questions: [],
  });
  await made('category', { name: 'Regattas', mark: 'Re', hue: 'sky', about: 'On the water.' });
  await made('organisation', { name: 'Oar Club', members: [1] });
  await made('timetable', {
    name: 'Tides',
    periods: [{ name: 'ebb', from: '09:00', to: '12:00' }],
    exceptions: [{ on: '2027-06-01', periods: [] }],
  });
  const choices = await askChoices(office.as('ada'));
  expect(choices.categories.map(({ name }) => name)).toContain('Regattas');
  expect(choices.services.map(({ name }) => name)).toContain('Ferry');
  expect(choices.hosts.find(({ name }) => name === 'Oar Club')).toMatchObject({ isOwn: true });
  expect(await faultsOf(save('equipment', null, { name: 'bench', storeId, stock }))).toEqual([
    'name: “Bench” is there already, perhaps out of use. Give another name.',
  ]);
  await approvedIn(office, 'ada', {
    people: 40,
    spaces: [{ spaceId: spaceId as never, layout: 'theatre', setupMin: 20, strikeMin: 20 }],
    when: times('2027-04-22', '18:00', '20:00'),
    equipment: [
      {
        typeId: punts as never,
        quantity: 1,
        unitId: ((await docOf('equipment', punts)).doc.units as { id: number }[])[0]!.id as never,
      },
    ],
  });
  const [moth, reed] = (await docOf('equipment', punts)).doc.units as { id: number; name: string }[];
  expect(await faultsOf(save('equipment', punts, { units: [reed] }))).toEqual([
    'units: Punt Moth is promised to 1 date to come. Give it another first.',
  ]);
  expectDone(await save('equipment', punts, { units: [moth] }));
  // Never used, so it can go.
  const spare = await made('store', { name: 'Spare' });
  expectDone(await command('store', spare, 'remove'));
  expect(await storedEntry(office.db, 'store', spare)).toBeNull();
});

test('people: roles, the last housekeeper, sessions of who leaves', async () => {
  const mara = await idOf('person', 'Mara Venn');
  expectDone(await save('person', mara, { roles: ['manager', 'housekeeper'] }));
  expect(await faultsOf(save('person', mara, { roles: ['manager'] }))).toEqual([
    'roles: Nobody would be left for administration. Give that role to another person who can sign in first.',
  ]);
  expect(refusalOf(await command('person', mara, 'retire'))).toMatchObject({ code: 'in-use' });
  // Somebody who cannot sign in keeps nothing.
  const nils = await idOf('person', 'Nils Reed');
  expectDone(await save('person', nils, { roles: ['manager', 'housekeeper'] }));
  expect(refusalOf(await command('person', mara, 'retire'))).toMatchObject({ code: 'in-use' });
  const ada = await idOf('person', 'Ada Lowe');
  const looksAfter = [{ of: 'space', buildingId: null, spaceId: SPACE.HE, poolId: null, asksConsent: true }];
  expectDone(await save('person', ada, { roles: ['requester', 'housekeeper'], looksAfter }));
  expectDone(await command('person', mara, 'retire'));
  const made = expectDone(
    await save('person', null, { name: 'Tamsin Rill', email: 'TAMSIN@fernside.example' }),
  );
  expect(await faultsOf(save('person', null, { name: 'Other', email: 'tamsin@fernside.example' }))).toEqual([
    'email: “tamsin@fernside.example” is there already, perhaps out of use. Give another address.',
  ]);
  expect((await historyOfEntry(office.as('mara'), 'person', made.id))[0]!.changes).toContain(
    'Roles: requester',
  );
});

test('a copy begins with everything that is not one thing’s alone', async () => {
  const { doc } = await docOf('space', SPACE.HE);
  const copy = asCopy('space', doc);
  expect(copy).toMatchObject({ name: 'East Bay, copy', code: '', layouts: doc.layouts });
  const made = expectDone(await save('space', null, { ...copy, code: 'HE2' }));
  expect((await docOf('space', made.id)).doc).toEqual({ ...copy, code: 'HE2' });
});

test('what kinds cannot do is refused in a sentence', async () => {
  expect(refusalOf(await save('site', null, {}))).toMatchObject({ code: 'bad-input' });
  expect(refusalOf(await command('season', 999, 'remove'))).toEqual({
    code: 'not-found',
    what: 'such season',
  });
  expect(refusalOf(await command('site', 1, 'remove'))).toMatchObject({ code: 'not-found' });
  expect(refusalOf(await command('person', 1, 'up'))).toMatchObject({ code: 'not-found' });
  expect(KIND_WORDS.space.isOrdered).toBe(true);
  const before = (await entryLines(office.db, 'space')).map(({ name }) => name);
  expectDone(await command('space', SPACE.HL, 'up'));
  const after = (await entryLines(office.db, 'space')).map(({ name }) => name);
  expect(after.slice(0, 2)).toEqual([before[1], before[0]]);
});
