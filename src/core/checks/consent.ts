import type { Finding } from './findings';
import type { ClaimId, EquipmentTypeId, PersonId, SpaceId } from '../ids';

/** What a steward has said of a claim. */
export type ConsentAnswer = 'given' | 'refused';
/** The same, or that nothing was said yet. */
export type ConsentState = ConsentAnswer | 'awaited';

/** Somebody whose consent the use of a place or a pool needs. */
export interface Steward {
  readonly id: PersonId;
  readonly name: string;
}

/** Who looks after which spaces and pools, and what they answered, claim by claim. */
export interface ConsentBook {
  readonly stewardsOf: ReadonlyMap<SpaceId, readonly Steward[]>;
  readonly stewardsOfPool: ReadonlyMap<EquipmentTypeId, readonly Steward[]>;
  readonly answers: ReadonlyMap<ClaimId, ReadonlyMap<PersonId, ConsentAnswer>>;
}

/**
 * What the stewards of one place say together: one who refuses is enough to refuse, one who agrees enough to agree. An
 * answer is given to a claim, so a new claim (another place, time or quantity) has none.
 */
export function consentOf(
  stewards: readonly Steward[],
  answers: ReadonlyMap<PersonId, ConsentAnswer> | undefined,
): ConsentState {
  const given = stewards.flatMap(({ id }) => answers?.get(id) ?? []);
  if (given.includes('refused')) return 'refused';
  return given.includes('given') ? 'given' : 'awaited';
}

/** A date as it is asked whose consent it needs. */
export interface DateForConsent {
  readonly key: string;
  /** Null: a claim still to be made. */
  readonly claimId: ClaimId | null;
  readonly spaceIds: readonly SpaceId[];
  readonly typeIds: readonly EquipmentTypeId[];
}

/**
 * A finding for every place and pool of a claim whose stewards have not agreed. Whoever decides and looks after it needs
 * to ask nobody.
 */
export function consentFindings(
  { stewardsOf, stewardsOfPool, answers: all }: ConsentBook,
  { key, claimId, spaceIds, typeIds }: DateForConsent,
  decidedBy: PersonId | null,
): Finding[] {
  const answers = claimId === null ? undefined : all.get(claimId);
  const findingFor = (
    stewards: readonly Steward[] = [],
    of: { readonly spaceId: SpaceId } | { readonly typeId: EquipmentTypeId },
  ): Finding[] => {
    if (!stewards.length || stewards.some(({ id }) => id === decidedBy)) return [];
    const state = consentOf(stewards, answers);
    if (state === 'given') return [];
    const those =
      state === 'refused' ? stewards.filter(({ id }) => answers?.get(id) === 'refused') : stewards;
    const facts = { rule: 'consent' as const, state, stewards: those.map(({ name }) => name) };
    return 'spaceId' in of
      ? [{ key, spaceId: of.spaceId, facts }]
      : [{ key, spaceId: null, facts: { ...facts, typeId: of.typeId } }];
  };
  return [
    ...spaceIds.flatMap((spaceId) => findingFor(stewardsOf.get(spaceId), { spaceId })),
    ...[...new Set(typeIds)].flatMap((typeId) => findingFor(stewardsOfPool.get(typeId), { typeId })),
  ];
}
