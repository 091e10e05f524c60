import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { dataFolder } from '../settings';

/** Beside the database, outside anything that is served as it stands. */
export const filesFolder = (): string => join(dataFolder(), 'files');

export interface StoredFile {
  readonly storedAs: string;
  readonly bytes: number;
  readonly sha256: string;
}

// What comes after the limit is read and thrown away up to here, so that the sender gets an answer and not a reset.
const DRAIN_BYTES = 512 * 1024 * 1024;

/**
 * Keeps a stream under a name of our own making; null where it is longer than `most` bytes, and then nothing is kept.
 * @throws Error of the file system, or of a sender who went away; nothing is kept then either.
 */
export async function keepStream(
  body: ReadableStream<Uint8Array> | null,
  most: number,
): Promise<StoredFile | null> {
  mkdirSync(filesFolder(), { recursive: true, mode: 0o700 });
  const storedAs = randomUUID();
  const target = join(filesFolder(), storedAs);
  const making = `${target}.part`;
  const hash = createHash('sha256');
  let bytes = 0;
  const file = await open(making, 'wx', 0o600);
  try {
    const reader = body?.getReader();
    for (;;) {
      const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
      if (done) break;
      bytes += value.byteLength;
      if (bytes > DRAIN_BYTES) {
        await reader?.cancel();
        break;
      }
      if (bytes > most) continue;
      hash.update(value);
      await file.write(value);
    }
    await file.sync();
  } catch (error) {
    await file.close();
    await rm(making, { force: true });
    throw error;
  }
  await file.close();
  if (bytes > most) {
    await rm(making, { force: true });
    return null;
  }
  await rename(making, target);
  return { storedAs, bytes, sha256: hash.digest('hex') };
}

/** The stored bytes as a web stream; null where they are gone. */
export function readStored(storedAs: string): ReadableStream | null {
  const path = join(filesFolder(), storedAs);
  return existsSync(path) ? (Readable.toWeb(createReadStream(path)) as ReadableStream) : null;
}

export const dropStored = (storedAs: string): Promise<void> =>
  rm(join(filesFolder(), storedAs), { force: true });
