import { askSchema, MOST_PEOPLE, type AskBody } from '@/contracts/requests/ask';
import { changeSchema } from '@/contracts/requests/change';
import { errorReply } from '@/contracts/words/refusals';
import { signIn } from '@/server/use-cases/accounts/sign-in/sign-in';
import { makeSignInLimits, MOST_WRONG_TRIES } from '@/server/use-cases/accounts/sign-in/sign-in-limits';
import { MOST_AT_ONCE, MOST_WAITING } from '@/server/auth/passwords';
import { personOfSession } from '@/server/auth/sessions';
import { openOffice, weekly, type TestOffice } from '@tests/builders/office';

const body = (more: Record<string, unknown> = {}): AskBody => ({
  key: '7b1c7c52-6f2b-4b0e-9d5e-1d6f6c1f2a10',
  title: 'Spore printing',
  publicText: '',
  categoryId: 1 as never,
  hostId: 1,
  notes: '',
  publish: true,
  people: 12,
  accessMin: 30,
  exitMin: 30,
  spaces: [{ spaceId: 5 as never, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
  equipment: [],
  when: { startsAt: '2027-04-20T14:00', endsAt: '2027-04-20T16:00', repeat: null },
  ...more,
});
const when = (more: Record<string, unknown>) => ({
  when: { startsAt: '2027-04-20T14:00', endsAt: '2027-04-20T16:00', repeat: null, ...more },
});
const faults = (value: unknown) => {
  const parsed = askSchema.safeParse(value);
  return parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
};

describe('what the form refuses, each with a sentence', () => {
  test('an honest one passes; a duration serves instead of an end', () => {
    expect(faults(body())).toEqual([]);
    const parsed = askSchema.parse(body(when({ endsAt: undefined, durationMin: 90 })));
    expect(parsed.when.endsAt).toBe('2027-04-20T15:30');
  });
  test.each([
    [
      'end before start',
      when({ endsAt: '2027-04-20T13:00' }),
      'when.endsAt: The end must be after the start.',
    ],
    ['zero length', when({ endsAt: '2027-04-20T14:00' }), 'when.endsAt: The end must be after the start.'],
    ['no end at all', when({ endsAt: undefined }), 'when.endsAt: Give an end or a duration.'],
    [
      'ten years',
      when({ endsAt: '2037-04-20T14:00' }),
      'when.endsAt: One date lasts at most 31 days; ask the office for longer ones.',
    ],
    [
      'a date that does not exist',
      when({ startsAt: '2027-02-30T14:00' }),
      'when.startsAt: There is no such date and time: 2027-02-30T14:00. Years go from 1970 to 2099.',
    ],
    [
      'until before the start',
      when({ repeat: weekly(1, '2027-04-19') }),
      'when.repeat.rule: The last day must not be before the first date.',
    ],
    ['nobody', { people: 0 }, 'people: People expected is at least 1.'],
    ['less than nobody', { people: -3 }, 'people: People expected is at least 1.'],
    [
      'a million',
      { people: 1_000_000 },
      `people: People expected is at most ${MOST_PEOPLE.toLocaleString('en-GB')}.`,
    ],
    ['half a person', { people: 2.5 }, 'people: People expected is a whole number from 1 to 100000.'],
    ['no space', { spaces: [] }, 'spaces: Choose a space.'],
    [
      'a script in the public text',
      { publicText: 'Hello <script>alert(1)</script>' },
      'publicText: Public text is plain text: leave out tags such as <b> or <script>.',
    ],
    [
      'an image that runs',
      { title: '<img src=x onerror=alert(1)>' },
      'title: Title is plain text: leave out tags such as <b> or <script>.',
    ],
    ['no title', { title: '   ' }, 'title: Title is missing.'],
    [
      'a key that is none',
      { key: 'again' },
      'key: The key of this submission is malformed; reload the page.',
    ],
  ])('%s', (_, more, fault) => expect(faults(body(more))).toContain(fault));
  test.each([[{}], [[]], [null], ['text'], [{ ...body(), when: 5, spaces: 'all', equipment: [null] }]])(
    '%j is refused in words of a form, never in those of a type',
    (value) => {
      const found = faults(value);
      expect(found.length).toBeGreaterThan(0);
      for (const fault of found)
        expect(fault).not.toMatch(/Invalid|expected (string|number|object|array)|received|undefined|NaN/);
    },
  );
  test('a sign of comparison is no tag', () =>
    expect(faults(body({ publicText: '5 < 6, a <- b' }))).toEqual([]));
  test('declining needs a reason, a decision a date', () => {
    const accepts = (step: object, occurrences: number[]) =>
      changeSchema.safeParse({
        key: body().key,
        items: [{ reference: 'ABC-DEF', version: 1, occurrences }],
        step,
      }).success;
    expect(accepts({ action: 'decline', reason: '  ' }, [1])).toBe(false);
    expect(accepts({ action: 'decline', reason: 'Closed that day' }, [1])).toBe(true);
    expect(accepts({ action: 'approve', reason: '' }, [])).toBe(false);
    expect(accepts({ action: 'approve', reason: '' }, [1])).toBe(true);
  });
});

test('every refusal is one shape with a sentence', () => {
  expect(errorReply({ code: 'put-right', fields: [{ path: 'people', message: 'Too many.' }] })).toEqual({
    error: {
      code: 'put-right',
      message: 'Not sent yet: Too many.',
      fields: [{ path: 'people', message: 'Too many.' }],
      details: [],
    },
  });
});

describe('on a real database', () => {
  let office: TestOffice;
  beforeAll(async () => {
    office = await openOffice();
  });
  afterAll(() => office.close());

  test('signing in: wrong ones are counted, the right one begins a session that ends with its time', async () => {
    const limits = makeSignInLimits();
    const trySignIn = (email: string, password: string) =>
      signIn(office.reader, limits, { email, password }, 1000);
    const right = await trySignIn('ADA@fernside.example', 'fronds-and-spores');
    if (!right.ok) throw new Error('expected a session');
    expect(await personOfSession(office.db, right.value.sessionId, 2000)).toMatchObject({
      name: 'Ada Lowe',
      roles: ['requester'],
    });
    expect(await personOfSession(office.db, right.value.sessionId, 1000 + 14 * 3_600_000)).toBeNull();
    expect(await personOfSession(office.db, 'forged', 2000)).toBeNull();
    for (const [email, password] of [
      ['ben@fernside.example', 'none set'],
      ['nobody@fernside.example', 'x'],
    ] as const)
      expect(await trySignIn(email, password)).toMatchObject({ refusal: { code: 'wrong-credentials' } });
    for (let n = 0; n < MOST_WRONG_TRIES; n += 1) await trySignIn('mara@fernside.example', `guess ${n}`);
    expect(await trySignIn('mara@fernside.example', 'keys-to-the-barn')).toMatchObject({
      refusal: { code: 'too-many-tries', minutes: 15 },
    });
    // Sent all at once few are judged; the others are told to try again, and are not counted.
    const atOnce = await Promise.all(
      Array.from({ length: MOST_WRONG_TRIES }, (_, n) => trySignIn('mara2@fernside.example', `guess ${n}`)),
    );
    const judged = MOST_AT_ONCE + MOST_WAITING;
    const codes = atOnce.map((tried) => (tried.ok ? 'in' : tried.refusal.code));
    expect(codes.filter((code) => code === 'wrong-credentials')).toHaveLength(judged);
    expect(codes.filter((code) => code === 'sign-ins-busy')).toHaveLength(MOST_WRONG_TRIES - judged);
  }, 60_000);
});
