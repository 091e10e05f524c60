import { overlaps, type Interval } from '../time/epoch-minute';

/** Somebody who wants a room on a day. */
export interface SharedWant {
  readonly key: string;
  /** What it would take of each room, by position; null where the room would not do. */
  readonly inRoom: readonly (Interval | null)[];
  /** The room that was asked for; null where any will do. */
  readonly asked: number | null;
}

/** Three or more requests for one place, shared out among rooms; whoever is missing could not be placed. */
export interface SharedOut {
  /** Position of the room each has; who is missing could not be placed. */
  readonly roomOf: ReadonlyMap<string, number>;
  readonly left: readonly string[];
  /** How many rooms are used. */
  readonly rooms: number;
  /** How many are not where they asked to be. */
  readonly moved: number;
  /** False where the search was cut short: there may be a better way. */
  readonly isWhole: boolean;
}

const MOST_STEPS = 20_000;

/** Rooms by want, in the order in which they are taken; how many are left out, moved, and used: the less the better. */
interface Way {
  readonly rooms: readonly (number | null)[];
  readonly score: readonly [left: number, moved: number, used: number];
}

/** The search for the best way, one want after the other. */
class Sharing {
  private readonly taken: Interval[][];
  private readonly used: number[];
  private readonly rooms: (number | null)[] = [];
  best: Way | null = null;
  steps = 0;

  constructor(
    private readonly wants: readonly SharedWant[],
    busy: readonly (readonly Interval[])[],
    private readonly least: number,
  ) {
    this.taken = busy.map((spans) => [...spans]);
    this.used = busy.map(() => 0);
  }

  private score(): Way['score'] {
    return [
      this.rooms.filter((room) => room === null).length,
      this.rooms.filter((room, at) => room !== null && isMoved(this.wants[at]!, room)).length,
      this.used.filter((count) => count > 0).length,
    ];
  }

  private isPerfect(): boolean {
    if (!this.best) return false;
    const [left, moved, used] = this.best.score;
    return left === 0 && moved === 0 && used <= this.least;
  }

  /** However it goes on, it will not be better than the best so far. */
  private isNoBetterThan(best: Way): boolean {
    const score = this.score();
    const at = score.findIndex((value, index) => value !== best.score[index]);
    return at < 0 || score[at]! > best.score[at]!;
  }

  place(at: number): void {
    if (this.isPerfect() || this.steps > MOST_STEPS) return;
    this.steps += 1;
    if (this.best && this.isNoBetterThan(this.best)) return;
    const want = this.wants[at];
    if (!want) {
      this.best = { score: this.score(), rooms: [...this.rooms] };
      return;
    }
    for (const room of roomsFor(want, this.taken, this.used)) {
      this.taken[room]!.push(want.inRoom[room]!);
      this.used[room]! += 1;
      this.rooms.push(room);
      this.place(at + 1);
      this.rooms.pop();
      this.used[room]! -= 1;
      this.taken[room]!.pop();
    }
    this.rooms.push(null);
    this.place(at + 1);
    this.rooms.pop();
  }
}

/**
 * Gives rooms to all who want one on a day: first as many as possible are placed, then as few as possible moved from
 * where they asked to be, then as few rooms as possible used. Taken in order of start, each into a room in use that is
 * free: in equal, empty rooms the first try already needs the fewest there can be, which is as many as want one at once
 * (interval partitioning: Kleinberg and Tardos, Algorithm Design, 4.1). What else there is, is searched up to a bound.
 */
export function shareOut(wants: readonly SharedWant[], busy: readonly (readonly Interval[])[]): SharedOut {
  const start = ({ inRoom }: SharedWant) => Math.min(...inRoom.map((span) => span?.start ?? Infinity));
  const sorted = [...wants].sort((a, b) => start(a) - start(b));
  const search = new Sharing(sorted, busy, fewestRooms(wants));
  search.place(0);
  const placed = sorted.flatMap(({ key }, at): [string, number][] => {
    const room = search.best?.rooms[at];
    return room === null || room === undefined ? [] : [[key, room]];
  });
  const roomOf = new Map(placed);
  return {
    roomOf,
    left: wants.flatMap(({ key }) => (roomOf.has(key) ? [] : [key])),
    rooms: new Set(roomOf.values()).size,
    moved: search.best?.score[1] ?? 0,
    isWhole: search.steps <= MOST_STEPS,
  };
}

const isMoved = ({ asked }: SharedWant, room: number): boolean => asked !== null && asked !== room;

/** Free rooms for a want: where it asked to be, then rooms in use, then others in order. */
function roomsFor(
  want: SharedWant,
  taken: readonly (readonly Interval[])[],
  used: readonly number[],
): number[] {
  const free = want.inRoom.flatMap((span, room) =>
    span && taken[room]!.every((other) => !overlaps(other, span)) ? [room] : [],
  );
  const rank = (room: number) => (want.asked === room ? 0 : used[room]! > 0 ? 1 : 2);
  return free.sort((a, b) => rank(a) - rank(b) || a - b);
}

/** As many rooms as want one at the same moment at least: no way of sharing out needs fewer. */
export function fewestRooms(wants: readonly SharedWant[]): number {
  // What a want takes at least, whichever room it gets.
  const spans = wants.flatMap(({ inRoom }) => {
    const own = inRoom.filter((span) => span !== null);
    if (!own.length) return [];
    const start = Math.max(...own.map((span) => span.start));
    const end = Math.min(...own.map((span) => span.end));
    return start < end ? [{ start, end }] : [];
  });
  return spans.reduce(
    (most, { start }) =>
      Math.max(most, spans.filter((other) => other.start <= start && start < other.end).length),
    0,
  );
}
