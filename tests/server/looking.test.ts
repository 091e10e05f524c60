import { earliestFromText, earliestSchema, MOST_SPAN_DAYS } from '@/contracts/calendar/earliest';
import { placeSearchSchema } from '@/contracts/calendar/places';
import { localDate } from '@/core/time/local-time';
import { comparePlaces } from '@/server/use-cases/calendar/compare-places';
import { placeDirectory } from '@/server/use-cases/calendar/directory';
import { findEarliest } from '@/server/use-cases/calendar/earliest';
import { findPlaces } from '@/server/use-cases/calendar/find-places';
import { poolPage } from '@/server/use-cases/calendar/pool-page';
import { spacePage } from '@/server/use-cases/calendar/space-page';
import { pin } from '@/server/repositories/people/familiar';
import { approvedIn, expectDone, refusalOf, submit, times } from '@tests/builders/changes';
import { openOffice, SMALL_OFFICE, SPACE, type TestOffice } from '@tests/builders/office';

const DAY = '2027-04-20';
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice({
    ...SMALL_OFFICE,
    buildings: SMALL_OFFICE.buildings.map((building) => ({
      ...building,
      spaces: building.spaces.map((space) =>
        space.code === 'ST' ? { ...space, areaM2: 54, lengthM: 9, widthM: 6 } : { ...space, areaM2: 96 },
      ),
    })),
    stores: [
      {
        name: 'Loft',
        equipment: [
          { name: 'Folding chair', quantity: 80, fetchMin: 10, returnMin: 10 },
          { name: 'Cart', quantity: 0, units: ['Cart A', 'Cart B'], fetchMin: 5, returnMin: 5 },
          {
            name: 'Talk kit',
            quantity: 0,
            kit: [{ name: 'Folding chair', quantity: 20 }],
            fetchMin: 0,
            returnMin: 0,
          },
        ],
      },
    ],
    people: [
      ...SMALL_OFFICE.people,
      { name: 'Rook Alder', email: 'rook@fernside.example', stewardOf: ['Barn'] },
      { name: 'Tamsin Yew', email: 'tamsin@fernside.example', stewardOf: ['ST'] },
    ],
  });
});
afterEach(() => office.close());

const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });
const USUAL = { people1: '24', first: DAY, last: DAY, between: '10:00', and: '20:00', minutes: '120' };
const earliest = async (name: string | null, text: Record<string, string>) =>
  expectDone(
    await findEarliest(
      name === null ? office.reader : office.as(name),
      earliestSchema.parse(earliestFromText({ ...USUAL, ...text })),
    ),
  );
const told = ({ moments }: Awaited<ReturnType<typeof earliest>>) =>
  moments.map(({ start, upTo, spaces }) => [start.slice(5), upTo, ...spaces.map(({ code }) => code)]);

describe('the earliest moments', () => {
  test('setup and strike count, on both sides of what is there', async () => {
    // The studio is taken 13:15–16:45; with 45 before and 45 after, 120 minutes fit until 10:30 and again from 17:30.
    await approvedIn(office, 'ada');
    expect(told(await earliest('ben', { space1: `${SPACE.ST}` }))).toEqual([
      ['04-20T10:00', '10:30', 'ST'],
      ['04-20T17:30', '18:00', 'ST'],
    ]);
  });

  test('two spaces together never share floor, and what is pinned is taken first', async () => {
    const two = { people1: '24', people2: '24', layout1: 'rounds', layout2: 'rounds' };
    expect(told(await earliest('ben', two))[0]!.slice(2)).toEqual(['HE', 'HW']);
    // The whole hall holds both bays: only the studio goes with it.
    expect(told(await earliest('ben', { people1: '80', people2: '20' }))[0]!.slice(2)).toEqual(['HL', 'ST']);
    expect(told(await earliest('ben', { people1: '80', people2: '30' }))).toEqual([]);
    expectDone(await pin(office.as('ben'), { kind: 'space', id: SPACE.HW, isPinned: true }));
    expect(told(await earliest('ben', two))[0]!.slice(2)).toEqual(['HW', 'HE']);
  });

  test('of a pool enough must be left, fetch and return counted; a kit counts as its contents', async () => {
    await approvedIn(office, 'ada', { equipment: [{ typeId: 1, quantity: 60 }] });
    const chairs = { layout1: 'rounds', space1: `${SPACE.HE}`, type1: '1', quantity1: '21' };
    // Away 13:05–16:55. In the bay 70 minutes before and 60 after: back by 13:00 at the earliest start, at 18:05 from the next.
    expect(told(await earliest('ben', chairs))).toEqual([['04-20T10:00', null, 'HE']]);
    expect(told(await earliest('ben', { ...chairs, quantity1: '20' }))).toEqual([
      ['04-20T10:00', '18:00', 'HE'],
    ]);
    expect(told(await earliest('ben', { ...chairs, type1: '3', quantity1: '1' }))).toEqual([
      ['04-20T10:00', '18:00', 'HE'],
    ]);
    expect(told(await earliest('ben', { ...chairs, type1: '3', quantity1: '2' }))).toEqual([
      ['04-20T10:00', null, 'HE'],
    ]);
  });

  test('a loan alone has no space; what fits nowhere is named', async () => {
    expect(told(await earliest(null, { people1: '', type1: '1', quantity1: '80' }))).toEqual([
      ['04-20T10:00', '18:00'],
    ]);
    expect(await earliest(null, { people2: '900' })).toEqual({ moments: [], unfit: [1] });
    // In the past nothing is free.
    expect(told(await earliest(null, { first: '2027-04-01', last: '2027-04-12' }))).toEqual([]);
  });

  test.each([
    ['nothing wanted', { people1: '' }, 'people1'],
    ['a span without an end', { last: '2027-12-31' }, 'last'],
    ['days the wrong way round', { last: '2027-04-19' }, 'last'],
    ['no room between the hours', { and: '11:00' }, 'and'],
    ['a date there is not', { first: '2027-02-30' }, 'first'],
    ['half a person', { people1: '1.5' }, 'wants'],
    ['a layout there is not', { layout1: 'sauna' }, 'wants'],
    ['a time there is not', { between: '25:00' }, 'between'],
  ])('refused: %s', (_, text, path) => {
    const parsed = earliestSchema.safeParse(earliestFromText({ ...USUAL, ...text }));
    expect(parsed.error?.issues.map((issue) => String(issue.path[0]))).toContain(path);
    expect(MOST_SPAN_DAYS).toBe(92);
  });
});

test('a space tells its floor and its stewards, its own before its building’s', async () => {
  const studio = expectDone(await spacePage(office.reader, 'st'));
  expect(studio.plan).toMatchObject({ lengthM: 9, widthM: 6, isMeasured: true });
  expect(studio.stewards).toEqual(['Tamsin Yew', 'Rook Alder']);
  const hall = expectDone(await spacePage(office.reader, 'HL'));
  expect(hall.stewards).toEqual(['Rook Alder']);
  // Three to two, and the area is kept.
  expect(hall.plan!.lengthM * hall.plan!.widthM).toBeCloseTo(96);
  expect(hall.plan!.bays.map(({ name }) => name)).toEqual(['East Bay', 'West Bay']);
});

test('spaces compared tell what is on in each on the picked day, as far as one may know', async () => {
  await approvedIn(office, 'ada', { title: 'SECRET', publish: false, spaces: [bay(SPACE.HE)] });
  const pages = await comparePlaces(office.reader, [SPACE.HE, 99, SPACE.HW], localDate(DAY));
  expect(pages.map(({ code, on }) => [code, on.map(({ title }) => title)])).toEqual([
    ['HE', [null]],
    ['HW', []],
  ]);
  const [own] = await comparePlaces(office.as('ada'), [SPACE.HE], localDate(DAY));
  expect(own!.on[0]!.title).toBe('SECRET');
});

test('a pool tells what is left day by day, and to those who work with it, with whom each unit is', async () => {
  await approvedIn(office, 'ada', { equipment: [{ typeId: 1, quantity: 30 }] });
  const page = expectDone(await poolPage(office.reader, 1));
  expect(page.days.find(({ date }) => date === DAY)).toMatchObject({
    stock: 80,
    away: 30,
    left: 50,
    when: 'from 13:05 to 16:55',
  });
  expect(page.kits).toEqual([{ name: 'Talk kit', quantity: 20 }]);
  expect(page.now).toEqual({ stock: 80, left: 80 });
  expect(expectDone(await poolPage(office.reader, 2))).toMatchObject({
    units: null,
    unitNames: ['Cart A', 'Cart B'],
  });
  expect(expectDone(await poolPage(office.as('cato'), 2)).units).toHaveLength(2);
  expect(refusalOf(await poolPage(office.reader, 99)).code).toBe('not-found');
});

test('the directory begins with what is pinned, then used, then as the office has it', async () => {
  await submit(office, 'ada', { when: times(DAY, '10:00', '11:00') });
  expectDone(await pin(office.as('ada'), { kind: 'space', id: SPACE.HW, isPinned: true }));
  const codes = async (name: string) =>
    (await placeDirectory(office.as(name))).spaces.map(({ code }) => code);
  expect(await codes('ada')).toEqual(['HW', 'ST', 'GF', 'HL', 'HE']);
  expect(await codes('ben')).toEqual(['GF', 'HL', 'HE', 'HW', 'ST']);
});

test('in a search the familiar comes first among equals only', async () => {
  await approvedIn(office, 'ada', { spaces: [bay(SPACE.HW)] });
  const search = placeSearchSchema.parse({ people: '24', day: DAY, from: '14:00', to: '16:00' });
  const found = async () =>
    expectDone(await findPlaces(office.as('ben'), search)).places.map(({ code, verdict }) => [code, verdict]);
  const before = await found();
  expect(before.map(([code]) => code)).toEqual(['ST', 'HE', 'HW', 'HL', 'GF']);
  for (const id of [SPACE.HE, SPACE.HW])
    expectDone(await pin(office.as('ben'), { kind: 'space', id, isPinned: true }));
  expect((await found()).map(([code]) => code)).toEqual(['HE', 'ST', 'HW', 'HL', 'GF']);
});
