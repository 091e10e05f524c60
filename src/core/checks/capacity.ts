import type { SpaceFacts } from './world';
import { overPostedLimit, seat, wheelchairPlaces } from '../seating/capacity';
import { missingFeatures } from '../spaces/features';
import type { Finding, FindingFacts, WantedDate } from './findings';

/** People against posted limit, seats and wheelchair places of the layout, and features against what there is. */
export function checkCapacity({ key, claim }: WantedDate, index: number, facts: SpaceFacts): Finding[] {
  const { people, layout, wheelchairs = 0, features = [] } = claim.spaces[index]!;
  const found: FindingFacts[] = [];
  const over = overPostedLimit(people, facts.postedLimit);
  if (over > 0) found.push({ rule: 'over-posted-limit', people, limit: facts.postedLimit!, over });
  const seating = seat(people, layout, facts.layouts);
  if (seating.kind === 'over-seats')
    found.push({ rule: 'over-seats', people, layout, seats: seating.seats, over: seating.over });
  if (seating.kind === 'layout-not-offered')
    found.push({ rule: 'layout-not-offered', layout, offered: facts.layouts.map((offer) => offer.layout) });
  const offer = facts.layouts.find((each) => each.layout === layout);
  const places = wheelchairPlaces(offer?.seats ?? 0);
  if (offer && wheelchairs > places)
    found.push({ rule: 'wheelchair-places', wheelchairs, places, over: wheelchairs - places });
  const missing = missingFeatures(features, facts.features ?? []);
  if (missing.length) found.push({ rule: 'feature-missing', features: missing });
  return found.map((each) => ({ key, spaceId: facts.id, facts: each }));
}
