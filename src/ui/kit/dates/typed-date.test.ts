import { localDate } from '@/core/time/local-time';
import { readTypedDate, readTypedDates } from './typed-date';

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

// What was pasted, the days in it, what cannot be read and what was left out. Read off a calendar by hand.
test.each<[string, string[], string[], string[]]>([
  ['12 may, 19 may, 2027-06-02', ['2027-05-12', '2027-05-19', '2027-06-02'], [], []],
  ['May 18, 2027', ['2027-05-18'], [], []],
  ['May 18, 2027, May 25, 2027', ['2027-05-18', '2027-05-25'], [], []],
  ['12 may, 24 may', ['2027-05-12', '2027-05-24'], [], []],
  ['1-3 June', ['2027-06-01', '2027-06-02', '2027-06-03'], [], []],
  ['1–3 June 2028', ['2028-06-01', '2028-06-02', '2028-06-03'], [], []],
  ['30 May to 2 June', ['2027-05-30', '2027-05-31', '2027-06-01', '2027-06-02'], [], []],
  ['1 to 2 June', ['2027-06-01', '2027-06-02'], [], []],
  ['2027-05-18\t2027-05-25\t2027-06-01', ['2027-05-18', '2027-05-25', '2027-06-01'], [], []],
  ['2027-05-18\n2027-05-25\n', ['2027-05-18', '2027-05-25'], [], []],
  ['18 May and 25 May', ['2027-05-18', '2027-05-25'], [], []],
  ['18 May 14:00, 19 May', ['2027-05-18', '2027-05-19'], [], ['14:00']],
  ['18 May, grafting, 19 May', ['2027-05-18', '2027-05-19'], ['grafting'], []],
  ['12 may; 12 may', ['2027-05-12'], [], []],
  ['3 June to 1 June 2028', [], ['3 June to 1 June 2028'], []],
  ['Tue – 18 May', ['2027-05-18'], [], []],
  ['lecture on 18 May', ['2027-05-18'], [], ['lecture']],
  ['30 Dec to 2 Jan 2028', ['2027-12-30', '2027-12-31', '2028-01-01', '2028-01-02'], [], []],
])('“%s” in a list', async (text, days, unread, leftOut) =>
  expect(await readTypedDates(text, TODAY)).toEqual({ days, unread, leftOut }),
);
