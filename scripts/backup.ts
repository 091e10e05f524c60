import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { openDatabase } from '@/server/db/connection';
import { violations } from '@/server/db/invariants';
import { databaseFile } from '@/server/settings';

/**
 * A copy of the database while the application runs: `npm run backup -- path/to/copy.sqlite`. VACUUM INTO reads one
 * consistent state; the copy is then opened and its invariants are checked.
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
  const db = openDatabase(databaseFile());
  await db.rows('VACUUM INTO $target', { target });
  await db.close();
  const copy = openDatabase(target);
  const broken = await violations(copy);
  await copy.rows('PRAGMA journal_mode = DELETE');
  await copy.close();
  console.log(
    broken.length
      ? `Copied to ${target}, but: ${broken.map(({ invariant }) => invariant).join('; ')}`
      : `Copied to ${target}; all invariants hold.`,
  );
  process.exitCode = broken.length ? 1 : 0;
}

void main();
