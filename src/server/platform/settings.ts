import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseLocalDateTime, type LocalDateTime } from '@/core/time/local-time';
import { processWide } from './process-wide';

/**
 * While `next build` tries pages, whatever runs before a page asks for cookies runs too. A database opened there would
 * stand empty in the folder the demo or the first day is made in.
 *
 * @throws Error in the build.
 */
export function assertNotBuilding(what: string): void {
  if (process.env.NEXT_PHASE === 'phase-production-build')
    throw new Error(`${what} while the pages are built: ask for cookies, headers or connection() first`);
}

/** Folder of the database and everything else an installation keeps; `CALENDARIO_DATA`, else ./data. */
export function dataFolder(): string {
  assertNotBuilding('the data folder was asked for');
  return resolve(/* turbopackIgnore: true */ process.env.CALENDARIO_DATA ?? 'data');
}
export const databaseFile = (): string => join(dataFolder(), 'calendario.sqlite');

/** For tests and pictures: the clock of the office stands still at this local time of the site. */
export function frozenAt(): LocalDateTime | null {
  const text = process.env.CALENDARIO_CLOCK_FROZEN;
  if (!text) return null;
  const at = parseLocalDateTime(text);
  if (!at) throw new Error(`CALENDARIO_CLOCK_FROZEN is no local time such as 2027-04-13T08:10: ${text}`);
  return at;
}

/** `https://bookings.example.org` where the application is reached through a proxy; decides on Secure cookies too. */
export const publicOrigin = (): string | null => process.env.CALENDARIO_ORIGIN ?? null;

/**
 * The header in which a proxy in front of the application names where a request comes from (`X-Forwarded-For`);
 * `CALENDARIO_TRUSTED_PROXY`. Null where people reach the application directly: then nobody is believed.
 */
export const trustedProxyHeader = (): string | null => process.env.CALENDARIO_TRUSTED_PROXY ?? null;

const ASKS_EVERY_S = 5;

/** How often a page that is seen asks whether anything has changed, in seconds; `CALENDARIO_ASKS_EVERY_S`, 0 for never. */
export function asksEveryMs(): number {
  const text = process.env.CALENDARIO_ASKS_EVERY_S;
  const seconds = text === undefined ? ASKS_EVERY_S : Number(text);
  if (!(seconds >= 0)) throw new Error(`CALENDARIO_ASKS_EVERY_S is no number of seconds: ${text}`);
  return seconds * 1000;
}

/** Whether the page of the kit of parts is there, for those who build it; `CALENDARIO_SHOWS_KIT=1`. */
export const showsKit = (): boolean => process.env.CALENDARIO_SHOWS_KIT === '1';

/** Where links in mail lead. */
export const mailOrigin = (): string =>
  publicOrigin()?.replace(/\/$/, '') ?? `http://127.0.0.1:${process.env.PORT ?? '3000'}`;

// Next loads the server in several bundles: what is read once is kept for the process, so that all forget it together.
const secret = processWide<string>('session secret');

/** Seals session cookies and private links. Made at the first start and kept in the data folder, readable by the owner only. */
export function sessionSecret(): string {
  if (secret.value) return secret.value;
  const file = join(dataFolder(), 'session-secret');
  mkdirSync(dataFolder(), { recursive: true });
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
  return (secret.value = readFileSync(file, 'utf8').trim());
}

/** After another house came into the place of this one, with a secret of its own. */
export const forgetSecret = (): void => {
  delete secret.value;
};
