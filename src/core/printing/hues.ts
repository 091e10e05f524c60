import { line, type Ink, type Mark } from './marks';

/** Okabe and Ito (2008), as in the style sheet; a test holds the two together. */
export const HUES: Readonly<Record<string, Ink>> = {
  orange: '#e69f00',
  sky: '#56b4e9',
  green: '#009e73',
  yellow: '#f0e442',
  blue: '#0072b2',
  vermilion: '#d55e00',
  rose: '#cc79a7',
  ink: '#6b6154',
};

/** Letters on each hue, as in the style sheet. */
export const ON_HUES: Readonly<Record<string, Ink>> = {
  orange: '#1d1400',
  sky: '#05202f',
  green: '#001d14',
  yellow: '#222000',
  blue: '#ffffff',
  vermilion: '#1f0d00',
  rose: '#260a19',
  ink: '#ffffff',
};

/** The colour of a hue on paper; that of no hue where it is not known. */
export const inkOf = (hue: string): Ink => HUES[hue] ?? HUES.ink!;

/** Directions of the lines of each hue's pattern, in degrees, and their distance: for prints without colour. */
const PATTERNS: Readonly<Record<string, readonly (readonly [angle: number, apart: number])[]>> = {
  orange: [[45, 3]],
  sky: [[0, 3]],
  green: [[135, 3]],
  yellow: [[90, 6]],
  blue: [
    [45, 4],
    [135, 4],
  ],
  vermilion: [[90, 2.5]],
  rose: [
    [0, 4],
    [90, 4],
  ],
  ink: [[0, 6]],
};

type Box = readonly [x: number, y: number, width: number, height: number];

/** The stretch of an endless line through (px, py) in direction (dx, dy) that lies in a box (Liang and Barsky 1984). */
function clip([x, y, width, height]: Box, px: number, py: number, dx: number, dy: number) {
  let from = -Infinity;
  let to = Infinity;
  for (const [direction, least, most] of [
    [dx, x - px, x + width - px],
    [dy, y - py, y + height - py],
  ] as const) {
    if (Math.abs(direction) < 1e-9) {
      if (least > 0 || most < 0) return null;
      continue;
    }
    const [a, b] = [least / direction, most / direction];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to ? ([px + from * dx, py + from * dy, px + to * dx, py + to * dy] as const) : null;
}

/**
 * The pattern of a hue over a box, as lines that end at its edges. In points; nothing beyond the box. A hue that is
 * unknown has the pattern of ink; the list is empty where no line meets the box.
 */
export function patternOf(hue: string, box: Box, ink: Ink): Mark[] {
  const [x, y, width, height] = box;
  const reach = width + height;
  return (PATTERNS[hue] ?? PATTERNS.ink!).flatMap(([angle, apart]) => {
    const radians = (angle * Math.PI) / 180;
    const [dx, dy] = [Math.cos(radians), Math.sin(radians)];
    const marks: Mark[] = [];
    for (let off = -reach; off <= reach; off += apart) {
      const cut = clip(box, x + width / 2 - dy * off, y + height / 2 + dx * off, dx, dy);
      if (cut) marks.push(line(cut, ink, 0.5));
    }
    return marks;
  });
}
