import { patchDate } from '@/core/changes/patch';
import { planDate, type LiveClaim } from '@/core/changes/plan-date';
import { unapprovable } from '@/core/checks/findings';
import { wallMinute } from '@/core/time/local-time';
import { t } from '@/contracts/language/translate';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { manyDatesText, spanText } from '@/contracts/words/when';
import { applyPlans } from '../../../repositories/claims/apply-plans';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { loadPlaceNames, placesOf } from '../../../repositories/requests/place-names';
import { loadDates } from '../../../repositories/requests/request-rows';
import { checkPlans, isBlocked, linksOf, sentencesWhere } from './check-plans';
import { outdoorSpaces, wantedAfter, type PlannedDate } from './plan-steps';
import { loaded } from '@/core/lists';

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

/** What is given up, said before it is done; of one place once, with the number of its dates. */
export async function sayGivenUp(reader: Reader, givenUp: readonly GivenUp[]): Promise<string[]> {
  if (!givenUp.length) return [];
  const names = await loadPlaceNames(reader);
  const spansOf = new Map<string, string[]>();
  for (const { planned, fallback } of givenUp) {
    const place = placesOf({ claim: fallback.content }, names);
    const { startLocal, endLocal } = planned.date;
    spansOf.set(place, [...(spansOf.get(place) ?? []), spanText(startLocal, endLocal)]);
  }
  return [...spansOf].map(
    ([place, spans]) => t`${manyDatesText(spans)}: ${place}, kept indoors for it, is released.`,
  );
}

/**
 * Keeps the places indoors at the time the dates have been moved to, after the move and in the same change: checked
 * anew, all of them or none.
 */
export async function keepFallbacks(
  ctx: SignedInContext,
  change: ChangeSet,
  givenUp: readonly GivenUp[],
): Promise<Outcome<void>> {
  if (!givenUp.length) return done(undefined);
  const requests = [...new Set(givenUp.map(({ planned }) => planned.request.id))];
  const movedTo = loaded(
    'date',
    (await loadDates(change.tx, requests)).map((date) => [date.id, date] as const),
  );
  const plans = givenUp.map(({ planned, fallback }): PlannedDate => {
    const date = movedTo(planned.date.id);
    // It goes to the time the date has now, whatever of the step that date took; where it is stays.
    const { accessMin, exitMin } = date.claim;
    const patch = {
      shiftMin: wallMinute(date.startLocal) - wallMinute(fallback.startLocal),
      lengthMin: wallMinute(date.endLocal) - wallMinute(date.startLocal),
      accessMin,
      exitMin,
    };
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
  const sentences = sentencesWhere(blocked, unapprovable);
  if (blocked.length) return refuse({ code: 'conflict', sentences, dates: blocked.length });
  await applyPlans(change, plans, await linksOf(change, checked));
  return done(undefined);
}
