import fc from 'fast-check';
import type { EquipmentTypeId, SpaceId } from '../ids';
import { epochMinute, interval } from '../time/epoch-minute';
import { planMovements, savedCarries, type Lot } from './movements';

const CHAIR = 1 as EquipmentTypeId;
const lot = (key: string, spaceId: number, from: number, to: number, quantity: number): Lot => ({
  key,
  typeId: CHAIR,
  quantity,
  spaceId: spaceId as SpaceId,
  building: spaceId < 3 ? 'Hall' : 'Barn',
  crewTime: interval(epochMinute(from), epochMinute(to)),
});
const CARRY = 10;
const plan = (leaving: Lot[], coming: Lot[]) => planMovements(leaving, coming, () => CARRY);

describe('straight to the next event', () => {
  test('while the crew has both spaces; to the minute, and no earlier than the second is given', () => {
    expect(plan([lot('a', 1, 100, 130, 8)], [lot('b', 3, 120, 160, 5)])).toEqual([
      { typeId: CHAIR, quantity: 5, from: 'a', to: 'b', leaves: 110, arrives: 120 },
    ]);
    expect(plan([lot('a', 1, 100, 130, 8)], [lot('b', 3, 140, 160, 5)])).toHaveLength(1);
    expect(plan([lot('a', 1, 100, 130, 8)], [lot('b', 3, 141, 160, 5)])).toEqual([]);
    expect(plan([lot('a', 1, 100, 130, 8)], [lot('b', 3, 60, 109, 5)])).toEqual([]);
    expect(plan([lot('a', 1, 100, 130, 8)], [lot('b', 3, 60, 110, 5)])).toHaveLength(1);
  });

  test('what one event needs alone is not given to another that has a choice', () => {
    const leaving = [lot('a', 1, 100, 200, 4), lot('b', 2, 100, 120, 4)];
    const coming = [lot('x', 3, 100, 125, 4), lot('y', 4, 190, 220, 4)];
    const moves = plan(leaving, coming);
    expect(moves.map(({ from, to, quantity }) => `${from}${to}${quantity}`)).toEqual(['bx4', 'ay4']);
  });
});

test('near wins between equals, and however many there are never over a carry', () => {
  // To the near space go all or none of two hundred; one of the far ones saves a carry more by staying.
  const leaving = [lot('a', 3, 100, 130, 200)];
  const coming = [lot('near', 4, 100, 140, 200), lot('stays', 3, 100, 140, 1)];
  const moves = plan(leaving, coming);
  expect(moves.find(({ to }) => to === 'stays')).toMatchObject({ quantity: 1 });
  const two = plan([lot('a', 1, 100, 130, 3)], [lot('far', 3, 100, 140, 3), lot('near', 2, 100, 140, 3)]);
  expect(two.map(({ to, quantity }) => [to, quantity])).toEqual([['near', 3]]);
});

const anyLot = (prefix: string) =>
  fc
    .array(
      fc.record({
        space: fc.integer({ min: 1, max: 4 }),
        from: fc.integer({ min: 0, max: 60 }),
        long: fc.integer({ min: 1, max: 30 }),
        quantity: fc.integer({ min: 1, max: 2 }),
      }),
      { maxLength: 3 },
    )
    .map((lots) =>
      lots.map(({ space, from, long, quantity }, index) =>
        lot(`${prefix}${index}`, space, from, from + long, quantity),
      ),
    );

/** Whether some minute works, tried one by one. */
function canMove(a: Lot, b: Lot): boolean {
  const carry = a.spaceId === b.spaceId ? 0 : CARRY;
  for (let minute = a.crewTime.start as number; minute <= a.crewTime.end; minute += 1)
    if (minute + carry >= b.crewTime.start && minute + carry <= b.crewTime.end) return true;
  return false;
}

/** The most carries saved, by giving each single thing that leaves to every single place that lacks one, or to none. */
function mostSaved(leaving: readonly Lot[], coming: readonly Lot[]): number {
  const things = leaving.flatMap((each) => Array.from({ length: each.quantity }, () => each));
  const lacking = new Map(coming.map((each) => [each.key, each.quantity]));
  const best = (index: number): number => {
    const thing = things[index];
    if (!thing) return 0;
    let most = best(index + 1);
    for (const place of coming) {
      if (!lacking.get(place.key) || !canMove(thing, place)) continue;
      lacking.set(place.key, lacking.get(place.key)! - 1);
      most = Math.max(most, savedCarries(thing, place) + best(index + 1));
      lacking.set(place.key, lacking.get(place.key)! + 1);
    }
    return most;
  };
  return best(0);
}

test('saves as many carries as trying everything, and moves nothing twice', () => {
  fc.assert(
    fc.property(anyLot('out'), anyLot('in'), (leaving, coming) => {
      const moves = plan(leaving, coming);
      const lots = new Map([...leaving, ...coming].map((each) => [each.key, each]));
      const used = new Map<string, number>();
      let saved = 0;
      for (const { from, to, quantity, leaves, arrives } of moves) {
        const [a, b] = [lots.get(from)!, lots.get(to)!];
        for (const key of [from, to]) used.set(key, (used.get(key) ?? 0) + quantity);
        saved += quantity * savedCarries(a, b);
        if (leaves < a.crewTime.start || leaves > a.crewTime.end)
          throw new Error(`${from} leaves at ${leaves}`);
        if (arrives < b.crewTime.start || arrives > b.crewTime.end)
          throw new Error(`${to} gets it at ${arrives}`);
      }
      for (const [key, quantity] of used)
        if (quantity > lots.get(key)!.quantity) throw new Error(`${key} is moved twice`);
      expect(saved).toBe(mostSaved(leaving, coming));
    }),
    { numRuns: 500 },
  );
});
