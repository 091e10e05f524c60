import { patchDate, withoutFields } from '@/core/changes/patch';
import { planDate, type LiveClaim } from '@/core/changes/plan-date';
import { unapprovable } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import type { StepInput } from '@/contracts/change';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { spanText } from '@/contracts/words/when';
import { applyPlans } from '../../changes/apply-plans';
import type { ChangeSet } from '../../changes/change-set';
import type { SignedInContext } from '../../context';
import type { Reader } from '../../db/connection';
import { loadPlaceNames, placesOf } from '../place-names';
import { loadDates } from '../request-rows';
import { checkPlans, isBlocked, linksOf, sentencesWhere } from './check-plans';
import { outdoorSpaces, patchFor, wantedAfter, type PlannedDate } from './plan-steps';

/** A date that moves and stays outdoors, and the place indoors it gives up by that. */
export interface GivenUp {
  readonly planned: PlannedDate;
  readonly fallback: LiveClaim;
}

/** The places kept indoors that these plans give up, of dates that take place outdoors afterwards too. */
export async function fallbacksGivenUp(reader: Reader, plans: readonly PlannedDate[]): Promise<GivenUp[]> {
  const leaving = plans.flatMap((planned) =>
    planned.date.live
      .filter(
        ({ id, kind }) =>
          kind === 'fallback' &&
          planned.plan.turns.some(({ claimId, status }) => claimId === id && status === 'released'),
      )
      .map((fallback) => ({ planned, fallback })),
  );
  if (!leaving.length) return [];
  const outdoors = await outdoorSpaces(reader);
  return leaving.filter(({ planned }) =>
    planned.wanted?.content.spaces.some(({ spaceId }) => outdoors.has(spaceId)),
  );
}

/** What is given up, said before it is done. */
export async function sayGivenUp(reader: Reader, givenUp: readonly GivenUp[]): Promise<string[]> {
  if (!givenUp.length) return [];
  const names = await loadPlaceNames(reader);
  return givenUp.map(({ planned: { date }, fallback }) => {
    const when = spanText(date.startLocal, date.endLocal);
    return say`${when}: ${placesOf({ claim: fallback.content }, names)}, kept indoors for it, is given up.`;
  });
}

/**
 * Keeps the places indoors at the time the dates have been moved to, after the move and in the same change: checked
 * anew, all of them or none.
 */
export async function keepFallbacks(
  ctx: SignedInContext,
  change: ChangeSet,
  givenUp: readonly GivenUp[],
  step: StepInput,
): Promise<Outcome<void>> {
  if (!givenUp.length) return done(undefined);
  const requests = [...new Set(givenUp.map(({ planned }) => planned.request.id))];
  const moved = new Map((await loadDates(change.tx, requests)).map((date) => [date.id, date]));
  const plans = givenUp.map(({ planned, fallback }): PlannedDate => {
    const date = moved.get(planned.date.id)!;
    // It moves in time with the date; where it is stays.
    const patch = withoutFields(patchFor(step, date.id)!, ['spaces', 'equipment']);
    const draft = patchDate(fallback, patch, planned.request.tzid, () => []);
    const result = planDate(
      { occurrenceId: date.id, state: date.state, claims: date.live },
      { action: 'set-fallback', draft },
    );
    if (result.kind !== 'planned') throw new Error('a place indoors can always be kept');
    const wanted = wantedAfter(date, result.plan);
    return { ...planned, date, plan: result.plan, wanted, own: null, keepsOwn: false, isMoved: false };
  });
  const checked = await checkPlans(ctx, change, plans, 'office');
  const blocked = checked.filter(isBlocked);
  if (blocked.length)
    return refuse({ code: 'clash', sentences: sentencesWhere(blocked, unapprovable), dates: blocked.length });
  await applyPlans(
    change,
    plans.map(({ plan, request, own }) => ({ plan, requestId: request.id, own })),
    await linksOf(change, checked),
  );
  return done(undefined);
}
