import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import sqlite3 from 'sqlite3';
import { dataFolder } from './settings';
import { processWide } from './process-wide';

const LOCK = 'server.lock';

// A handle nobody holds is closed when memory is cleared up, and its lock is gone.
const held = processWide<sqlite3.Database>('lock of the data folder');

/**
 * Holds the data folder for this process, or says that another server has it. Jobs, limits and what is remembered between
 * requests live in the process, so two servers on one folder would each know half. Held as a lock of an empty database:
 * the operating system lets go of it however the process ends.
 */
export function holdFolder(): Promise<boolean> {
  mkdirSync(dataFolder(), { recursive: true });
  return new Promise((resolve, reject) => {
    const lock = new sqlite3.Database(join(dataFolder(), LOCK), (opened) => {
      if (opened) return reject(opened);
      // A server that is being restarted may take a moment to be gone.
      lock.configure('busyTimeout', 4000);
      lock.exec('BEGIN EXCLUSIVE', (error) => {
        if (!error) {
          held.value = lock;
          return resolve(true);
        }
        if ((error as Error & { code?: string }).code === 'SQLITE_BUSY') return resolve(false);
        reject(error);
      });
    });
  });
}

/** Ends this process where another server has the folder. */
export async function endIfServedAlready(): Promise<void> {
  if (await holdFolder()) return;
  process.stderr.write(
    `\nAnother server of Calendario is running on the folder ${dataFolder()}.\n  Stop that one first, or name another folder for this one: CALENDARIO_DATA=/path/to/folder\n`,
  );
  process.exit(1);
}
