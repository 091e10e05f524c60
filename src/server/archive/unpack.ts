import { t } from '@/contracts/language/translate';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createReadStream, createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { extract, type ReadEntry } from 'tar';
import { ARCHIVE_LIMIT_MB, UNPACKED_LIMIT_MB } from '@/contracts/administration/archive';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { MANIFEST } from './folders';

const MB = 1024 * 1024;
const NAMES = new Set([MANIFEST, 'calendario.sqlite', 'session-secret']);
/** More than any house holds: a file each of letters and attachments of many years. */
const MOST_MEMBERS = 50_000;
const FOLDERS = /^(files|mail)\/$/;
const IN_FOLDERS = /^(files|mail)\/[\w-][\w.-]{0,80}$/;

class TooLarge extends Error {}

const bad = (why: string) => refuse({ code: 'bad-archive', why });
const NO_ARCHIVE = () => t`It is no gzipped tar, or it was cut off on its way.`;

/** What keeps count of what has come, and ends it where that is too much. */
function counting(most: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Uint8Array, _, next) {
      bytes += chunk.byteLength;
      if (bytes > most) next(new TooLarge());
      else next(null, chunk);
    },
  });
}

/** Whether an entry is one of those an archive may have. */
function isExpected({ path, type }: ReadEntry): boolean {
  if (type === 'Directory') return FOLDERS.test(path);
  return (type === 'File' || type === 'OldFile') && (NAMES.has(path) || IN_FOLDERS.test(path));
}

const packedIn = (folder: string): string => join(/* turbopackIgnore: true */ folder, 'arrived.tar.gz');

/** Keeps what is sent as it comes, in an empty folder. */
export async function keepArrived(
  body: ReadableStream<Uint8Array> | null,
  folder: string,
): Promise<Outcome<null>> {
  if (!body) return bad(t`Nothing was sent.`);
  try {
    await pipeline(
      Readable.fromWeb(body as Parameters<typeof Readable.fromWeb>[0]),
      counting(ARCHIVE_LIMIT_MB * MB),
      createWriteStream(packedIn(folder), { mode: 0o600 }),
    );
    return done(null);
  } catch (error) {
    if (error instanceof TooLarge) return refuse({ code: 'file-too-large', limitMb: ARCHIVE_LIMIT_MB });
    return bad(NO_ARCHIVE());
  }
}

/** Unpacks beside itself what was kept, and refuses what an archive of a house never holds. */
export async function unpackOffice(folder: string): Promise<Outcome<null>> {
  for (const name of ['files', 'mail'])
    mkdirSync(join(/* turbopackIgnore: true */ folder, name), { mode: 0o700 });
  let unpacked = 0;
  let members = 0;
  /** Reading ends with the first thing that belongs to no house. */
  const whyNot = (entry: ReadEntry): string | null => {
    unpacked += entry.size;
    members += 1;
    if (members > MOST_MEMBERS) return t`It holds more files than any office.`;
    if (unpacked > UNPACKED_LIMIT_MB * MB) return t`It is larger than any office.`;
    return isExpected(entry) ? null : t`It holds “${entry.path.slice(0, 80)}”, which belongs to no office.`;
  };
  let stopped: string | null = null;
  const unpack = extract({
    cwd: folder,
    strict: true,
    filter: (_, entry) => {
      if (stopped) return false;
      stopped = whyNot(entry as ReadEntry);
      if (stopped) unpack.abort(new Error(stopped));
      return !stopped;
    },
  });
  try {
    await pipeline(createReadStream(packedIn(folder)), unpack as unknown as NodeJS.WritableStream);
  } catch {
    return bad(stopped ?? NO_ARCHIVE());
  }
  if (stopped) return bad(stopped);
  rmSync(packedIn(folder));
  return done(null);
}
