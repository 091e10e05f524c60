import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { seedDemo } from '@demo/seed';
import { openDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { databaseFile } from '@/server/platform/settings';

/** The demo is made beside its place and moved there when whole: a start that was cut off leaves nothing half made. */
async function makeDemo(file: string): Promise<void> {
  console.log('Making the Quillmere demo (once, some ten seconds) …');
  const making = `${file}.making`;
  mkdirSync(dirname(file), { recursive: true });
  for (const end of ['', '-wal', '-shm']) rmSync(making + end, { force: true });
  const db = openDatabase(making);
  await migrate(db);
  await seedDemo(db);
  await db.rows('PRAGMA wal_checkpoint(TRUNCATE)');
  await db.close();
  for (const end of ['-wal', '-shm']) rmSync(making + end, { force: true });
  renameSync(making, file);
}

async function main(): Promise<void> {
  const file = databaseFile();
  if (!existsSync(file)) await makeDemo(file);
  const db = openDatabase(file);
  await migrate(db);
  if (!(await db.rows(`SELECT 1 FROM setting WHERE key = 'demo_clock'`)).length) {
    console.error(
      `${file} does not hold the demo. Use another folder: CALENDARIO_DATA=./demo-data npm run demo`,
    );
    process.exitCode = 1;
  }
  await db.close();
}

void main();
