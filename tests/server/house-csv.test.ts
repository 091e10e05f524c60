import { randomUUID } from 'node:crypto';
import { CSV_KINDS, csvSchema, type CsvKind } from '@/contracts/house-book/csv';
import { violations } from '@/server/db/invariants';
import { csvIn } from '@/server/use-cases/house-book/csv/csv-in';
import { csvOf } from '@/server/use-cases/house-book/csv/csv-out';
import { keptThing, thingLines } from '@/server/use-cases/house-book/look-at-things';
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
    const before = await thingLines(office.db, kind);
    const back = expectDone(await take(kind, text));
    expect({ kind, lines: back.lines, hits: back.hits }).toEqual({ kind, lines: [], hits: [] });
    expect(await thingLines(office.db, kind)).toEqual(before);
  }
});

test('lines make and change, columns that are not there leave things as they are', async () => {
  const text = [
    'code,name,building,layouts,posted limit',
    'HE,East Bay,barn,round tables 28 30/20,40',
    '"LO","The ""Owl"" Loft",Barn,"standing 30 0/0; rows of chairs 20 15/15",',
  ].join('\n');
  const looked = expectDone(await take('space', text, true));
  expect(looked.summary).toBe('took in spaces: 1 made, 1 changed, 0 as they were');
  expect((await thingLines(office.db, 'space')).some(({ name }) => name.includes('Owl'))).toBe(false);
  const { lines } = expectDone(await take('space', text));
  expect(lines.map(({ line, did }) => `${line} ${did}`)).toEqual(['2 changed', '3 made']);
  expect(lines[0]!.changes).toContain('Posted limit: nothing → 40 people');
  const bay = await keptThing(office.db, 'space', SPACE.HE);
  expect(bay!.doc).toMatchObject({ name: 'East Bay', postedLimit: 40, stepFree: true });
  const owl = (await thingLines(office.db, 'space')).find(({ name }) => name === 'The "Owl" Loft');
  expect(owl!.note).toContain('LO, Barn');
});

test('a table tells what it hits before it is taken in', async () => {
  const spaces = [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }];
  await approvedIn(office, 'ada', { people: 24, spaces, when: times('2027-04-22', '18:00', '20:00') });
  const shut = 'kind,where,from,to,reason\nshut,space HE,2027-04-22 00:00,2027-04-23 00:00,floor\n';
  expect(expectDone(await take('closure', shut, true)).hits[0]).toContain('1 approved date falls outside');
  expect(expectDone(await take('closure', shut)).lines).toHaveLength(1);
  // The same again says what is so already.
  expect(expectDone(await take('closure', shut)).lines).toEqual([]);
});

test('a name that a spreadsheet would calculate goes out harmless and comes back as it was', async () => {
  expectDone(await take('organisation', "name,members\n'=Sum of Ferns,ada@fernside.example\n"));
  expect((await thingLines(office.db, 'organisation')).map(({ name }) => name)).toContain('=Sum of Ferns');
  const text = await csvOf(office.db, 'organisation');
  expect(text).toContain("'=Sum of Ferns");
  expect(expectDone(await take('organisation', text)).lines).toEqual([]);
});

/** Each with a good line above and below it: those must not come in either. */
const BAD: readonly (readonly [kind: CsvKind, head: string, line: string, says: RegExp])[] = [
  ['space', 'code,name,building', 'X1,Attic', /has 2 cells and not 3/],
  ['space', 'code,name,building', 'X1,Attic,Barn,more', /has 4 cells and not 3/],
  ['space', 'code,name,building', ',Attic,Barn', /Code is missing/],
  ['space', 'code,name,building', 'X 1,Attic,Barn', /letters, figures and dashes/],
  ['space', 'code,name,building', 'X1,,Barn', /Name is missing/],
  ['space', 'code,name,building', 'X1,Attic,Castle', /no building “Castle”/],
  ['space', 'code,name,building', 'X1,<b>Attic</b>,Barn', /plain text/],
  ['space', 'code,name,building,area m2', 'X1,Attic,Barn,large', /area m2 is a number/],
  ['space', 'code,name,building,area m2', 'X1,Attic,Barn,-3', /more than 0/],
  ['space', 'code,name,building,posted limit', 'X1,Attic,Barn,12.5', /whole number/],
  ['space', 'code,name,building,step-free', 'X1,Attic,Barn,perhaps', /“yes” or “no”/],
  ['space', 'code,name,building,features', 'X1,Attic,Barn,a dragon', /no feature/],
  ['space', 'code,name,building,made of', 'X1,Attic,Barn,QQ', /no space with the code “QQ”/],
  ['space', 'code,name,building,layouts', 'X1,Attic,Barn,round tables', /A layout is written as/],
  ['space', 'code,name,building,layouts', 'X1,Attic,Barn,hammocks 4 5/5', /no layout/],
  [
    'space',
    'code,name,building,layouts',
    'X1,Attic,Barn,standing 4 5/5; standing 5 5/5',
    /listed above already/,
  ],
  ['space', 'code,name,building,made of', 'HE,East Bay,Barn,GF', /goes round in a circle/],
  ['space', 'code,name,building', 'HW,West Bay,Barn\nHW,West Bay again,Barn', /about the same as line/],
  ['equipment', 'name,store,fetch minutes,return minutes,owned', 'Lamp,Cellar,5,5,10', /no store “Cellar”/],
  [
    'equipment',
    'name,store,fetch minutes,return minutes,owned',
    'Lamp,Loft,soon,5,10',
    /fetch minutes is a number/,
  ],
  ['equipment', 'name,store,fetch minutes,return minutes,owned', 'Lamp,Loft,5,9999,10', /at most 1,440/],
  ['equipment', 'name,store,fetch minutes,return minutes,owned', 'Lamp,Loft,5,5,-2', /fewer than none/],
  ['equipment', 'name,store,fetch minutes,return minutes,instead', 'Lamp,Loft,5,5,Sun', /no equipment “Sun”/],
  ['person', 'e-mail,name,roles', 'nobody,No Body,crew', /no e-mail address/],
  ['person', 'e-mail,name,roles', 'x@fernside.example,X,king', /no role/],
  ['person', 'e-mail,name,teams', 'x@fernside.example,X,Pirates', /no team “Pirates”/],
  ['person', 'e-mail,name,member of', 'x@fernside.example,X,Nobodies', /no organisation “Nobodies”/],
  ['organisation', 'name,members', 'Owls,nobody@fernside.example', /no person/],
  ['closure', 'kind,where,from,to,reason', 'shut,site,2027-13-01 00:00,2027-12-02 00:00,x', /is written as/],
  [
    'closure',
    'kind,where,from,to,reason',
    'shut,site,2027-12-03 00:00,2027-12-02 00:00,x',
    /after the start/,
  ],
  [
    'closure',
    'kind,where,from,to,reason',
    'ajar,site,2027-12-01 00:00,2027-12-02 00:00,x',
    /no kind of closure/,
  ],
  [
    'closure',
    'kind,where,from,to,reason',
    'shut,planet,2027-12-01 00:00,2027-12-02 00:00,x',
    /write site, building NAME/,
  ],
  [
    'closure',
    'kind,where,from,to,reason',
    'shut,building Ark,2027-12-01 00:00,2027-12-02 00:00,x',
    /no building “Ark”/,
  ],
];
const GOOD: Readonly<Record<CsvKind, (columns: number, no: number) => string>> = {
  space: (columns, no) => ['G' + no, 'Good ' + no, 'Barn'].concat(Array(columns - 3).fill('')).join(','),
  equipment: (columns, no) => ['Good ' + no, 'Loft', '5', '5'].concat(Array(columns - 4).fill('')).join(','),
  person: (columns, no) =>
    [`g${no}@fernside.example`, 'Good ' + no].concat(Array(columns - 2).fill('')).join(','),
  organisation: (_, no) => `Good ${no},`,
  closure: (_, no) => `shut,site,2027-11-0${no} 00:00,2027-11-0${no} 12:00,good ${no}`,
};

test('a bad line is named and nothing comes in, not even the good ones around it', async () => {
  expect(BAD.length).toBeGreaterThanOrEqual(30);
  for (const [kind, head, line, says] of BAD) {
    const columns = head.split(',').length;
    const before = await thingLines(office.db, kind);
    const text = [head, GOOD[kind](columns, 1), line, GOOD[kind](columns, 2)].join('\n');
    const faults = await faultsOf(kind, text);
    expect({ line, faults }).toEqual({ line, faults: [expect.stringMatching(says)] });
    expect(faults[0]).toMatch(/^Line [34]: /);
    expect(await thingLines(office.db, kind)).toEqual(before);
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
