import fc from 'fast-check';
import { as, send, type Account } from './browser';
import { POLICY } from './routes';

const SEED = 2027;
const EACH = 14;

/** Names that bodies here use, so that more of them get past the first look. */
const NAMES = [
  ...[
    'key',
    'id',
    'version',
    'rowVersion',
    'reference',
    'items',
    'occurrences',
    'step',
    'action',
    'reason',
    'kind',
  ],
  ...[
    'text',
    'title',
    'name',
    'email',
    'password',
    'dates',
    'when',
    'startsAt',
    'endsAt',
    'repeat',
    'rule',
    'extra',
  ],
  ...[
    'people',
    'spaces',
    'spaceId',
    'equipment',
    'typeId',
    'quantity',
    'doc',
    'preview',
    'command',
    'publicHtml',
    'days',
  ],
  ...[
    'day',
    'from',
    'to',
    'team',
    'person',
    'line',
    'isRight',
    'note',
    'count',
    'isDone',
    'names',
    'of',
    'check',
  ],
];
const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    '',
    ' ',
    'x',
    0,
    -1,
    0.5,
    1e308,
    2 ** 53,
    -(2 ** 31),
    '\u0000',
    '\ud800',
  ),
  fc.constantFrom<unknown>(
    '2027-06-24',
    '2027-06-24T10:00',
    '9999-99-99T99:99',
    'FREQ=DAILY',
    '../../etc/passwd',
    '%00',
  ),
  fc.constant('00000000-0000-4000-8000-000000000000'),
  fc.constantFrom<unknown>([], {}, [[]], [null], 'y'.repeat(70_000), '<b>'.repeat(3000)),
  fc.string({ maxLength: 20 }),
  fc.integer({ min: -5, max: 500 }),
);
const body = fc.letrec<{ value: unknown; object: Record<string, unknown> }>((tie) => ({
  value: fc.oneof({ depthSize: 'small' }, odd, tie('object'), fc.array(tie('value'), { maxLength: 3 })),
  object: fc.dictionary(fc.constantFrom(...NAMES), tie('value'), { maxKeys: 6 }),
})).object;

/** What is no object at all, or no JSON. */
const BROKEN = [
  '',
  '{',
  'null',
  '[]',
  '"x"',
  '7',
  '{"__proto__":{"a":1}}',
  '['.repeat(50_000),
  `{"a":${'['.repeat(9000)}${']'.repeat(9000)}}`,
];

const cases = Object.entries(POLICY).flatMap(([route, entries], index) =>
  entries
    .filter(({ method }) => method && route !== '/api/session')
    .map(({ method, path }) => ({ route, method: method!, path: path ?? route, seed: SEED + index })),
);

const headers: Partial<Record<Account, { Cookie: string }>> = {};
beforeAll(async () => {
  for (const who of ['requester', 'manager'] as const) headers[who] = await as(who);
});

test.each(cases)('$method $route answers malformed bodies with 4xx', async ({ method, path, seed }) => {
  const address = path.replace('[ref]', 'AAA-AAA').replace(/\[(id|key|token)\]/, '1');
  const bodies = [...BROKEN, ...fc.sample(body, { seed, numRuns: EACH })];
  const replies = await Promise.all(
    bodies.map((each, index) =>
      // Not over a connection that the server may be closing just then.
      send(method, address, each, {
        ...headers[(['manager', 'requester'] as const)[index % 2]!],
        Connection: 'close',
      }),
    ),
  );
  const failed = replies.flatMap(({ status }, index) =>
    status >= 500 && status !== 503 ? [[status, JSON.stringify(bodies[index]).slice(0, 300)]] : [],
  );
  expect(failed).toEqual([]);
});
