import type { OwnSettings } from './own-settings';

/** What counts where somebody has set nothing. */
export const USUAL_SETTINGS: OwnSettings = {
  theme: 'device',
  contrast: 'usual',
  clock: 24,
  weekStart: 0,
  language: null,
  zone: null,
  hours: null,
  days: 1,
  zoom: 1,
};

// Next loads the server in several bundles, and the browser has its own: who tells them hangs on globalThis.
const holder = globalThis as typeof globalThis & { calendarioSettings?: () => OwnSettings | undefined };

/**
 * Says from where settings are read: on the server of the request that is answered, in the browser of its page.
 * Undefined where nobody in particular is written for.
 */
export const tellSettings = (from: () => OwnSettings | undefined): void => {
  holder.calendarioSettings = from;
};

/** What whoever this is written for has chosen; the usual where nobody in particular reads it. */
export const ownSettings = (): OwnSettings => holder.calendarioSettings?.() ?? USUAL_SETTINGS;

/** The day on which a week begins for whoever looks. */
export const weekStartOf = (ofSite: number): number => ownSettings().weekStart || ofSite;
