import fc from 'fast-check';
import type { EquipmentTypeId } from '../ids';
import type { Layout } from '../seating/layouts';
import { orderedDate, template, START } from '../../../tests/builders/orders';
import { ordersFor } from './orders-for';
import { edgesOf } from './template-work';
import { ANY_DATE } from './template';
import {
  MOST_BETWEEN_RESET_MIN,
  MOST_STANDING_MIN,
  turnoverOrders,
  type StandingSlot,
} from './turnover-orders';

const templates = [
  template({ id: 1, phase: 'setup', due: 'access-start', crew: 2 }),
  template({ id: 2, phase: 'strike', due: 'occupied-end', crew: 2 }),
];
const TOP_UP = 10;
const CARRY = { fetchMin: 20, returnMin: 15 };
const stand = (more: Parameters<typeof orderedDate>[0]): StandingSlot => {
  const date = orderedDate(more);
  return { date, slot: 0, orders: ordersFor(date, templates, 'Europe/London') };
};
const pair = (before: StandingSlot, after: StandingSlot) => ({
  before,
  after,
  topUpMin: TOP_UP,
  carry: () => CARRY,
});
const between = (a: Parameters<typeof orderedDate>[0], b: Parameters<typeof orderedDate>[0]) =>
  turnoverOrders(pair(stand(a), stand({ occurrence: 6, start: START + 400, ...b })), () => false);

describe('between two events in one space', () => {
  test('the same set-up is kept: looked over instead of cleared and set', () => {
    const [merged] = between({}, {});
    expect(merged!.covers).toEqual(['2:5:0:strike', '1:6:0:setup']);
    expect(merged!.order).toMatchObject({
      key: 'turnover:2:5:6:1',
      workMin: TOP_UP * 2,
      content: { turnover: { kind: 'keep', savedMin: 2 * (40 + 45) - TOP_UP * 2 }, fromMin: START + 140 },
    });
  });

  test('more people are set beside those who sit; what is needed more is brought', () => {
    const [merged] = between({ people: 24, chairs: 24 }, { people: 32, chairs: 30 });
    expect(merged!.order.workMin).toBe(TOP_UP * 2 + Math.ceil(0.25 * 90));
    expect(merged!.order.content).toMatchObject({
      people: 32,
      equipment: [{ name: 'Folding chair', quantity: 6 }],
      turnover: { kind: 'top-up', stays: [{ quantity: 24 }], takeAway: [] },
    });
  });

  test('another layout is reset, and saves only the trips for what both need', () => {
    const [merged] = between({ chairs: 20 }, { layout: 'theatre', chairs: 30, start: START + 260 });
    expect(merged!.order.content.turnover).toMatchObject({
      kind: 'reset',
      savedMin: CARRY.returnMin,
      bring: [{ quantity: 10 }],
    });
    expect(between({}, { layout: 'theatre', start: START + 260 })).toEqual([]);
  });

  test('what another team carries stays theirs, and no line of a checklist is lost', () => {
    const sound = { ...ANY_DATE, equipment: [7 as EquipmentTypeId] };
    const some = [
      template({ id: 1, checklist: ['Lids on'] }),
      template({ id: 2, phase: 'strike', due: 'occupied-end', checklist: ['Windows shut', 'Lids on'] }),
      template({ id: 3, teamId: 2, when: sound }),
      template({ id: 4, teamId: 2, phase: 'strike', due: 'occupied-end', when: sound }),
    ];
    const slot = (more: Parameters<typeof orderedDate>[0]): StandingSlot => {
      const date = orderedDate({ chairs: 12, ...more });
      return { date, slot: 0, orders: ordersFor(date, some, 'Europe/London') };
    };
    const both = pair(slot({}), slot({ occurrence: 6, start: START + 400, chairs: 20 }));
    const [merged, ...more] = turnoverOrders(both, () => false);
    expect(more).toEqual([]);
    expect(merged!.covers).toEqual(['2:5:0:strike', '1:6:0:setup']);
    expect(merged!.order.content).toMatchObject({
      equipment: [],
      checklist: ['Windows shut', 'Lids on'],
      turnover: { kind: 'keep', stays: [], takeAway: [] },
    });
  });

  test('nothing is left standing for longer than a night, and nothing that is done is merged', () => {
    const start = START + 120 + 20 + 30 + MOST_STANDING_MIN;
    expect(between({}, { start })).toHaveLength(1);
    expect(between({}, { start: start + 1 })).toEqual([]);
    const slots = pair(stand({}), stand({ occurrence: 6, start: START + 400 }));
    expect(turnoverOrders(slots, (key) => key === '2:5:0:strike')).toEqual([]);
  });
});

interface Drawn {
  readonly gap: number;
  readonly layout: Layout;
  readonly people: number;
  readonly chairs: number;
}

/** What a day costs when these gaps are gone over in one piece: told step by step, without the code it checks. */
function costOf(days: readonly StandingSlot[], joined: readonly boolean[]): number {
  let cost = 0;
  days.forEach((slot, index) => {
    const [claim] = [slot.date.claim];
    const space = claim.spaces[0]!;
    const next = days[index + 1];
    if (index === 0 || !joined[index - 1]) cost += 2 * space.setupMin;
    if (!next || !joined[index]) {
      cost += 2 * space.strikeMin;
      return;
    }
    const other = next.date.claim.spaces[0]!;
    const [has, needs] = [claim.equipment[0]?.quantity ?? 0, next.date.claim.equipment[0]?.quantity ?? 0];
    const free = edgesOf(next.date.claim, 0)['access-start'] - edgesOf(claim, 0)['exit-end'];
    const idle = edgesOf(next.date.claim, 0)['occupied-start'] - edgesOf(claim, 0)['occupied-end'];
    if (space.layout === other.layout) {
      if (free > MOST_STANDING_MIN) cost = Infinity;
      const more = Math.max(0, other.people - space.people) / other.people;
      const less = Math.max(0, space.people - other.people) / space.people;
      cost += Math.ceil(2 * TOP_UP + more * 2 * other.setupMin + less * 2 * space.strikeMin);
    } else {
      if (idle > MOST_BETWEEN_RESET_MIN) cost = Infinity;
      const trips =
        has && needs ? (has <= needs ? CARRY.returnMin : 0) + (needs <= has ? CARRY.fetchMin : 0) : 0;
      cost += 2 * space.strikeMin + 2 * other.setupMin - trips;
    }
  });
  return cost;
}

// Every way to go over or not go over each of the gaps of a small day.
test('a day costs what the best of all ways costs', () => {
  const drawn = fc.record<Drawn>({
    gap: fc.integer({ min: 135, max: 1200 }),
    layout: fc.constantFrom<Layout>('rounds', 'theatre'),
    people: fc.integer({ min: 4, max: 40 }),
    chairs: fc.constantFrom(0, 6, 10),
  });
  fc.assert(
    fc.property(fc.array(drawn, { minLength: 2, maxLength: 6 }), (day) => {
      let start: number = START;
      const slots = day.map(({ gap, ...parts }, index) => {
        start += index ? 120 + gap : 0;
        return stand({ ...parts, start, occurrence: index + 1 });
      });
      const merged = slots
        .slice(1)
        .flatMap((slot, index) => turnoverOrders(pair(slots[index]!, slot), () => false));
      const covered = new Set(merged.flatMap(({ covers }) => covers));
      const alone = slots.flatMap(({ orders }) => orders).filter(({ key }) => !covered.has(key));
      const cost = [...alone, ...merged.map(({ order }) => order)].reduce(
        (sum, each) => sum + each.workMin,
        0,
      );
      const gaps = slots.length - 1;
      const ways = Array.from({ length: 2 ** gaps }, (_, way) =>
        costOf(
          slots,
          Array.from({ length: gaps }, (__, at) => Boolean((way >> at) & 1)),
        ),
      );
      expect(cost).toBe(Math.min(...ways));
    }),
    { numRuns: 300 },
  );
});
