import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import type { WorldSnapshot } from '@/core/checks/world';
import type { Requester } from '@/core/spaces/policy';
import { localDateField, rowId } from '@/contracts/forms/fields';

/** Days a form looks at at once; more dates than fit are the server's to check. */
export const MOST_SURROUNDING_DAYS = 62;

/** Those wanted, and some that single dates go to instead. */
export const MOST_SURROUNDING_SPACES = 24;

/** What stands around a choice: so many days of some spaces and kinds of equipment. */
export const surroundingsSchema = z
  .object({
    from: localDateField,
    to: localDateField,
    spaceIds: z
      .array(rowId<SpaceId>(untranslated('a space')))
      .max(MOST_SURROUNDING_SPACES, lazyText`At most ${MOST_SURROUNDING_SPACES} spaces.`),
    typeIds: z
      .array(rowId<EquipmentTypeId>(untranslated('equipment')))
      .max(40, lazyText`At most forty kinds of equipment.`),
  })
  .refine(({ from, to }) => from <= to, {
    path: ['to'],
    ...lazyText`The last day must not be before the first.`,
  })
  .refine(({ from, to }) => Date.parse(to) - Date.parse(from) <= MOST_SURROUNDING_DAYS * 86_400_000, {
    path: ['to'],
    ...lazyText`At most ${MOST_SURROUNDING_DAYS} days at once.`,
  });

export type SurroundingsInput = z.output<typeof surroundingsSchema>;

/**
 * The world as the core takes it, without names: who has what is nobody's business here, only that it is taken. Kits
 * come along, since a form has to count them.
 */
export interface Surroundings {
  readonly world: WorldSnapshot;
  readonly requester: Requester;
  readonly kits: readonly {
    readonly kit: EquipmentTypeId;
    readonly typeId: EquipmentTypeId;
    readonly quantity: number;
  }[];
}
