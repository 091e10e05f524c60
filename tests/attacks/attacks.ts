import { randomBytes, randomUUID } from 'node:crypto';
import { crowdOf } from './crowd';

/** Where it is aimed at: an instance of our own on loopback, and people who are signed in there. */
export interface Target {
  readonly base: string;
  readonly cookies: Readonly<Record<'requester' | 'manager', string>>;
  /** Dates of the requester, to be looked at together. */
  readonly own: {
    readonly reference: string;
    readonly version: number;
    readonly occurrences: readonly number[];
  };
}

export interface Attack {
  readonly name: string;
  /** Connections at once. */
  readonly lanes: number;
  send(target: Target): Promise<Response>;
}

const LOOPBACK = /^http:\/\/127\.0\.0\.1:\d+$/;

/** From a network of its own; a server believes it only where it was told to trust a proxy. */
const ELSEWHERE = { 'X-Forwarded-For': '198.18.0.1' };

const post = (target: Target, path: string, body: unknown, cookie = ''): Promise<Response> =>
  fetch(`${target.base}${path}`, {
    method: 'POST',
    headers: {
      'Content-Type': 'application/json',
      Origin: target.base,
      ...(cookie && { Cookie: cookie }),
      ...ELSEWHERE,
    },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const get = (target: Target, path: string, cookie = ''): Promise<Response> =>
  fetch(`${target.base}${path}`, { headers: { ...(cookie && { Cookie: cookie }), ...ELSEWHERE } });

const invented = () => `${randomBytes(6).toString('hex')}@nowhere.example`;
const LARGE = JSON.stringify({ text: 'x'.repeat(31 * 1024 * 1024) });

/** So many days in a row in a space that nobody has then. */
export const check = (dates: number) => ({
  people: 12,
  accessMin: 0,
  exitMin: 0,
  equipment: [],
  spaces: [{ spaceId: 8, layout: 'classroom', setupMin: 0, strikeMin: 0 }],
  when: {
    startsAt: '2027-05-03T07:00',
    endsAt: '2027-05-03T08:00',
    repeat: { rule: `FREQ=DAILY;COUNT=${dates}` },
  },
});

const asked = (dates: number, publicHtml: string) => ({
  ...check(dates),
  key: randomUUID(),
  title: 'Deep down',
  publicText: '',
  publicHtml,
  categoryId: 2,
  hostId: 2,
  notes: '',
  publish: false,
});

const MOST_OWN = 500;

/** A series of the requester's own, as many dates as one step may have. */
export async function ownSeries({ base, cookies }: Omit<Target, 'own'>): Promise<Target['own']> {
  const target = { base, cookies, own: { reference: '', version: 1, occurrences: [] } };
  const sent = await post(target, '/api/requests', asked(MOST_OWN, ''), cookies.requester);
  const { reference } = (await sent.json()) as { reference: string };
  const reply = await get(target, `/api/requests/${reference}`, cookies.requester);
  const { version, dates } = (await reply.json()) as { version: number; dates: { id: number }[] };
  return { reference, version, occurrences: dates.map(({ id }) => id) };
}

const previewOfOwn = (target: Target, occurrences: readonly number[]): Promise<Response> => {
  const { reference, version } = target.own;
  const step = { action: 'change', patch: { shiftMin: 60 }, reason: '' };
  const body = { key: randomUUID(), preview: true, items: [{ reference, version, occurrences }], step };
  return post(target, '/api/changes', body, target.cookies.requester);
};

const crowd = crowdOf(200_000);

/** What somebody may try who wants others to wait. */
export const ATTACKS: readonly Attack[] = [
  {
    name: 'wrong sign-ins with invented addresses',
    lanes: 40,
    send: (target) =>
      post(target, '/api/session', { email: invented(), password: randomBytes(9).toString('hex') }),
  },
  {
    name: 'new passwords for invented addresses',
    lanes: 40,
    send: (target) => post(target, '/api/account/forgotten', { email: invented() }),
  },
  {
    name: 'a year as a PDF',
    lanes: 4,
    send: (target) => get(target, '/print/sheet.pdf?from=2027-01-01&days=366'),
  },
  {
    name: 'a year before it is printed',
    lanes: 4,
    send: (target) => get(target, '/print?from=2027-01-01&days=366'),
  },
  { name: 'bodies of 31 MB', lanes: 4, send: (target) => post(target, '/api/check', LARGE) },
  { name: 'checks of 3,000 dates', lanes: 4, send: (target) => post(target, '/api/check', check(3000)) },
  {
    name: 'text of 3,000 tags within one another',
    lanes: 8,
    send: (target) =>
      post(target, '/api/requests', asked(1, '<blockquote>a'.repeat(3000)), target.cookies.requester),
  },
  {
    name: 'checks of 3,000 dates with an account',
    lanes: 4,
    send: (target) => post(target, '/api/check', check(3000), target.cookies.requester),
  },
  {
    name: 'alternatives of 400 dates',
    lanes: 4,
    send: (target) =>
      post(target, '/api/alternatives', { of: 'form', check: check(400) }, target.cookies.requester),
  },
  {
    name: 'previews of 500 dates of one’s own',
    lanes: 4,
    send: (target) => previewOfOwn(target, target.own.occurrences),
  },
  {
    name: 'previews of 2,900 dates',
    lanes: 4,
    send: (target) =>
      previewOfOwn(
        target,
        Array.from({ length: 2900 }, (_, n) => n + 1),
      ),
  },
  {
    name: 'a year of all that is known as a PDF, with an account',
    lanes: 4,
    send: (target) =>
      get(target, '/print/sheet.pdf?from=2027-01-01&days=366&detail=detailed', target.cookies.manager),
  },
  {
    name: 'an archive of 200,000 files',
    lanes: 1,
    send: (target) =>
      fetch(`${target.base}/api/archive`, {
        method: 'POST',
        headers: { Origin: target.base, Cookie: target.cookies.manager, ...ELSEWHERE },
        body: new Uint8Array(crowd),
      }),
  },
  {
    name: 'JSON of 100,000 lists within one another',
    lanes: 8,
    send: (target) => post(target, '/api/check', '['.repeat(100_000)),
  },
];

/** Sends an attack over its connections for so long or so often, whichever is over first; gives statuses with numbers. */
export async function carryOut(
  attack: Attack,
  target: Target,
  { mostMs, mostRequests }: { readonly mostMs: number; readonly mostRequests: number },
): Promise<Record<string, number>> {
  if (!LOOPBACK.test(target.base))
    throw new Error('attacks are for an instance of one\u2019s own, on loopback alone');
  const statuses: Record<string, number> = {};
  const until = Date.now() + mostMs;
  let left = mostRequests;
  const lane = async () => {
    while (Date.now() < until && left > 0) {
      left -= 1;
      const status = await attack.send(target).then(
        async (reply) => {
          await reply.arrayBuffer();
          return String(reply.status);
        },
        () => 'cut off',
      );
      statuses[status] = (statuses[status] ?? 0) + 1;
    }
  };
  await Promise.all(Array.from({ length: attack.lanes }, lane));
  return statuses;
}
