import { AsyncLocalStorage } from 'node:async_hooks';
import type { IncomingMessage } from 'node:http';
import { hasOfficeLanguage, wantedLanguage } from '@/contracts/language/languages';
import {
  readSettings,
  SETTINGS_COOKIE,
  tellSettings,
  USUAL_SETTINGS,
  type OwnSettings,
} from '@/contracts/language/own-settings';
import { processWide } from './process-wide';

const held = processWide<AsyncLocalStorage<OwnSettings>>('settings of the reader');

const storage = (): AsyncLocalStorage<OwnSettings> => {
  if (!held.value) {
    const made = new AsyncLocalStorage<OwnSettings>();
    held.value = made;
    tellSettings(() => made.getStore());
  }
  return held.value;
};

const cookieOf = (header: string | undefined): string | undefined =>
  header
    ?.split(';')
    .map((part) => part.trim())
    .find((part) => part.startsWith(`${SETTINGS_COOKIE}=`))
    ?.slice(SETTINGS_COOKIE.length + 1);

/**
 * Answers a request for whoever sent it, by the settings in its cookie: sentences are made deep inside by functions that
 * know nothing of requests.
 */
export function answeredFor<Value>({ headers }: IncomingMessage, work: () => Value): Value {
  const chosen = readSettings(cookieOf(headers.cookie));
  const language =
    chosen.language ?? (hasOfficeLanguage() ? null : wantedLanguage(headers['accept-language'] ?? ''));
  return storage().run({ ...chosen, language }, work);
}

/** Writes something for somebody else than whoever caused it: a letter, what is kept for all. */
export const writtenFor = <Value>(settings: OwnSettings, work: () => Value): Value =>
  storage().run(settings, work);

/** Writes something that is kept, and read by anybody. */
export const writtenForAll = <Value>(work: () => Value): Value => writtenFor(USUAL_SETTINGS, work);
