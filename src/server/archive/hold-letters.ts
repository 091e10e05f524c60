import { join } from 'node:path';
import { keep, openDatabase } from '../db/connection';
import { migrate } from '../db/migrate';
import { COUNT_UNSENT } from './archive.queries';
import { HOLD_UNSENT } from './archive.queries';

/**
 * Letters that waited where the archive was taken out are sent from there: here they are marked as taken back, so that
 * nobody gets them twice.
 * @returns how many there were.
 */
export async function holdLetters(folder: string): Promise<number> {
  const db = openDatabase(join(folder, 'calendario.sqlite'));
  await migrate(db);
  const waiting = await db.write(async (tx) => {
    const row = await tx.one(COUNT_UNSENT);
    await tx.execute(HOLD_UNSENT);
    return keep(row.n);
  });
  await db.rows('PRAGMA wal_checkpoint(TRUNCATE)');
  await db.close();
  return waiting;
}
