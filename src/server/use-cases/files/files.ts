import { t } from '@/contracts/language/translate';
import { idOf, type RequestId } from '@/core/ids';
import type { PersonId } from '@/core/ids';
import { mayKnowBooking, worksWithBookings } from '@/core/publishing/right-to-know';
import {
  MOST_FILE_BYTES,
  MOST_FILE_MB,
  MOST_LOOSE_FILES,
  safeFileName,
  type FileLine,
  type UploadInput,
} from '@/contracts/requests/files';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { ONLY_FOR } from '../../auth/policy';
import type { SignedInContext } from '../../context/context';
import { keep, type Reader } from '../../db/connection';
import { dropStored, keepStream, readStored } from '../../platform/files/store';
import { accessTo } from '../access/request-access';
import { WHO_SEES_CLAIMS, FILE_BY_KEY, COUNT_LOOSE, WHOSE_REQUEST } from './files.queries';
import { File } from '../../db/tables/requests';
import { readJson } from '../../db/tables/column';

interface FileRow {
  readonly key: string;
  readonly name: string;
  readonly bytes: number;
  readonly stored_as: string;
  readonly owner_id: number | null;
  readonly request_id: RequestId | null;
  /** Of the message it was sent with; null for a file of a request itself, or of nothing yet. */
  readonly thread: 'with-requester' | 'internal' | null;
}

const fileOf = async (reader: Reader, key: string): Promise<FileRow | undefined> =>
  (await reader.all(FILE_BY_KEY, { key }))[0];

const lineOf = ({ key, name, bytes }: FileRow): FileLine => ({ key, name, bytes });

/** Takes a file in. It belongs to whoever sent it until a request or a message names it. */
export async function takeFile(
  ctx: SignedInContext,
  { key, name }: UploadInput,
  body: ReadableStream<Uint8Array> | null,
): Promise<Outcome<FileLine>> {
  const me = ctx.viewer.personId;
  const loose = await ctx.db.one(COUNT_LOOSE, { me, key });
  if (loose.count >= MOST_LOOSE_FILES)
    return refuse({
      code: 'bad-input',
      fields: [
        {
          path: 'file',
          message: t`${MOST_LOOSE_FILES} files wait already to be sent with something. Send them first, or leave some out.`,
        },
      ],
    });
  const stored = await keepStream(body, MOST_FILE_BYTES);
  if (!stored) return refuse({ code: 'file-too-large', limitMb: MOST_FILE_MB });
  const earlier = await ctx.db.write(async (tx) => {
    const before = await fileOf(tx, key);
    if (!before)
      await tx.table(File).insert({
        key,
        name: safeFileName(name),
        media_type: 'application/octet-stream',
        bytes: stored.bytes,
        sha256: stored.sha256,
        stored_as: stored.storedAs,
        owner_id: me,
        uploaded_min: ctx.clock.now(),
      });
    return keep(before);
  });
  if (!earlier) return done({ key, name: safeFileName(name), bytes: stored.bytes });
  await dropStored(stored.storedAs);
  return earlier.owner_id === me ? done(lineOf(earlier)) : refuse({ code: 'key-used' });
}

const NOBODY = idOf<PersonId>(-1);

/** Whether the roles of the viewer see what is on in the spaces of some date of the request. */
async function seesSomeOf({ db, viewer }: SignedInContext, request: RequestId): Promise<boolean> {
  const claims = await db.all(WHO_SEES_CLAIMS, { request });
  return claims.some(({ seenBy }) =>
    mayKnowBooking(viewer, {
      requesterId: NOBODY,
      isPublic: false,
      seenBy: readJson(seenBy),
    }),
  );
}

/** Whether the viewer may have the file: its sender, and all who may read the request or the message it was sent with. */
async function mayRead(ctx: SignedInContext, file: FileRow): Promise<boolean> {
  const { viewer, db } = ctx;
  if (file.thread === 'internal') return viewer.roles.includes('manager');
  if (file.owner_id === viewer.personId) return true;
  if (file.request_id === null) return false;
  if (!file.thread && worksWithBookings(viewer) && (await seesSomeOf(ctx, file.request_id))) return true;
  const request = await db.value(WHOSE_REQUEST, { id: file.request_id });
  const access = await accessTo(ctx, request);
  return file.thread ? access === 'own' || access === 'office' : access !== null;
}

export interface OpenFile extends FileLine {
  readonly content: ReadableStream;
}

/** A file to be downloaded. */
export async function openFile(ctx: SignedInContext, key: string): Promise<Outcome<OpenFile>> {
  const file = await fileOf(ctx.db, key);
  if (!file) return refuse({ code: 'not-found', what: t`such file` });
  if (!(await mayRead(ctx, file))) return refuse({ code: 'not-allowed', what: ONLY_FOR['file.read'] });
  const content = readStored(file.stored_as);
  return content ? done({ ...lineOf(file), content }) : refuse({ code: 'not-found', what: t`such file` });
}

/** Lets go of a file that belongs to nothing yet. One that is gone already is no fault. */
export async function dropFile(
  ctx: SignedInContext,
  key: string,
): Promise<Outcome<{ readonly key: string }>> {
  const dropped = await ctx.db.write(async (tx) => {
    const file = await fileOf(tx, key);
    if (!file || file.owner_id !== ctx.viewer.personId || file.request_id !== null) return keep(null);
    await tx.table(File).remove({ key });
    return keep(file.stored_as);
  });
  if (dropped) await dropStored(dropped);
  return done({ key });
}
