import { untranslated, lazyText, t } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId, PersonId, SpaceId } from '@/core/ids';
import { requiredLine, rowId } from '@/contracts/forms/fields';
import { ids } from './parts';

/** What there is to say of a team. The name is at most 60 letters long. */
export const teamDoc = z.object({
  name: requiredLine(untranslated('Name'), 60),
  members: ids<PersonId>(untranslated('a person')),
});
export type TeamDoc = z.output<typeof teamDoc>;

/** What there is to say of a host. The name is at most 80 letters long, members at most 2,000. */
export const organisationDoc = z.object({
  name: requiredLine(untranslated('Name'), 80),
  members: ids<PersonId>(untranslated('a person'), 2000),
});
export type OrganisationDoc = z.output<typeof organisationDoc>;

/** Roles that hold for the whole site. A steward looks after named places instead. */
export const SITE_ROLES = ['requester', 'manager', 'crew', 'housekeeper'] as const;

const LOOKED_AFTER = ['building', 'space', 'pool'] as const;

/**
 * What there is to say of a person; addresses are unique whatever their letters' size. The address is at most 120
 * letters long and never another person's.
 */
export const personDoc = z.object({
  name: requiredLine(untranslated('Name'), 80),
  email: z.email(lazyText`That is no e-mail address.`).max(120, lazyText`At most 120 letters.`),
  roles: z.array(z.enum(SITE_ROLES)).default([]),
  looksAfter: z
    .array(
      z
        .object({
          of: z.enum(LOOKED_AFTER, lazyText`Say whether a building, a space or equipment.`),
          buildingId: rowId<number>(untranslated('a building')).nullable().default(null),
          spaceId: rowId<SpaceId>(untranslated('a space')).nullable().default(null),
          poolId: rowId<EquipmentTypeId>(untranslated('equipment')).nullable().default(null),
          /** Nothing is approved there without this person's consent. */
          asksConsent: z.boolean().default(false),
        })
        .superRefine(({ of, buildingId, spaceId, poolId }, context) => {
          const chosen = { building: buildingId, space: spaceId, pool: poolId }[of];
          if (chosen === null)
            context.addIssue({ code: 'custom', path: [`${of}Id`], message: t`Choose which one.` });
        }),
    )
    .max(60, lazyText`At most sixty spaces.`)
    .default([]),
  teams: ids<number>(untranslated('a team'), 60),
  organisations: ids<number>(untranslated('an organisation'), 60),
  deputies: ids<PersonId>(untranslated('a person'), 60),
});
export type PersonDoc = z.output<typeof personDoc>;
