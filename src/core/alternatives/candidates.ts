import { patchDate, type DatePatch } from '../changes/patch';
import type { ClaimDraft } from '../changes/plan-date';
import type { EquipmentTypeId, SpaceId } from '../ids';
import type { WantedSpace } from '../occupancy/bands';
import { isSeated } from '../seating/layouts';
import type { LayoutOffer } from '../seating/capacity';
import { periodsOn } from '../spaces/timetable';
import { addDays, dateOf, daysBetween, minuteOfDay, wallMinute } from '../time/local-time';
import { startOfWeek } from '../time/weeks';
import {
  offerInstead,
  positionsIn,
  rankedOnce,
  type Bounds,
  type SpaceInBuilding,
  type Positions,
  type RankedSwap,
} from './bounds';
import type { Troubles } from './troubles';
import {
  compareOrder,
  NO_COST,
  type Candidate,
  type AlternativeCost,
  type AlternativeKind,
  type SpaceSwap,
} from './alternative';
import { at } from '@/core/lists';

const DAY_MIN = 1440;
/** How far ahead is looked for the moment at which equipment is back, in minutes. */
export const WHEN_BACK_MIN = 7 * DAY_MIN;

/** Makes candidates of one date: the same patch that is checked is the one that is carried out. */
export class Candidates {
  /** Spaces that were not even tried, because too many are in trouble together. */
  unlooked = 0;

  private readonly byId: Positions;

  constructor(
    readonly draft: ClaimDraft,
    readonly troubles: Troubles,
    private readonly bounds: Bounds,
  ) {
    this.byId = positionsIn(bounds);
  }

  readonly offersOf = (space: SpaceId): readonly LayoutOffer[] =>
    this.byId.get(space)?.housed.facts.layouts ?? [];

  private make(
    kind: AlternativeKind,
    patch: DatePatch,
    cost: Partial<AlternativeCost>,
    order: readonly number[],
  ): Candidate {
    const draft = patchDate(this.draft, patch, this.bounds.tzid, this.offersOf);
    return { kind, patch, draft, cost: { ...NO_COST, ...cost }, order };
  }

  /** Whole days have no time of day to move. */
  private get isWholeDays(): boolean {
    const { startLocal, endLocal } = this.draft;
    return minuteOfDay(startLocal) === 0 && (wallMinute(endLocal) - wallMinute(startLocal)) % DAY_MIN === 0;
  }

  /** What makes the equipment fit where that is short too: an other place alone would not do. */
  private stockFix(): { readonly patch: DatePatch; readonly cost: Partial<AlternativeCost> } | null {
    if (!this.troubles.stock.length) return { patch: {}, cost: {} };
    const [first] = [...this.fewer(), ...this.otherUnits(), ...this.substitutes()];
    return first ? { patch: first.patch, cost: first.cost } : null;
  }

  /** How a space could take the place of another; null where it cannot, whatever the day. */
  private swap(from: WantedSpace, to: SpaceInBuilding, building: number): SpaceSwap | null {
    const { people, layout } = from;
    const isOutdoor = this.byId.get(from.spaceId)?.housed.isOutdoor ?? false;
    const offer = offerInstead(from, isOutdoor, to);
    if (!offer) return null;
    const now = this.offersOf(from.spaceId).find((each) => each.layout === layout)?.seats ?? people;
    return {
      from: from.spaceId,
      to: to.facts.id,
      layout: offer.layout,
      isOtherLayout: offer.layout !== layout,
      buildingsAway: Math.abs(to.building - building),
      moreEmpty: offer.seats - now,
      empty: offer.seats - people,
    };
  }

  /** Spaces that could take the place of one, nearest to what was wanted first. */
  private swapsOf(slot: number): readonly RankedSwap[] {
    const from = at(this.draft.content.spaces, slot);
    return rankedOnce(this.bounds, from, () => this.rankedSwaps(from));
  }

  private rankedSwaps(from: WantedSpace): RankedSwap[] {
    const building = this.byId.get(from.spaceId)?.housed.building ?? 0;
    return this.bounds.spaces
      .flatMap((housed, position) => {
        const swap = this.swap(from, housed, building);
        if (!swap) return [];
        const order = [swap.isOtherLayout ? 1 : 0, swap.buildingsAway, swap.empty, position];
        return [{ swap, order }];
      })
      .sort((a, b) => compareOrder(a.order, b.order));
  }

  private elsewhere: readonly Candidate[] | null = null;

  /** The same time elsewhere: every space something is against goes to another one. */
  otherSpaces(): readonly Candidate[] {
    this.elsewhere ??= this.makeOtherSpaces();
    return this.elsewhere;
  }

  private makeOtherSpaces(): Candidate[] {
    const fix = this.stockFix();
    if (!fix || !this.troubles.slots.length) return [];
    return this.swapSets().map(({ swaps, order }) =>
      this.make(
        'other-space',
        { ...fix.patch, spaces: swaps.map(({ from, to, layout }) => ({ from, to, layout })) },
        { ...fix.cost, swaps },
        order,
      ),
    );
  }

  /** Sets of swaps, one for each space in trouble, none sharing floor with another space of the date. */
  private swapSets(): { readonly swaps: readonly SpaceSwap[]; readonly order: readonly number[] }[] {
    const { slots } = this.troubles;
    const [only, ...more] = slots;
    // Nearly always it is one, and it shares floor with nothing.
    if (only !== undefined && !more.length && this.draft.content.spaces.length === 1)
      return this.swapsOf(only).map(({ swap, order }) => ({
        swaps: [swap],
        order: [...order, ...order.slice(-1)],
      }));
    const kept = this.draft.content.spaces.filter((_, slot) => !slots.includes(slot));
    const partsOf = (space: SpaceId) => this.byId.get(space)?.housed.facts.parts ?? [];
    const taken = new Set(kept.flatMap(({ spaceId }) => partsOf(spaceId)));
    const most = Math.floor(MOST_SETS ** (1 / Math.max(1, slots.length)));
    let sets: { swaps: SpaceSwap[]; sums: readonly number[]; positions: number[] }[] = [
      { swaps: [], sums: [], positions: [] },
    ];
    for (const slot of slots) {
      const all = this.swapsOf(slot).filter(({ swap }) => partsOf(swap.to).every((part) => !taken.has(part)));
      const own = slots.length > 1 ? all.slice(0, most) : all;
      this.unlooked += all.length - own.length;
      sets = sets.flatMap((set) =>
        own
          .filter(({ swap }) => {
            const parts = new Set(partsOf(swap.to));
            return set.swaps.every(({ to }) => partsOf(to).every((part) => !parts.has(part)));
          })
          .map(({ swap, order }) => ({
            swaps: [...set.swaps, swap],
            sums: added(set.sums, order),
            positions: [...set.positions, ...order.slice(-1)],
          })),
      );
    }
    return sets
      .map(({ swaps, sums, positions }) => ({ swaps, order: [...sums, ...positions] }))
      .sort((a, b) => compareOrder(a.order, b.order));
  }

  /** Starts on the grain within the bound, nearest first, later before earlier; runs of periods where there are such. */
  shifts(): number[] {
    if (this.isWholeDays) return [];
    const { grainMin, mostShiftMin } = this.bounds;
    const start = wallMinute(this.draft.startLocal);
    const first = Math.ceil((start - mostShiftMin) / grainMin) * grainMin;
    const found: number[] = [];
    for (let at = first; at <= start + mostShiftMin; at += grainMin) if (at !== start) found.push(at - start);
    return found.sort(nearestFirst);
  }

  /** The date with the shift another date of its series was tried with. */
  shiftedBy(patch: DatePatch): Candidate {
    return this.make('other-time', patch, { shiftMin: patch.shiftMin ?? 0 }, nearness(patch.shiftMin ?? 0));
  }

  private shifted(kind: AlternativeKind, shiftMin: number): Candidate {
    return this.make(kind, { shiftMin }, { shiftMin }, nearness(shiftMin));
  }

  /** The same place later, or earlier, the nearest first. */
  *otherTimes(direction: 1 | -1): Generator<Candidate> {
    if (!this.troubles.timeCouldHelp) return;
    const runs = this.periodRuns();
    if (runs) {
      for (const { shiftMin, lengthMin } of runs)
        if (Math.sign(shiftMin) === direction || (shiftMin === 0 && direction === 1))
          yield this.make('other-time', { shiftMin, lengthMin }, { shiftMin }, nearness(shiftMin));
      return;
    }
    for (const shiftMin of this.shifts())
      if (Math.sign(shiftMin) === direction) yield this.shifted('other-time', shiftMin);
  }

  /** In a timetable: runs of whole periods of that day at least as long as the event; null where there is none. */
  private periodRuns(): { readonly shiftMin: number; readonly lengthMin: number }[] | null {
    const date = dateOf(this.draft.startLocal);
    const periods = this.draft.content.spaces
      .map(({ spaceId }) => periodsOn(this.byId.get(spaceId)?.housed.facts.timetables ?? [], date))
      .find((each) => each !== null);
    if (!periods) return null;
    const start = minuteOfDay(this.draft.startLocal);
    const length = wallMinute(this.draft.endLocal) - wallMinute(this.draft.startLocal);
    return periods
      .flatMap(({ fromMin }) => {
        const last = periods.find(({ toMin }) => toMin - fromMin >= length);
        if (!last) return [];
        const run = { shiftMin: fromMin - start, lengthMin: last.toMin - fromMin };
        const isSame = run.shiftMin === 0 && run.lengthMin === length;
        return isSame || Math.abs(run.shiftMin) > this.bounds.mostShiftMin ? [] : [run];
      })
      .sort((a, b) => nearestFirst(a.shiftMin, b.shiftMin));
  }

  /** The same hours on the other days of that week, the nearest first. */
  *otherDays(): Generator<Candidate> {
    if (!this.troubles.timeCouldHelp) return;
    const date = dateOf(this.draft.startLocal);
    const monday = startOfWeek(date, this.bounds.weekStart);
    const days = Array.from({ length: 7 }, (_, index) => daysBetween(date, addDays(monday, index)))
      .filter((day) => day !== 0)
      .sort(nearestFirst);
    for (const day of days) yield this.shifted('other-day', day * DAY_MIN);
  }

  private quantityOf(type: EquipmentTypeId): number {
    return this.draft.content.equipment
      .filter(({ typeId }) => typeId === type)
      .reduce((sum, { quantity }) => sum + quantity, 0);
  }

  private get shortTypes() {
    return this.troubles.stock.flatMap((facts) => (facts.rule === 'equipment-short' ? [facts] : []));
  }

  /** As many as are left. One type is short at a time here: of several each would need its own alternative. */
  *fewer(): Generator<Candidate> {
    const [short, second] = this.shortTypes;
    if (!short || second) return;
    const quantity = this.quantityOf(short.typeId) - short.short;
    if (quantity < 1) return;
    yield this.make(
      'fewer',
      { equipment: [{ typeId: short.typeId, quantity }] },
      { fewer: { typeId: short.typeId, less: short.short, quantity } },
      [short.short],
    );
  }

  /** Another unit of the same type for one that is away. */
  *otherUnits(): Generator<Candidate> {
    const [taken, second] = this.troubles.stock.flatMap((facts) =>
      facts.rule === 'unit-taken' ? [facts] : [],
    );
    if (!taken || second?.unitId !== undefined) return;
    const wanted = new Set(this.draft.content.equipment.map(({ unitId }) => unitId));
    let position = 0;
    for (const to of this.bounds.unitsOf(taken.typeId)) {
      position += 1;
      if (wanted.has(to)) continue;
      const swap = { from: taken.unitId, to };
      yield this.make('other-unit', { units: [swap] }, { unit: swap }, [position]);
    }
  }

  /** What is short made up for by something else that does. */
  *substitutes(): Generator<Candidate> {
    const [short, second] = this.shortTypes;
    if (!short || second) return;
    const { typeId } = short;
    const quantity = Math.max(0, this.quantityOf(typeId) - short.short);
    const missing = this.quantityOf(typeId) - quantity;
    let position = 0;
    for (const byTypeId of this.bounds.substitutesOf(typeId)) {
      position += 1;
      yield this.make(
        'substitute',
        {
          equipment: [
            { typeId, quantity },
            { typeId: byTypeId, quantity: this.quantityOf(byTypeId) + missing },
          ],
        },
        { substitute: { typeId, byTypeId, quantity: missing } },
        [position],
      );
    }
  }

  /** The same place at the first moment at which what is short is back, beyond the hours looked at anyway. */
  *whenBack(): Generator<Candidate> {
    if (!this.troubles.stock.length || !this.troubles.timeCouldHelp || this.isWholeDays) return;
    const { grainMin, mostShiftMin } = this.bounds;
    const start = wallMinute(this.draft.startLocal);
    const first = Math.floor((start + mostShiftMin) / grainMin) * grainMin + grainMin;
    for (let at = first; at <= start + WHEN_BACK_MIN; at += grainMin)
      yield this.shifted('when-back', at - start);
  }

  /** The same place and time, set another way that seats them: leaner to set, or with more seats. */
  *otherLayouts(): Generator<Candidate> {
    const fix = this.stockFix();
    const { slots } = this.troubles;
    if (!fix || !slots.length) return;
    const choices = slots.map((slot) => this.layoutsOf(slot));
    const sets = choices.reduce<(typeof choices)[number][]>(
      (all, own) => all.flatMap((set) => own.map((each) => [...set, each])),
      [[]],
    );
    const found = sets.map((set) =>
      this.make(
        'other-layout',
        {
          ...fix.patch,
          spaces: set.map(({ spaceId, offer }) => ({ from: spaceId, to: spaceId, layout: offer.layout })),
        },
        {
          ...fix.cost,
          layouts: set.map(({ spaceId, offer, moreEmpty }) => ({
            spaceId,
            layout: offer.layout,
            moreEmpty,
          })),
        },
        set.reduce<readonly number[]>(
          (order, { offer, rank, people }) => added(order, [offer.seats - people, rank]),
          [],
        ),
      ),
    );
    yield* found.sort((a, b) => compareOrder(a.order, b.order));
  }

  private layoutsOf(slot: number) {
    const { spaceId, layout, people } = at(this.draft.content.spaces, slot);
    const facts = this.byId.get(spaceId)?.housed.facts;
    const now = facts?.layouts.find((each) => each.layout === layout)?.seats ?? people;
    if (!facts || (facts.postedLimit !== null && people > facts.postedLimit)) return [];
    return facts.layouts.flatMap((offer, rank) =>
      offer.layout !== layout && offer.seats >= people && isSeated(offer.layout) === isSeated(layout)
        ? [{ spaceId, offer, rank, people, moreEmpty: offer.seats - now }]
        : [],
    );
  }

  /** Another place at another time, where nothing less will do: the nearest time first, then the nearest place. */
  *spacesAndTimes(): Generator<Candidate> {
    const [slot, ...more] = this.troubles.slots;
    if (slot === undefined || more.length || !this.troubles.timeCouldHelp || this.troubles.stock.length)
      return;
    const shifts = this.shifts();
    const swaps = this.swapsOf(slot);
    for (const isOther of [false, true])
      for (const shiftMin of shifts)
        for (const { swap, order } of swaps.filter(
          ({ swap: { isOtherLayout } }) => isOtherLayout === isOther,
        ))
          yield this.make(
            'space-and-time',
            { shiftMin, spaces: [{ from: swap.from, to: swap.to, layout: swap.layout }] },
            { shiftMin, swaps: [swap] },
            [...order.slice(0, 1), ...nearness(shiftMin), ...order.slice(1)],
          );
  }

  /** Enough hired in from outside for the days it is wanted: nothing of the date changes. */
  *hired(): Generator<Candidate> {
    const [short, second] = this.shortTypes;
    if (!short || second || !this.bounds.mayHireIn) return;
    yield this.make('hire-in', {}, { hire: { typeId: short.typeId, quantity: short.short } }, [short.short]);
  }
}

/** Of several spaces in trouble at once so many sets of others are looked at. */
const MOST_SETS = 1000;

const added = (a: readonly number[], b: readonly number[]): readonly number[] =>
  a.length ? a.map((value, index) => value + (b[index] ?? 0)) : b;

/** Nearest first; of two as near the later one. */
const nearness = (shiftMin: number): number[] => [Math.abs(shiftMin), shiftMin < 0 ? 1 : 0];
const nearestFirst = (a: number, b: number): number => compareOrder(nearness(a), nearness(b));
