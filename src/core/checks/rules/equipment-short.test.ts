import fc from 'fast-check';
import type { ClaimId, EquipmentTypeId } from '../../ids';
import { epochMinute } from '../../time/epoch-minute';
import type { EquipmentFacts } from '../world';
import { levels } from '../../equipment/peak-use';
import { checkDates } from '../check';
import { DAY, rules, span, wanted, world } from '@tests/builders/world';

const chairs = (stock: EquipmentFacts['stock'], fetchMin = 10, returnMin = 20): EquipmentFacts => ({
  id: 7 as EquipmentTypeId,
  fetchMin,
  returnMin,
  stock,
});
const owned = (delta: number) => [{ from: epochMinute(0), to: null, delta }];
const usage = (from: number, to: number, quantity: number) => ({
  typeId: 7 as EquipmentTypeId,
  span: span(from, to),
  quantity,
  claimId: 98 as ClaimId,
});

describe('equipment short', () => {
  test('just enough is enough, one more is one short', () => {
    const ask = (quantity: number) =>
      checkDates(
        [wanted('a', { from: 100, to: 160, equipment: [[7, quantity]] })],
        world({ equipment: [chairs(owned(40))], uses: [usage(0, 100, 15)] }),
      );
    expect(ask(25)).toEqual([]);
    expect(ask(26)[0]!.facts).toMatchObject({
      rule: 'equipment-short',
      asked: 26,
      short: 1,
      during: span(90, 100),
    });
  });

  test('what is back when the fetch begins serves again', () => {
    const ask = (back: number) =>
      checkDates(
        [wanted('a', { from: 100, to: 160, equipment: [[7, 40]] })],
        world({ equipment: [chairs(owned(40))], uses: [usage(0, back, 1)] }),
      );
    expect(ask(90)).toEqual([]);
    expect(ask(91)).toHaveLength(1);
  });

  test('dates of one request share the stock', () => {
    const two = (second: number) => [
      wanted('a', { from: 100, to: 160, equipment: [[7, 25]] }),
      wanted('b', { from: second, to: second + 60, spaces: [3], equipment: [[7, 25]] }),
    ];
    expect(checkDates(two(190), world({ equipment: [chairs(owned(40))] }))).toEqual([]);
    expect(rules(checkDates(two(189), world({ equipment: [chairs(owned(40))] })))).toEqual([
      'equipment-short',
      'equipment-short',
    ]);
  });

  // Reference: what is left in every minute of each date, counted one by one.
  test('who is short, and by how many, agrees with counting every minute', () => {
    const anyUse = fc.record({
      from: fc.integer({ min: 0, max: 300 }),
      length: fc.integer({ min: 1, max: 90 }),
      quantity: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(
        fc.array(anyUse, { maxLength: 10 }),
        fc.array(anyUse, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 5, max: 25 }),
        (lent, asks, stock) => {
          const dates = asks.map((each, n) =>
            wanted(`d${n}`, {
              from: each.from,
              to: each.from + each.length,
              spaces: [],
              equipment: [[7, each.quantity]],
            }),
          );
          const snapshot = world({
            equipment: [chairs(owned(stock))],
            uses: lent.map((each) => usage(each.from, each.from + each.length, each.quantity)),
          });
          const found = Object.fromEntries(
            checkDates(dates, snapshot).map(({ key, facts }) => [
              key,
              facts.rule === 'equipment-short' ? facts.short : null,
            ]),
          );
          // Fetched 10 minutes before, back 20 minutes after.
          const inUse = (minute: number) =>
            lent
              .filter(({ from, length }) => from <= minute && minute < from + length)
              .reduce((sum, { quantity }) => sum + quantity, 0) +
            asks
              .filter(({ from, length }) => from - 10 <= minute && minute < from + length + 20)
              .reduce((sum, { quantity }) => sum + quantity, 0);
          const counted: Record<string, number> = {};
          asks.forEach(({ from, length }, n) => {
            for (let minute = from - 10; minute < from + length + 20; minute += 1) {
              const short = inUse(minute) - stock;
              if (short > 0) counted[`d${n}`] = Math.max(counted[`d${n}`] ?? 0, short);
            }
          });
          expect(found).toEqual(counted);
        },
      ),
      { numRuns: 80 },
    );
  });

  // Reference: stock less use, minute by minute.
  test('levels agree with counting every minute', () => {
    const line = fc.record({
      from: fc.integer({ min: 0, max: 100 }),
      length: fc.option(fc.integer({ min: 1, max: 60 })),
      delta: fc.integer({ min: -5, max: 20 }),
    });
    const anyUse = fc.record({
      from: fc.integer({ min: 0, max: 100 }),
      length: fc.integer({ min: 1, max: 60 }),
      quantity: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 5 }), fc.array(anyUse, { maxLength: 8 }), (lines, uses) => {
        const window = span(20, 90);
        const found = levels(
          window,
          uses.map((each) => ({ span: span(each.from, each.from + each.length), quantity: each.quantity })),
          lines.map((each) => ({
            from: epochMinute(DAY + each.from),
            to: each.length === null ? null : epochMinute(DAY + each.from + each.length),
            delta: each.delta,
          })),
        );
        const byMinute: number[] = [];
        for (let minute = 20; minute < 90; minute += 1) {
          const inside = (each: { from: number; length: number | null }) =>
            each.from <= minute && (each.length === null || minute < each.from + each.length);
          const stock = lines.filter(inside).reduce((sum, each) => sum + each.delta, 0);
          byMinute.push(stock - uses.filter(inside).reduce((sum, each) => sum + each.quantity, 0));
        }
        expect(
          found.flatMap((level) =>
            Array.from({ length: level.span.end - level.span.start }, () => level.left),
          ),
        ).toEqual(byMinute);
      }),
    );
  });
});
