import { rectsOverlap, type Rect, type Shape } from './geometry';

/** The sides of a room as its plan is drawn. */
export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
export type Side = (typeof SIDES)[number];

/** An opening in a wall: so far along it, from its left or upper end. In millimetres. */
export interface Door {
  readonly side: Side;
  readonly offsetMm: number;
  readonly widthMm: number;
}

/** A room as it is measured: a rectangle with what stands in it. All in millimetres. */
export interface Room {
  readonly widthMm: number;
  readonly depthMm: number;
  readonly doors: readonly Door[];
  /** Columns, platforms, pianos: nothing is put there and nobody walks there. */
  readonly obstacles: readonly Rect[];
}

/**
 * So deep the floor before a door is kept free: a leaf that opens inwards, and somebody behind it. Common practice, no
 * source. In millimetres.
 */
export const DOOR_CLEAR_MM = 1200;

/** The floor before a door that stays free. In millimetres, 1,200 deep. */
export function doorZone({ widthMm, depthMm }: Room, { side, offsetMm, widthMm: w }: Door): Rect {
  switch (side) {
    case 'top':
      return { x: offsetMm, y: 0, w, h: DOOR_CLEAR_MM };
    case 'bottom':
      return { x: offsetMm, y: depthMm - DOOR_CLEAR_MM, w, h: DOOR_CLEAR_MM };
    case 'left':
      return { x: 0, y: offsetMm, w: DOOR_CLEAR_MM, h: w };
    case 'right':
      return { x: widthMm - DOOR_CLEAR_MM, y: offsetMm, w: DOOR_CLEAR_MM, h: w };
  }
}

/** Where nothing may stand: obstacles and the floor before doors. In millimetres. */
export const keptFree = (room: Room): Rect[] => [
  ...room.obstacles,
  ...room.doors.map((door) => doorZone(room, door)),
];

/** Whether a rectangle overlaps nothing that is taken. */
export const isFree = (rect: Rect, taken: readonly Rect[]): boolean =>
  !taken.some((each) => rectsOverlap(rect, each));

/** Quarter turns clockwise that bring a side of the room to the top, which is the front of every plan. */
const TURNS: Readonly<Record<Side, 0 | 1 | 2 | 3>> = { top: 0, left: 1, bottom: 2, right: 3 };

function turnRect({ x, y, w, h }: Rect, depthMm: number): Rect {
  return { x: depthMm - y - h, y: x, w: h, h: w };
}
function turnDoor({ side, offsetMm, widthMm }: Door, room: Room): Door {
  const next: Readonly<Record<Side, Side>> = { top: 'right', right: 'bottom', bottom: 'left', left: 'top' };
  // Along the left and right walls offsets run downwards, so they turn over as these come to lie on top and below.
  const isUpright = side === 'left' || side === 'right';
  return { side: next[side], offsetMm: isUpright ? room.depthMm - offsetMm - widthMm : offsetMm, widthMm };
}

const turnOnce = (room: Room): Room => ({
  widthMm: room.depthMm,
  depthMm: room.widthMm,
  doors: room.doors.map((door) => turnDoor(door, room)),
  obstacles: room.obstacles.map((rect) => turnRect(rect, room.depthMm)),
});

/** The room turned so that `front` is its upper side. The same room where it faces the top already. */
export function facing(room: Room, front: Side): Room {
  let turned = room;
  for (let n = 0; n < TURNS[front]; n += 1) turned = turnOnce(turned);
  return turned;
}

/** A shape of the turned room where it lies in the room as measured. Exactly undoes `facing`. */
export function turnedBack<Of extends Shape>(shape: Of, room: Room, front: Side): Of {
  let [w, h] =
    front === 'left' || front === 'right' ? [room.depthMm, room.widthMm] : [room.widthMm, room.depthMm];
  let turned: Shape = shape;
  // Turning on by what is missing of a whole turn brings it back.
  for (let n = 0; n < (4 - TURNS[front]) % 4; n += 1) {
    turned = 'r' in turned ? { cx: h - turned.cy, cy: turned.cx, r: turned.r } : turnRect(turned, h);
    [w, h] = [h, w];
  }
  return { ...shape, ...turned };
}
