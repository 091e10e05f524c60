import { rmSync } from 'node:fs';
import { done, type Outcome } from '@/contracts/refusal';
import type { Context } from '../../context';
import { openDatabase } from '../../db/connection';
import { migrate } from '../../db/migrate';
import { replaceDatabase } from '../../runtime';
import { databaseFile } from '../../settings';
import { hasOffice, SET_UP } from './first-start';

const ENDS = ['', '-wal', '-shm'];
let isMaking = false;

/** Makes the demo beside the empty database and puts it in its place when it is whole. */
export async function loadDemo(ctx: Context): Promise<Outcome<{ loaded: true }>> {
  if (isMaking || (await hasOffice(ctx.db))) return SET_UP;
  isMaking = true;
  const making = `${databaseFile()}.making`;
  try {
    for (const end of ENDS) rmSync(making + end, { force: true });
    // Only an office without one needs it: it stays out of all other pages.
    const { seedDemo } = await import('@demo/seed');
    const db = openDatabase(making);
    await migrate(db);
    await seedDemo(db);
    await db.rows('PRAGMA wal_checkpoint(TRUNCATE)');
    await db.close();
    await replaceDatabase(making);
    return done({ loaded: true });
  } finally {
    isMaking = false;
  }
}
