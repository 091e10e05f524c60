import { isDisc } from '../seating/plan/geometry';
import type { Piece, PieceKind } from '../seating/plan/pieces';
import { doorZone, type Room } from '../seating/plan/room';
import { BLACK, box, GREY, line, PALE, type Ink, type Mark } from './marks';

/** A room to scale on paper, with what stands in it. */
export interface FloorDrawing {
  readonly room: Room;
  readonly pieces: readonly Piece[];
}

/** Where on the page a floor is drawn, in points, and how many points a metre is. */
export interface FloorPlace {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  /** At most so tall. */
  readonly height: number;
}

/** Beside the drawing, for the lengths of its sides. */
const BESIDE = 16;
const LABEL = 8;

const FILLS: Readonly<Record<PieceKind, Ink | null>> = {
  chair: GREY,
  wheelchair: BLACK,
  round: PALE,
  trestle: PALE,
  desk: PALE,
  'exam-table': PALE,
  stage: null,
};

const metres = (mm: number): string => `${(mm / 1000).toFixed(2).replace(/0$/, '')} m`;

/** Points for a millimetre of the room, so that it fills its place one way or the other. */
const scaleOf = ({ widthMm, depthMm }: Room, { width, height }: FloorPlace): number =>
  Math.min((width - BESIDE) / widthMm, (height - BESIDE) / depthMm);

/** How tall the drawing becomes. In points. */
export const floorHeight = ({ room }: FloorDrawing, place: FloorPlace): number =>
  room.depthMm * scaleOf(room, place) + BESIDE;

/** Where a door is, as a thick line on its side of the room. */
function doorLine(
  { side, offsetMm, widthMm }: FloorDrawing['room']['doors'][number],
  [left, top, width, depth]: readonly [number, number, number, number],
  scale: number,
): Mark {
  const [from, to] = [offsetMm * scale, (offsetMm + widthMm) * scale];
  const y = top + (side === 'bottom' ? depth : 0);
  const x = left + (side === 'right' ? width : 0);
  return side === 'top' || side === 'bottom'
    ? line([left + from, y, left + to, y], PALE, 3)
    : line([x, top + from, x, top + to], PALE, 3);
}

/** The room with doors, what stands fixed, pieces, and the lengths of two sides in metres. */
export function floorMarks({ room, pieces }: FloorDrawing, place: FloorPlace): Mark[] {
  const scale = scaleOf(room, place);
  const [left, top] = [place.left, place.top + BESIDE];
  const [width, depth] = [room.widthMm * scale, room.depthMm * scale];
  const at = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }) =>
    [left + x * scale, top + y * scale, w * scale, h * scale] as const;
  const words = (text: string, x: number, baseline: number): Mark => ({
    kind: 'text',
    x,
    baseline,
    text,
    font: 'sans',
    size: LABEL,
    ink: GREY,
  });
  return [
    words(metres(room.widthMm), left + width / 2 - LABEL, top - 4),
    words(metres(room.depthMm), left + width + 3, top + depth / 2),
    ...room.doors.map((door) => box(at(doorZone(room, door)), { line: PALE, isDotted: true })),
    ...room.obstacles.map((rect) => box(at(rect), { fill: BLACK })),
    ...pieces.map(({ kind, shape }): Mark => {
      const fill = FILLS[kind];
      if (!isDisc(shape)) return box(at(shape), { ...(fill && { fill }), line: BLACK, lineWidth: 0.4 });
      return {
        kind: 'disc',
        x: left + shape.cx * scale,
        y: top + shape.cy * scale,
        radius: shape.r * scale,
        fill,
        line: BLACK,
        lineWidth: 0.4,
      };
    }),
    box([left, top, width, depth], { line: BLACK, lineWidth: 1.5 }),
    ...room.doors.map((door) => doorLine(door, [left, top, width, depth], scale)),
  ];
}
