import fc from 'fast-check';
import { askSchema, checkSchema } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { ruleTextOf, type FormRule } from '@/core/recurrence/editor-model';
import { localDate, localDateTime, type LocalDate } from '@/core/time/local-time';
import { emptyForm, type AskForm } from './draft';
import { missingIn } from './form-faults';
import { fieldOf, isOverDays, toBody, toCheckBody } from './form-body';
import { formFrom } from './from-request';
import { ruleFields, ruleOf } from './rule-form';
import { takeInFields } from './take-way';

const ZONE = 'Europe/London';
const layouts = [
  { layout: 'rounds', seats: 40, setupMin: 45, strikeMin: 30 },
  { layout: 'theatre', seats: 80, setupMin: 30, strikeMin: 20 },
] as const;
const choices = {
  spaces: [9, 10].map((id) => ({
    id,
    name: `Space ${id}`,
    code: `S${id}`,
    building: 'B',
    buildingId: 1,
    postedLimit: null,
    layouts,
    features: [],
    questions: [],
    timetables: [],
    needsConsentOf: [],
  })),
  familiar: [],
  categories: [
    { id: 2, name: 'Workshops', mark: 'Wo', about: '', publish: true, audiences: [], questions: [] },
  ],
  hosts: [{ id: 4, name: 'Ferns', isOwn: true }],
  equipment: [{ id: 1, name: 'Chair', stock: 20, isKit: false, units: [] }],
  audiences: [],
  services: [],
  seasons: [{ name: 'Blossom season', to: '2027-05-31' as LocalDate }],
  calendars: [],
  askFor: [],
  earlier: [],
  accessMin: 30,
  exitMin: 20,
  today: localDate('2027-04-13'),
} satisfies AskChoices;
const KEY = '6c0f7a52-2a52-4d0c-9d3e-0d6f3b1f0a01';
const START = localDateTime('2027-04-14T18:00');
const form = (more: Partial<AskForm> = {}): AskForm => ({
  ...emptyForm(choices, { spaceId: 9, start: START, minutes: 120 }),
  title: 'Grafting night',
  categoryId: '2',
  people: '20',
  ...more,
});
const body = (more: Partial<AskForm> = {}) => toBody(form(more), KEY, ZONE, choices);

describe('the fields of a rule', () => {
  // Every rule the form has fields for, said by the fields, is the same rule again.
  const end = fc.oneof(
    fc.constant({ kind: 'never' as const }),
    fc.integer({ min: 1, max: 300 }).map((count) => ({ kind: 'count' as const, count })),
    fc
      .constantFrom('2027-06-30', '2028-02-29')
      .map((date) => ({ kind: 'until' as const, date: date as LocalDate })),
  );
  const some = (least: number, most: number) =>
    fc
      .uniqueArray(fc.integer({ min: least, max: most }), { minLength: 1, maxLength: 4 })
      .map((all) => all.sort((a, b) => a - b));
  const common = fc.record({ every: fc.integer({ min: 1, max: 12 }), end });
  const rule: fc.Arbitrary<FormRule> = fc.oneof(
    common.map((each) => ({
      ...each,
      unit: 'day' as const,
      weekdays: [],
      place: null,
      months: [],
      weekStart: 1,
    })),
    fc.tuple(common, some(1, 7)).map(([each, weekdays]) => ({
      ...each,
      unit: 'week' as const,
      weekdays,
      place: null,
      months: [],
      weekStart: 1,
    })),
    fc.tuple(common, some(1, 28)).map(([each, days]) => ({
      ...each,
      unit: 'month' as const,
      weekdays: [],
      place: { kind: 'days' as const, days },
      months: [],
      weekStart: 1,
    })),
    fc.tuple(common, some(1, 4), some(1, 7), some(1, 12)).map(([each, nths, weekdays, months]) => ({
      ...each,
      unit: 'year' as const,
      weekdays: [],
      place: { kind: 'weekdays' as const, nths, weekdays },
      months,
      weekStart: 1,
    })),
  );
  test('say every rule they can show, and it is the same again', () =>
    fc.assert(
      fc.property(rule, (given) => {
        const text = ruleTextOf(given, ZONE);
        expect(ruleOf({ ...form(), ...ruleFields(text, START, ZONE) }, START, ZONE, null)).toBe(text);
      }),
    ));

  test.each(['FREQ=MONTHLY;BYDAY=MO,TU;BYSETPOS=-1', 'FREQ=YEARLY;BYWEEKNO=20', 'rubbish'])(
    'keep what they cannot show as it came: %s',
    (text) => expect(ruleOf({ ...form(), ...ruleFields(text, START, ZONE) }, START, ZONE, null)).toBe(text),
  );

  test('a season is its last day', () => {
    const { when } = body({ pattern: 'rule', ends: 'season', season: 'Blossom season' });
    expect(when.repeat?.rule).toBe('FREQ=WEEKLY;BYDAY=WE;UNTIL=20270531T225959Z');
  });

  test('days beside a rule are further dates of it; an end still to be said is asked for in words', () => {
    const { when } = body({ pattern: 'rule', ends: 'count', count: '3', pickedDays: ['2027-06-18'] });
    expect(when).toMatchObject({
      repeat: { rule: 'FREQ=WEEKLY;BYDAY=WE;COUNT=3' },
      extra: ['2027-06-18T18:00'],
    });
    const unsaid = checkSchema.safeParse(toCheckBody(form({ pattern: 'rule', until: '' }), ZONE, choices));
    expect(unsaid.error?.issues.map(({ message }) => message)).toContain(
      'Say until when it goes on, for how many dates, or that it has no end.',
    );
  });
});

describe('what is sent', () => {
  test('is what the schema takes, for each kind', () => {
    for (const more of [
      {},
      { kind: 'office-chooses' as const },
      { kind: 'loan' as const, equipment: [{ typeId: '1', quantity: '4', unitId: '' }] },
      { kind: 'notice' as const },
    ]) {
      const parsed = askSchema.safeParse(body(more));
      expect(parsed.success ? [] : parsed.error.issues).toEqual([]);
    }
  });

  test('days picked by hand all start at the hours above; whole days at midnight', () => {
    const picked = { pattern: 'picked' as const, pickedDays: ['2027-04-21', '2027-05-05'] };
    expect(body(picked).when).toMatchObject({
      extra: ['2027-04-21T18:00', '2027-05-05T18:00'],
      repeat: null,
    });
    expect(body({ ...picked, allDay: true }).when).toMatchObject({
      startsAt: '2027-04-14T00:00',
      endsAt: '2027-04-15T00:00',
      allDay: true,
      extra: ['2027-04-21T00:00', '2027-05-05T00:00'],
    });
  });

  test('the same hours on each of several days are a daily rule; a night is one date', () => {
    const days = { endDate: '2027-04-16', endTime: '20:00' };
    expect(isOverDays(form(days))).toBe(true);
    expect(body({ ...days, overDays: 'each-day' }).when).toMatchObject({
      endsAt: '2027-04-14T20:00',
      repeat: { rule: 'FREQ=DAILY;UNTIL=20270416T225959Z' },
    });
    expect(body({ ...days, overDays: 'through' }).when).toMatchObject({
      endsAt: '2027-04-16T20:00',
      repeat: null,
    });
    expect(isOverDays(form({ endDate: '2027-04-15', endTime: '02:00' }))).toBe(false);
  });

  test('a date differs by what was filled in alone', () => {
    const differing = [
      { at: '2027-04-21T18:00', startTime: '17:00', endTime: '', people: '', spaceId: '' },
      { at: '2027-04-28T18:00', startTime: '', endTime: '21:00', people: '30', spaceId: '10' },
      { at: '2027-05-05T18:00', startTime: '', endTime: '', people: '', spaceId: '' },
    ];
    expect(toCheckBody(form({ pattern: 'rule', differing }), ZONE, choices).overrides).toEqual([
      { at: '2027-04-21T18:00', patch: { startsAt: '17:00' } },
      { at: '2027-04-28T18:00', patch: { lengthMin: 180, people: 30, spaces: [{ from: 9, to: 10 }] } },
    ]);
  });

  test('a way out that was taken is what differs, until the form asks for another space', () => {
    const taken = { patch: { spaces: [{ from: 9, to: 10 }], shiftMin: 30 }, sentence: 'Elsewhere.' };
    const differing = [
      { at: '2027-04-21T18:00', startTime: '', endTime: '', people: '', spaceId: '', taken },
    ];
    const asked = (more: Partial<AskForm>) =>
      toCheckBody(form({ pattern: 'rule', differing, ...more }), ZONE, choices).overrides;
    expect(asked({})).toEqual([{ at: '2027-04-21T18:00', patch: taken.patch }]);
    const spaces = [{ spaceId: '10', layout: 'rounds' as const, setupMin: '0', strikeMin: '0' }];
    expect(asked({ spaces })).toEqual([]);
    // The single date of a form is what its fields say.
    expect(takeInFields(form({}), choices, taken.patch)).toMatchObject({
      startTime: '18:30',
      spaces: [{ spaceId: '10' }],
    });
  });

  test('lines of the running order count from the start; after midnight belongs to the night', () => {
    const lines = ['17:30', '18:00', '01:00'].map((at) => ({ at, text: 'x', isPublic: false }));
    expect(body({ lines }).lines?.map(({ fromMin }) => fromMin)).toEqual([-30, 0, 420]);
  });

  test('faults are found at their fields', () =>
    expect(
      ['when.startsAt', 'services.0.answers.3', 'answers.7', 'lines.2.fromMin', 'fileKeys.0'].map(fieldOf),
    ).toEqual(['startDate', 'services.0.answers._3', 'answers._7', 'lines.2.at', 'files']));
});

test('an earlier request as a form says the same again, but for its dates', () => {
  const first = body({
    pattern: 'rule',
    ends: 'count',
    count: '6',
    secondLine: 'with lanterns',
    lines: [{ at: '18:15', text: 'doors', isPublic: true }],
    equipment: [{ typeId: '1', quantity: '4', unitId: '' }],
    publicHtml: '<p>Bring gloves.</p>',
    wheelchairs: '2',
  });
  const { key: _key, ...asked } = askSchema.parse(first);
  const again = toBody(formFrom(asked, choices, ZONE), KEY, ZONE, choices);
  const { when: _before, ...rest } = first;
  const { when, ...others } = again;
  expect(others).toEqual(rest);
  expect(when).toMatchObject({
    startsAt: '2027-04-13T18:00',
    endsAt: '2027-04-13T20:00',
    repeat: { rule: 'FREQ=WEEKLY;BYDAY=WE;COUNT=6' },
  });
});

test('a form begins with the category of one’s last request; what is still to be said is told by the names of its fields', () => {
  const before = { reference: 'AAA-AAA', title: 'Ferns', categoryId: 2 };
  const first = emptyForm({ ...choices, earlier: [before] }, null);
  expect(first.categoryId).toBe('2');
  expect(emptyForm(choices, null).categoryId).toBe('');
  expect(missingIn(first, ZONE, choices)).toEqual(['Space', 'People expected', 'Title']);
  const loan: AskForm = { ...first, kind: 'loan', equipment: [{ typeId: '', quantity: '', unitId: '' }] };
  expect(missingIn(loan, ZONE, choices)).toEqual(['Equipment', 'How many', 'Title']);
  expect(missingIn({ ...first, kind: 'notice', title: 'Seeds' }, ZONE, choices)).toEqual([]);
  // What only a part further down lacks holds it up as well.
  const line = { at: '', text: '', isPublic: false };
  expect(
    missingIn({ ...loan, kind: 'notice', equipment: [], title: 'S', lines: [line] }, ZONE, choices),
  ).toEqual(['what was begun further down']);
});
