import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../platform/settings';
import { openDatabase, type Database } from './connection';

const folder = (): string => join(dataFolder(), 'copies');

/** What was left behind by a process that was cut off; by any where none is named. */
export function clearCopies(pid?: number): void {
  if (pid === undefined) return rmSync(folder(), { recursive: true, force: true });
  if (!existsSync(folder())) return;
  for (const name of readdirSync(folder()))
    if (name.startsWith(`${pid}-`)) rmSync(join(folder(), name), { force: true });
}

/**
 * Works on a throw-away copy of the database as it is at this moment. Making it reads only: others go on writing the real
 * one meanwhile, and nothing of what is done to the copy comes to be.
 */
export async function onCopy<Value>(
  db: Pick<Database, 'sequelize'>,
  work: (copy: Database) => Promise<Value>,
): Promise<Value> {
  mkdirSync(folder(), { recursive: true });
  const file = join(folder(), `${process.pid}-${randomUUID()}.sqlite`);
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
