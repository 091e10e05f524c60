import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../platform/settings';

/** What a house consists of on disk: all of it is moved together. */
export const HOUSE_PARTS = ['calendario.sqlite', 'session-secret', 'files', 'mail'] as const;
export const MANIFEST = 'calendario.json';

/** Where houses lie that are being sent, looked at or packed. */
const arriving = (): string => join(dataFolder(), 'arriving');

export const arrivingFolder = (id: string): string => join(arriving(), id);

export function makeArrivingFolder(id: string): string {
  const folder = arrivingFolder(id);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return folder;
}

/** So long a house waits to be put into its place. */
const WAITS_MS = 60 * 60 * 1000;

/** Clears away what was sent and never put into its place. */
export function clearArrived(nowMs: number): number {
  if (!existsSync(arriving())) return 0;
  let cleared = 0;
  for (const name of readdirSync(arriving(), { withFileTypes: true }).filter((each) => each.isDirectory())) {
    const folder = join(arriving(), name.name);
    if (nowMs - statSync(folder).mtimeMs < WAITS_MS) continue;
    rmSync(folder, { recursive: true, force: true });
    cleared += 1;
  }
  return cleared;
}
