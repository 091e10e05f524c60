import { checkSchema } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { emptyForm, type AskForm } from './draft';
import { timesOf, toCheckBody } from './form-body';
import { typedFaults } from './typed-faults';

const CHOICES = {
  spaces: [{ id: 1, name: 'Hall', layouts: [{ layout: 'theatre', seats: 90, setupMin: 30, strikeMin: 30 }] }],
  seasons: [],
  categories: [],
  hosts: [],
  earlier: [],
  equipment: [],
  accessMin: 0,
  exitMin: 0,
  today: '2027-04-13',
} as unknown as AskChoices;
const ZONE = 'Europe/London';
const form = (more: Partial<AskForm>): AskForm => ({
  ...emptyForm(CHOICES, null),
  spaces: [{ spaceId: '1', layout: 'theatre', setupMin: '30', strikeMin: '30' }],
  people: '20',
  startDate: '2027-04-20',
  startTime: '14:00',
  endDate: '2027-04-20',
  endTime: '16:00',
  ...more,
});
const saidOf = (more: Partial<AskForm>) => {
  const values = form(more);
  const parsed = checkSchema.safeParse(JSON.parse(JSON.stringify(toCheckBody(values, ZONE, CHOICES))));
  const faults = parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => ({ path: path.join('.'), message }));
  return [faults.length > 0, typedFaults(faults, values).map(({ path }) => path)];
};

test.each([
  ['people', { people: '0' }, ['people']],
  ['people', { people: '-5' }, ['people']],
  ['people', { people: '4.5' }, ['people']],
  ['access', { accessMin: '-30' }, ['accessMin']],
  [
    'an equipment line nothing is chosen on',
    { equipment: [{ typeId: '', quantity: '3', unitId: '' }] },
    ['equipment.0.typeId'],
  ],
] as const)('what is typed and cannot be meant is said at once: %s %j', (_, more, paths) =>
  expect(saidOf(more as unknown as Partial<AskForm>)).toEqual([true, paths]),
);

test('what is only missing yet is not: an empty form nags nobody', () => {
  expect(saidOf({ people: '' })).toEqual([true, []]);
  expect(saidOf({ startTime: '', endTime: '' })).toEqual([true, []]);
  // Repeating was chosen just now: how far it goes on is not said yet.
  expect(saidOf({ pattern: 'rule', until: '' })).toEqual([true, []]);
  expect(saidOf({ pattern: 'rule', ends: 'count', count: '' })).toEqual([true, []]);
  expect(saidOf({ pattern: 'rule', until: '2027-04-01' })).toEqual([true, ['when.repeat.rule']]);
  expect(saidOf({})).toEqual([false, []]);
});

test.each([
  ['20:00', '01:00', '2027-04-20', '2027-04-21T01:00'],
  ['20:00', '20:00', '2027-04-20', '2027-04-21T20:00'],
  // A last day before the first is none.
  ['20:00', '01:00', '2027-04-19', '2027-04-21T01:00'],
  ['14:00', '16:00', '2027-04-19', '2027-04-20T16:00'],
  ['22:00', '06:00', '2027-04-21', '2027-04-21T06:00'],
  ['14:00', '16:00', '2027-04-20', '2027-04-20T16:00'],
])(
  'from %s to %s with the last day %s ends %s, whatever is repeated',
  (startTime, endTime, endDate, endsAt) => {
    const once = form({ startTime, endTime, endDate });
    expect(timesOf(once).endsAt).toBe(endsAt);
    expect(timesOf({ ...once, pattern: 'rule' }).endsAt).toBe(endsAt);
  },
);
