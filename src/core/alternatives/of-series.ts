import type { ClaimContent } from '../occupancy/bands';
import type { Candidates } from './candidates';
import { candidatesOf, type DateInTrouble, type Search } from './of-date';
import { CHANGE_OF_SPACE, pointsOf } from './points';
import { compareOrder, type Candidate, type Cut, type Alternative } from './alternative';
import { hasTrouble, isAlternative, troublesOf, type Troubles } from './troubles';
import { SpaceId } from '@/core/ids';
import { at, groupBy, given, loaded, pairs } from '@/core/lists';

/** One date of an alternative of the whole series. */
export interface DateChange {
  readonly key: string;
  readonly candidate: Candidate;
}

/** One way for several dates of a series at once, with what changes for each of them. */
export interface SeriesAlternative {
  readonly kind: 'one-space' | 'one-time' | 'mixture';
  readonly changes: readonly DateChange[];
  /** How often a date is in another space than the one before it. */
  readonly changesOfSpace: number;
  /** Dates it does not help. */
  readonly left: number;
  readonly hasNewDoubt: boolean;
}

/** The ways found for a series, and whether the search had to stop before it was through. */
export interface SeriesAlternatives {
  readonly alternatives: readonly SeriesAlternative[];
  readonly cut: Cut;
}

const MOST_SPACES = 3;
/** How often a mixture is put together anew without what turned out not to do. */
const MOST_MIXTURES = 40;

interface Member extends DateInTrouble {
  readonly troubles: Troubles;
  readonly candidates: Candidates;
}

const placeKey = ({ spaces }: ClaimContent): string => spaces.map(({ spaceId }) => spaceId).join(' ');

/** How often a date is in another space than the one before it, once the changes are made. */
function changesOfSpace(members: readonly Member[], changes: readonly DateChange[]): number {
  const changed = new Map(changes.map(({ key, candidate }) => [key, candidate.draft.content]));
  const places = members.map(({ date }) => placeKey(changed.get(date.key) ?? date.claim));
  return places.filter((place, index) => index > 0 && places[index - 1] !== place).length;
}

/** What stands against dates as they would be, all of them together. */
class SeriesProver {
  private checks = 0;
  cutOff = 0;

  constructor(
    private readonly search: Search,
    private readonly memberOf: (key: string) => Member,
  ) {}

  /** Which of the changes do what they should; null where the bound is reached. */
  prove(changes: readonly DateChange[]): Map<string, { does: boolean; hasNewDoubt: boolean }> | null {
    const { near, asked, side, mostChecks } = this.search;
    if (this.checks === mostChecks) {
      this.cutOff += 1;
      return null;
    }
    this.checks += 1;
    const dates = changes.map(({ key, candidate }) => {
      const { date, troubles } = this.memberOf(key);
      return { ...date, claim: candidate.draft.content, troubles };
    });
    const findings = near.check(dates, asked);
    return new Map(
      dates.map(({ troubles, ...date }) => {
        const after = troublesOf(
          date,
          findings.filter(({ key }) => key === date.key),
          side,
        );
        const way = isAlternative(troubles, after);
        // A date that was clear has to stay so.
        const does = hasTrouble(troubles) ? way.does : !hasTrouble(after);
        return [date.key, { ...way, does }];
      }),
    );
  }

  /** All of them, or nothing. */
  proveAll(changes: readonly DateChange[]): { readonly hasNewDoubt: boolean } | null {
    const { near, now } = this.search;
    const claims = changes.map(({ candidate }) => candidate.draft.content);
    const replaced = new Set(changes.map(({ key }) => key));
    const isHopeless =
      claims.some(({ event }) => event.start <= now) ||
      (claims.some((claim) => near.surelyFails(claim, replaced)) && !near.touch(claims));
    const proved = isHopeless ? null : this.prove(changes);
    const all = proved && [...proved.values()];
    return all?.every(({ does }) => does)
      ? { hasNewDoubt: all.some(({ hasNewDoubt }) => hasNewDoubt) }
      : null;
  }
}

const undoubtedFirst = (alternatives: readonly SeriesAlternative[]) =>
  [...alternatives].sort((a, b) => Number(a.hasNewDoubt) - Number(b.hasNewDoubt));

/** For each other space that every date in trouble could have, the candidate of each, nearest to what was wanted first. */
function spacesForAll(troubled: readonly Member[]): readonly (readonly Candidate[])[] {
  const all = troubled.flatMap(({ candidates }) => [...candidates.otherSpaces()]);
  const bySpace = groupBy(all, ({ cost }) => at(cost.swaps, 0).to);
  const orderOf = (list: readonly Candidate[]) =>
    list.reduce<readonly number[]>(
      (sum, { order }) => order.map((value, index) => value + (sum[index] ?? 0)),
      [],
    );
  return [...bySpace.values()]
    .filter((list) => list.length === troubled.length)
    .map((list) => ({ list, order: orderOf(list) }))
    .sort((a, b) => compareOrder(a.order, b.order))
    .map(({ list }) => list);
}

/** The one space of a date that something is against; null where it is none or more. */
function onlySpaceOf({ troubles, draft }: Member): SpaceId | null {
  const [slot, ...more] = troubles.slots;
  return slot === undefined || more.length ? null : at(draft.content.spaces, slot).spaceId;
}

/** One other space for all dates that something is against, nearest to what was wanted first. */
function oneSpace(
  members: readonly Member[],
  troubled: readonly Member[],
  prover: SeriesProver,
): SeriesAlternative[] {
  const [first] = troubled;
  const from = first && onlySpaceOf(first);
  const isAlike = from !== null && troubled.every((member) => onlySpaceOf(member) === from);
  if (!isAlike) return [];
  const found: SeriesAlternative[] = [];
  for (const list of spacesForAll(troubled)) {
    const changes = pairs(list, troubled).map(([candidate, { date }]) => ({ key: date.key, candidate }));
    const proved = prover.proveAll(changes);
    if (proved)
      found.push({
        kind: 'one-space',
        changes,
        changesOfSpace: changesOfSpace(members, changes),
        left: 0,
        ...proved,
      });
    if (found.length === MOST_SPACES) break;
  }
  return found;
}

/** One other time for every date of the series, or the same other weekday: the nearest later and the nearest earlier. */
function oneTime(members: readonly Member[], prover: SeriesProver): SeriesAlternative[] {
  if (members.some(({ troubles }) => hasTrouble(troubles) && !troubles.timeCouldHelp)) return [];
  const find = (direction: 1 | -1, kind: 'otherTimes' | 'otherDays'): SeriesAlternative[] => {
    // Of one that is in no trouble nothing is asked.
    const first = members.find(({ troubles }) => hasTrouble(troubles));
    if (!first) return [];
    for (const { patch } of kind === 'otherTimes'
      ? first.candidates.otherTimes(direction)
      : first.candidates.otherDays()) {
      if (kind === 'otherDays' && Math.sign(patch.shiftMin ?? 0) !== direction) continue;
      const changes = members.map(({ date, candidates }) => ({
        key: date.key,
        candidate: candidates.shiftedBy(patch),
      }));
      const proved = prover.proveAll(changes);
      if (proved) {
        const swaps = changesOfSpace(members, changes);
        return [{ kind: 'one-time', changes, changesOfSpace: swaps, left: 0, ...proved }];
      }
    }
    return [];
  };
  return [
    ...find(1, 'otherTimes'),
    ...find(-1, 'otherTimes'),
    ...find(1, 'otherDays'),
    ...find(-1, 'otherDays'),
  ];
}

interface Option {
  readonly candidate: Candidate | null;
  readonly place: string;
  readonly points: number;
}

interface Path {
  readonly points: number;
  readonly last: Option;
  readonly before: Path | null;
}

/**
 * The cheapest choice of one option for each date: what each costs, and every change of space between one date and the
 * next. Dates × places steps: staying, or coming from the cheapest of all places, is all there is to compare.
 */
export function cheapestPath(options: readonly (readonly Option[])[]): readonly Option[] {
  let paths = new Map<string, Path>();
  for (const [index, own] of options.entries()) {
    const next = new Map<string, Path>();
    let cheapest: Path | null = null;
    for (const path of paths.values()) if (!cheapest || path.points < cheapest.points) cheapest = path;
    for (const option of own) {
      const stay = paths.get(option.place);
      const change = cheapest && cheapest.points + CHANGE_OF_SPACE;
      const isStay = stay !== undefined && (change === null || stay.points <= change);
      const before = isStay ? stay : cheapest;
      const points = option.points + (index === 0 ? 0 : isStay ? stay.points : (change ?? 0));
      const known = next.get(option.place);
      if (!known || points < known.points) next.set(option.place, { points, last: option, before });
    }
    paths = next;
  }
  let best: Path | null = null;
  for (const path of paths.values()) if (!best || path.points < best.points) best = path;
  const chosen: Option[] = [];
  for (let path = best; path; path = path.before) chosen.unshift(path.last);
  return chosen;
}

const asItIs = ({ date }: Member): Option => ({ candidate: null, place: placeKey(date.claim), points: 0 });

/** What each date could be instead: as it is where nothing is against it, else every space that may do, and what was proved. */
function optionsOf(
  member: Member,
  provedOf: ReadonlyMap<string, readonly Alternative[]>,
  { near }: Search,
): Option[] {
  const { date, troubles, candidates } = member;
  if (!hasTrouble(troubles)) return [asItIs(member)];
  const own = new Set([date.key]);
  const elsewhere = [...candidates.otherSpaces()].filter(
    ({ draft }) => !near.surelyFails(draft.content, own),
  );
  const others = (provedOf.get(date.key) ?? []).filter(
    ({ kind }) => kind !== 'other-space' && kind !== 'hire-in',
  );
  return [...elsewhere, ...others].map((candidate) => ({
    candidate,
    place: placeKey(candidate.draft.content),
    points: pointsOf(candidate),
  }));
}

/** For every date in trouble an alternative of its own, together as cheap as can be, the space changing as seldom as pays. */
function mixture(
  members: readonly Member[],
  provedOf: ReadonlyMap<string, readonly Alternative[]>,
  prover: SeriesProver,
  search: Search,
): SeriesAlternative[] {
  const ruledOut = new Set<Candidate>();
  const options = members.map((member) => optionsOf(member, provedOf, search));
  for (let round = 0; round < MOST_MIXTURES; round += 1) {
    const open = pairs(options, members).map(([own, member]): readonly Option[] => {
      const left = own.filter(({ candidate }) => candidate === null || !ruledOut.has(candidate));
      // Nothing does: the date stays as it is, in trouble.
      return left.length ? left : [asItIs(member)];
    });
    const path = cheapestPath(open);
    const changes = pairs(path, members).flatMap(([{ candidate }, { date }]) =>
      candidate ? [{ key: date.key, candidate }] : [],
    );
    if (!changes.length) return [];
    const proved = prover.prove(changes);
    if (!proved) return [];
    const failed = changes.filter(({ key }) => !given('what was proved', proved.get(key)).does);
    if (!failed.length) {
      const troubled = members.filter(({ troubles }) => hasTrouble(troubles)).length;
      return [
        {
          kind: 'mixture',
          changes,
          changesOfSpace: changesOfSpace(members, changes),
          left: troubled - changes.length,
          hasNewDoubt: [...proved.values()].some(({ hasNewDoubt }) => hasNewDoubt),
        },
      ];
    }
    for (const { candidate } of failed) ruledOut.add(candidate);
  }
  prover.cutOff += 1;
  return [];
}

const fingerprint = ({ changes }: SeriesAlternative): string =>
  JSON.stringify(changes.map(({ key, candidate }) => [key, candidate.patch]));

/** Every date is changed alike. */
export const isUniform = ({ changes }: SeriesAlternative): boolean =>
  new Set(changes.map(({ candidate }) => JSON.stringify(candidate.patch))).size === 1;

/**
 * What could be done about a series of which some dates are blocked or doubtful: one space for those, one time for all,
 * and the cheapest mixture. `dates` are all that could still be changed, in order of time; `proved` the alternatives of
 * each date in trouble that were found before. Nothing for a series with less than two dates in trouble.
 */
export function alternativesOfSeries(
  dates: readonly DateInTrouble[],
  proved: ReadonlyMap<string, readonly Alternative[]>,
  search: Search,
): SeriesAlternatives {
  const members = dates.map((each): Member => {
    const candidates = candidatesOf(each, search);
    return { ...each, troubles: candidates.troubles, candidates };
  });
  const troubled = members.filter(({ troubles }) => hasTrouble(troubles));
  if (troubled.length < 2) return { alternatives: [], cut: { candidates: 0 } };
  const prover = new SeriesProver(
    search,
    loaded(
      'date',
      members.map((member) => [member.date.key, member] as const),
    ),
  );
  const spaces = undoubtedFirst(oneSpace(members, troubled, prover));
  const times = undoubtedFirst(oneTime(members, prover));
  // Where all go one way that was found already, that has been said.
  const said = new Set([...spaces, ...times].map(fingerprint));
  const mixed = mixture(members, proved, prover, search).filter(
    (alternative) => !said.has(fingerprint(alternative)),
  );
  return {
    alternatives: [...spaces, ...times, ...mixed],
    cut: { candidates: prover.cutOff },
  };
}
