import { localDate } from '@/core/time/local-time';
import { readTypedDate } from './typed-date';

// 13 April 2027 is a Tuesday. Expected days read off a calendar by hand.
const TODAY = localDate('2027-04-13');

test.each([
  ['2027-05-12', '2027-05-12'],
  ['wed', '2027-04-14'],
  ['monday', '2027-04-19'],
  ['12 may', '2027-05-12'],
  ['3 march', '2028-03-03'],
  ['in 3 weeks', '2027-05-04'],
  ['tomorrow', '2027-04-14'],
  ['yesterday', '2027-04-12'],
  ['12/5/2027', '2027-05-12'],
  ['24 dec 2028', '2028-12-24'],
])('“%s” is %s', async (text, day) => expect(await readTypedDate(text, TODAY)).toBe(day));

test.each([[''], ['grafting'], ['32 may'], ['2027-02-30'], ['2100-01-01'], ['9999-12-31']])(
  '“%s” is no day',
  async (text) => expect(await readTypedDate(text, TODAY)).toBeNull(),
);
