import type { DateView } from '@/contracts/requests/request-view';
import type { DateAlternatives, AlternativeView } from '@/contracts/alternatives/alternatives';
import { between, steppedTo } from '@/ui/hooks/range';
import { approvable, choicesOf, elsewhereOf, oneStep, sayOneStep } from './one-step';

const date = (id: number, more: Partial<DateView> = {}) =>
  ({
    id,
    state: 'waiting',
    isPast: false,
    verdict: 'clear',
    places: 'Boathouse',
    proposal: null,
    ...more,
  }) as DateView;
const way = (sentence: string, shiftMin: number, more: Partial<AlternativeView> = {}) =>
  ({ sentence, patch: { shiftMin }, hire: null, ...more }) as AlternativeView;
const waysOf = (
  occurrence: number,
  best: readonly AlternativeView[],
  others: readonly AlternativeView[] = [],
) => ({ occurrence, best, others }) as unknown as DateAlternatives;

const dates = [
  date(1),
  date(2, { verdict: 'conflict' }),
  date(3, { verdict: 'warning' }),
  date(4, { verdict: 'conflict' }),
  date(5, { state: 'approved', verdict: null }),
  date(6, { verdict: 'conflict', isPast: true }),
  date(7, { verdict: 'conflict' }),
  date(8, { places: '' }),
  date(9, { verdict: null, proposal: 'Thu 6 May 2027, 10:00–11:00, Barn' }),
  date(10, { verdict: 'warning', isConsentRefused: true }),
];
const hire = way('hire it', 0, { hire: { typeId: 1, quantity: 1, from: '' as never, to: '' as never } });
const found = {
  dates: [
    waysOf(2, [hire, way('an hour later', 60)], [way('a day later', 1440)]),
    waysOf(4, [way('two hours later', 120)]),
    waysOf(6, [way('never', 30)]),
    waysOf(7, [hire]),
  ],
};

test('what can be approved where it is: waiting, placed, not past, not blocked, not offered otherwise, consented', () => {
  expect(approvable(dates).map(({ id }) => id)).toEqual([1, 3]);
});

test('a date that clashes gets the way that changes least, never a hire; one without a way is left out', () => {
  const elsewhere = elsewhereOf(dates, found, new Map());
  expect(elsewhere.map(({ date: { id }, chosen }) => [id, chosen?.sentence])).toEqual([
    [2, 'an hour later'],
    [4, 'two hours later'],
  ]);
  expect(elsewhere[0]!.ways.map(({ sentence }) => sentence)).toEqual(['an hour later', 'a day later']);
});

test('other ways for single dates, and none for some, go into one step', () => {
  const choices = new Map([
    [2, { sentence: 'a day later', patch: { shiftMin: 1440 } }],
    [4, null],
  ]);
  const elsewhere = elsewhereOf(dates, found, choices);
  expect(oneStep(approvable(dates), elsewhere, '2027-05-01T17:00', 'why')).toEqual({
    step: {
      action: 'approve-or-move',
      each: [{ occurrence: 2, patch: { shiftMin: 1440 } }],
      until: '2027-05-01T17:00',
      reason: 'why',
    },
    occurrences: [1, 3, 2],
  });
  const none = elsewhereOf(
    dates,
    found,
    new Map([
      [2, null],
      [4, null],
    ]),
  );
  expect(oneStep(approvable(dates), none, '', '')).toEqual({
    step: { action: 'approve', reason: '' },
    occurrences: [1, 3],
  });
  expect(oneStep([], none, '', '')).toBeNull();
});

test('one way for the whole series is a choice for each of its dates, listed first where it is new', () => {
  const choices = choicesOf({
    kind: 'one-time',
    sentence: '',
    costs: [],
    changes: [
      { key: '', occurrence: 2, sentence: 'in the evening', patch: { shiftMin: 300 }, drawn: null },
      { key: '', occurrence: 4, sentence: 'later', patch: { shiftMin: 120 }, drawn: null },
    ],
  });
  const [two, four] = elsewhereOf(dates, found, choices);
  expect(two!.ways.map(({ sentence }) => sentence)).toEqual([
    'in the evening',
    'an hour later',
    'a day later',
  ]);
  expect([two!.chosen?.sentence, four!.ways.length]).toEqual(['in the evening', 1]);
});

test('the step is said in numbers', () => {
  expect(sayOneStep(24, 6, true)).toBe('Approve 24 dates, and 6 elsewhere');
  expect(sayOneStep(1, 6, false)).toBe('Approve 1 date, and offer 6 something else');
  expect(sayOneStep(0, 6, true)).toBe('Approve 6 elsewhere');
  expect(sayOneStep(3, 0, true)).toBe('Approve 3 dates');
});

test('a range goes either way, and stays on the rungs there are', () => {
  const order = [4, 8, 15, 16, 23];
  expect(between(order, 16, 8)).toEqual([8, 15, 16]);
  expect(between(order, 99, 8)).toEqual([8]);
  expect([
    steppedTo(order, 4, 'ArrowDown'),
    steppedTo(order, 4, 'ArrowUp'),
    steppedTo(order, 8, 'End'),
  ]).toEqual([8, 4, 23]);
  expect(steppedTo(order, 4, 'x')).toBeNull();
});
