import fc from 'fast-check';
import type { EquipmentTypeId, SpaceId } from '../ids';
import { epochMinute } from '../time/epoch-minute';
import { pickList, type PickedItem } from './pick-list';

const thing = (more: Partial<PickedItem>): PickedItem => ({
  orderId: 1,
  typeId: 7 as EquipmentTypeId,
  name: 'Folding chair',
  store: 'Cart Shed',
  quantity: 20,
  spaceId: 1 as SpaceId,
  building: 'Hall',
  way: 'out',
  fromMin: epochMinute(100),
  dueMin: epochMinute(130),
  ...more,
});
const CARRY = () => 10;

test('what goes straight to the next event is taken off both lines, and what is no stock is never moved so', () => {
  const { lines, movements } = pickList(
    [
      thing({ orderId: 1, way: 'back', spaceId: 1 as SpaceId }),
      thing({
        orderId: 2,
        way: 'out',
        spaceId: 2 as SpaceId,
        quantity: 12,
        fromMin: epochMinute(110),
        dueMin: epochMinute(150),
      }),
      thing({ orderId: 2, way: 'out', typeId: null, name: 'Cup', quantity: 40 }),
      thing({ orderId: 3, way: 'back', typeId: null, name: 'Cup', quantity: 40 }),
    ],
    CARRY,
  );
  expect(movements).toMatchObject([{ quantity: 12, leaves: 100, arrives: 110 }]);
  expect(lines.map(({ orderId, name, movedDirectly }) => [orderId, name, movedDirectly])).toEqual([
    [3, 'Cup', 0],
    [1, 'Folding chair', 12],
    [2, 'Cup', 0],
    [2, 'Folding chair', 12],
  ]);
});

// Counting things one by one: what goes out of a store and comes back is what the orders say, but for what passes it.
test('nothing is lost: what is carried and what is moved add up to what the orders say', () => {
  const any = fc.record({
    orderId: fc.integer({ min: 1, max: 9 }),
    way: fc.constantFrom('out' as const, 'back' as const),
    quantity: fc.integer({ min: 1, max: 9 }),
    spaceId: fc.integer({ min: 1, max: 3 }).map((id) => id as SpaceId),
    from: fc.integer({ min: 0, max: 100 }),
  });
  fc.assert(
    fc.property(
      fc.uniqueArray(any, { maxLength: 8, selector: ({ orderId, way }) => `${orderId} ${way}` }),
      (some) => {
        const things = some.map(({ from, ...each }) =>
          thing({ ...each, fromMin: epochMinute(from), dueMin: epochMinute(from + 20) }),
        );
        const { lines, movements } = pickList(things, CARRY);
        const moved = movements.reduce((sum, { quantity }) => sum + quantity, 0);
        for (const way of ['out', 'back'] as const) {
          const own = lines.filter((line) => line.way === way);
          const direct = own.reduce((sum, line) => sum + line.movedDirectly, 0);
          if (direct !== moved) throw new Error(`${way}: ${direct} of ${moved}`);
          for (const line of own)
            if (line.movedDirectly > line.quantity!) throw new Error(`${line.orderId} moves too many`);
        }
      },
    ),
  );
});
