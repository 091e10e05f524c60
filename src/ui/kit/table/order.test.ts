import { orderAfter, sortingOf, type Column } from './order';

type Order = 'title' | 'people';
interface Line {
  readonly title: string;
}
const COLUMNS: readonly Column<Line, Order>[] = [
  { id: 'pick', head: 'Pick', isHeadHidden: true, cell: () => null },
  { id: 'name', head: 'Title', order: 'title', cell: ({ title }) => title },
  { id: 'count', head: 'People', order: 'people', isDown: true, cell: () => null },
];

test('an order is the column that stands for it, most first where that is its way; one no head stands for is none', () => {
  expect(sortingOf(COLUMNS, 'title')).toEqual([{ id: 'name', desc: false }]);
  expect(sortingOf(COLUMNS, 'people')).toEqual([{ id: 'count', desc: true }]);
  expect(sortingOf(COLUMNS.slice(0, 2), 'people')).toEqual([]);
  expect(sortingOf(COLUMNS, undefined)).toEqual([]);
});

test('a press on a head asks for its order, given or worked out from the one before', () => {
  expect(orderAfter(COLUMNS, [], [{ id: 'count', desc: true }])).toBe('people');
  expect(orderAfter(COLUMNS, [{ id: 'count', desc: true }], () => [{ id: 'name', desc: false }])).toBe(
    'title',
  );
  expect(orderAfter(COLUMNS, [], [])).toBeUndefined();
  expect(orderAfter(COLUMNS, [], [{ id: 'pick', desc: false }])).toBeUndefined();
});
