import { randomUUID } from 'node:crypto';
import { as, send } from './browser';

type ErrorBody = { error: { code: string; message: string; fields: { path: string; message: string }[] } };
let requester: { Cookie: string };
let manager: { Cookie: string };
beforeAll(async () => {
  requester = await as('requester');
  manager = await as('manager');
});

const body = (more: Record<string, unknown> = {}) => ({
  key: randomUUID(),
  title: 'Bad input',
  publicText: '',
  categoryId: 2,
  hostId: 2,
  notes: '',
  publish: true,
  people: 12,
  accessMin: 10,
  exitMin: 10,
  spaces: [{ spaceId: 8, layout: 'boardroom', setupMin: 10, strikeMin: 10 }],
  equipment: [],
  when: { startsAt: '2027-06-24T10:00', endsAt: '2027-06-24T11:00', repeat: null },
  ...more,
});
const when = (more: Record<string, unknown>) => ({
  when: { startsAt: '2027-06-24T10:00', endsAt: '2027-06-24T11:00', repeat: null, ...more },
});

/** A refusal has the one shape, a sentence, and nothing of the inside. */
async function refused(reply: Response, status: number, sentence: string | RegExp): Promise<void> {
  const text = await reply.text();
  expect([reply.status, text]).toEqual([status, expect.stringMatching(/^\{"error"/)]);
  expect(text).not.toMatch(/\bat \/|node_modules|SQLITE|Sequelize|Error:/);
  const { message, fields } = (JSON.parse(text) as ErrorBody).error;
  expect([message, ...fields.map((each) => each.message)].join(' ')).toMatch(sentence);
}

test.each([
  ['end before start', 400, when({ endsAt: '2027-06-24T09:00' }), /end must be after the start/],
  ['zero length', 400, when({ endsAt: '2027-06-24T10:00' }), /end must be after the start/],
  ['people 0', 400, { people: 0 }, /at least 1/],
  ['people negative', 400, { people: -5 }, /at least 1/],
  ['a million people', 400, { people: 1_000_000 }, /at most 100,000/],
  ['people as a word', 400, { people: 'many' }, /whole number/],
  [
    'an unknown space',
    400,
    { spaces: [{ spaceId: 4711, layout: 'boardroom', setupMin: 0, strikeMin: 0 }] },
    /There is no such space/,
  ],
  ['an unknown host', 400, { hostId: 4711 }, /There is no such host/],
  [
    'more equipment than owned',
    422,
    { equipment: [{ typeId: 7, quantity: 5 }] },
    /there are 4 in all; 5 are 1 too many/,
  ],
  ['more people than allowed', 422, { people: 65 }, /may hold 30 people: 65 are 35 too many/],
  ['a script in the public text', 400, { publicText: '<script>alert(1)</script>' }, /plain text/],
  [
    'a date that does not exist',
    400,
    when({ startsAt: '2027-06-31T10:00' }),
    /no such date and time: 2027-06-31T10:00/,
  ],
  ['a rule by the second', 400, when({ repeat: { rule: 'FREQ=SECONDLY' } }), /repeats by the day at most/],
  [
    'an interval of nothing',
    400,
    when({ repeat: { rule: 'FREQ=DAILY;INTERVAL=0' } }),
    /INTERVAL=0 cannot be meant/,
  ],
  [
    'a number and a last day at once',
    400,
    when({ repeat: { rule: 'FREQ=DAILY;COUNT=3;UNTIL=20280101' } }),
    /both a number of dates and a last day/,
  ],
  [
    'the 32nd',
    400,
    when({ repeat: { rule: 'FREQ=MONTHLY;BYMONTHDAY=32' } }),
    /BYMONTHDAY=32 cannot be meant/,
  ],
  [
    'a rule that never yields',
    400,
    when({ repeat: { rule: 'FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30' } }),
    /never yields a date/,
  ],
  [
    '10,000 picked dates',
    400,
    when({
      extra: Array.from({ length: 10_000 }, (_, n) =>
        new Date(Date.UTC(2027, 5, 1) + n * 86_400_000).toISOString().slice(0, 16),
      ),
    }),
    /At most 3,000 dates/,
  ],
  [
    'one date of ten years',
    400,
    when({ startsAt: '2027-06-01T10:00', endsAt: '2037-06-01T10:00' }),
    /at most 31 days/,
  ],
  [
    'more than 3,000 dates',
    400,
    when({ repeat: { rule: 'FREQ=WEEKLY;UNTIL=29990101T235959' } }),
    /more than 3,000 dates/,
  ],
  [
    'a start in the past',
    422,
    when({ startsAt: '2027-04-12T10:00', endsAt: '2027-04-12T11:00' }),
    /has begun already/,
  ],
  [
    'nothing at all',
    400,
    Object.fromEntries(Object.keys(body()).map((key) => [key, undefined])),
    /more things to correct/,
  ],
] as const)('%s is %i', async (_, status, more, sentence) => {
  await refused(await send('POST', '/api/requests', body(more), requester), status, sentence);
});

test.each([
  ['a malformed body', '{"title":', {}, 400, /not a form of this application/],
  [
    'no JSON at all',
    'title=x',
    { 'Content-Type': 'application/x-www-form-urlencoded' },
    400,
    /not a form of this application/,
  ],
  ['a list instead of a form', '[]', {}, 400, /./],
  ['null', 'null', {}, 400, /not a form of this application/],
  ['ten megabytes', JSON.stringify({ title: 'x'.repeat(10 * 1024 * 1024) }), {}, 413, /more than 256 KB/],
] as const)('%s', async (_, text, headers, status, sentence) => {
  await refused(await send('POST', '/api/requests', text, { ...requester, ...headers }), status, sentence);
});

test('a forged, cut or foreign cookie is no session', async () => {
  const [name, value] = requester.Cookie.split('=');
  for (const Cookie of [
    `${name}=forged`,
    `${name}=${value!.slice(0, -6)}abcdef`,
    `${name}=`,
    `${name}=Fe26.2*1*a*b*c*d*e*f~2`,
  ])
    await refused(
      await send('POST', '/api/requests', body(), { Cookie }),
      401,
      /not signed in, or no longer/,
    );
});

test('a date or an order that is not there, a version from long ago, an unknown reference', async () => {
  const decision = {
    key: randomUUID(),
    items: [{ reference: 'AAA-AAA', version: 1, occurrences: [999_999] }],
    step: { action: 'approve', reason: '' },
  };
  await refused(await send('POST', '/api/changes', decision, manager), 404, /no request with this reference/);
  const order = { key: randomUUID(), version: 1, state: 'done' };
  await refused(await send('POST', '/api/orders/999999', order, manager), 404, /no such work order/);
  await refused(await send('POST', '/api/orders/1%20OR%201', order, manager), 404, /no such work order/);
  expect((await send('GET', '/requests/AAA-AAA', undefined, requester)).status).toBe(404);
  expect((await send('GET', '/whats-on/no-such-calendar', undefined)).status).toBe(404);
  expect((await send('GET', '/feeds/calendar/no-such-calendar/feed.ics', undefined)).status).toBe(404);
  await refused(await send('GET', '/api/board?from=2027-02-30'), 400, /There is no date 2027-02-30/);
  // The last year of the calendar once made a loop without end.
  await refused(await send('GET', '/api/board?from=9999-12-31'), 400, /Years go from 1970 to 2099/);
  for (const path of [
    '/?day=9999-12-31',
    '/?day=2099-12-31&days=14',
    '/?day=1970-01-01',
    '/spaces/Q%20H',
    '/spaces/nope',
  ])
    expect((await send('GET', path)).status).toBe(path.startsWith('/spaces') ? 404 : 200);
  expect((await send('GET', '/?day=nonsense&details=1.x&pick=9@never&q=%25')).status).toBe(200);
});

test.each([
  ['/api/dates?from=yesterday&days=7', /no date yesterday/],
  ['/api/dates?from=2027-04-13&days=9999', /At most 366 days/],
  ['/api/dates?from=2027-04-13&days=1&by=planet', /Choose from the list/],
  ['/api/dates?from=2027-04-13&days=1&only=1,2', /A list of numbers/],
  ['/print/sheet.pdf?what=board&from=2027-04-13&days=15', /at most 14 days/],
  ['/print/sheet.pdf?what=tea&from=2027-04-13&days=1', /Choose what to print/],
])('a question that cannot be meant is refused: %s', async (path, sentence) => {
  await refused(await send('GET', path), 400, sentence);
});

test('what is not there is not printed, pinned or kept', async () => {
  await refused(
    await send('GET', '/print/sheet.pdf?what=space&of=NOPE&from=2027-04-13&days=1'),
    404,
    /space with this code/,
  );
  await refused(
    await send('POST', '/api/own/pins', { kind: 'space', id: 4711, isPinned: true }, requester),
    404,
    /such space/,
  );
  const elsewhere = { screen: 'board', name: 'x', address: 'https://elsewhere.example/' };
  await refused(await send('POST', '/api/own/views', elsewhere, requester), 400, /Only what this page shows/);
  for (const path of [
    '/calendar?view=decade&day=x&n=-3&only=a&details=q&pick=now',
    '/spaces/earliest?people1=many',
    '/print?what=tea',
  ])
    expect((await send('GET', path)).status).toBe(200);
});

test('nothing of all this was stored', async () => {
  const own = await (await send('GET', '/requests', undefined, requester)).text();
  expect(own).not.toContain('Bad input');
});

test('a feed answers 304 while nothing has changed', async () => {
  const first = await send('GET', '/feeds/calendar/exhibitions/feed.ics');
  expect(first.headers.get('content-type')).toBe('text/calendar; charset=utf-8');
  const again = await send('GET', '/feeds/calendar/exhibitions/feed.ics', undefined, {
    'If-None-Match': first.headers.get('etag')!,
  });
  expect([again.status, await again.text()]).toEqual([304, '']);
});
