import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import { datesQuerySchema, MOST_DATES_DAYS } from './dates';

/** What can be printed. */
export const PRINTS = ['dates', 'board', 'space', 'pool'] as const;
export type PrintKind = (typeof PRINTS)[number];

/** What is printed, as it stands in the address of the preview and of the PDF. */
export const printQuerySchema = datesQuerySchema
  .extend({
    what: z.enum(PRINTS, lazyText`Choose what to print.`).default('dates'),
    /** Code of the space, or number of the pool. */
    of: z
      .string()
      .max(60, lazyText`There is no such space.`)
      .default(''),
    detail: z.enum(['brief', 'detailed'], lazyText`Choose brief or detailed.`).default('brief'),
    page: z.enum(['upright', 'wide'], lazyText`Choose upright or wide.`).default('upright'),
    apart: z.literal('1').optional(),
  })
  .refine(({ what, days }) => what !== 'board' || days <= MOST_BOARD_DAYS, {
    path: ['days'],
    ...lazyText`The board prints at most ${MOST_BOARD_DAYS} days.`,
  });
export type PrintQuery = z.output<typeof printQuerySchema>;

/** On one print of it stand at most so many days. */
export const mostDays = (what: PrintKind): number => (what === 'board' ? MOST_BOARD_DAYS : MOST_DATES_DAYS);

/** So many days are laid out and drawn beside the server, and told how far. */
export const isLongPrint = (days: number): boolean => days > 7;
