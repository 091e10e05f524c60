import { layoutRow, type Layout } from '../layouts';
import { seatsByArea } from '../capacity';
import { boardIn } from './boards';
import { circleIn } from './circle';
import { boundsOf, type Shape } from './geometry';
import {
  PIECE_KINDS,
  type Arrangement,
  type Piece,
  type PieceKind,
  type SeatGroup,
  type Wishes,
} from './pieces';
import { reachable } from './reach';
import { facing, keptFree, SIDES, turnedBack, type Room, type Side } from './room';
import { aislesFor, ROW_MODULES, rowsIn } from './rows';
import type { RoundSize } from './rules';
import { stageAt } from './stage';
import { roundsIn } from './tables';

/** The same with the layout, and where the front is; null where the room decides. */
export interface PlanWishes extends Wishes {
  readonly layout: Layout;
  /** Places at a round table. */
  readonly roundSize: RoundSize;
  /** The wall people look to; null is whichever seats the most. */
  readonly front: Side | null;
}

/** What keeps more people from being seated. */
export type Limit =
  | 'room'
  /** Seats without a way to a door were left out. */
  | 'ways'
  /** The published load of the floor: so many may be there. */
  | 'load';

/** A plan with its pieces, the people it seats, and the minutes of work it takes. */
export interface SeatingPlan {
  readonly front: Side;
  readonly pieces: readonly Piece[];
  /** Chairs and places for wheelchairs together; people standing where nobody sits. */
  readonly seats: number;
  readonly wheelchairs: number;
  /** How many of the people wanted have no place. */
  readonly short: number;
  /** Null where all have a place. */
  readonly limit: Limit | null;
  readonly counts: Readonly<Record<PieceKind, number>>;
  /** Person-minutes to set it. */
  readonly crewMin: number;
  /** Widths of the ways that were kept. */
  readonly wayMm: number;
  readonly accessMm: number;
}

/** Person-minutes to fetch and place a piece. Common practice, no source. */
const MINUTES: Readonly<Record<PieceKind, number>> = {
  chair: 0.4,
  wheelchair: 0,
  round: 4,
  trestle: 3,
  desk: 3,
  'exam-table': 1.5,
  stage: 30,
};

type Build = (room: Room, wishes: PlanWishes) => Arrangement[];

const rows =
  (kind: keyof typeof ROW_MODULES): Build =>
  (room, wishes) =>
    aislesFor(room.widthMm, kind, wishes.spacing).map((aisles) => rowsIn(room, kind, aisles, wishes));
const rounds =
  (isCabaret: boolean): Build =>
  (room, wishes) =>
    [false, true].map((isStaggered) =>
      roundsIn(room, { size: wishes.roundSize, isCabaret }, { isStaggered }, wishes),
    );

/** Ways to set a room that are worth trying, by layout; none where nobody is given a seat. */
const BUILDS: Readonly<Record<Layout, Build>> = {
  theatre: rows('theatre'),
  classroom: rows('classroom'),
  exam: rows('exam'),
  rounds: rounds(false),
  cabaret: rounds(true),
  boardroom: (room, wishes) => [boardIn(room, 'boardroom', wishes)],
  'u-shape': (room, wishes) => [boardIn(room, 'u-shape', wishes)],
  'hollow-square': (room, wishes) => [boardIn(room, 'hollow-square', wishes)],
  circle: (room, wishes) => [circleIn(room, wishes)],
  standing: () => [],
  empty: () => [],
};

const shapesOf = (groups: readonly SeatGroup[]): Shape[] =>
  groups.flatMap(({ tables, seats }) => [...tables, ...seats].map(({ shape }) => shape));

/** Groups as far as their seats have a way to a door; what has none is left out, until everything has. */
function reached(room: Room, arrangement: Arrangement): { groups: SeatGroup[]; isCut: boolean } {
  let { groups } = arrangement;
  let isCut = false;
  for (;;) {
    const seats = groups.flatMap((group) => group.seats.map(({ shape }) => shape));
    const taken = [...arrangement.fixed.map(({ shape }) => shape), ...shapesOf(groups)];
    const ways = reachable(room, taken, seats, arrangement);
    if (ways.every(Boolean)) return { groups: [...groups], isCut };
    isCut = true;
    let at = 0;
    groups = groups.flatMap(({ tables, seats: own }) => {
      const kept = own.filter(() => ways[at++]);
      return kept.length ? [{ tables, seats: kept }] : [];
    });
  }
}

/** People over the fewest groups that hold them: evenly where they sit at tables of their own, else one after another. */
function filled(groups: readonly SeatGroup[], people: number, isSpread: boolean): SeatGroup[] {
  const used: SeatGroup[] = [];
  let room = 0;
  for (const group of groups) {
    if (room >= people) break;
    used.push(group);
    room += group.seats.length;
  }
  let over = Math.max(0, room - people);
  if (!isSpread)
    return used.map((group, index) =>
      index === used.length - 1
        ? { ...group, seats: group.seats.slice(0, group.seats.length - over) }
        : group,
    );
  const seats = used.map((group) => group.seats.length);
  while (over > 0) {
    // From the fullest, the last of them first.
    const fullest = seats.lastIndexOf(Math.max(...seats));
    seats[fullest]! -= 1;
    over -= 1;
  }
  return used.map((group, index) => ({ ...group, seats: group.seats.slice(0, seats[index]) }));
}

function countsOf(pieces: readonly Piece[]): Record<PieceKind, number> {
  const counts = Object.fromEntries(PIECE_KINDS.map((kind) => [kind, 0])) as Record<PieceKind, number>;
  for (const { kind } of pieces) counts[kind] += 1;
  return counts;
}

const seatCount = (groups: readonly SeatGroup[]): number =>
  groups.reduce((sum, { seats }) => sum + seats.length, 0);

interface Tried {
  readonly front: Side;
  readonly turned: Room;
  readonly arrangement: Arrangement;
  /** As many as would sit if all had a way to a door. */
  readonly most: number;
}

/** The ways worth trying, those that promise the most first. */
function tried(room: Room, wishes: PlanWishes): Tried[] {
  const fronts = wishes.front ? [wishes.front] : SIDES;
  const all = fronts.flatMap((front) => {
    const turned = facing(room, front);
    return BUILDS[wishes.layout](turned, wishes).map((arrangement) => ({
      front,
      turned,
      arrangement,
      most: Math.min(seatCount(arrangement.groups), wishes.people),
    }));
  });
  const hasStage = ({ arrangement }: Tried) => Number(arrangement.fixed.length > 0);
  return all.sort((a, b) => hasStage(b) - hasStage(a) || b.most - a.most);
}

interface Found extends Tried {
  readonly groups: readonly SeatGroup[];
  readonly isCut: boolean;
}

/** Of these the one with the most seats that have a way to a door; what cannot be better is not looked at. */
function bestOf(ways: readonly Tried[], wishes: PlanWishes): Found {
  let best: (Found & { readonly seats: number }) | null = null;
  for (const way of ways) {
    if (best && way.most <= best.seats) continue;
    const { arrangement, turned } = way;
    // With only what the people need there is more room to walk; with everything, if that is not enough.
    const some = { ...arrangement, groups: filled(arrangement.groups, wishes.people, false) };
    const few = reached(turned, some);
    const found = few.isCut && way.most < seatCount(arrangement.groups) ? reached(turned, arrangement) : few;
    const better = seatCount(found.groups) > seatCount(few.groups) ? found : few;
    const seats = Math.min(seatCount(better.groups), wishes.people);
    if (!best || seats > best.seats) best = { ...way, ...better, seats };
  }
  return best!;
}

/** Nobody sits: as many as the published load of the floor that is left. */
function standing(room: Room, wishes: PlanWishes): SeatingPlan {
  const front = wishes.front ?? 'top';
  const turned = facing(room, front);
  const stage = stageAt(turned, wishes.stage);
  const stages: Piece[] = stage ? [{ kind: 'stage', shape: turnedBack(stage, room, front) }] : [];
  const taken = [...keptFree(room), ...stages.map(({ shape }) => boundsOf(shape))];
  const free = taken.reduce((area, { w, h }) => area - w * h, room.widthMm * room.depthMm) / 1e6;
  const most =
    layoutRow[wishes.layout].loadFt2 === null ? wishes.people : seatsByArea(Math.max(0, free), wishes.layout);
  const seats = Math.min(wishes.people, most);
  return finished(front, stages, wishes, {
    seats,
    isFull: true,
    wayMm: 0,
    accessMm: 0,
    isCut: false,
  });
}

interface Outcome {
  readonly seats: number;
  /** As many as the published load allows. */
  readonly isFull: boolean;
  readonly wayMm: number;
  readonly accessMm: number;
  readonly isCut: boolean;
}

function finished(
  front: Side,
  pieces: readonly Piece[],
  { people }: PlanWishes,
  { seats, isFull, wayMm, accessMm, isCut }: Outcome,
): SeatingPlan {
  const counts = countsOf(pieces);
  const short = Math.max(0, people - seats);
  return {
    front,
    pieces,
    seats,
    wheelchairs: counts.wheelchair,
    short,
    limit: short === 0 ? null : isFull ? 'load' : isCut ? 'ways' : 'room',
    counts,
    crewMin: Math.ceil(PIECE_KINDS.reduce((sum, kind) => sum + counts[kind] * MINUTES[kind], 0)),
    wayMm,
    accessMm,
  };
}

/**
 * Where everything stands when a room is set for so many people. The same input gives the same plan. Of the ways to
 * set it the one with the most seats is taken, as far as they are needed; every seat has a way of the stated widths to
 * a door. No fire-safety approval: the figures it counts by stand in `rules.ts`. Millimetres from the upper left;
 * fewer seats than asked for where a limit is met, never more.
 */
export function planSeating(room: Room, wanted: PlanWishes): SeatingPlan {
  const load = seatsByArea((room.widthMm * room.depthMm) / 1e6, wanted.layout);
  const wishes = { ...wanted, people: Math.min(wanted.people, load) };
  const ways = tried(room, wishes);
  if (!ways.length) return standing(room, wanted);
  const { front, arrangement, groups, isCut } = bestOf(ways, wishes);
  const kept = filled(groups, wishes.people, arrangement.isSpread);
  const pieces = [...arrangement.fixed, ...kept.flatMap(({ tables, seats }) => [...tables, ...seats])];
  return finished(
    front,
    pieces.map(({ kind, shape }) => ({ kind, shape: turnedBack(shape, room, front) })),
    wanted,
    {
      seats: seatCount(kept),
      isFull: seatCount(kept) === load,
      wayMm: arrangement.wayMm,
      accessMm: arrangement.accessMm,
      isCut,
    },
  );
}
