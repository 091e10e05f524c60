import { texts } from '@/contracts/language/translate';
import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { PICTURE_LIMIT_MB } from '@/contracts/calendar/pictures';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { filesFolder } from './store';

/** Kinds that are drawn from points alone; what is drawn from text could ask for other files. */
const KINDS: readonly string[] = ['jpeg', 'png', 'webp', 'gif', 'heif', 'tiff'];
const MOST_PIXELS = 80_000_000;
const [MOST_WIDE, MOST_HIGH] = [1600, 1200];

export interface StoredPicture {
  readonly storedAs: string;
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
  readonly sha256: string;
}

/** A body up to a limit; null where it is longer, and then the rest is not read. */
export async function readUpTo(
  body: ReadableStream<Uint8Array> | null,
  most: number,
): Promise<Buffer | null> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = body?.getReader();
  for (;;) {
    const { done: ended, value } = (await reader?.read()) ?? { done: true, value: undefined };
    if (ended) return Buffer.concat(chunks);
    bytes += value.byteLength;
    if (bytes > most) {
      await reader?.cancel();
      return null;
    }
    chunks.push(value);
  }
}

const NONE = refuse(
  texts(
    {
      code: 'bad-input',
      fields: [
        { path: 'picture', message: 'That is no picture that can be read. Send a JPEG, PNG, WebP or GIF.' },
      ],
    },
    'message',
  ),
);

/**
 * Draws what was sent anew, the right way up and no larger than it is shown, and keeps that: where and when it was taken,
 * and by which camera, goes with the rest.
 */
export async function keepPictureFile(
  body: ReadableStream<Uint8Array> | null,
): Promise<Outcome<StoredPicture>> {
  const sent = await readUpTo(body, PICTURE_LIMIT_MB * 1024 * 1024);
  if (!sent) return refuse({ code: 'file-too-large', limitMb: PICTURE_LIMIT_MB });
  let drawn: { data: Buffer; info: { width: number; height: number } };
  try {
    const { format } = await sharp(sent).metadata();
    if (!format || !KINDS.includes(format)) return NONE;
    drawn = await sharp(sent, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: MOST_WIDE, height: MOST_HIGH, fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 80 })
      .toBuffer({ resolveWithObject: true });
  } catch {
    // Whatever it is, the library cannot read it to its end.
    return NONE;
  }
  mkdirSync(filesFolder(), { recursive: true, mode: 0o700 });
  const storedAs = randomUUID();
  const target = join(filesFolder(), storedAs);
  await writeFile(`${target}.part`, drawn.data, { mode: 0o600, flag: 'wx' });
  await rename(`${target}.part`, target);
  return done({
    storedAs,
    width: drawn.info.width,
    height: drawn.info.height,
    bytes: drawn.data.byteLength,
    sha256: createHash('sha256').update(drawn.data).digest('hex'),
  });
}
