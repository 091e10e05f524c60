import type { DocOf } from '@/contracts/administration/docs';
import { violations } from '@/server/effects/invariants';
import { boardData } from '@/server/use-cases/calendar/board-data';
import { storedEntry, entryLines } from '@/server/use-cases/administration/entries/read-entries';
import { approvedIn, expectDone, ordersOutOfLine, refusalOf, times } from '@tests/builders/changes';
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

const { save, command, faultsOf } = houseRepository(() => office);
const BAY = {
  people: 24,
  spaces: [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }],
};

test('minutes a space does not say are those of the house for the layout, else half an hour', async () => {
  await save('site', 1, { layoutMinutes: [{ layout: 'rounds', setupMin: 55, strikeMin: 35 }] });
  const silent = { setupMin: null, strikeMin: null };
  await save('space', SPACE.HE, {
    layouts: [
      { layout: 'rounds', seats: 20, ...silent },
      { layout: 'theatre', seats: 30, ...silent, setupMin: 10 },
    ],
  });
  const kept = (await storedEntry(office.db, 'space', SPACE.HE))!.doc as DocOf<'space'>;
  expect(kept.layouts).toEqual([
    { layout: 'rounds', seats: 20, setupMin: 55, strikeMin: 35 },
    { layout: 'theatre', seats: 30, setupMin: 10, strikeMin: 30 },
  ]);
  const twice = [
    { layout: 'rounds', setupMin: 5, strikeMin: 5 },
    { layout: 'rounds', setupMin: 6, strikeMin: 6 },
  ];
  expect(await faultsOf(save('site', 1, { layoutMinutes: twice }))).toEqual([
    'layoutMinutes.1.layout: This layout is listed above already.',
  ]);
});

test('a further site: hours and closures of its own for what stands there, named with it, gone only when empty', async () => {
  const evenings = {
    days: [1, 2, 3, 4, 5, 6, 7],
    from: '17:00',
    to: '22:00',
    validFrom: null,
    validTo: null,
  };
  expect(await faultsOf(save('further-site', null, { name: 'Mill Field' }))).toEqual([
    'hours: Say when it is open: without hours nothing can be asked for there.',
  ]);
  const site = expectDone(await save('further-site', null, { name: 'Mill Field', hours: [evenings] })).id;
  expect((await entryLines(office.db, 'site')).map(({ name }) => name)).not.toContain('Mill Field');
  expect(await storedEntry(office.db, 'site', site)).toBeNull();
  expect(await storedEntry(office.db, 'further-site', 1)).toBeNull();
  await approvedIn(office, 'ada', { ...BAY, when: times('2027-04-22', '18:00', '20:00') });
  const noon = { ...BAY, when: times('2027-04-23', '12:00', '14:00') };
  await approvedIn(office, 'ada', noon);
  // The building moves there: what is booked at noon is outside its hours then.
  const moved = expectDone(await save('building', 1, { siteId: site, hours: [] }));
  expect(moved.impact[0]).toContain('1 approved date falls outside');
  expect((await boardData(office.db)).spaces.find(({ id }) => id === SPACE.HE)!.building).toMatch(
    /, Mill Field$/,
  );
  const shut = { owner: 'site', from: '2027-04-22T00:00', to: '2027-04-23T00:00', reason: 'mown' };
  expect(expectDone(await save('closure', null, shut, { preview: true })).impact).toEqual([]);
  const there = await save('closure', null, { ...shut, siteId: site });
  expect(expectDone(there).impact[0]).toContain('1 approved date falls');
  expect((await entryLines(office.db, 'closure')).map(({ note }) => note)).toContainEqual(
    expect.stringMatching(/, Mill Field$/),
  );
  // What the office's own site says holds there as well: zone, office, minutes.
  await save('site', 1, { accessMin: 45 });
  const [row] = await office.db.rows<{ n: number }>('SELECT COUNT(DISTINCT access_min) AS n FROM site');
  expect(row!.n).toBe(1);
  expect(refusalOf(await command('further-site', site, 'remove')).code).toBe('in-use');
  await save('building', 1, { siteId: null });
  expectDone(await command('further-site', site, 'remove'));
  expect(await entryLines(office.db, 'further-site')).toEqual([]);
});
