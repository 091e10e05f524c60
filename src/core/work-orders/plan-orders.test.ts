import fc from 'fast-check';
import type { OccurrenceId, PersonId } from '../ids';
import { orderedDate, template, START } from '../../../tests/builders/orders';
import { addMinutes, epochMinute, type EpochMinute } from '../time/epoch-minute';
import { ordersFor, type WantedOrder } from './orders-for';
import { planOrders, type OrderState, type StoredOrder } from './plan-orders';

const templates = [
  template({ id: 1, phase: 'setup', title: 'Set the room', due: 'access-start' }),
  template({ id: 2, phase: 'strike', title: 'Clear the room', due: 'occupied-end' }),
];
const of = (more: Parameters<typeof orderedDate>[0] = {}) =>
  ordersFor(orderedDate(more), templates, 'Europe/London');
const stored = (orders: readonly WantedOrder[], more: Partial<StoredOrder> = {}): StoredOrder[] =>
  orders.map(({ key, origin, phase, content }) => ({
    key,
    origin,
    phase,
    content,
    state: 'open',
    doneMin: null,
    isIssued: true,
    ...more,
  }));
const keysOf = (orders: readonly { readonly key: string }[]) => orders.map(({ key }) => key);

const NOTHING = { add: [], replace: [], revise: [], withdraw: [], takeBack: [] };

describe('bringing stored orders in line', () => {
  const wanted = of();

  test('first all are added, then nothing, however often it runs', () => {
    expect(planOrders(wanted, []).add).toHaveLength(2);
    expect(planOrders(wanted, stored(wanted))).toEqual(NOTHING);
    expect(planOrders(wanted, stored(wanted, { state: 'done', doneMin: START }))).toEqual(NOTHING);
    expect(planOrders(wanted, JSON.parse(JSON.stringify(stored(wanted))))).toEqual(NOTHING);
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
  const at = (minute: number) => epochMinute(START + minute);
  const done = stored(wanted, { state: 'done', doneMin: at(0) });
  const counter = (state: OrderState, doneMin: EpochMinute | null = null): StoredOrder => ({
    ...done[0]!,
    key: 'counter:1:5:0:setup:1',
    origin: 'counter',
    phase: 'strike',
    state,
    doneMin,
  });
  const takenBack = (...args: Parameters<typeof planOrders>) => keysOf(planOrders(...args).takeBack);

  test('a room that was set is to be taken back when its date is gone or is elsewhere; clearing is not', () => {
    expect(takenBack([], done)).toEqual(['counter:1:5:0:setup:1']);
    expect(takenBack(of({ place: 'Council Room' }), done)).toEqual(['counter:1:5:0:setup:1']);
    expect(takenBack(of({ people: 40 }), done)).toEqual([]);
    expect(takenBack([], stored(wanted))).toEqual([]);
  });

  test('it is asked for once, and stands while the room is not wanted as it stands', () => {
    const before = [...done, counter('open')];
    expect(planOrders([], before)).toMatchObject({ takeBack: [], withdraw: [] });
    // Moved: the order is open again elsewhere, and what was set still has to go.
    const elsewhere = of({ place: 'Council Room' });
    const moved = [...stored(elsewhere), counter('open')];
    expect(planOrders(elsewhere, moved)).toMatchObject({ takeBack: [], withdraw: [], revise: [] });
    expect(planOrders(wanted, moved).withdraw).toEqual(['counter:1:5:0:setup:1']);
  });

  test('once it is taken back, wanting it again is work to do again, and to take back again', () => {
    const back = [...done, counter('done', at(30))];
    expect(takenBack([], back)).toEqual([]);
    expect(keysOf(planOrders(wanted, back).revise)).toEqual(['1:5:0:setup']);
    const again = [...stored(wanted, { state: 'done', doneMin: at(60) }), counter('done', at(30))];
    expect(planOrders(wanted, again).revise).toEqual([]);
    expect(takenBack([], again)).toEqual(['counter:1:5:0:setup:2']);
    expect(takenBack([], [...done, counter('withdrawn')])).toEqual(['counter:1:5:0:setup:1']);
  });
});

/** Carries a plan out by the obvious rule. */
function carriedOut(wanted: readonly WantedOrder[], old: readonly StoredOrder[]): StoredOrder[] {
  const plan = planOrders(wanted, old);
  const changed = new Map<string, StoredOrder>();
  for (const order of [...plan.add, ...plan.replace, ...plan.revise]) {
    const before = old.find(({ key }) => key === order.key);
    changed.set(order.key, stored([order], { isIssued: before?.isIssued ?? true })[0]!);
  }
  for (const { key, done } of plan.takeBack)
    changed.set(key, { ...done, key, origin: 'counter', phase: 'strike', state: 'open', doneMin: null });
  const kept = old
    .filter(({ key }) => !changed.has(key))
    .map((each) => (plan.withdraw.includes(each.key) ? { ...each, state: 'withdrawn' as const } : each));
  return [...kept, ...changed.values()];
}

// A date comes, changes, moves and goes in any order, and the crew works in between.
test('a plan that is carried out leaves nothing to plan, and no room stands set for nothing', () => {
  const step = fc.oneof(
    fc.record({ people: fc.integer({ min: 1, max: 3 }), place: fc.constantFrom('Barn', 'Loft') }),
    fc.constant('gone' as const),
    fc.record({ does: fc.nat({ max: 5 }) }),
  );
  fc.assert(
    fc.property(fc.array(step, { minLength: 2, maxLength: 12 }), fc.boolean(), (steps, isIssued) => {
      let orders: StoredOrder[] = [];
      let wanted: WantedOrder[] = [];
      steps.forEach((each, minute) => {
        if (typeof each === 'object' && 'does' in each) {
          const open = orders.filter(({ state }) => state === 'open');
          const one = open[each.does % Math.max(1, open.length)];
          orders = orders.map((order) =>
            order === one
              ? { ...order, isIssued: true, state: 'done', doneMin: epochMinute(START + minute) }
              : order,
          );
          return;
        }
        wanted = each === 'gone' ? [] : of(each);
        orders = carriedOut(wanted, orders).map((order) => ({
          ...order,
          isIssued: order.isIssued && isIssued,
        }));
        expect(planOrders(wanted, orders)).toEqual(NOTHING);
        if (new Set(keysOf(orders)).size !== orders.length) throw new Error('two of one key');
        const places = new Set(wanted.map(({ content }) => content.place));
        for (const order of orders) {
          const isCounter = order.origin === 'counter';
          if (order.state === 'open' && !isCounter && !wanted.some(({ key }) => key === order.key))
            throw new Error(`${order.key} is open`);
          if (order.state === 'open' && isCounter && places.has(order.content.place))
            throw new Error(`${order.key} takes back what is wanted`);
        }
      });
    }),
    { numRuns: 400 },
  );
});

test('a person named by the recipe gets the order; ids of dates keep apart', () => {
  const mine = [template({ id: 9, personId: 3 as PersonId })];
  const two = [5, 6].flatMap((id) =>
    ordersFor({ ...orderedDate(), occurrenceId: id as OccurrenceId }, mine, 'Europe/London'),
  );
  expect(keysOf(two)).toEqual(['9:5:0:setup', '9:6:0:setup']);
  expect(two[0]!.personId).toBe(3);
  expect(two[0]!.content.fromMin).toBe(addMinutes(START, -75));
});
