import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../settings';
import { openDatabase, type Database } from './connection';

const folder = (): string => join(dataFolder(), 'copies');

/** What was left behind where a process was cut off. */
export const clearCopies = (): void => rmSync(folder(), { recursive: true, force: true });

/**
 * Works on a throw-away copy of the database as it is at this moment. Making it reads only: others go on writing the real
 * one meanwhile, and nothing of what is done to the copy comes to be.
 */
export async function onCopy<Value>(
  db: Pick<Database, 'sequelize'>,
  work: (copy: Database) => Promise<Value>,
): Promise<Value> {
  mkdirSync(folder(), { recursive: true });
  const file = join(folder(), `${randomUUID()}.sqlite`);
  try {
    await db.sequelize.query('VACUUM INTO $file', { bind: { file } });
    const copy = openDatabase(file);
    try {
      return await work(copy);
    } finally {
      await copy.close();
    }
  } finally {
    for (const end of ['', '-wal', '-shm']) rmSync(`${file}${end}`, { force: true });
  }
}
