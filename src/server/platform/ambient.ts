import { AsyncLocalStorage } from 'node:async_hooks';
import { channel } from 'node:diagnostics_channel';
import type { IncomingMessage } from 'node:http';
import { hasOfficeLanguage, wantedLanguage } from '@/contracts/language/languages';
import {
  readSettings,
  SETTINGS_COOKIE,
  tellSettings,
  USUAL_SETTINGS,
  type OwnSettings,
} from '@/contracts/own-settings';
import { processWide } from './process-wide';

const held = processWide<AsyncLocalStorage<OwnSettings>>('settings of whoever is served');

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
 * From now on whatever a request causes is written for whoever sent it, by the settings in its cookie: sentences are made
 * deep inside by functions that know nothing of requests. Node tells of each request before anybody answers it.
 */
export function listenForSettings(): void {
  channel('http.server.request.start').subscribe((message) => {
    const { request } = message as { request: IncomingMessage };
    const chosen = readSettings(cookieOf(request.headers.cookie));
    const language =
      chosen.language ??
      (hasOfficeLanguage() ? null : wantedLanguage(request.headers['accept-language'] ?? ''));
    storage().enterWith({ ...chosen, language });
  });
}

/** Writes something for somebody else than whoever caused it: a letter, what is kept for all. */
export const writtenFor = <Value>(settings: OwnSettings, work: () => Value): Value =>
  storage().run(settings, work);

/** Writes something that is kept, and read by anybody. */
export const writtenForAll = <Value>(work: () => Value): Value => writtenFor(USUAL_SETTINGS, work);
