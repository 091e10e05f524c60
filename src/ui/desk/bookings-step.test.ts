import type { BookingLine } from '@/contracts/decisions/bookings';
import { itemsOfLines, moveStep } from './bookings-step';

const line = (occurrence: number, reference: string, spaceIds: readonly number[] = [3]) =>
  ({ occurrence, reference, version: 2, spaceIds }) as unknown as BookingLine;
const STAY = { days: '', startsAt: '', space: '' };

test('dates of one request go into one item', () => {
  expect(itemsOfLines([line(1, 'AAA'), line(7, 'BBB'), line(2, 'AAA')])).toEqual([
    { reference: 'AAA', version: 2, occurrences: [1, 2] },
    { reference: 'BBB', version: 2, occurrences: [7] },
  ]);
});

test('days, a time and a space, each alone or together', () => {
  const one = [line(1, 'AAA', [3, 4])];
  const patch = (fields: Partial<typeof STAY>) => {
    const step = moveStep({ ...STAY, ...fields }, one, 'why');
    return step && 'each' in step ? step.each?.[0]?.patch : null;
  };
  expect(patch({ days: '-2' })).toEqual({ shiftMin: -2880 });
  expect(patch({ startsAt: '18:15' })).toEqual({ startsAt: '18:15' });
  expect(patch({ space: '9' })).toEqual({ spaces: [{ from: 3, to: 9 }] });
  expect(patch({ days: '7', space: '9' })).toEqual({ shiftMin: 10_080, spaces: [{ from: 3, to: 9 }] });
  // It is there already, and nothing else is said.
  expect(patch({ space: '4' })).toBeNull();
  expect(patch({})).toBeNull();
  expect(patch({ days: '1.3' })).toBeNull();
});
