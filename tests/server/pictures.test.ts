import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { PICTURE_LIMIT_MB, sendPictureSchema } from '@/contracts/calendar/pictures';
import { filesFolder } from '@/server/platform/files/store';
import { historyOfEntry } from '@/server/use-cases/administration/entries/read-entries';
import {
  dropPicture,
  pictureBytes,
  pictureOf,
  sendPicture,
} from '@/server/use-cases/administration/entries/pictures';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { doWithEntry } from '@/server/use-cases/administration/entries/entry-commands';
import { expectDone, refusalOf } from '@tests/builders/changes';
import { openOffice, SPACE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const body = (bytes: Uint8Array) => Readable.toWeb(Readable.from([bytes])) as ReadableStream<Uint8Array>;
const send = (bytes: Uint8Array, more: object = {}) =>
  sendPicture(
    office.as('mara'),
    sendPictureSchema.parse({ of: 'space', id: String(SPACE.ST), about: 'The studio at noon', ...more }),
    body(bytes),
  );
const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#885533' } });
const shown = () => pictureOf(office.db, 'space', SPACE.ST);
const onDisk = () => (existsSync(filesFolder()) ? readdirSync(filesFolder()) : []);

test('what was sent is drawn anew: upright, no larger than it is shown, and without what the camera wrote', async () => {
  const photo = await plain(3000, 1000)
    .jpeg()
    .withExif({
      IFD0: { Copyright: 'somebody' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
    })
    .withMetadata({ orientation: 6 })
    .toBuffer();
  expect((await sharp(photo).metadata()).exif).toBeDefined();
  expectDone(await send(photo));
  // Turned by a quarter, then made to fit 1600 by 1200.
  expect(await shown()).toMatchObject({ about: 'The studio at noon', width: 400, height: 1200 });
  const [name] = onDisk();
  const kept = readFileSync(join(filesFolder(), name!));
  const facts = await sharp(kept).metadata();
  expect([facts.format, facts.exif, facts.orientation]).toEqual(['webp', undefined, undefined]);
  expect(await buffer((await pictureBytes(office.db, name!)) as never)).toEqual(kept);
});

test('another takes its place; one that is taken away leaves nothing on disk', async () => {
  expectDone(await send(await plain(300, 200).png().toBuffer()));
  const first = (await shown())!.href;
  expectDone(await send(await plain(300, 200).webp().toBuffer(), { about: 'At night' }));
  expect((await shown())!.href).not.toBe(first);
  expect(onDisk()).toHaveLength(1);
  expect(await pictureBytes(office.db, first.split('/').at(-1)!)).toBeNull();
  const drop = { key: randomUUID(), of: 'space' as const, id: SPACE.ST };
  expectDone(await dropPicture(office.as('mara'), drop));
  expectDone(await dropPicture(office.as('mara'), { ...drop, key: randomUUID() }));
  expect([await shown(), onDisk()]).toEqual([null, []]);
  expect((await historyOfEntry(office.as('mara'), 'space', SPACE.ST)).map(({ did }) => did)).toEqual([
    'took a picture away',
    'put a picture: At night',
    'put a picture: The studio at noon',
  ]);
});

const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><image href="file:///etc/hostname"/></svg>`;
test.each([
  ['nothing', () => Buffer.alloc(0)],
  ['a text', () => Buffer.from('no picture')],
  ['a drawing that could ask for files', () => Buffer.from(SVG)],
  ['half a picture', async () => (await plain(900, 900).png().toBuffer()).subarray(0, 60)],
])('%s is refused and leaves nothing', async (_, make) => {
  expect(refusalOf(await send(await make()))).toMatchObject({
    code: 'bad-input',
    fields: [{ path: 'picture' }],
  });
  expect([await shown(), onDisk()]).toEqual([null, []]);
});

test('one that is too large, and one of nothing, are refused', async () => {
  const large = Buffer.alloc(PICTURE_LIMIT_MB * 1024 * 1024 + 1);
  expect(refusalOf(await send(large)).code).toBe('file-too-large');
  expect(refusalOf(await send(await plain(9, 9).png().toBuffer(), { id: '99' })).code).toBe('not-found');
  expect(sendPictureSchema.safeParse({ of: 'attic', id: 'x', about: ' ' }).success).toBe(false);
});

test('a space that goes takes its picture along', async () => {
  const { id } = expectDone(
    await saveEntry(office.as('mara'), 'space', {
      key: randomUUID(),
      id: null,
      rowVersion: 0,
      preview: false,
      doc: {
        buildingId: 1,
        code: 'XX',
        name: 'Nook',
        layouts: [{ layout: 'standing', seats: 4, setupMin: 0, strikeMin: 0 }],
        hours: [],
        questions: [],
      },
    }),
  );
  expectDone(await send(await plain(9, 9).png().toBuffer(), { id: String(id) }));
  expectDone(
    await doWithEntry(office.as('mara'), 'space', id, {
      key: randomUUID(),
      command: 'remove',
      preview: false,
    }),
  );
  expect(await office.db.rows('SELECT 1 FROM picture')).toEqual([]);
});
