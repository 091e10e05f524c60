import fc from 'fast-check';
import { space, span, world } from '@tests/builders/world';
import { occupiedOf, setupKeyOf } from '../occupancy/bands';
import type { SpaceFacts } from './world';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import { ANY_DATE } from '../work-orders/template';
import { template } from '@tests/builders/orders';
import { verdictOf } from './findings';
import {
  answerAll,
  candidatesFor,
  datesIn,
  doubtfulAmong,
  findingsIn,
  groupAlike,
  rankPlaces,
  unfitFor,
  type PlaceWanted,
  type StandingAt,
} from './place-search';

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
/** Every candidate checked whole, and ranked; with why the first date that is not clear is not. */
function search(asked: PlaceWanted, more = {}) {
  const facts = world({ spaces: ALL, ...more });
  const candidates = candidatesFor(ALL, asked);
  const found = candidates.map((each) => findingsIn(each, asked, facts, {}));
  const verdicts = found.map((dates) => dates.map((findings) => verdictOf(findings, 'requester')));
  return rankPlaces(candidates, verdicts, asked.people).map((answer) => ({
    ...answer,
    findings: answer.firstNotClear === null ? [] : found[answer.position]![answer.firstNotClear]!,
  }));
}

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

test('why a space does not fit: a feature before the layout, the layout before the seats', () => {
  const why = (id: number, more: Partial<PlaceWanted>) => unfitFor(ALL[id - 1]!, wanted(more));
  expect(why(1, { features: ['piano'] })).toEqual({ kind: 'lacks', features: ['piano'] });
  expect(why(1, { features: ['piano'], people: 500 })).toMatchObject({ kind: 'lacks' });
  expect(why(2, { layout: 'theatre' })).toEqual({ kind: 'not-set-so' });
  expect(why(1, { people: 81 })).toEqual({ kind: 'too-few', seats: 80 });
  expect(why(1, { people: 80 })).toBeNull();
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
      search(wanted(), { busy }).map(({ space: { id }, count }) => [id, count.clear, count.conflict]),
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
      verdict: 'conflict',
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
    expect(answers.map(({ verdict }) => verdict)).toEqual(['conflict', 'conflict', 'conflict']);
  });
});

const KEYS = ['1:rounds', '2:rounds', '3:rounds', 'other'];
const rows = fc.array(
  fc.record({
    part: fc.integer({ min: 1, max: 3 }),
    from: fc.integer({ min: 500, max: 2300 }),
    length: fc.integer({ min: 20, max: 200 }),
    key: fc.constantFrom(...KEYS),
  }),
  { maxLength: 8 },
);

/** Work that nobody is on shift for: in one space alone, in one layout, by the floor or by the seats. */
const works = fc.subarray(
  [
    template({ workFormula: '5', when: { ...ANY_DATE, spaces: [2 as SpaceId] } }),
    template({ workFormula: '5', when: { ...ANY_DATE, layouts: ['theatre'] } }),
    template({ workFormula: 'max(0, area - 60)' }),
    template({ workFormula: 'max(0, seats - 28)' }),
  ],
  { minLength: 0 },
);

// Reference: every candidate checked whole against everything that stands in it.
test('checking what is alike once, and what is doubtful whole, says the same as checking each whole', () => {
  fc.assert(
    fc.property(
      rows,
      fc.integer({ min: 0, max: 60 }),
      fc.boolean(),
      works,
      (drawn, closedMin, isLate, does) => {
        const busyRows = drawn
          .filter(
            (row, index) =>
              !drawn
                .slice(0, index)
                .some(
                  (other) =>
                    other.part === row.part &&
                    other.from < row.from + row.length &&
                    row.from < other.from + other.length,
                ),
          )
          .map(({ part, from, length, key }, claim) => ({
            ...taken(part, from, from + length, claim),
            neighbour: {
              claimSpaceId: claim,
              setupKey: key,
              host: span(from + 10, from + length - 5),
              occupied: span(from, from + length),
              hasLink: { before: false, after: false },
            },
          }));
        const shut = closedMin
          ? [{ span: span(2000, 2000 + closedMin), kind: 'shut' as const, reason: 'Paint' }]
          : [];
        const spaces = [
          space(1, [1, 2], { layouts: [offer('rounds', 60)], closures: shut, areaM2: 90 }),
          space(2, [1], { layouts: [offer('rounds', 30)], areaM2: 40 }),
          space(3, [2], { layouts: [offer('rounds', 26)], areaM2: 40 }),
          space(4, [3], { layouts: [{ ...offer('rounds', 26), setupMin: 45 }] }),
        ];
        const asked = wanted({ dates: [date('a', 600), date('b', isLate ? 2060 : 700), date('c', 2200)] });
        const candidates = candidatesFor(spaces, asked);
        const teams = [{ teamId: 4, rosteredUntil: span(0, 9000).end, shifts: [], jobs: [], does }];
        const facts = world({ spaces, busy: busyRows, teams });
        const verdicts = (found: ReturnType<typeof findingsIn>) =>
          found.map((each) => verdictOf(each, 'office'));
        const whole = candidates.map((each) => verdicts(findingsIn(each, asked, facts, {})));
        // The first row of each part that ends after the window begins, as the database finds it.
        const standing: StandingAt = (index, at) => {
          const candidate = candidates[index]!;
          const occupied = occupiedOf(
            datesIn(candidate, asked)[at]!.claim,
            datesIn(candidate, asked)[at]!.claim.spaces[0]!,
          );
          const key = setupKeyOf({ spaceId: candidate.space.id, layout: candidate.offer.layout });
          const impact = candidate.space.parts.flatMap((part) => {
            const [row] = busyRows
              .filter(({ resourceId, span: each }) => resourceId === part && each.end > occupied.start)
              .sort((a, b) => a.span.end - b.span.end);
            return row && row.span.start < occupied.end ? [row.neighbour.setupKey === key] : [];
          });
          if (!impact.length) return 'free';
          return impact.every(Boolean) ? 'perhaps' : 'taken';
        };
        const groups = groupAlike(candidates, facts);
        const alike = groups.map(([first]) =>
          verdicts(findingsIn(candidates[first!]!, asked, { ...facts, busy: [] }, {})),
        );
        const doubtful = new Map(
          doubtfulAmong(candidates, asked, standing).map((index) => [index, whole[index]!]),
        );
        expect(answerAll(groups, alike, doubtful, standing)).toEqual(whole);
        expect(groups.flat().sort()).toEqual([0, 1, 2, 3]);
      },
    ),
    { numRuns: 300 },
  );
});
