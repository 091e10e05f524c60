import { z } from 'zod';
import { isZone } from '@/core/time/zone';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import { LANGUAGES } from './languages';
import { USUAL_SETTINGS } from './for-whom';

/** How light the application is. */
export const THEMES = ['device', 'light', 'dark'] as const;
/** How strong its contrast is. */
export const CONTRASTS = ['usual', 'more'] as const;
/** Minutes before one's own booking at which a letter reminds of it. */
export const REMINDERS_MIN = [120, 1440, 2880, 10080] as const;
/** The largest zoom of the board. */
export const MOST_ZOOM = 24;

/** A whole hour of the day, 0 to 24. */
export const settingsHour = z.number().int().min(0).max(24);

/** What somebody has chosen for themselves. In a cookie and, with an account, in the database: wrong parts fall back. */
export const ownSettingsSchema = z.object({
  theme: z.enum(THEMES).catch('device'),
  contrast: z.enum(CONTRASTS).catch('usual'),
  /** 14:00 or 2 pm. */
  clock: z.union([z.literal(24), z.literal(12)]).catch(24),
  /** 1 is Monday, 7 Sunday; 0 goes by the site. */
  weekStart: z.number().int().min(0).max(7).catch(0),
  /** Nothing goes by the house. */
  language: z.enum(LANGUAGES).nullable().catch(null),
  /** Times are told in this zone too; nothing tells them in the site's alone. */
  zone: z.string().refine(isZone).nullable().catch(null),
  /** Hours of the site the board shows, whatever is open; nothing goes by what is open. */
  hours: z
    .tuple([settingsHour, settingsHour])
    .refine(([from, to]) => from < to)
    .nullable()
    .catch(null),
  /** How the board opens. */
  days: z.number().int().min(1).max(MOST_BOARD_DAYS).catch(1),
  zoom: z.number().min(1).max(MOST_ZOOM).catch(1),
});
export type OwnSettings = z.output<typeof ownSettingsSchema>;

/** Where settings stand of those who have not signed in. For at most a year. */
export const SETTINGS_COOKIE = 'settings';

/** Settings as the value of a cookie: only what is not usual. */
export function settingsText(settings: OwnSettings): string {
  const chosen = Object.entries(settings).filter(
    ([name, value]) => JSON.stringify(value) !== JSON.stringify(USUAL_SETTINGS[name as keyof OwnSettings]),
  );
  return encodeURIComponent(JSON.stringify(Object.fromEntries(chosen)));
}

const MOST_LETTERS = 600;

/** What a cookie holds; it is text from outside. What cannot be read is as usual, never an error. */
export function readSettings(text: string | undefined): OwnSettings {
  if (!text || text.length > MOST_LETTERS) return USUAL_SETTINGS;
  try {
    const read: unknown = JSON.parse(decodeURIComponent(text));
    return ownSettingsSchema.catch(USUAL_SETTINGS).parse({ ...USUAL_SETTINGS, ...(read as object) });
  } catch {
    return USUAL_SETTINGS;
  }
}

export { ownSettings, tellSettings, USUAL_SETTINGS, weekStartOf } from './for-whom';
