import type { ResourceId } from '../ids';
import { occupiedOf, type ClaimContent, type WantedSpace } from '../occupancy/bands';
import type { SpaceFacts, WorldSnapshot } from './world';
import type { Layout } from '../seating/layouts';
import type { LayoutOffer } from '../seating/capacity';
import { missingFeatures, type Feature } from '../spaces/features';
import { checkDates, findingsByDate } from './check';
import { RULE_NAMES, RULES } from './rules/all';
import type { Read } from './rules/rule';
import type { AskedFacts, WantedDate } from './asked';
import type { Finding, Verdict } from './findings';
import { groupBy, given, pairs } from '@/core/lists';

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
  /** Of the candidate, among all. */
  readonly position: number;
  /** The first date that is not clear, by position; null where all are. */
  readonly firstNotClear: number | null;
}

/** What keeps a space from answering whatever the day; the first that is so is told. */
export type Unfit =
  | { readonly kind: 'lacks'; readonly features: readonly Feature[] }
  | { readonly kind: 'not-set-so' }
  | { readonly kind: 'too-few'; readonly seats: number };

type Fitting = Pick<SpaceFacts, 'postedLimit' | 'layouts' | 'features'>;
type FittingWanted = Pick<PlaceWanted, 'people' | 'layout' | 'features'>;

const offersOf = ({ layouts }: Fitting, { layout }: FittingWanted): LayoutOffer[] =>
  layouts.filter((offer) => layout === null || offer.layout === layout);

/** Null where it can answer. */
export function unfitFor(space: Fitting, wanted: FittingWanted): Unfit | null {
  const features = missingFeatures(wanted.features, space.features ?? []);
  if (features.length) return { kind: 'lacks', features };
  const offers = offersOf(space, wanted);
  if (!offers.length) return { kind: 'not-set-so' };
  const seats = Math.min(Math.max(...offers.map((offer) => offer.seats)), space.postedLimit ?? Infinity);
  return wanted.people > seats ? { kind: 'too-few', seats } : null;
}

/** The layout with fewest seats to spare; null where the space does not fit. */
export function fittingOffer(space: Fitting, wanted: FittingWanted): LayoutOffer | null {
  if (unfitFor(space, wanted)) return null;
  return offersOf(space, wanted)
    .filter((offer) => offer.seats >= wanted.people)
    .reduce<LayoutOffer | null>((best, offer) => (!best || offer.seats < best.seats ? offer : best), null);
}

/** Spaces that seat the people and have the features; the others cannot answer whatever the day. */
export function candidatesFor(spaces: readonly SpaceFacts[], wanted: PlaceWanted): Candidate[] {
  return spaces.flatMap((space) => {
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

/** What stands in a space in the window of a date: nothing, something else's, or perhaps only a shoulder to share. */
export type Standing = 'free' | 'taken' | 'perhaps';

/** What stands in the way of each space on each date, by positions of candidate and date. */
export type StandingAt = (candidate: number, date: number) => Standing;

// Every candidate seats the people and has the features; what stands in its parts is looked at for each.
const KNOWN_OF_CANDIDATES: readonly Read[] = [
  'parts',
  'topUpMin',
  'postedLimit',
  'layouts',
  'features',
  'stock',
  'shifts',
];

type ReadOfSpace = Exclude<Read, 'stock' | 'shifts'>;
const isOfSpace = (read: Read): read is ReadOfSpace => !KNOWN_OF_CANDIDATES.includes(read);

/** What of a space can still make its answer another one, by what the rules say they are judged by. */
const READ_OF_SPACES = [
  ...new Set(RULE_NAMES.flatMap((name) => (RULES[name].alike ? [] : RULES[name].reads))),
].filter(isOfSpace);
const ALIKE = RULE_NAMES.flatMap((name) => RULES[name].alike ?? []);

/**
 * Candidates that answer alike but for what stands in them: same in all that rules are judged by, and in the minutes of
 * crew. One of each group is checked for all. `world` is that of any of them.
 */
export function groupAlike(
  candidates: readonly Candidate[],
  world: Pick<WorldSnapshot, 'teams'>,
): number[][] {
  const groups = groupBy(candidates.entries(), ([, { space, offer }]) =>
    JSON.stringify([
      offer.setupMin,
      offer.strikeMin,
      ...READ_OF_SPACES.map((read) => space[read]),
      ...ALIKE.map((alike) => alike(space, offer, world)),
    ]),
  );
  return [...groups.values()].map((group) => group.map(([index]) => index));
}

/**
 * The dates as they would be asked for in a space: what the world of its check is loaded by. Each date wants exactly
 * that one space.
 */
export function datesIn(candidate: Candidate, { dates, people }: PlaceWanted): WantedDate[] {
  const own = wantedSpaceOf(candidate, people);
  return dates.map((date) => ({ ...date, claim: { ...date.claim, spaces: [own] } }));
}

/** Findings of each date in a space, by the whole check; `world` holds what stands in its parts, and may hold more. */
export function findingsIn(
  candidate: Candidate,
  wanted: PlaceWanted,
  world: WorldSnapshot,
  asked: AskedFacts,
): Finding[][] {
  const parts = new Set<ResourceId>(candidate.space.parts);
  const dates = datesIn(candidate, wanted);
  const byDate = findingsByDate(
    dates,
    checkDates(
      dates,
      {
        ...world,
        spaces: [candidate.space],
        busy: world.busy.filter(({ resourceId }) => parts.has(resourceId)),
        waiting: (world.waiting ?? []).filter(({ resourceId }) => parts.has(resourceId)),
      },
      asked,
    ),
  );
  return dates.map(({ key }) => given('the findings of a date', byDate.get(key)));
}

/** Dates that follow one another so closely that they share shoulders: their windows are shorter than they look. */
function touchesItself(candidate: Candidate, wanted: PlaceWanted): boolean {
  const spans = datesIn(candidate, wanted)
    .flatMap(({ claim }) => claim.spaces.slice(0, 1).map((space) => occupiedOf(claim, space)))
    .sort((a, b) => a.start - b.start);
  return spans.some(({ start }, index) => start <= (spans[index - 1]?.end ?? -Infinity));
}

/** Candidates, by position, of which something can only be told by the whole check. */
export function doubtfulAmong(
  candidates: readonly Candidate[],
  wanted: PlaceWanted,
  standing: StandingAt,
): number[] {
  const [first] = candidates;
  // Bands differ between spaces, dates do not: only where the widest touch is each looked at.
  const widest = first && {
    ...first,
    offer: {
      ...first.offer,
      setupMin: Math.max(...candidates.map(({ offer }) => offer.setupMin)),
      strikeMin: Math.max(...candidates.map(({ offer }) => offer.strikeMin)),
    },
  };
  const mayTouch = widest !== undefined && touchesItself(widest, wanted);
  return candidates.flatMap((candidate, index) => {
    const found = wanted.dates.map((_, date) => standing(index, date));
    const isDoubtful =
      found.includes('perhaps') ||
      (mayTouch && found.some((each) => each !== 'free') && touchesItself(candidate, wanted));
    return isDoubtful ? [index] : [];
  });
}

/**
 * Verdicts of every candidate on every date. `alike` are those of one member of each group, checked as if nothing stood
 * in any space; `whole` are those of candidates that are doubtful, checked with everything.
 */
export function answerAll(
  groups: readonly (readonly number[])[],
  alike: readonly (readonly Verdict[])[],
  whole: ReadonlyMap<number, readonly Verdict[]>,
  standing: StandingAt,
): Verdict[][] {
  const answers: Verdict[][] = [];
  pairs(groups, alike).forEach(([members, verdictsAlike]) => {
    for (const candidate of members)
      answers[candidate] =
        whole.get(candidate)?.slice() ??
        verdictsAlike.map((verdict, date) => (standing(candidate, date) === 'taken' ? 'conflict' : verdict));
  });
  return answers;
}

const WORST: readonly Verdict[] = ['conflict', 'warning', 'clear'];

/**
 * Candidates with their answers, best first: most dates that can be had, then most that are clear, then fewest empty
 * seats, then the order of the house. Candidates are no rivals of one another.
 */
export function rankPlaces(
  candidates: readonly Candidate[],
  verdicts: readonly (readonly Verdict[])[],
  people: number,
): PlaceAnswer[] {
  const answers = pairs(candidates, verdicts).map(([candidate, own], index): PlaceAnswer => {
    const count = { clear: 0, warning: 0, conflict: 0 };
    for (const verdict of own) count[verdict] += 1;
    const first = own.findIndex((verdict) => verdict !== 'clear');
    return {
      ...candidate,
      position: index,
      spareSeats: candidate.offer.seats - people,
      count,
      verdict: WORST.find((each) => count[each] > 0) ?? 'clear',
      firstNotClear: first < 0 ? null : first,
    };
  });
  return answers.sort(
    (a, b) =>
      a.count.conflict - b.count.conflict ||
      b.count.clear - a.count.clear ||
      a.spareSeats - b.spareSeats ||
      a.position - b.position,
  );
}
