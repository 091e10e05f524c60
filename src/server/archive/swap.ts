import { z } from 'zod';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder, forgetSecret } from '../platform/settings';
import { HOUSE_PARTS } from './folders';

/** Says that a house is being put into its place, and from where; what was begun is finished with the next start. */
const marker = (): string => join(dataFolder(), 'replacing.json');

const orderSchema = z.object({ from: z.string(), to: z.string() });
type Order = z.output<typeof orderSchema>;

const WAL_ENDS = ['-wal', '-shm'] as const;

const moveIfThere = (from: string, to: string): void => {
  if (existsSync(from)) renameSync(from, to);
};

/**
 * Moves each part: the old one away, the new one in. Every step is one rename and is left out where it was done, so
 * that it can be cut off anywhere and run again.
 */
function carryOut({ from, to }: Order): void {
  const data = dataFolder();
  mkdirSync(to, { recursive: true, mode: 0o700 });
  for (const part of HOUSE_PARTS) {
    const arrived = join(from, part);
    if (!existsSync(arrived)) continue;
    // What belongs to the old database is not read into the new one.
    if (part === 'calendario.sqlite')
      for (const end of WAL_ENDS) moveIfThere(join(data, part + end), join(to, part + end));
    if (!existsSync(join(to, part))) moveIfThere(join(data, part), join(to, part));
    renameSync(arrived, join(data, part));
  }
  rmSync(marker(), { force: true });
  rmSync(from, { recursive: true, force: true });
  forgetSecret();
}

/** Finishes what was begun before the process ended. */
export function finishSwap(): void {
  if (existsSync(marker())) carryOut(orderSchema.parse(JSON.parse(readFileSync(marker(), 'utf8'))));
}

/**
 * Puts a house into the place of the one that is there, whose database must be closed. Parts that did not arrive stay.
 * The house of before goes to `replaced`; the one before that is dropped.
 */
export function swapOffice(from: string): void {
  const to = join(dataFolder(), 'replaced');
  rmSync(to, { recursive: true, force: true });
  const making = `${marker()}.part`;
  writeFileSync(making, JSON.stringify({ from, to }), { mode: 0o600 });
  renameSync(making, marker());
  finishSwap();
}
