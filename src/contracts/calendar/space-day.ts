import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { localDateField } from '@/contracts/forms/fields';

const MOST_SPACES = 12;

/** A day of some spaces, as it stands in the address: `day=2027-04-13&spaces=3,5`. */
export const spaceDaySchema = z.object({
  day: localDateField,
  spaces: z
    .string(lazyText`Name the spaces.`)
    .regex(/^\d{1,9}(,\d{1,9})*$/, lazyText`Name the spaces by their numbers, with commas between.`)
    .transform((text) => [...new Set(text.split(',').map(Number))])
    .refine((ids) => ids.length <= MOST_SPACES, lazyText`At most ${MOST_SPACES} spaces.`),
});
export type SpaceDayQuery = z.output<typeof spaceDaySchema>;

/** What takes a space on a day, itself or through a space it shares floor with. */
export interface SpaceDay {
  readonly spaceId: number;
  readonly taken: readonly {
    readonly start: EpochMinute;
    readonly end: EpochMinute;
    /** Null where the viewer may only know that it is taken. */
    readonly title: string | null;
  }[];
}
