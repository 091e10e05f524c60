import { checkDates } from '../checks/check';
import type { AskedFacts, Finding, WantedDate } from '../checks/findings';
import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import { hostSpan, occupiedOf, setupKeyOf, type ClaimContent } from '../occupancy/bands';
import { impliedOccupancy, impliedUses } from '../occupancy/imply';
import type { BusyRow, EquipmentFacts, SpaceFacts, UseRow, WorldSnapshot } from '../occupancy/world';
import { scarcest } from '../equipment/peak-use';
import { outsideHours, shutDuring } from '../spaces/hours';
import { addMinutes, overlaps, type EpochMinute, type Interval } from '../time/epoch-minute';
import { addDays, dateOf } from '../time/local-time';
import { startOfDay, toLocal } from '../time/zone';

/** Rows that may overlap, by start, so that those touching a window are found without looking at all of them. */
class RowsByStart<Row extends { readonly span: Interval }> {
  private readonly sorted: readonly Row[];
  private readonly longest: number;

  constructor(rows: readonly Row[]) {
    this.sorted = [...rows].sort((a, b) => a.span.start - b.span.start);
    this.longest = rows.reduce((most, { span }) => Math.max(most, span.end - span.start), 0);
  }

  touching(window: Interval): Row[] {
    let low = 0;
    let high = this.sorted.length;
    const least = window.start - this.longest;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.sorted[middle]!.span.start < least) low = middle + 1;
      else high = middle;
    }
    const found: Row[] = [];
    for (let at = low; at < this.sorted.length && this.sorted[at]!.span.start < window.end; at += 1)
      if (overlaps(this.sorted[at]!.span, window)) found.push(this.sorted[at]!);
    return found;
  }
}

function grouped<Key, Row extends { readonly span: Interval }>(
  rows: readonly Row[],
  keyOf: (row: Row) => Key,
): Map<Key, RowsByStart<Row>> {
  const lists = new Map<Key, Row[]>();
  for (const row of rows) {
    const list = lists.get(keyOf(row));
    if (list) list.push(row);
    else lists.set(keyOf(row), [row]);
  }
  return new Map([...lists].map(([key, list]) => [key, new RowsByStart(list)]));
}

const spanning = (spans: readonly Interval[]): Interval => ({
  start: Math.min(...spans.map(({ start }) => start)) as EpochMinute,
  end: Math.max(...spans.map(({ end }) => end)) as EpochMinute,
});

const none: readonly never[] = [];

// What one team does within a day of a job can stand in its way.
const CREW_REACH_MIN = 2 * 1440;

/** So many pieces more over a stretch, as a line of stock would say it. */
export interface Hired {
  readonly typeId: EquipmentTypeId;
  readonly quantity: number;
  readonly from: EpochMinute;
  readonly to: EpochMinute;
}

const withHired = (world: WorldSnapshot, { typeId, quantity, from, to }: Hired): WorldSnapshot => ({
  ...world,
  equipment: world.equipment.map((type) =>
    type.id === typeId ? { ...type, stock: [...type.stock, { from, to, delta: quantity }] } : type,
  ),
});

/**
 * A world that is asked about thousands of things that might be: each check sees only the rows that can touch it, and
 * what surely cannot do is told without a check.
 */
export class NearWorld {
  private readonly spaces: ReadonlyMap<SpaceId, SpaceFacts>;
  private readonly equipment: ReadonlyMap<EquipmentTypeId, EquipmentFacts>;
  private readonly busy: ReadonlyMap<ResourceId, RowsByStart<BusyRow>>;
  private readonly uses: ReadonlyMap<EquipmentTypeId, RowsByStart<UseRow>>;
  private readonly waiting: ReadonlyMap<
    ResourceId,
    RowsByStart<NonNullable<WorldSnapshot['waiting']>[number]>
  >;
  private readonly events: RowsByStart<NonNullable<WorldSnapshot['publicEvents']>[number]>;
  private readonly siblings: RowsByStart<{ readonly span: Interval; readonly date: WantedDate }>;

  /** `siblings` are the other dates of the request as they are wanted; those the world already holds are left out. */
  constructor(
    readonly world: WorldSnapshot,
    siblings: readonly WantedDate[],
  ) {
    this.spaces = new Map(world.spaces.map((space) => [space.id, space]));
    this.equipment = new Map(world.equipment.map((type) => [type.id, type]));
    this.busy = grouped(world.busy, ({ resourceId }) => resourceId);
    this.uses = grouped(world.uses, ({ typeId }) => typeId);
    this.waiting = grouped(world.waiting ?? [], ({ resourceId }) => resourceId);
    this.events = new RowsByStart(world.publicEvents ?? []);
    this.siblings = new RowsByStart(siblings.map((date) => ({ span: this.reachOf(date.claim), date })));
  }

  private readonly holdings = {
    partsOf: (space: SpaceId) => this.spaces.get(space)?.parts ?? none,
    movingMinutes: (type: EquipmentTypeId) => this.equipment.get(type) ?? { fetchMin: 0, returnMin: 0 },
  };

  /** From the first to the last minute anything of the claim is taken. */
  private reachOf(claim: ClaimContent): Interval {
    let { start, end } = claim.event;
    const reach = (span: Interval) => {
      if (span.start < start) start = span.start;
      if (span.end > end) end = span.end;
    };
    for (const space of claim.spaces) reach(occupiedOf(claim, space));
    if (claim.equipment.length) for (const { span } of impliedUses(claim, this.holdings)) reach(span);
    return { start, end };
  }

  private near(dates: readonly WantedDate[]): WorldSnapshot {
    const spaces = new Set(dates.flatMap(({ claim }) => claim.spaces.map(({ spaceId }) => spaceId)));
    const types = new Set(dates.flatMap(({ claim }) => claim.equipment.map(({ typeId }) => typeId)));
    const busy = new Set<BusyRow>();
    const waiting = new Set<NonNullable<WorldSnapshot['waiting']>[number]>();
    const uses = new Set<UseRow>();
    for (const { claim } of dates) {
      for (const { resourceId, span } of impliedOccupancy(claim, this.holdings)) {
        for (const row of this.busy.get(resourceId)?.touching(span) ?? none) busy.add(row);
        for (const row of this.waiting.get(resourceId)?.touching(span) ?? none) waiting.add(row);
      }
      // The window of a type reaches over all of its lines in the date.
      for (const type of new Set(claim.equipment.map(({ typeId }) => typeId))) {
        const own = impliedUses(claim, this.holdings).filter(({ typeId }) => typeId === type);
        const window = spanning(own.map(({ span }) => span));
        for (const row of this.uses.get(type)?.touching(window) ?? none) uses.add(row);
      }
    }
    return {
      ...this.world,
      spaces: [...spaces].flatMap((id) => this.spaces.get(id) ?? []),
      equipment: [...types].flatMap((id) => this.equipment.get(id) ?? []),
      busy: [...busy],
      uses: [...uses],
      waiting: [...waiting],
      publicEvents: [...new Set(dates.flatMap(({ claim }) => this.events.touching(claim.event)))],
    };
  }

  /** Other dates of the request that dates could meet: in a space, over equipment, or waiting for the same crew. */
  private beside(dates: readonly WantedDate[]): Set<WantedDate> {
    const around = this.world.teams?.length ? CREW_REACH_MIN : 0;
    const near = dates.flatMap(({ claim }) => {
      const { start, end } = this.reachOf(claim);
      const window = { start: addMinutes(start, -around), end: addMinutes(end, around) };
      return this.siblings.touching(window).map(({ date }) => date);
    });
    return new Set(near);
  }

  /**
   * All that speaks against dates of the request, checked whole among those of its other dates they can meet. With
   * `hired` as if so many more were there over the days of the dates.
   * @returns the findings of `dates` alone.
   */
  check(dates: readonly WantedDate[], asked: AskedFacts, hired: Hired | null = null): Finding[] {
    const keys = new Set(dates.map(({ key }) => key));
    const near = this.beside(dates);
    const others = [...near].filter(({ key }) => !keys.has(key));
    // Siblings meet rows of the world that no asked date touches: theirs are dropped with their findings.
    const world = this.near([...dates, ...others]);
    return checkDates([...dates, ...others], hired ? withHired(world, hired) : world, asked).filter(
      ({ key }) => keys.has(key),
    );
  }

  /** Whole days of the site over which a type is wanted by a claim: what would have to be hired for. */
  hireFor(type: EquipmentTypeId, quantity: number, claim: ClaimContent): Hired {
    const own = impliedUses(claim, this.holdings).filter(({ typeId }) => typeId === type);
    const { start, end } = spanning(own.map(({ span }) => span));
    const { tzid } = this.world;
    const last = dateOf(toLocal(addMinutes(end, -1), tzid));
    return {
      typeId: type,
      quantity,
      from: startOfDay(dateOf(toLocal(start, tzid)), tzid),
      to: startOfDay(addDays(last, 1), tzid),
    };
  }

  /** Whether somebody else surely has the space then: more than a shoulder that both could leave as it is set. */
  isTaken(claim: ClaimContent, slot: number): boolean {
    const space = claim.spaces[slot]!;
    const occupied = occupiedOf(claim, space);
    const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
    const key = setupKeyOf(space);
    return this.holdings.partsOf(space.spaceId).some((part) =>
      this.busy
        .get(part)
        ?.touching(occupied)
        .some(({ span, neighbour }) => overlaps(span, host) || neighbour?.setupKey !== key),
    );
  }

  /** Whether the space is shut, or the host would be there outside its hours. */
  isShut(claim: ClaimContent, slot: number): boolean {
    const space = claim.spaces[slot]!;
    const facts = this.spaces.get(space.spaceId);
    if (!facts) return true;
    const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
    return (
      shutDuring(occupiedOf(claim, space), facts.closures).length > 0 ||
      outsideHours(host, facts.hours, facts.closures, this.world.tzid).length > 0
    );
  }

  /** Whether a type is short, or a unit away, whatever the rest of the request takes. */
  isShort(claim: ClaimContent): boolean {
    const uses = impliedUses(claim, this.holdings);
    const types = new Set(uses.map(({ typeId }) => typeId));
    const isAway = uses.some(({ equipmentIndex, span }) => {
      const unit = claim.equipment[equipmentIndex]!.unitId;
      return unit && (this.busy.get(unit)?.touching(span).length ?? 0) > 0;
    });
    return (
      isAway ||
      [...types].some((type) => {
        const own = uses.filter(({ typeId }) => typeId === type);
        const window = spanning(own.map(({ span }) => span));
        const all = [...(this.uses.get(type)?.touching(window) ?? none), ...own];
        return scarcest(window, all, this.equipment.get(type)?.stock ?? none).left < 0;
      })
    );
  }

  /** Whether any two of the claims come so near to one another that they could share shoulders. */
  touch(claims: readonly ClaimContent[]): boolean {
    const reaches = claims.map((claim) => this.reachOf(claim)).sort((a, b) => a.start - b.start);
    let end = -Infinity;
    return reaches.some((reach) => {
      const isNear = reach.start < end;
      end = Math.max(end, reach.end);
      return isNear;
    });
  }

  /**
   * Whether the claim of a date cannot be had, told without a check; false says only that it might. Beside dates of
   * the request other than `replaced` nothing is sure: in one set-up they share their shoulders and take less than
   * they seem to.
   */
  surelyFails(claim: ClaimContent, replaced: ReadonlySet<string>): boolean {
    const beside = this.siblings.touching(this.reachOf(claim));
    if (beside.some(({ date }) => !replaced.has(date.key))) return false;
    return (
      claim.spaces.some((_, slot) => this.isTaken(claim, slot) || this.isShut(claim, slot)) ||
      this.isShort(claim)
    );
  }
}
