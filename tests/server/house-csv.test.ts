import { randomUUID } from 'node:crypto';
import { CSV_KINDS, csvSchema, type CsvKind } from '@/contracts/administration/csv';
import { violations } from '@/server/effects/invariants';
import { csvIn } from '@/server/use-cases/administration/entries/csv/csv-in';
import { csvOf } from '@/server/use-cases/administration/entries/csv/csv-out';
import { storedEntry, entryLines } from '@/server/use-cases/administration/entries/read-entries';
import { badTables } from '@tests/builders/bad-tables';
import { approvedIn, expectDone, ordersOutOfLine, refusalOf, times } from '@tests/builders/changes';
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

const take = (kind: CsvKind, text: string, preview = false) =>
  csvIn(office.as('mara'), kind, csvSchema.parse({ key: randomUUID(), preview, text }));
const faultsOf = async (kind: CsvKind, text: string): Promise<string[]> => {
  const refusal = refusalOf(await take(kind, text));
  return refusal.code === 'bad-input' ? refusal.fields.map(({ message }) => message) : [refusal.code];
};

test('what goes out comes in again and changes nothing', async () => {
  for (const kind of CSV_KINDS) {
    const text = await csvOf(office.db, kind);
    const before = await entryLines(office.db, kind);
    const back = expectDone(await take(kind, text));
    expect({ kind, lines: back.lines, impact: back.impact }).toEqual({ kind, lines: [], impact: [] });
    expect(await entryLines(office.db, kind)).toEqual(before);
  }
});

test.each([
  ['semicolons, as some countries write them', ';'],
  ['tabs, as cells are copied', '\t'],
])('cells may be parted by %s', async (_, by) => {
  const rows = [
    ['code', 'name', 'building', 'layouts', 'posted limit'],
    ['LO', 'Loft, the upper', 'Barn', '"standing 30 0/0; rows of chairs 20 15/15"', ''],
    ['HE', '', 'Barn', '', '40'],
  ];
  const text = rows.map((row) => row.join(by)).join('\r\n');
  expect(await faultsOf('space', text)).toEqual([expect.stringMatching(/^Line 3: .*[Nn]ame/)]);
  rows[2]![1] = ' East Bay ';
  rows[2]![3] = 'round tables 28 30/20';
  const { lines } = expectDone(await take('space', rows.map((row) => row.join(by)).join('\r\n')));
  expect(lines.map(({ line, name, did }) => `${line} ${name} ${did}`)).toEqual([
    '2 Loft, the upper made',
    '3 East Bay changed',
  ]);
});

test('lines make and change, columns that are not there leave things as they are', async () => {
  const text = [
    'code,name,building,layouts,posted limit',
    'HE,East Bay,barn,round tables 28 30/20,40',
    '"LO","The ""Owl"" Loft",Barn,"standing 30 0/0; rows of chairs 20 15/15",',
  ].join('\n');
  const looked = expectDone(await take('space', text, true));
  expect(looked.summary).toBe('took in spaces: 1 made, 1 changed, 0 as they were');
  expect((await entryLines(office.db, 'space')).some(({ name }) => name.includes('Owl'))).toBe(false);
  const { lines } = expectDone(await take('space', text));
  expect(lines.map(({ line, did }) => `${line} ${did}`)).toEqual(['2 changed', '3 made']);
  expect(lines[0]!.changes).toContain('Posted limit: nothing → 40 people');
  const bay = await storedEntry(office.db, 'space', SPACE.HE);
  expect(bay!.doc).toMatchObject({ name: 'East Bay', postedLimit: 40, stepFree: true });
  const owl = (await entryLines(office.db, 'space')).find(({ name }) => name === 'The "Owl" Loft');
  expect(owl!.note).toContain('LO, Barn');
});

test('a table tells what it hits before it is taken in', async () => {
  const spaces = [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }];
  await approvedIn(office, 'ada', { people: 24, spaces, when: times('2027-04-22', '18:00', '20:00') });
  const shut = 'kind,where,from,to,reason\nshut,space HE,2027-04-22 00:00,2027-04-23 00:00,floor\n';
  expect(expectDone(await take('closure', shut, true)).impact[0]).toContain('1 approved date falls outside');
  expect(expectDone(await take('closure', shut)).lines).toHaveLength(1);
  // The same again says what is so already.
  expect(expectDone(await take('closure', shut)).lines).toEqual([]);
});

test('a name that a spreadsheet would calculate goes out harmless and comes back as it was', async () => {
  expectDone(await take('organisation', "name,members\n'=Sum of Ferns,ada@fernside.example\n"));
  expect((await entryLines(office.db, 'organisation')).map(({ name }) => name)).toContain('=Sum of Ferns');
  const text = await csvOf(office.db, 'organisation');
  expect(text).toContain("'=Sum of Ferns");
  expect(expectDone(await take('organisation', text)).lines).toEqual([]);
});

test.each([
  'kind,where,from,to\nshut,,2027-12-25 00:00,2027-12-26 00:00',
  'kind,where,reason\nshut,,Christmas',
  'where,from,to,reason\n,2027-12-25 00:00,2027-12-26 00:00,Christmas',
])('a table of closures without a column is told what is missing, as a line: %j', async (text) => {
  const faults = await faultsOf('closure', text);
  expect(faults).toHaveLength(1);
  expect(faults[0]).toMatch(/^Line 2: /);
});

const BAD = badTables({ building: 'Barn', store: 'Loft', part: 'HE', whole: 'GF' });

test('a bad line is named and nothing comes in, not even the good ones around it', async () => {
  expect(BAD.length).toBeGreaterThanOrEqual(30);
  for (const { kind, line, text, says } of BAD) {
    const before = await entryLines(office.db, kind);
    const faults = await faultsOf(kind, text);
    expect({ line, faults }).toEqual({ line, faults: [expect.stringMatching(says)] });
    expect(faults[0]).toMatch(/^Line [34]: /);
    expect(await entryLines(office.db, kind)).toEqual(before);
  }
});

test('what is no table at all is refused in a sentence; every bad line is named', async () => {
  expect(await faultsOf('space', 'code,colour\nA,red')).toEqual([
    expect.stringMatching(/“colour” is no heading/),
  ]);
  expect(await faultsOf('space', 'code,code\nA,B')).toEqual([expect.stringMatching(/stands there twice/)]);
  expect(await faultsOf('space', 'code,name\n')).toEqual([expect.stringMatching(/one line at least/)]);
  expect(await faultsOf('space', 'code,name\nA,"open')).toEqual([expect.stringMatching(/not closed/)]);
  const two = await faultsOf('organisation', 'name,members\nOwls,nobody\n\nCrows,\nRooks,nowhere');
  expect(two.map((each) => each.slice(0, 7))).toEqual(['Line 2:', 'Line 5:']);
});
