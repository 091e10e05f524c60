import { Temporal } from 'temporal-polyfill';
import fc from 'fast-check';
import { addDays, localDate, type LocalDate } from './local-time';
import { addMonths, daysInMonth, startOfMonth, startOfWeek, weekNumber, weeksOfMonth } from './weeks';

const dates = fc
  .integer({ min: 0, max: 130 * 365 })
  .map((days): LocalDate => addDays(localDate('1970-01-01'), days));
const weekStarts = fc.integer({ min: 1, max: 7 });
const plain = (date: LocalDate) => Temporal.PlainDate.from(date);

// Reference: Temporal, through temporal-polyfill.
test('weeks and months agree with Temporal', () => {
  fc.assert(
    fc.property(dates, fc.integer({ min: -30, max: 30 }), (date, months) => {
      expect(weekNumber(date, 1)).toBe(plain(date).weekOfYear);
      expect(daysInMonth(date)).toBe(plain(date).daysInMonth);
      expect(startOfMonth(date)).toBe(plain(date).with({ day: 1 }).toString());
      if (addDays(date, months * 31) > localDate('1971-01-01'))
        expect(addMonths(date, months)).toBe(plain(date).add({ months }).toString());
    }),
  );
});

test('a week begins on its day, at most six days back', () => {
  fc.assert(
    fc.property(dates, weekStarts, (date, weekStart) => {
      const start = startOfWeek(date, weekStart);
      expect(plain(start).dayOfWeek).toBe(weekStart);
      expect(plain(start).until(plain(date)).days).toBeGreaterThanOrEqual(0);
      expect(plain(start).until(plain(date)).days).toBeLessThan(7);
    }),
  );
});

test('the weeks of a month hold its first and last day and no week without one', () => {
  fc.assert(
    fc.property(dates, weekStarts, (date, weekStart) => {
      const weeks = weeksOfMonth(date, weekStart);
      const first = startOfMonth(date);
      const last = addDays(first, daysInMonth(date) - 1);
      expect(weeks[0]! <= first && first < addDays(weeks[0]!, 7)).toBe(true);
      const lastWeek = weeks.at(-1)!;
      expect(lastWeek <= last && last < addDays(lastWeek, 7)).toBe(true);
      weeks.forEach((week, index) => expect(week).toBe(addDays(weeks[0]!, index * 7)));
    }),
  );
});
