import fc from 'fast-check';
import { epochMinute } from '../time/epoch-minute';
import { remaining, type Amount } from './remaining';

const amount = fc
  .tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 6 }))
  .map(([start, length, quantity]): Amount => ({
    span: { start: epochMinute(start), end: epochMinute(start + length) },
    quantity,
  }));
const at = (amounts: readonly Amount[], minute: number) =>
  amounts.filter(({ span }) => span.start <= minute && span.end > minute).map(({ quantity }) => quantity);

// Reference: every minute counted one by one.
test('property: with what is taken already, each minute has the larger of the two, and no minute twice', () => {
  fc.assert(
    fc.property(amount, fc.array(amount, { maxLength: 5 }), (use, taken) => {
      const left = remaining(use, taken);
      for (let minute = 0; minute < 61; minute += 1) {
        const wanted = Math.max(0, ...at([use], minute));
        const there = Math.max(0, ...at(taken, minute));
        expect(at(left, minute)).toEqual(wanted > there ? [wanted - there] : []);
      }
      for (const [index, { span, quantity }] of left.slice(1).entries()) {
        const before = left[index]!;
        expect(
          span.start > before.span.end || (span.start === before.span.end && quantity !== before.quantity),
        ).toBe(true);
      }
    }),
  );
});
