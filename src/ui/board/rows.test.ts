import fc from 'fast-check';
import { rowAt } from './rows';

// Reference: rows looked at one after the other.
test('the row at a height is the last that begins at or above it', () => {
  const heights = fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 40 });
  fc.assert(
    fc.property(heights, fc.integer({ min: -20, max: 4000 }), (drawn, y) => {
      const offsets = [0];
      for (const height of drawn) offsets.push(offsets[offsets.length - 1]! + height);
      let expected = 0;
      drawn.forEach((_, index) => {
        if (offsets[index]! <= y) expected = index;
      });
      expect(rowAt(offsets, y)).toBe(expected);
    }),
  );
});
