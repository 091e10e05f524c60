import type { SpaceFacts } from '../occupancy/world';
import { overPostedLimit, seat } from '../seating/capacity';
import type { Finding, FindingFacts, WantedDate } from './findings';

/** People against the posted limit of the space and against the seats of the layout there. */
export function checkCapacity({ key, claim }: WantedDate, index: number, facts: SpaceFacts): Finding[] {
  const { people, layout } = claim.spaces[index]!;
  const found: FindingFacts[] = [];
  const over = overPostedLimit(people, facts.postedLimit);
  if (over > 0) found.push({ rule: 'over-posted-limit', people, limit: facts.postedLimit!, over });
  const seating = seat(people, layout, facts.layouts);
  if (seating.kind === 'over-seats')
    found.push({ rule: 'over-seats', people, layout, seats: seating.seats, over: seating.over });
  if (seating.kind === 'layout-not-offered')
    found.push({ rule: 'layout-not-offered', layout, offered: facts.layouts.map((offer) => offer.layout) });
  return found.map((each) => ({ key, spaceId: facts.id, facts: each }));
}
