import type { EquipmentTypeId, OccurrenceId, SpaceId } from '../ids';
import { epochMinute, interval } from '../time/epoch-minute';
import { ordersFor, planOrders, type OrderedDate, type Recipe } from './plan-orders';

const START = epochMinute(30_000_000);
const recipes: Recipe[] = [
  { id: 1, phase: 'setup', title: 'Set the room', teamId: 1, due: 'access-start', dueOffsetMin: 0 },
  { id: 2, phase: 'strike', title: 'Clear the room', teamId: 1, due: 'occupied-end', dueOffsetMin: 0 },
];
const date = (
  more: { people?: number; setupMin?: number; strikeMin?: number; chairs?: number; notes?: string } = {},
): OrderedDate => ({
  occurrenceId: 5 as OccurrenceId,
  reference: 'QK7-3MW',
  eventTitle: 'Grafting night',
  notes: more.notes ?? '',
  claim: {
    event: interval(START, epochMinute(START + 120)),
    accessMin: 30,
    exitMin: 20,
    spaces: [
      {
        spaceId: 2 as SpaceId,
        layout: 'rounds',
        people: more.people ?? 24,
        setupMin: more.setupMin ?? 45,
        strikeMin: more.strikeMin ?? 40,
      },
    ],
    equipment: more.chairs ? [{ typeId: 7 as EquipmentTypeId, quantity: more.chairs, spaceIndex: 0 }] : [],
  },
  spaces: [{ place: 'Potting Studio', building: 'Walled Garden' }],
  equipment: more.chairs ? [{ name: 'Folding chair', store: 'Cart Shed' }] : [],
});

describe('orders of an approved date', () => {
  test('setup is due when access begins, strike when the space is given up', () => {
    const [setup, strike] = ordersFor(date(), recipes);
    expect(setup).toMatchObject({
      key: '1:5:0:setup',
      content: { fromMin: START - 75, dueMin: START - 30, layout: 'rounds', people: 24 },
    });
    expect(strike).toMatchObject({
      key: '2:5:0:strike',
      content: { fromMin: START + 140, dueMin: START + 180 },
    });
  });

  test('no crew minutes, nothing to carry and no word from the host is no work', () => {
    expect(ordersFor(date({ setupMin: 0, strikeMin: 0 }), recipes)).toEqual([]);
    expect(
      ordersFor(date({ setupMin: 0, strikeMin: 0, notes: 'Leave the door on the latch' }), recipes),
    ).toHaveLength(1);
    const carried = ordersFor(date({ setupMin: 0, strikeMin: 0, chairs: 30 }), recipes);
    expect(carried.map(({ content }) => content.equipment)).toEqual([
      [{ name: 'Folding chair', store: 'Cart Shed', quantity: 30 }],
      [{ name: 'Folding chair', store: 'Cart Shed', quantity: 30 }],
    ]);
  });
});

describe('bringing stored orders in line', () => {
  const wanted = ordersFor(date(), recipes);
  const stored = (state: 'open' | 'done' | 'withdrawn') =>
    wanted.map(({ key, content }) => ({ key, state, content }));

  test('first all are added, then nothing, however often it runs', () => {
    expect(planOrders(wanted, []).add).toHaveLength(2);
    expect(planOrders(wanted, stored('open'))).toEqual({ add: [], revise: [], withdraw: [] });
    expect(planOrders(wanted, stored('done'))).toEqual({ add: [], revise: [], withdraw: [] });
  });

  test('other content is a revision; JSON read back is the same content', () => {
    const more = ordersFor(date({ people: 26 }), recipes);
    expect(planOrders(more, stored('open')).revise.map(({ key }) => key)).toEqual([
      '1:5:0:setup',
      '2:5:0:strike',
    ]);
    expect(planOrders(wanted, JSON.parse(JSON.stringify(stored('open')))).revise).toEqual([]);
  });

  test('what nothing asks for is withdrawn unless done; what is asked for again comes back', () => {
    expect(planOrders([], stored('open')).withdraw).toHaveLength(2);
    expect(planOrders([], stored('done')).withdraw).toEqual([]);
    expect(planOrders(wanted, stored('withdrawn')).revise).toHaveLength(2);
  });
});
