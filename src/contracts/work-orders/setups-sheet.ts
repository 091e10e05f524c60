import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import { localDateField } from '@/contracts/forms/fields';

/** What of the work is printed. */
export const SETUPS_SHEETS = ['day', 'week', 'stores', 'order'] as const;
export type SetupsSheetKind = (typeof SETUPS_SHEETS)[number];

/** What is put on paper of the setup work, as it stands in the address of the PDF and the CSV. */
export const setupsSheetSchema = z
  .object({
    what: z
      .enum(SETUPS_SHEETS, lazyText`Choose the day, the week, the stores or a work order.`)
      .default('day'),
    /** Today where none is given; for a week any day of it. */
    day: localDateField.optional(),
    order: z.coerce
      .number(lazyText`There is no such work order.`)
      .int(lazyText`There is no such work order.`)
      .positive()
      .optional(),
  })
  .refine(({ what, order }) => what !== 'order' || order !== undefined, {
    path: ['order'],
    ...lazyText`Say which work order.`,
  });
export type SetupsSheetQuery = z.output<typeof setupsSheetSchema>;

/**
 * Where such a print is. Without a day it is that of today: nothing of it stands in the address, never an empty value.
 */
export const setupsSheetHref = (
  kind: 'pdf' | 'csv',
  query: { readonly what: SetupsSheetKind; readonly day?: string; readonly order?: number },
): string =>
  `/work-orders/sheet.${kind}?${new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  ).toString()}`;
