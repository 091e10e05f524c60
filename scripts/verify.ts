import { existsSync } from 'node:fs';
import { openDatabase } from '@/server/db/connection';
import { INVARIANTS, violations } from '@/server/effects/invariants';
import { databaseFile } from '@/server/platform/settings';

/** Runs the invariants on a database: `npm run verify -- path/to.sqlite`, else the one of the data folder. */
async function main(): Promise<void> {
  const file = process.argv[2] ?? databaseFile();
  if (!existsSync(file)) {
    console.error(`There is no database at ${file}. Name one: npm run verify -- path/to/calendario.sqlite`);
    process.exitCode = 2;
    return;
  }
  const db = openDatabase(file);
  const broken = await violations(db);
  for (const { name } of INVARIANTS) {
    const found = broken.find(({ invariant }) => invariant === name);
    console.log(`${found ? 'BROKEN' : 'holds '}  ${name}`);
    for (const what of found?.what.slice(0, 20) ?? []) console.log(`        ${what}`);
  }
  await db.close();
  process.exitCode = broken.length ? 1 : 0;
}

void main();
