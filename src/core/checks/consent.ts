import type { Finding } from './findings';
import type { ClaimId, PersonId, SpaceId } from '../ids';

export type ConsentAnswer = 'given' | 'refused';
export type ConsentState = ConsentAnswer | 'awaited';

/** Somebody whose consent the use of a place needs. */
export interface Steward {
  readonly id: PersonId;
  readonly name: string;
}

/** Who looks after which spaces, and what they answered, claim by claim. */
export interface ConsentBook {
  readonly stewardsOf: ReadonlyMap<SpaceId, readonly Steward[]>;
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

/**
 * A finding for every place of a claim whose stewards have not agreed. `claimId` null: a claim still to be made. Whoever
 * decides and looks after the place needs to ask nobody.
 */
export function consentFindings(
  book: ConsentBook,
  date: { readonly key: string; readonly claimId: ClaimId | null; readonly spaceIds: readonly SpaceId[] },
  decidedBy: PersonId | null,
): Finding[] {
  const answers = date.claimId === null ? undefined : book.answers.get(date.claimId);
  return date.spaceIds.flatMap((spaceId): Finding[] => {
    const stewards = book.stewardsOf.get(spaceId) ?? [];
    if (!stewards.length || stewards.some(({ id }) => id === decidedBy)) return [];
    const state = consentOf(stewards, answers);
    if (state === 'given') return [];
    const those =
      state === 'refused' ? stewards.filter(({ id }) => answers?.get(id) === 'refused') : stewards;
    return [
      {
        key: date.key,
        spaceId,
        facts: { rule: 'consent', state, stewards: those.map(({ name }) => name) },
      },
    ];
  });
}
