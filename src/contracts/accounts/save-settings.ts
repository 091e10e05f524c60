import { z } from 'zod';
import { isZone } from '@/core/time/zone';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import { LANGUAGES } from '@/contracts/language/languages';
import { lazyText } from '@/contracts/language/translate';
import { CONTRASTS, MOST_ZOOM, REMINDERS_MIN, settingsHour, THEMES } from '@/contracts/language/own-settings';

/**
 * Beside them, for those with an account: when letters remind of their own bookings. Null is as the device or the
 * office has it.
 */
export const saveSettingsSchema = z.object({
  settings: z.object({
    theme: z.enum(THEMES, lazyText`Choose a theme.`),
    contrast: z.enum(CONTRASTS, lazyText`Choose a contrast.`),
    clock: z.union([z.literal(24), z.literal(12)], lazyText`Choose how the time is told.`),
    weekStart: z
      .number(lazyText`Choose a day.`)
      .int()
      .min(0)
      .max(7, lazyText`Choose a day.`),
    language: z
      .enum(LANGUAGES, lazyText`Choose a language.`)
      .nullable()
      .default(null),
    zone: z
      .string()
      .refine(isZone, lazyText`This is not a zone of the list, such as America/New_York.`)
      .nullable(),
    hours: z
      .tuple([settingsHour, settingsHour])
      .refine(([from, to]) => from < to, lazyText`The last hour is after the first.`)
      .nullable(),
    days: z
      .number(lazyText`How many days is a number.`)
      .int()
      .min(1, lazyText`At least one day.`)
      .max(MOST_BOARD_DAYS),
    zoom: z.number().min(1).max(MOST_ZOOM),
  }),
  /** Null leaves them as they are. */
  reminders: z
    .array(z.literal(REMINDERS_MIN, lazyText`Choose from the list.`))
    .nullable()
    .default(null),
});
export type SaveSettingsInput = z.output<typeof saveSettingsSchema>;
