import { readSettings, tellSettings, type OwnSettings } from '@/contracts/own-settings';

let chosen: OwnSettings | null = null;

/**
 * In the browser settings are those the page was drawn with: both write the same words. The server has its own way, so
 * this does nothing there.
 */
if (typeof document !== 'undefined')
  tellSettings(() => (chosen ??= readSettings(document.documentElement.dataset.settings)));

/** What is shown at once; the rest of a page shows it when it is loaded anew. */
export function showSettings(settings: OwnSettings): void {
  const { dataset } = document.documentElement;
  chosen = settings;
  if (settings.theme === 'device') delete dataset.theme;
  else dataset.theme = settings.theme;
  if (settings.contrast === 'usual') delete dataset.contrast;
  else dataset.contrast = settings.contrast;
}
