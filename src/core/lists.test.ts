import fc from 'fast-check';
import { at, groupBy, isFilled, loaded, pairs } from './lists';

test('groups hold every item once, in order, and none is empty', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 5 })), (items) => {
      const groups = groupBy(items.entries(), ([, value]) => value);
      expect([...groups.keys()]).toEqual([...new Set(items)]);
      for (const [key, group] of groups) {
        expect(group.length).toBeGreaterThan(0);
        expect(group.map(([index]) => index)).toEqual(
          items.flatMap((value, index) => (value === key ? [index] : [])),
        );
      }
    }),
  );
});

test('pairs are of lists that are as long as one another', () => {
  expect(pairs([1, 2], ['a', 'b'])).toEqual([
    [1, 'a'],
    [2, 'b'],
  ]);
  expect(() => pairs([1], [])).toThrow(RangeError);
});

test('what was not loaded is named', () => {
  const spaceOf = loaded<number, string | undefined>('space', [
    [1, 'barn'],
    [2, undefined],
  ]);
  expect(spaceOf(1)).toBe('barn');
  expect(spaceOf(2)).toBeUndefined();
  expect(() => spaceOf(3)).toThrow('space 3 was not loaded');
});

test('a place beyond the end of a list is an error', () => {
  expect(at(['a'], 0)).toBe('a');
  expect(() => at(['a'], 1)).toThrow(RangeError);
  expect(() => at(['a'], -1)).toThrow(RangeError);
  expect(isFilled([])).toBe(false);
  expect(isFilled([undefined])).toBe(true);
});
