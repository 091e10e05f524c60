import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import { LAYOUTS } from '@/core/seating/layouts';
import { rowId, wholeNumber } from '@/contracts/forms/fields';

const MOST_MINUTES = 366 * 1440;

/**
 * What of a date is to be different; everything else stays. Minutes are of the wall, at most a year either way; what
 * is undefined stays.
 */
export const datePatchSchema = z
  .object({
    shiftMin: z
      .number(lazyText`Minutes to move by is a whole number.`)
      .int(lazyText`Minutes to move by is a whole number.`)
      .min(-MOST_MINUTES, lazyText`At most a year.`)
      .max(MOST_MINUTES, lazyText`At most a year.`)
      .optional(),
    startsAt: z
      .string()
      .regex(/^([01]\d|2[0-3]):[0-5]\d$/, lazyText`A time of day is written as 18:15.`)
      .optional(),
    lengthMin: wholeNumber(untranslated('Length in minutes'), 1, 31 * 1440).optional(),
    spaces: z
      .array(
        z.object({
          from: rowId<SpaceId>(untranslated('the space to release')),
          to: rowId<SpaceId>(untranslated('the space to go to')),
          layout: z.enum(LAYOUTS, lazyText`Choose a layout.`).optional(),
        }),
      )
      .max(6, lazyText`At most six spaces.`)
      .optional(),
    /** For a date that has no space yet. */
    place: z
      .object({
        spaceId: rowId<SpaceId>(untranslated('the space to go to')),
        layout: z.enum(LAYOUTS, lazyText`Choose a layout.`).optional(),
      })
      .optional(),
    people: wholeNumber(untranslated('People expected'), 1, 100_000).optional(),
    accessMin: wholeNumber(untranslated('Access minutes'), 0, 1440).optional(),
    exitMin: wholeNumber(untranslated('Exit minutes'), 0, 1440).optional(),
    equipment: z
      .array(
        z.object({
          typeId: rowId<EquipmentTypeId>(untranslated('equipment from the list')),
          quantity: wholeNumber(untranslated('Quantity'), 0, 10_000),
        }),
      )
      .max(40, lazyText`At most forty kinds of equipment.`)
      .optional(),
    units: z
      .array(
        z.object({
          from: rowId<ResourceId>(untranslated('the unit to release')),
          to: rowId<ResourceId>(untranslated('the unit to take')),
        }),
      )
      .max(40, lazyText`At most forty units.`)
      .optional(),
  })
  .refine(
    (value) => Object.values(value).some((each) => each !== undefined),
    lazyText`Say what is to be different.`,
  );

export type DatePatchBody = z.input<typeof datePatchSchema>;
