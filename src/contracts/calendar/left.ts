import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { LONGEST_DATE_DAYS } from '@/contracts/requests/ask';
import { localDateTimeField, wholeNumber } from '@/contracts/forms/fields';

const minutes = (what: string) => wholeNumber(what, 0, 1440);

/** When something is wanted, from the first crew to the last. */
export const leftSchema = z
  .object({
    startsAt: localDateTimeField,
    endsAt: localDateTimeField,
    beforeMin: minutes(untranslated('Minutes before')).default(0),
    afterMin: minutes(untranslated('Minutes after')).default(0),
  })
  .refine(({ startsAt, endsAt }) => endsAt > startsAt, {
    path: ['endsAt'],
    ...lazyText`The end must be after the start.`,
  })
  .refine(
    ({ startsAt, endsAt }) => Date.parse(endsAt) - Date.parse(startsAt) <= LONGEST_DATE_DAYS * 86_400_000,
    { path: ['endsAt'], ...lazyText`At most ${LONGEST_DATE_DAYS} days.` },
  );
export type LeftInput = z.output<typeof leftSchema>;

/** Of each kind of equipment how many are left over the whole of it; of a kit as many as its contents make. */
export interface LeftReply {
  readonly left: readonly (readonly [type: number, left: number])[];
}
