import type { ResourceId, SpaceId } from '../ids';
import type { ClaimContent, WantedSpace } from '../occupancy/bands';
import type { BusyRow, SpaceFacts, WaitingRow, WorldSnapshot } from '../occupancy/world';
import { overPostedLimit, type Layout, type LayoutOffer } from '../seating/capacity';
import { missingFeatures, type Feature } from '../spaces/features';
import { checkDates, findingsByDate } from './check';
import {
  verdictOf,
  type AskedFacts,
  type Finding,
  type Side,
  type Verdict,
  type WantedDate,
} from './findings';

/** What a space is looked for by. */
export interface PlaceWanted {
  readonly people: number;
  /** Null: any layout that seats them. */
  readonly layout: Layout | null;
  readonly features: readonly Feature[];
  /** The dates without a space; equipment goes to whichever space is taken. */
  readonly dates: readonly (WantedDate & { readonly claim: ClaimContent })[];
}

/** A space with the layout it would be set in. */
export interface Candidate {
  readonly space: SpaceFacts;
  readonly offer: LayoutOffer;
}

/** How a space answers, over all dates. */
export interface PlaceAnswer extends Candidate {
  readonly spareSeats: number;
  readonly count: Readonly<Record<Verdict, number>>;
  /** The worst of all dates. */
  readonly verdict: Verdict;
  /** Of the first date that is not clear; empty where all are. */
  readonly findings: readonly Finding[];
}

/** The layout with fewest seats to spare; null where nothing seats them. */
function fittingOffer(space: SpaceFacts, { people, layout }: PlaceWanted): LayoutOffer | null {
  if (overPostedLimit(people, space.postedLimit) > 0) return null;
  return space.layouts
    .filter((offer) => (layout === null || offer.layout === layout) && offer.seats >= people)
    .reduce<LayoutOffer | null>((best, offer) => (!best || offer.seats < best.seats ? offer : best), null);
}

/** Spaces that seat the people and have the features; the others cannot answer whatever the day. */
export function candidatesFor(spaces: readonly SpaceFacts[], wanted: PlaceWanted): Candidate[] {
  return spaces.flatMap((space) => {
    if (missingFeatures(wanted.features, space.features ?? []).length) return [];
    const offer = fittingOffer(space, wanted);
    return offer ? [{ space, offer }] : [];
  });
}

/** What a candidate would take of its space. */
export const wantedSpaceOf = ({ space, offer }: Candidate, people: number): WantedSpace => ({
  spaceId: space.id,
  layout: offer.layout,
  people,
  setupMin: offer.setupMin,
  strikeMin: offer.strikeMin,
});

function rowsByPart<Row extends BusyRow | WaitingRow>(rows: readonly Row[]): Map<ResourceId, Row[]> {
  const found = new Map<ResourceId, Row[]>();
  for (const row of rows) {
    const known = found.get(row.resourceId);
    if (known) known.push(row);
    else found.set(row.resourceId, [row]);
  }
  return found;
}

const WORST: readonly Verdict[] = ['clash', 'look', 'clear'];

/**
 * How every candidate answers to the same dates, best first: most dates that can be had, then most that are clear, then
 * fewest empty seats, then the order of the house. Each is checked alone: candidates are no rivals of one another.
 * The world holds what touches any of them.
 */
export function searchPlaces(
  candidates: readonly Candidate[],
  wanted: PlaceWanted,
  world: WorldSnapshot,
  side: Side,
  asked: AskedFacts,
): PlaceAnswer[] {
  const busy = rowsByPart(world.busy);
  const waiting = rowsByPart(world.waiting ?? []);
  const answers = candidates.map((candidate): PlaceAnswer => {
    const { space, offer } = candidate;
    const own = wantedSpaceOf(candidate, wanted.people);
    const dates = wanted.dates.map((date) => ({ ...date, claim: { ...date.claim, spaces: [own] } }));
    const around: WorldSnapshot = {
      ...world,
      spaces: [space],
      busy: space.parts.flatMap((part) => busy.get(part) ?? []),
      waiting: space.parts.flatMap((part) => waiting.get(part) ?? []),
    };
    const byDate = findingsByDate(dates, checkDates(dates, around, asked));
    const verdicts = dates.map(({ key }) => verdictOf(byDate.get(key)!, side));
    const count = { clear: 0, look: 0, clash: 0 };
    for (const verdict of verdicts) count[verdict] += 1;
    const verdict = WORST.find((each) => count[each] > 0) ?? 'clear';
    const first = verdicts.findIndex((each) => each !== 'clear');
    return {
      ...candidate,
      spareSeats: offer.seats - wanted.people,
      count,
      verdict,
      findings: first < 0 ? [] : byDate.get(dates[first]!.key)!,
    };
  });
  const order = new Map<SpaceId, number>(candidates.map(({ space }, index) => [space.id, index]));
  return answers.sort(
    (a, b) =>
      a.count.clash - b.count.clash ||
      b.count.clear - a.count.clear ||
      a.spareSeats - b.spareSeats ||
      order.get(a.space.id)! - order.get(b.space.id)!,
  );
}
