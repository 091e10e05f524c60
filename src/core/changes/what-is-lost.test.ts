import fc from 'fast-check';
import type { EpochMinute } from '../time/epoch-minute';
import { byLoss, firstLoss, nearness, NEARNESS, type DeskPlace } from './what-is-lost';

const at = (minutes: number) => minutes as EpochMinute;
const DAY = 1440;
const NOW = at(100 * DAY);

test('the first loss is the earliest of beginning, notice for crews and a hold that ends', () => {
  const dates = [
    { occupiedFrom: at(NOW + 9 * DAY), noticeMin: 0, heldUntil: null },
    { occupiedFrom: at(NOW + 10 * DAY), noticeMin: 5 * DAY, heldUntil: null },
    { occupiedFrom: at(NOW + 12 * DAY), noticeMin: 0, heldUntil: at(NOW + 6 * DAY) },
  ];
  expect(firstLoss(dates)).toEqual({ kind: 'crews', at: NOW + 5 * DAY });
  expect(firstLoss(dates.slice(0, 1))).toEqual({ kind: 'begins', at: NOW + 9 * DAY });
  expect(firstLoss([dates[0]!, dates[2]!])).toEqual({ kind: 'hold', at: NOW + 6 * DAY });
  expect(firstLoss([])).toBeNull();
});

test('nearness goes by steps of whole days that grow', () => {
  const steps = [-1, 0, 1, DAY - 1, DAY, 4 * DAY - 1, 4 * DAY, 8 * DAY, 15 * DAY, 31 * DAY - 1, 31 * DAY];
  expect(steps.map((minutes) => nearness(at(NOW + minutes), NOW))).toEqual([
    'over',
    'over',
    'a-day',
    'a-day',
    'three-days',
    'three-days',
    'a-week',
    'a-fortnight',
    'a-month',
    'a-month',
    'later',
  ]);
});

const place = (loss: number, more: Partial<DeskPlace> = {}): DeskPlace => ({
  loss: at(NOW + loss),
  rivals: 0,
  askedAt: at(NOW - DAY),
  isAnswerAwaited: false,
  ...more,
});

test('within a day a place that others want comes first, then who has waited longest; an awaited answer last', () => {
  const plain = place(DAY + 10);
  const wanted = place(DAY + 900, { rivals: 2 });
  const old = place(DAY + 600, { askedAt: at(NOW - 9 * DAY) });
  const asked = place(DAY + 1, { isAnswerAwaited: true, rivals: 5 });
  const sooner = place(20);
  const over = place(-20);
  expect([asked, plain, old, wanted, sooner, over].sort(byLoss(NOW))).toEqual([
    over,
    sooner,
    wanted,
    old,
    plain,
    asked,
  ]);
});

const step = ({ loss }: DeskPlace) => NEARNESS.indexOf(nearness(loss, NOW));

test('it is an order: whatever the list, sorting it twice or backwards gives the same', () => {
  const some = fc.record({
    loss: fc.integer({ min: -3 * DAY, max: 60 * DAY }).map((m) => at(NOW + m)),
    rivals: fc.integer({ min: 0, max: 3 }),
    askedAt: fc.integer({ min: 0, max: 99 * DAY }).map(at),
    isAnswerAwaited: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(some, { maxLength: 12 }), (places) => {
      const order = byLoss(NOW);
      const sorted = [...places].sort(order);
      expect(
        [...places]
          .reverse()
          .sort(order)
          .map((p) => JSON.stringify(p)),
      ).toEqual(sorted.map((p) => JSON.stringify(p)));
      for (let i = 1; i < sorted.length; i += 1)
        expect(step(sorted[i - 1]!)).toBeLessThanOrEqual(step(sorted[i]!));
    }),
  );
});
