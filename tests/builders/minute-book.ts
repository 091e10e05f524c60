import type { WantedDate } from '@/core/checks/asked';
import type { OpenDatabase } from '@/server/db/connection';

/** One claimed space as it stands in the tables, bands and cuts in minutes; everything else is counted minute by minute. */
export interface BookedSpace {
  readonly claimId: number;
  readonly claimSpaceId: number;
  readonly occurrenceId: number;
  readonly status: 'in-force' | 'held' | 'wanted';
  readonly spaceId: number;
  readonly layout: string;
  readonly hostStart: number;
  readonly hostEnd: number;
  readonly start: number;
  readonly end: number;
  readonly linkedBefore: boolean;
  readonly linkedAfter: boolean;
}

interface BookedEquipment {
  readonly claimId: number;
  readonly occurrenceId: number;
  readonly status: BookedSpace['status'];
  readonly typeId: number;
  readonly unitId: number | null;
  readonly quantity: number;
  readonly start: number;
  readonly end: number;
}

/** What the house has, read from the tables as they were filled: no closure of parts, no rows of occupancy. */
export interface HouseFacts {
  /** Undivided spaces below a space, found by going down the composition. */
  leavesOf(space: number): number[];
  readonly topUp: ReadonlyMap<number, number>;
  readonly postedLimit: ReadonlyMap<number, number | null>;
  readonly seats: ReadonlyMap<string, number>;
  readonly moving: ReadonlyMap<number, { readonly fetchMin: number; readonly returnMin: number }>;
  stockAt(type: number, minute: number): number;
}

export async function houseFacts(db: OpenDatabase): Promise<HouseFacts> {
  const spaces = await db.rows<{ id: number; posted_limit: number | null; top_up_min: number }>(
    'SELECT id, posted_limit, top_up_min FROM space',
  );
  const children = await db.rows<{ parent_id: number; child_id: number }>('SELECT * FROM space_child');
  const layouts = await db.rows<{ space_id: number; layout: string; seats: number }>(
    'SELECT space_id, layout, seats FROM space_layout',
  );
  const types = await db.rows<{ id: number; fetch_min: number; return_min: number }>(
    'SELECT id, fetch_min, return_min FROM equipment_type',
  );
  const lines = await db.rows<{ type_id: number; from_min: number; to_min: number | null; delta: number }>(
    'SELECT type_id, from_min, to_min, delta FROM stock_line',
  );
  const leavesOf = (space: number): number[] => {
    const below = children.filter(({ parent_id }) => parent_id === space);
    return below.length ? [...new Set(below.flatMap(({ child_id }) => leavesOf(child_id)))] : [space];
  };
  return {
    leavesOf,
    topUp: new Map(spaces.map(({ id, top_up_min }) => [id, top_up_min])),
    postedLimit: new Map(spaces.map(({ id, posted_limit }) => [id, posted_limit])),
    seats: new Map(layouts.map(({ space_id, layout, seats }) => [`${space_id} ${layout}`, seats])),
    moving: new Map(
      types.map(({ id, fetch_min, return_min }) => [id, { fetchMin: fetch_min, returnMin: return_min }]),
    ),
    stockAt: (type, minute) =>
      lines
        .filter((line) => line.type_id === type && line.from_min <= minute)
        .filter((line) => line.to_min === null || line.to_min > minute)
        .reduce((sum, { delta }) => sum + delta, 0),
  };
}

const BOOKED_SPACES = `SELECT k.id AS claimId, s.id AS claimSpaceId, k.occurrence_id AS occurrenceId, k.status, s.space_id AS spaceId, s.layout,
  k.start_min - k.access_min AS hostStart, k.end_min + k.exit_min AS hostEnd,
  MAX(k.start_min - k.access_min - s.setup_min, COALESCE(s.cut_start_min, -9e15)) AS start,
  MIN(k.end_min + k.exit_min + s.strike_min, COALESCE(s.cut_end_min, 9e15)) AS "end",
  EXISTS (SELECT 1 FROM turnover_link l WHERE l.after_claim_space_id = s.id) AS linkedBefore,
  EXISTS (SELECT 1 FROM turnover_link l WHERE l.before_claim_space_id = s.id) AS linkedAfter
  FROM claim k JOIN claim_space s ON s.claim_id = k.id WHERE k.status <> 'released'`;
const BOOKED_EQUIPMENT = `SELECT k.id AS claimId, k.occurrence_id AS occurrenceId, k.status, e.type_id AS typeId, e.resource_id AS unitId, e.quantity,
  e.claim_space_id AS claimSpaceId, k.start_min AS eventStart, k.end_min AS eventEnd
  FROM claim k JOIN claim_equipment e ON e.claim_id = k.id WHERE k.status <> 'released'`;

export const minutesOf = ({ start, end }: { start: number; end: number }): number[] =>
  Array.from({ length: Math.max(0, end - start) }, (_, index) => start + index);

/** Who has what at which minute, written down a minute at a time. */
export class MinuteBook {
  /** By `part minute`: the claimed spaces that occupy it. */
  readonly occupied = new Map<string, BookedSpace[]>();
  readonly waiting = new Map<string, BookedSpace[]>();
  /** By `unit minute`: the claims that have it. */
  readonly units = new Map<string, number[]>();
  /** By `type minute`: pieces away. */
  readonly away = new Map<string, number>();

  constructor(
    readonly house: HouseFacts,
    readonly spaces: readonly BookedSpace[],
    readonly equipment: readonly BookedEquipment[],
  ) {
    for (const space of spaces) this.writeSpace(space);
    for (const item of equipment) if (item.unitId !== null) this.writeUnit(item);
    for (const type of house.moving.keys()) this.writeType(type);
  }

  private bookedSpaces(date: number): BookedSpace[] {
    return this.spaces.filter((each) => each.occurrenceId === date && each.status === 'in-force');
  }

  private writeSpace(space: BookedSpace): void {
    const book = space.status === 'wanted' ? this.waiting : this.occupied;
    const own = space.status === 'held' ? this.bookedSpaces(space.occurrenceId) : [];
    for (const leaf of this.house.leavesOf(space.spaceId))
      for (const minute of minutesOf(space)) {
        // What is held takes only what the booking of the same date does not have already.
        const isCovered = own.some(
          (each) =>
            each.start <= minute && minute < each.end && this.house.leavesOf(each.spaceId).includes(leaf),
        );
        if (!isCovered) book.set(`${leaf} ${minute}`, [...(book.get(`${leaf} ${minute}`) ?? []), space]);
      }
  }

  private writeUnit(item: BookedEquipment): void {
    if (item.status === 'wanted') return;
    const own = this.equipment.filter(
      (each) =>
        item.status === 'held' &&
        each.occurrenceId === item.occurrenceId &&
        each.status === 'in-force' &&
        each.unitId === item.unitId,
    );
    for (const minute of minutesOf(item)) {
      if (own.some((each) => each.start <= minute && minute < each.end)) continue;
      const key = `${item.unitId} ${minute}`;
      this.units.set(key, [...(this.units.get(key) ?? []), item.claimId]);
    }
  }

  /** Of one date the booking and what is held beside it are away together only as far as one asks for more. */
  private writeType(type: number): void {
    const byDate = new Map<string, { booked: number; held: number }>();
    for (const { typeId, occurrenceId, status, quantity, ...span } of this.equipment) {
      if (typeId !== type || status === 'wanted') continue;
      for (const minute of minutesOf(span)) {
        const known = byDate.get(`${occurrenceId} ${minute}`) ?? { booked: 0, held: 0 };
        byDate.set(`${occurrenceId} ${minute}`, known);
        known[status === 'held' ? 'held' : 'booked'] += quantity;
      }
    }
    for (const [key, { booked, held }] of byDate) {
      const at = `${type} ${key.split(' ')[1]!}`;
      this.away.set(at, (this.away.get(at) ?? 0) + Math.max(booked, held));
    }
  }
}

export async function readBook(db: OpenDatabase): Promise<MinuteBook> {
  const house = await houseFacts(db);
  const spaces = await db.rows<BookedSpace & { linkedBefore: unknown; linkedAfter: unknown }>(BOOKED_SPACES);
  const bySlot = new Map(spaces.map((space) => [space.claimSpaceId, space]));
  const lines = await db.rows<
    BookedEquipment & { claimSpaceId: number | null; eventStart: number; eventEnd: number }
  >(BOOKED_EQUIPMENT);
  return new MinuteBook(
    house,
    spaces.map((each) => ({
      ...each,
      linkedBefore: Boolean(each.linkedBefore),
      linkedAfter: Boolean(each.linkedAfter),
    })),
    lines.map((line) => {
      const { fetchMin, returnMin } = house.moving.get(line.typeId)!;
      const space = line.claimSpaceId === null ? undefined : bySlot.get(line.claimSpaceId);
      const [start, end] = space ? [space.start, space.end] : [line.eventStart, line.eventEnd];
      return { ...line, start: start - fetchMin, end: end + returnMin };
    }),
  );
}

/** One space of one wanted date. */
export interface WantedSlot {
  readonly key: string;
  readonly index: number;
  readonly spaceId: number;
  readonly layout: string;
  readonly hostStart: number;
  readonly hostEnd: number;
  start: number;
  end: number;
}

interface Standing {
  readonly spaceId: number;
  readonly layout: string;
  readonly hostStart: number;
  readonly hostEnd: number;
  readonly start: number;
  readonly end: number;
}

/**
 * Where two stand one after the other in the same set-up and want each other's shoulder: the minute at which one
 * hands over, found by trying every minute from the latest. Null where they cannot.
 */
export function handover(before: Standing, after: Standing, topUpMin: number): number | null {
  const isSame = before.spaceId === after.spaceId && before.layout === after.layout;
  if (!isSame || before.end <= after.start || before.hostEnd > after.hostStart) return null;
  for (let minute = before.end; minute >= before.hostEnd; minute -= 1)
    // Minutes that neither kept would be free for a stranger.
    if (after.hostStart - minute >= topUpMin) return Math.max(minute, after.start);
  return null;
}

/** The wanted dates as slots; dates of the series that follow one another in one set-up have handed over already. */
export function slotsOf(dates: readonly WantedDate[], house: HouseFacts): WantedSlot[] {
  const slots = dates.flatMap(({ key, claim }) =>
    claim.spaces.map((space, index): WantedSlot => {
      const [hostStart, hostEnd] = [claim.event.start - claim.accessMin, claim.event.end + claim.exitMin];
      return {
        key,
        index,
        spaceId: space.spaceId,
        layout: space.layout,
        hostStart,
        hostEnd,
        start: hostStart - space.setupMin,
        end: hostEnd + space.strikeMin,
      };
    }),
  );
  for (const before of slots)
    for (const after of slots) {
      const isNext =
        before.spaceId === after.spaceId &&
        before.hostStart < after.hostStart &&
        !slots.some(
          (each) =>
            each.spaceId === before.spaceId &&
            each.hostStart > before.hostStart &&
            each.hostStart < after.hostStart,
        );
      const minute = isNext ? handover(before, after, house.topUp.get(before.spaceId)!) : null;
      if (minute !== null) [before.end, after.start] = [minute, minute];
    }
  return slots;
}
