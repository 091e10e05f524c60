import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import { MOST_DAY_STRIP_DAYS } from './board';
import { localDateField } from '@/contracts/forms/fields';

/** Which days of the board are shown: one to fourteen. */
export const boardQuerySchema = z.object({
  from: localDateField.optional(),
  days: z.coerce
    .number(lazyText`Days are a whole number.`)
    .int(lazyText`Days are a whole number.`)
    .min(1, lazyText`At least one day.`)
    .max(MOST_BOARD_DAYS, lazyText`At most ${MOST_BOARD_DAYS} days at once.`)
    .default(1),
});
export type BoardQuery = z.output<typeof boardQuerySchema>;

/** Which days the day strip tells. */
export const dayStripQuerySchema = z.object({
  from: localDateField,
  days: z.coerce.number().int().min(1).max(MOST_DAY_STRIP_DAYS),
});
