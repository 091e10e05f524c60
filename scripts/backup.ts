import { randomUUID } from 'node:crypto';
import { cpSync, createWriteStream, existsSync, mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { packOffice } from '@/server/archive/pack';
import { openDatabase } from '@/server/db/connection';
import { violations } from '@/server/effects/invariants';
import { filesFolder } from '@/server/platform/files/store';
import { mailFolder } from '@/server/effects/letters/mail-file';
import { databaseFile } from '@/server/platform/settings';

/** The whole house as one archive, as House rules take it out: docs/formats/archive.md. */
async function packInto(target: string): Promise<void> {
  const db = openDatabase(databaseFile());
  const packed = await packOffice({ db, newId: randomUUID }, Date.now());
  await pipeline(packed, createWriteStream(target, { mode: 0o600, flags: 'wx' }));
  await db.close();
  console.log(`Packed into ${target}.`);
}

/**
 * A copy of the database while the application runs: `npm run backup -- path/to/copy.sqlite` (or `.tar.gz`: everything in one), with the files that were
 * sent beside it in `copy.sqlite.files`, and the mail that went out in `copy.sqlite.mail`. VACUUM INTO reads one consistent state; files are only ever added, so that those
 * copied after it hold every one it speaks of. The copy is then opened and its invariants are checked.
 */
async function main(): Promise<void> {
  const target = process.argv[2] && resolve(process.argv[2]);
  if (!target || existsSync(target) || !existsSync(databaseFile())) {
    console.error(
      !target
        ? 'Name the copy: npm run backup -- backups/monday.sqlite'
        : existsSync(target)
          ? `${target} is there already; choose another name.`
          : `There is no database at ${databaseFile()}.`,
    );
    process.exitCode = 1;
    return;
  }
  if (target.endsWith('.tar.gz')) return packInto(target);
  const db = openDatabase(databaseFile());
  await db.copyInto(target);
  const [sent] = await db.rows<{ count: number }>('SELECT COUNT(*) AS count FROM file');
  await db.close();
  for (const [folder, end] of [
    [filesFolder(), 'files'],
    [mailFolder(), 'mail'],
  ] as const) {
    if (!existsSync(folder)) continue;
    mkdirSync(`${target}.${end}`, { mode: 0o700 });
    cpSync(folder, `${target}.${end}`, { recursive: true, filter: (path) => !path.endsWith('.part') });
  }
  const copy = openDatabase(target);
  const broken = await violations(copy);
  await copy.rows('PRAGMA journal_mode = DELETE');
  await copy.close();
  const what = `Copied to ${target}, with ${sent!.count} ${sent!.count === 1 ? 'file' : 'files'}`;
  console.log(
    broken.length
      ? `${what}, but: ${broken.map(({ invariant }) => invariant).join('; ')}`
      : `${what}; all invariants hold.`,
  );
  process.exitCode = broken.length ? 1 : 0;
}

void main();
