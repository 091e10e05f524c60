import {
  bringCatalogue,
  catalogueOf,
  languageOf,
  tellOfficeLanguage,
  type Catalogue,
  type Language,
} from '@/contracts/language/languages';
import { readSettings, tellSettings, type OwnSettings } from '@/contracts/language/own-settings';

let chosen: OwnSettings | null = null;

/**
 * In the browser settings are those the page was drawn with: both write the same words. The server has its own way, so
 * this does nothing there.
 */
if (typeof document !== 'undefined') {
  const { settings } = document.documentElement.dataset;
  if (settings !== undefined) chosen = readSettings(settings);
  tellSettings(() => chosen ?? undefined);
  // The page is in a language already, whoever chose it: what is drawn from now on is too.
  tellOfficeLanguage(languageOf(document.documentElement.lang));
}

/**
 * A page that is refused comes without its own markup and is drawn by the browser alone: nothing stands on it yet then.
 * What it was to be drawn with is taken from here, and texts that did not come with it are fetched before anything is
 * said; this is the one place that may wait for them.
 */
export function takePage(settings: OwnSettings, language: Language, texts: string | null): void {
  if (typeof document === 'undefined') return;
  chosen ??= settings;
  tellOfficeLanguage(language);
  if (!texts || catalogueOf(language)) return;
  const request = new XMLHttpRequest();
  request.open('GET', texts.replace('.js?', '.json?'), false);
  request.send();
  if (request.status === 200) bringCatalogue(language, JSON.parse(request.responseText) as Catalogue);
}

/** What is shown at once; the rest of a page shows it when it is loaded anew. */
export function showSettings(settings: OwnSettings): void {
  const { dataset } = document.documentElement;
  chosen = settings;
  if (settings.theme === 'device') delete dataset.theme;
  else dataset.theme = settings.theme;
  if (settings.contrast === 'usual') delete dataset.contrast;
  else dataset.contrast = settings.contrast;
}
