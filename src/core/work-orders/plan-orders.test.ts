import fc from 'fast-check';
import type { OccurrenceId, PersonId } from '../ids';
import { orderedDate, recipe, START } from '../../../tests/builders/orders';
import { addMinutes } from '../time/epoch-minute';
import { ordersFor, type WantedOrder } from './orders-for';
import { counterKey, planOrders, undoneWork, type OrderState, type StoredOrder } from './plan-orders';

const recipes = [
  recipe({ id: 1, phase: 'setup', title: 'Set the room', due: 'access-start' }),
  recipe({ id: 2, phase: 'strike', title: 'Clear the room', due: 'occupied-end' }),
];
const of = (more: Parameters<typeof orderedDate>[0] = {}) =>
  ordersFor(orderedDate(more), recipes, 'Europe/London');
const stored = (orders: readonly WantedOrder[], more: Partial<StoredOrder> = {}): StoredOrder[] =>
  orders.map(({ key, origin, phase, content }) => ({
    key,
    origin,
    phase,
    content,
    state: 'open',
    version: 1,
    isIssued: true,
    ...more,
  }));
const keysOf = (orders: readonly { readonly key: string }[]) => orders.map(({ key }) => key);

describe('bringing stored orders in line', () => {
  const wanted = of();
  const nothing = { add: [], replace: [], revise: [], withdraw: [] };

  test('first all are added, then nothing, however often it runs', () => {
    expect(planOrders(wanted, []).add).toHaveLength(2);
    expect(planOrders(wanted, stored(wanted))).toEqual(nothing);
    expect(planOrders(wanted, stored(wanted, { state: 'done' }))).toEqual(nothing);
    expect(planOrders(wanted, JSON.parse(JSON.stringify(stored(wanted))))).toEqual(nothing);
  });

  test('other content is a new version once issued, and replaced without a word before', () => {
    const more = of({ people: 26 });
    expect(keysOf(planOrders(more, stored(wanted)).revise)).toEqual(['1:5:0:setup', '2:5:0:strike']);
    const early = planOrders(more, stored(wanted, { isIssued: false }));
    expect(early.revise).toEqual([]);
    expect(keysOf(early.replace)).toEqual(['1:5:0:setup', '2:5:0:strike']);
  });

  test('what nothing asks for is withdrawn unless done; what is asked for again comes back', () => {
    expect(planOrders([], stored(wanted)).withdraw).toHaveLength(2);
    expect(planOrders([], stored(wanted, { state: 'done' })).withdraw).toEqual([]);
    expect(planOrders(wanted, stored(wanted, { state: 'withdrawn' })).revise).toHaveLength(2);
  });
});

describe('work that was done for nothing', () => {
  const wanted = of();
  const done = stored(wanted, { state: 'done' });

  test('a room that was set is to be taken back when its date is gone or is elsewhere; clearing is not', () => {
    expect(keysOf(undoneWork([], done))).toEqual(['1:5:0:setup']);
    expect(keysOf(undoneWork(of({ place: 'Council Room' }), done))).toEqual(['1:5:0:setup']);
    expect(undoneWork(of({ people: 40 }), done)).toEqual([]);
    expect(undoneWork([], stored(wanted))).toEqual([]);
  });

  test('once it is taken back, wanting it again is work to do again; before that it is not', () => {
    const counter = (state: OrderState): StoredOrder => ({
      ...done[0]!,
      key: counterKey('1:5:0:setup', 1),
      origin: 'counter',
      phase: 'strike',
      state,
    });
    expect(planOrders(wanted, [...done, counter('open')])).toMatchObject({
      revise: [],
      withdraw: [counterKey('1:5:0:setup', 1)],
    });
    expect(keysOf(planOrders(wanted, [...done, counter('done')]).revise)).toEqual(['1:5:0:setup']);
  });
});

// Which of the orders is there with which people, is issued, is done: applied by the obvious rule, then planned again.
test('a plan that is carried out leaves nothing to plan, and never two orders of one key', () => {
  const state = fc.record({
    people: fc.integer({ min: 1, max: 4 }),
    has: fc.boolean(),
    isIssued: fc.boolean(),
    state: fc.constantFrom<OrderState>('open', 'done', 'withdrawn'),
  });
  fc.assert(
    fc.property(state, fc.integer({ min: 0, max: 4 }), (before, now) => {
      const old = before.has ? stored(of({ people: before.people }), before) : [];
      const wanted = now === 0 ? [] : of({ people: now });
      const plan = planOrders(wanted, old);
      const changed = new Map(
        [...plan.add, ...plan.replace, ...plan.revise].map((order) => [order.key, stored([order])[0]!]),
      );
      const after = [
        ...old
          .filter(({ key }) => !changed.has(key))
          .map((each) =>
            plan.withdraw.includes(each.key) ? { ...each, state: 'withdrawn' as const } : each,
          ),
        ...changed.values(),
      ];
      if (new Set(keysOf(after)).size !== after.length) throw new Error('two of one key');
      expect(planOrders(wanted, after)).toEqual({ add: [], replace: [], revise: [], withdraw: [] });
      const open = after.filter((each) => each.state === 'open').map(({ key }) => key);
      for (const key of open) if (!wanted.some((each) => each.key === key)) throw new Error(`${key} is open`);
    }),
  );
});

test('a person named by the recipe gets the order; ids of dates keep apart', () => {
  const mine = [recipe({ id: 9, personId: 3 as PersonId })];
  const two = [5, 6].flatMap((id) =>
    ordersFor({ ...orderedDate(), occurrenceId: id as OccurrenceId }, mine, 'Europe/London'),
  );
  expect(keysOf(two)).toEqual(['9:5:0:setup', '9:6:0:setup']);
  expect(two[0]!.personId).toBe(3);
  expect(two[0]!.content.fromMin).toBe(addMinutes(START, -75));
});
