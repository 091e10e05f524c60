import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { messageSchema } from '@/contracts/requests/talk';
import { mailFolder } from '@/server/effects/letters/mail-file';
import { sendMail } from '@/server/effects/letters/send-mail';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { answerOffer, readOffer } from '@/server/use-cases/requests/offer/answer-offer';
import { mailView, outbox, sendNow } from '@/server/use-cases/outbox/outbox';
import { sendMessage } from '@/server/use-cases/requests/talk/messages';
import { act, expectDone, refusalOf, submit } from '@tests/builders/changes';
import { at, openOffice, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const KEY = '6c0f7a52-2a52-4d0c-9d3e-0d6f3b1f0a01';
const lines = async () => (await outbox(office.as('mara'))).lines;
const kinds = async () => (await lines()).map(({ kind, state }) => `${kind} ${state}`);
const view = async (reference: string) => expectDone(await deskRequest(office.as('mara'), reference));
const files = () => readdirSync(mailFolder()).sort();
const file = (name: string) => readFileSync(join(mailFolder(), name), 'utf8');
const later = (minutes: number) => office.clock.set((office.clock.now() + minutes) as never);

test('what came in is confirmed at once; a decision is told once it can no longer be taken back', async () => {
  const reference = await submit(office, 'ada');
  await sendMail(office.reader);
  expect(await kinds()).toEqual(['received sent']);
  await act(office, 'mara', reference, { action: 'approve', reason: '' });
  expect(await kinds()).toEqual(['approved waits', 'received sent']);
  later(10);
  expect(await sendMail(office.reader)).toBe(0);
  later(1);
  expect(await sendMail(office.reader)).toBe(1);
  // Never twice, however often it runs, and two runs at once.
  expect(await Promise.all([sendMail(office.reader), sendMail(office.reader)])).toEqual([0, 0]);
  expect(files()).toHaveLength(2);
  const [approved] = await lines();
  const shown = expectDone(await mailView(office.as('mara'), approved!.id));
  expect(shown.text).toContain('Booked');
  expect(shown.text).toContain('Studio');
  expect(shown.text).toContain(`/requests/${reference}`);
});

test('what is taken back within ten minutes is never told', async () => {
  const reference = await submit(office, 'ada');
  const { changeSet } = expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
  later(5);
  expectDone(await undoChange(office.as('mara'), changeSet!, KEY));
  later(60);
  await sendMail(office.reader);
  expect(await kinds()).toEqual(['approved taken-back', 'received sent']);
});

test('parts approved, declined with a reason, a booking moved and cancelled: each its mail', async () => {
  const reference = await submit(office, 'ada', {
    when: { startsAt: '2027-05-05T14:00', endsAt: '2027-05-05T15:00', repeat: weekly(1, '2027-05-26') },
  });
  const on = (...days: number[]) => ({ pick: (_: unknown, index: number) => days.includes(index) });
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }, on(0, 1)));
  expectDone(
    await act(
      office,
      'mara',
      reference,
      { action: 'decline', reason: 'Only 3 < 5 seats & "wet".' },
      on(2, 3),
    ),
  );
  expectDone(
    await act(
      office,
      'mara',
      reference,
      { action: 'move', patch: { shiftMin: 60 }, each: [], reason: '', keepOwn: true },
      on(0),
    ),
  );
  expectDone(await act(office, 'ada', reference, { action: 'cancel', reason: 'ill' }, on(1)));
  expect((await lines()).map(({ kind }) => kind)).toEqual([
    'cancelled',
    'changed',
    'declined',
    'partly',
    'received',
  ]);
  later(11);
  await sendMail(office.reader);
  const declined = (await lines()).find(({ kind }) => kind === 'declined')!;
  const shown = expectDone(await mailView(office.as('mara'), declined.id));
  expect(shown.html).toContain('Only 3 &lt; 5 seats &amp; &quot;wet&quot;.');
  expect(shown.text).toContain('Only 3 < 5 seats & "wet".');
});

describe('an offer', () => {
  async function offered(): Promise<{ reference: string; token: string }> {
    const reference = await submit(office, 'ada');
    await act(office, 'mara', reference, {
      action: 'propose',
      patch: { shiftMin: 120 },
      each: [],
      until: '2027-04-16T17:00',
    });
    const offer = (await lines())[0]!;
    expect(offer.kind).toBe('proposal');
    expectDone(await sendNow(office.as('mara'), offer.id));
    const shown = expectDone(await mailView(office.as('mara'), offer.id));
    return { reference, token: /\/offer\/([\w-]{43})/.exec(shown.text)![1]! };
  }
  const answer = (token: string, to: 'accept' | 'refuse') =>
    answerOffer(office.reader, token, { answer: to });

  test('is accepted from the mail without signing in, once; only the hash of its link is kept', async () => {
    const { reference, token } = await offered();
    const text = JSON.stringify(await office.db.rows('SELECT * FROM offer_link'));
    expect(text).not.toContain(token);
    // Looking decides nothing.
    expect((await readOffer(office.reader, token))?.state).toBe('open');
    expect((await view(reference)).dates[0]!.state).toBe('waiting');
    const [first, second] = await Promise.all([answer(token, 'accept'), answer(token, 'accept')]);
    expect(expectDone(first)).toEqual(expectDone(second));
    expect((await view(reference)).dates[0]!).toMatchObject({ state: 'approved' });
    expect((await view(reference)).history[0]!.who).toBe('Ada Lowe');
    expect(refusalOf(await answer(token, 'refuse')).code).toBe('offer-answered');
    expect(await readOffer(office.reader, token)).toMatchObject({ state: 'answered', answer: 'accept' });
  });

  test('refused, the request waits on as asked', async () => {
    const { reference, token } = await offered();
    expectDone(await answer(token, 'refuse'));
    expect((await view(reference)).dates[0]!).toMatchObject({ state: 'waiting', proposal: null });
  });

  test('lapsed, it is said so and nothing is booked', async () => {
    const { reference, token } = await offered();
    office.clock.set(at('2027-04-16T17:00'));
    expect((await readOffer(office.reader, token))?.state).toBe('lapsed');
    expect(refusalOf(await answer(token, 'accept')).code).toBe('offer-over');
    expect((await view(reference)).dates[0]!.state).toBe('waiting');
  });

  test('an unknown link offers nothing', async () => {
    await offered();
    expect(await readOffer(office.reader, 'x'.repeat(43))).toBeNull();
    expect(refusalOf(await answer('x'.repeat(43), 'accept')).code).toBe('not-found');
  });
});

test('a question is mailed at once, a note among the office never', async () => {
  const reference = await submit(office, 'ada');
  const write = (more: object) =>
    sendMessage(
      office.as('mara'),
      reference,
      messageSchema.parse({ key: crypto.randomUUID(), text: 'Chairs?', ...more }),
    );
  expectDone(await write({ kind: 'internal' }));
  expectDone(await write({ isQuestion: true }));
  expect((await lines()).map(({ kind }) => kind)).toEqual(['question', 'received']);
  expect(messageSchema.safeParse({ key: KEY, text: 'x', kind: 'internal', isQuestion: true }).success).toBe(
    false,
  );
  // The requester cannot put the question on themselves.
  const own = await sendMessage(
    office.as('ada'),
    reference,
    messageSchema.parse({ key: KEY, text: 'x', isQuestion: true }),
  );
  expect(refusalOf(own).code).toBe('not-allowed');
});

test('Python reads what was written: the standard library’s own mail parser', async () => {
  await submit(office, 'ada', {
    title: 'Käse & “Brot”, ein sehr langer Titel für eine Zeile in einem Betreff — 茶',
  });
  await sendMail(office.reader);
  const script = `
import sys, json
from email import policy, message_from_bytes
m = message_from_bytes(open(sys.argv[1], 'rb').read(), policy=policy.default)
print(json.dumps({'subject': m['subject'], 'to': m['to'], 'from': m['from'], 'types': [p.get_content_type() for p in m.walk()],
  'text': m.get_body(('plain',)).get_content(), 'html': m.get_body(('html',)).get_content(), 'defects': [str(d) for d in m.defects]}))`;
  const run = spawnSync('python3', ['-c', script, join(mailFolder(), files()[0]!)], { encoding: 'utf8' });
  expect(run.stderr).toBe('');
  const read = JSON.parse(run.stdout) as Record<string, string>;
  expect(read).toMatchObject({
    to: 'Ada Lowe <ada@fernside.example>',
    from: 'Fernside office <office@fernside.example>',
    types: ['multipart/alternative', 'text/plain', 'text/html'],
    defects: [],
  });
  expect(read.subject).toContain(
    'Käse & “Brot”, ein sehr langer Titel für eine Zeile in einem Betreff — 茶 (',
  );
  expect(read.text).toContain('茶');
  expect(read.html).toContain('Käse &amp; “Brot”');
  // RFC 5322 2.1.1: lines end in CRLF and are at most 998 characters long.
  const raw = file(files()[0]!);
  expect(raw.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
  expect(Math.max(...raw.split('\r\n').map(({ length }) => length))).toBeLessThanOrEqual(998);
});

test('older letters are on further pages, which end where the letters do', async () => {
  await submit(office, 'ada');
  await sendMail(office.reader);
  const [letter] = await lines();
  await office.db.sequelize.query(
    `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 401)
     INSERT INTO outbox (dedupe_key, to_person_id, request_id, kind, payload, created_min, send_after_min, sent_at_min)
     SELECT dedupe_key || i, to_person_id, request_id, kind, payload, created_min, send_after_min, sent_at_min FROM outbox, n WHERE outbox.id = $id`,
    { bind: { id: letter!.id } },
  );
  const page = async (number: number) => {
    const seen = await outbox(office.as('mara'), { page: number });
    return [seen.page, seen.pages, seen.lines.length, seen.lines[0]!.id];
  };
  const newest = letter!.id + 401;
  expect(await page(1)).toEqual([1, 3, 200, newest]);
  expect(await page(2)).toEqual([2, 3, 200, newest - 200]);
  expect(await page(3)).toEqual([3, 3, 2, newest - 400]);
  expect(await page(99)).toEqual([3, 3, 2, newest - 400]);
});
