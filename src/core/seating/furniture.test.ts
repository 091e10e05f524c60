import { LAYOUTS } from './layouts';
import { furnitureFor } from './furniture';

test('sixty people are eight tables of eight or six of ten', () => {
  expect(furnitureFor('rounds', 60, 0)).toEqual({ chairs: 60, tables: 8 });
  expect(furnitureFor('rounds', 60, 0, 10)).toEqual({ chairs: 60, tables: 6 });
});

test('a wheelchair takes a place and no chair; who stands needs neither', () => {
  expect(furnitureFor('rounds', 17, 2)).toEqual({ chairs: 15, tables: 3 });
  expect(furnitureFor('standing', 80, 1)).toEqual({ chairs: 0, tables: 0 });
  expect(furnitureFor('theatre', 31, 1)).toEqual({ chairs: 30, tables: 0 });
});

test.each(LAYOUTS)('%s: one more person never needs less', (layout) => {
  for (let people = 1; people < 80; people += 1) {
    const [now, more] = [furnitureFor(layout, people, 0), furnitureFor(layout, people + 1, 0)];
    if (more.chairs < now.chairs || more.tables < now.tables) throw new Error(`${layout} at ${people}`);
  }
  expect(furnitureFor(layout, 1, 1).chairs).toBe(0);
});
