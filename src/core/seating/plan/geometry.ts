/**
 * Flat geometry of rooms in whole millimetres: x along the width of the plan, y away from its front. Rectangles are
 * half-open like stretches of time: two that touch do not overlap.
 */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** A round piece: its centre and radius, in millimetres. */
export interface Disc {
  readonly cx: number;
  readonly cy: number;
  readonly r: number;
}

/** What stands on a floor: a rectangle or a disc, in millimetres from its top left corner. */
export type Shape = Rect | Disc;

/** Whether a shape is round. */
export const isDisc = (shape: Shape): shape is Disc => 'r' in shape;

/** The smallest rectangle around a shape. */
export const boundsOf = (shape: Shape): Rect =>
  isDisc(shape) ? { x: shape.cx - shape.r, y: shape.cy - shape.r, w: 2 * shape.r, h: 2 * shape.r } : shape;

/** Whether two rectangles share more than an edge. */
export const rectsOverlap = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** Half a millimetre of slack: places on a circle are not whole millimetres. */
const SLACK_MM = 0.5;

function discMeetsRect({ cx, cy, r }: Disc, { x, y, w, h }: Rect): boolean {
  const dx = Math.max(x - cx, 0, cx - x - w);
  const dy = Math.max(y - cy, 0, cy - y - h);
  return Math.hypot(dx, dy) < r - SLACK_MM;
}

/** Whether two shapes share floor. */
export function overlap(a: Shape, b: Shape): boolean {
  if (isDisc(a))
    return isDisc(b) ? Math.hypot(a.cx - b.cx, a.cy - b.cy) < a.r + b.r - SLACK_MM : discMeetsRect(a, b);
  return isDisc(b) ? discMeetsRect(b, a) : rectsOverlap(a, b);
}

/** Whether a shape lies in a rectangle; touching its edge counts as inside, with a little slack for rounding. */
export const isInside = (inner: Shape, outer: Rect): boolean => {
  const { x, y, w, h } = boundsOf(inner);
  return (
    x >= outer.x - SLACK_MM &&
    y >= outer.y - SLACK_MM &&
    x + w <= outer.x + outer.w + SLACK_MM &&
    y + h <= outer.y + outer.h + SLACK_MM
  );
};

/** A rectangle with so many millimetres more on every side. */
export const inflate = ({ x, y, w, h }: Rect, by: number): Rect => ({
  x: x - by,
  y: y - by,
  w: w + 2 * by,
  h: h + 2 * by,
});
