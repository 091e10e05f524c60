import { space, span, world } from '@tests/builders/world';
import type { SpaceFacts } from '../occupancy/world';
import type { ClaimId, EquipmentTypeId, ResourceId } from '../ids';
import { candidatesFor, searchPlaces, type PlaceWanted } from './place-search';

const offer = (layout: 'rounds' | 'theatre', seats: number) => ({
  layout,
  seats,
  setupMin: 30,
  strikeMin: 30,
});
const hall = space(1, [1, 2], { layouts: [offer('rounds', 60), offer('theatre', 90)], postedLimit: 80 });
const east = space(2, [1], { layouts: [offer('rounds', 30)], features: ['piano'] });
const west = space(3, [2], { layouts: [offer('rounds', 26)] });
const ALL: SpaceFacts[] = [hall, east, west];

const date = (key: string, from: number) => ({
  key,
  claim: { event: span(from, from + 60), accessMin: 0, exitMin: 0, spaces: [], equipment: [] },
});
const wanted = (more: Partial<PlaceWanted> = {}): PlaceWanted => ({
  people: 20,
  layout: null,
  features: [],
  dates: [date('a', 600), date('b', 2040)],
  ...more,
});
const taken = (part: number, from: number, to: number, claim: number) => ({
  resourceId: part as ResourceId,
  span: span(from, to),
  claimId: claim as ClaimId,
});
const search = (asked: PlaceWanted, more = {}) =>
  searchPlaces(candidatesFor(ALL, asked), asked, world({ spaces: ALL, ...more }), 'requester', {});

describe('who can answer at all', () => {
  const ids = (more: Partial<PlaceWanted>) =>
    candidatesFor(ALL, wanted(more)).map(({ space: { id }, offer: { layout } }) => [id, layout]);
  test('those that seat the people, in the layout with fewest to spare', () => {
    expect(ids({ people: 26 })).toEqual([
      [1, 'rounds'],
      [2, 'rounds'],
      [3, 'rounds'],
    ]);
    expect(ids({ people: 27 })).toHaveLength(2);
    expect(ids({ people: 61 })).toEqual([[1, 'theatre']]);
  });
  test('not over the posted limit, however many seats', () => {
    expect(ids({ people: 80 })).toEqual([[1, 'theatre']]);
    expect(ids({ people: 81 })).toEqual([]);
  });
  test('only in the layout and with the features asked for', () => {
    expect(ids({ layout: 'theatre' })).toEqual([[1, 'theatre']]);
    expect(ids({ features: ['piano'] })).toEqual([[2, 'rounds']]);
  });
});

describe('ranked', () => {
  test('by fewest empty seats where all are free', () =>
    expect(search(wanted()).map(({ space: { id }, spareSeats }) => [id, spareSeats])).toEqual([
      [3, 6],
      [2, 10],
      [1, 40],
    ]));

  test('by dates that can be had before anything else; the hall is taken through its parts', () => {
    const busy = [taken(2, 570, 700, 9)];
    expect(
      search(wanted(), { busy }).map(({ space: { id }, count }) => [id, count.clear, count.clash]),
    ).toEqual([
      [2, 2, 0],
      [3, 1, 1],
      [1, 1, 1],
    ]);
  });

  test('candidates are no rivals of one another, though they share parts', () =>
    expect(search(wanted()).every(({ verdict, findings }) => verdict === 'clear' && !findings.length)).toBe(
      true,
    ));

  test('setup and strike count: half an hour before and after, touching is free', () => {
    const before = (end: number) => search(wanted(), { busy: [taken(1, 400, end, 9)] });
    const eastOf = (answers: ReturnType<typeof search>) => answers.find(({ space: { id } }) => id === 2)!;
    expect(eastOf(before(570)).verdict).toBe('clear');
    expect(eastOf(before(571))).toMatchObject({
      verdict: 'clash',
      findings: [{ facts: { rule: 'occupied', minutes: 1 } }],
    });
  });

  test('what is short is short everywhere', () => {
    const typeId = 7 as EquipmentTypeId;
    const dates = [{ ...date('a', 600) }].map((each) => ({
      ...each,
      claim: { ...each.claim, equipment: [{ typeId, quantity: 5, spaceIndex: 0 }] },
    }));
    const stock = [{ from: 0 as never, to: null, delta: 4 }];
    const answers = search(wanted({ dates }), {
      equipment: [{ id: typeId, fetchMin: 0, returnMin: 0, stock }],
    });
    expect(answers.map(({ verdict }) => verdict)).toEqual(['clash', 'clash', 'clash']);
  });
});
