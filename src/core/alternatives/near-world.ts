import { checkDates, findingsOfSpace } from '../checks/check';
import { shortages } from '../checks/rules/equipment-short';
import type { AskedFacts, WantedDate } from '../checks/asked';
import type { Finding } from '../checks/findings';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import { hostSpan, occupiedOf, setupKeyOf, type ClaimContent } from '../occupancy/bands';
import { impliedOccupancy, impliedUses } from '../occupancy/imply';
import type { BusyRow, EquipmentFacts, SpaceFacts, UseRow, WorldSnapshot } from '../checks/world';
import { addMinutes, overlaps, spanning, type EpochMinute, type Interval } from '../time/epoch-minute';
import { addDays, dateOf } from '../time/local-time';
import { RowsByStart } from '../time/rows-by-start';
import { startOfDay, toLocal } from '../time/zone';
import { at } from '@/core/lists';

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

const none: readonly never[] = [];

// What one team does within a day of a job can stand in its way.
const CREW_REACH_MIN = 2 * 1440;

/**
 * So many pieces more over a stretch, as a line of stock would say it. From the first moment, inclusive, to the last,
 * exclusive; minutes since 1970 UTC.
 */
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

  /** Loans that a claim could meet; the window of a type reaches over all of its lines in the date. */
  private usesNear(claim: ClaimContent): UseRow[] {
    const implied = impliedUses(claim, this.holdings);
    return [...new Set(implied.map(({ typeId }) => typeId))].flatMap((type) => {
      const own = implied.filter(({ typeId }) => typeId === type);
      return this.uses.get(type)?.touching(spanning(own.map(({ span }) => span))) ?? [];
    });
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
      for (const row of this.usesNear(claim)) uses.add(row);
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

  /**
   * The same for dates of a request of its own, of which the world holds claims that are not in its way.
   * @returns the findings of `dates`.
   */
  checkApart(dates: readonly WantedDate[], asked: AskedFacts, own: ReadonlySet<ClaimId>): Finding[] {
    const world = this.near(dates);
    const isOther = ({ claimId }: { readonly claimId: ClaimId }) => !own.has(claimId);
    return checkDates(
      dates,
      {
        ...world,
        busy: world.busy.filter(isOther),
        uses: world.uses.filter(isOther),
        waiting: world.waiting?.filter(isOther),
      },
      asked,
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
  private isTaken(claim: ClaimContent, slot: number): boolean {
    const space = at(claim.spaces, slot);
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
  private isShut(date: WantedDate, slot: number): boolean {
    const wanted = date.claim.spaces[slot];
    const facts = wanted && this.spaces.get(wanted.spaceId);
    if (!facts) return true;
    const check = { world: this.world, asked: {} };
    return findingsOfSpace(['closed', 'outside-hours'], [date, wanted, facts], check).length > 0;
  }

  /** Whether a type is short, or a unit away, whatever the rest of the request takes. */
  private isShort(date: WantedDate): boolean {
    const uses = impliedUses(date.claim, this.holdings);
    if (!uses.length) return false;
    const isAway = uses.some(({ equipmentIndex, span }) => {
      const unit = date.claim.equipment[equipmentIndex]?.unitId;
      return unit && (this.busy.get(unit)?.touching(span).length ?? 0) > 0;
    });
    const holdings = { ...this.holdings, equipment: this.equipment };
    const world = { uses: this.usesNear(date.claim) };
    return isAway || shortages({ dates: [date], holdings, world }).length > 0;
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
    if (beside.some(({ date: other }) => !replaced.has(other.key))) return false;
    const date = { key: '', claim };
    return (
      claim.spaces.some((_, slot) => this.isTaken(claim, slot) || this.isShut(date, slot)) ||
      this.isShort(date)
    );
  }
}
