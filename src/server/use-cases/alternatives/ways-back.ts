import { loadLiveClaims, type StoredClaim } from '../../repositories/claims/claims';
import type { SignedInContext } from '../../context/context';
import { askedFactsOf, loadRequestsById } from '../../repositories/requests/request-rows';
import { checkAgainstWorld } from '../checks/verdicts';
import { bestAlternatives } from './find-alternatives';
import { type Filled, at, pairs } from '@/core/lists';

/** So many dates are looked at, and so many ways of each are told: it is a refusal, not a search. */
const MOST_DATES = 3;
const MOST_WAYS = 2;

/** What would do instead of places that cannot be had back, a sentence each; of the first dates of the first request. */
export async function waysBack(ctx: SignedInContext, claims: Filled<StoredClaim>): Promise<string[]> {
  const { db, viewer } = ctx;
  const [{ requestId }] = claims;
  const own = claims.filter((claim) => claim.requestId === requestId).slice(0, MOST_DATES);
  const request = at(await loadRequestsById(db, [requestId]), 0);
  const side = viewer.roles.includes('manager') ? 'office' : 'requester';
  const live = await loadLiveClaims(
    db,
    own.map(({ occurrenceId }) => occurrenceId),
  );
  const except = live.map(({ id }) => id);
  const asked = askedFactsOf(request);
  const wanted = own.map(({ startLocal, id, content }) => ({ key: `${startLocal}#${id}`, claim: content }));
  const verdicts = await checkAgainstWorld(db, viewer, wanted, { ...asked, side, except });
  const found = await bestAlternatives(ctx, {
    dates: pairs(pairs(own, wanted), verdicts).map(
      ([[{ startLocal, endLocal, content }, date], { findings }]) => ({
        date,
        draft: { startLocal, endLocal, content },
        findings,
      }),
    ),
    request,
    picked: null,
    occurrences: new Map(),
    claims: new Map(),
    except,
    asked,
    side,
  });
  return found.flatMap(({ when, best, none }) =>
    best.length
      ? best.slice(0, MOST_WAYS).map(({ sentence }) => `${when}: ${sentence}`)
      : [`${when}: ${none}`],
  );
}
