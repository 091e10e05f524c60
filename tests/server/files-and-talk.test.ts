import { askSchema, type AskBody } from '@/contracts/requests/ask';
import { MOST_FILE_BYTES, safeFileName } from '@/contracts/requests/files';
import { messageSchema } from '@/contracts/requests/talk';
import { clearLooseFiles } from '@/server/use-cases/files/clear-loose';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { dropFile, openFile, takeFile } from '@/server/use-cases/files/files';
import { markNewsRead, newsFor, unreadNews } from '@/server/use-cases/requests/own/news';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';
import { sendMessage } from '@/server/use-cases/requests/talk/messages';
import { act, expectDone, refusalOf, submit } from '@tests/builders/changes';
import { ask, openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const send = (name: string, more: Partial<AskBody> = {}) =>
  submitRequest(office.as(name), askSchema.parse({ ...(ask({}) as unknown as AskBody), ...more }));
const reference = async (name: string, more: Partial<AskBody> = {}) =>
  expectDone(await send(name, more)).reference;
const view = async (name: string, ref: string) => expectDone(await readRequest(office.as(name), ref));
const stream = (bytes: Uint8Array) =>
  new ReadableStream<Uint8Array>({
    start(controller) {
      controller.enqueue(bytes);
      controller.close();
    },
  });
const KEY = '6c0f7a52-2a52-4d0c-9d3e-0d6f3b1f0a01';

describe('files', () => {
  const take = (name: string, fileName: string, bytes = new Uint8Array([1, 2, 3]), key = KEY) =>
    takeFile(office.as(name), { key, name: fileName }, stream(bytes));
  const read = async (name: string) => openFile(office.as(name), KEY);

  test('belong to whoever sent them, then to those who may read the request', async () => {
    expectDone(await take('ada', '../../etc/pass wd.txt'));
    expect(refusalOf(await read('ben'))).toMatchObject({ code: 'not-allowed' });
    expect(refusalOf(await read('mara'))).toMatchObject({ code: 'not-allowed' });
    const ref = await reference('ada', { fileKeys: [KEY] });
    expect((await view('mara', ref)).files).toEqual([{ key: KEY, name: 'pass wd.txt', bytes: 3 }]);
    for (const name of ['ada', 'mara', 'cato'])
      expect(Buffer.from(await new Response(expectDone(await read(name)).content).arrayBuffer())).toEqual(
        Buffer.from([1, 2, 3]),
      );
    expect(refusalOf(await read('ben'))).toMatchObject({ code: 'not-allowed' });
    // Sent once, it is not sent with something else, and not dropped.
    expect(refusalOf(await send('ada', { fileKeys: [KEY] }))).toMatchObject({
      fields: [{ path: 'fileKeys.0' }],
    });
    expectDone(await dropFile(office.as('ada'), KEY));
    expect((await view('ada', ref)).files).toHaveLength(1);
  });

  test('the same key again is the same file; of somebody else it is refused', async () => {
    expectDone(await take('ada', 'a.txt'));
    expect(expectDone(await take('ada', 'b.txt', new Uint8Array([9])))).toMatchObject({
      name: 'a.txt',
      bytes: 3,
    });
    expect(refusalOf(await take('ben', 'c.txt'))).toMatchObject({ code: 'key-used' });
  });

  test('one that is too large is refused and leaves nothing', async () => {
    expect(refusalOf(await take('ada', 'film.mp4', new Uint8Array(MOST_FILE_BYTES + 1)))).toMatchObject({
      code: 'file-too-large',
    });
    expect(await office.db.rows('SELECT id FROM file')).toEqual([]);
  });

  test('what is never sent with anything is cleared away after a week', async () => {
    expectDone(await take('ada', 'a.txt'));
    expect(await clearLooseFiles(office.reader)).toBe(0);
    office.clock.set((office.clock.now() + 8 * 1440) as never);
    expect(await clearLooseFiles(office.reader)).toBe(1);
    expect(refusalOf(await read('ada'))).toMatchObject({ code: 'not-found' });
  });

  test.each([
    ['../../etc/passwd', 'passwd'],
    ['C:\\Windows\\boot.ini', 'boot.ini'],
    ['..', 'file'],
    ['.htaccess', 'htaccess'],
    ['a\u0000b\r\nc.txt', 'abc.txt'],
    ['invoice\u202Egpj.exe', 'invoicegpj.exe'],
    [`${'x'.repeat(300)}.pdf`, `${'x'.repeat(116)}.pdf`],
  ])('the name %j becomes %j', (name, safe) => expect(safeFileName(name)).toBe(safe));
});

describe('the thread and the news', () => {
  const write = (name: string, ref: string, text: string, more = {}) =>
    sendMessage(office.as(name), ref, messageSchema.parse({ key: crypto.randomUUID(), text, ...more }));

  test('whoever asked and the office write to each other; what is internal stays inside', async () => {
    const ref = await reference('ada');
    const key = crypto.randomUUID();
    expectDone(await write('ada', ref, 'May we come earlier?', { key }));
    expectDone(await write('ada', ref, 'May we come earlier?', { key }));
    expectDone(await write('mara', ref, 'Yes.'));
    expectDone(await write('nils', ref, 'They always do.', { kind: 'internal' }));
    expect((await view('ada', ref)).messages.map(({ text, side }) => [text, side])).toEqual([
      ['May we come earlier?', 'requester'],
      ['Yes.', 'office'],
    ]);
    expect((await view('mara', ref)).messages).toHaveLength(3);
    expect(refusalOf(await write('ben', ref, 'Hello?'))).toMatchObject({ code: 'not-allowed' });
    expect(refusalOf(await write('ada', ref, 'x', { kind: 'internal' }))).toMatchObject({
      code: 'not-allowed',
    });
  });

  test('a message takes files along; those of somebody else keep it from being written', async () => {
    const ref = await reference('ada');
    expectDone(await takeFile(office.as('ada'), { key: KEY, name: 'plan.txt' }, stream(new Uint8Array([7]))));
    expect(refusalOf(await write('mara', ref, 'Look.', { fileKeys: [KEY] }))).toMatchObject({
      fields: [{ path: 'fileKeys' }],
    });
    expect((await view('mara', ref)).messages).toEqual([]);
    expectDone(await write('ada', ref, '', { fileKeys: [KEY] }));
    expect((await view('mara', ref)).messages[0]!.files).toEqual([{ key: KEY, name: 'plan.txt', bytes: 1 }]);
    expectDone(await openFile(office.as('mara'), KEY));
    // A crew reads no messages, so it has no files of them.
    for (const name of ['ben', 'cato'])
      expect(refusalOf(await openFile(office.as(name), KEY))).toMatchObject({ code: 'not-allowed' });
  });

  test('a file of an internal message is for the office alone', async () => {
    const ref = await reference('ada');
    await takeFile(office.as('nils'), { key: KEY, name: 'estimate.txt' }, stream(new Uint8Array([7])));
    expectDone(await write('nils', ref, 'What it costs us.', { kind: 'internal', fileKeys: [KEY] }));
    expectDone(await openFile(office.as('mara'), KEY));
    for (const name of ['ada', 'ben', 'cato'])
      expect(refusalOf(await openFile(office.as(name), KEY))).toMatchObject({ code: 'not-allowed' });
  });

  test('news is what others did and wrote, until it was read', async () => {
    const ref = await submit(office, 'ada', { title: 'Fern names' });
    expect((await newsFor(office.as('ada'))).lines).toEqual([]);
    expectDone(await write('mara', ref, 'See you then.'));
    office.clock.set((office.clock.now() + 5) as never);
    expectDone(await act(office, 'mara', ref, { action: 'approve', reason: 'Agreed.' }));
    const news = await newsFor(office.as('ada'));
    expect(news.lines.map(({ what, who, isNew }) => [what, who, isNew])).toEqual([
      ['approved 1 date', 'Mara Venn', true],
      ['wrote to you', 'Mara Venn', true],
    ]);
    expect(await unreadNews(office.as('ada'))).toBe(2);
    expectDone(await markNewsRead(office.as('ada'), news.upTo));
    expect((await newsFor(office.as('ada'))).unread).toBe(0);
    expect(await unreadNews(office.as('ada'))).toBe(0);
    expectDone(await write('mara', ref, 'Bring ferns.'));
    expect((await newsFor(office.as('ada'))).unread).toBe(1);
    // Marks only go forward.
    expectDone(await markNewsRead(office.as('ada'), { changeSet: 0, message: 0 }));
    expect((await newsFor(office.as('ada'))).unread).toBe(1);
    expect((await newsFor(office.as('ben'))).lines).toEqual([]);
  });
});
