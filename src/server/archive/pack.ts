import { cpSync, existsSync, linkSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { create } from 'tar';
import type { Manifest } from '@/contracts/administration/archive';
import type { Context } from '../context/context';
import { openDatabase } from '../db/connection';
import { filesFolder } from '../platform/files/store';
import { mailFolder } from '../effects/letters/mail-file';
import { sessionSecret } from '../platform/settings';
import { officeContact } from '../repositories/house/office-contact';
import { MANIFEST, makeArrivingFolder } from './folders';
import { MIGRATIONS } from './archive.queries';
import { DROP_SESSIONS } from '../repositories/people/sessions.queries';

/** The same bytes under another name, without copying them where the disk can. */
function link(from: string, to: string): void {
  try {
    linkSync(from, to);
  } catch {
    cpSync(from, to);
  }
}

function linkAll(from: string, to: string): void {
  mkdirSync(to, { mode: 0o700 });
  if (!existsSync(from)) return;
  for (const name of readdirSync(from)) if (!name.endsWith('.part')) link(join(from, name), join(to, name));
}

/**
 * Puts the whole house into a folder of its own: the database as one consistent state, without anybody's sessions, then
 * the files; those are only ever added, so that every one the database speaks of is there.
 */
async function gather(ctx: Pick<Context, 'db'>, folder: string, nowMs: number): Promise<void> {
  const target = join(folder, 'calendario.sqlite');
  await ctx.db.copyInto(target);
  const copy = openDatabase(target);
  try {
    await copy.write(async (tx) => ({ keep: true, value: await tx.execute(DROP_SESSIONS) }));
    const office = await officeContact(copy);
    const migrations = await copy.all(MIGRATIONS);
    const manifest: Manifest = {
      format: 'calendario-house',
      version: 1,
      madeAt: new Date(nowMs).toISOString(),
      site: office?.site ?? '',
      migrations: migrations.map(({ name }) => name),
    };
    writeFileSync(join(folder, MANIFEST), `${JSON.stringify(manifest, null, 2)}\n`);
    // One file, without a journal beside it.
    await copy.rows('PRAGMA journal_mode = DELETE');
  } finally {
    await copy.close();
  }
  writeFileSync(join(folder, 'session-secret'), sessionSecret(), { mode: 0o600 });
  linkAll(filesFolder(), join(folder, 'files'));
  linkAll(mailFolder(), join(folder, 'mail'));
}

/** The whole house as a stream of one archive. What it is packed from is dropped when the stream ends, however it does. */
export async function packOffice(ctx: Pick<Context, 'db' | 'newId'>, nowMs: number): Promise<Readable> {
  const folder = makeArrivingFolder(ctx.newId());
  const drop = () => rmSync(folder, { recursive: true, force: true });
  try {
    await gather(ctx, folder, nowMs);
  } catch (error) {
    drop();
    throw error;
  }
  const packed = create({ cwd: folder, gzip: true, portable: true }, [
    MANIFEST,
    'calendario.sqlite',
    'session-secret',
    'files',
    'mail',
  ]);
  return Readable.from(packed).once('close', drop);
}
