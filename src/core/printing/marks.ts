/** Fonts a print is set in. */
export type FontName = 'sans' | 'bold' | 'serif';

/** Colours as `#rrggbb`. */
export type Ink = string;

/** The colour of what is read first. */
export const BLACK: Ink = '#1a1712';
/** The colour of what is read second. */
export const GREY: Ink = '#5c5141';
/** The colour of lines and grounds. */
export const PALE: Ink = '#e6e0d4';

/** What a printed page consists of. Lengths are points (1/72 inch), y goes down from the top. */
export type Mark =
  | {
      readonly kind: 'text';
      readonly x: number;
      /** Of the line the letters stand on. */
      readonly baseline: number;
      readonly text: string;
      readonly font: FontName;
      readonly size: number;
      readonly ink: Ink;
    }
  | {
      readonly kind: 'box';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly fill: Ink | null;
      readonly line: Ink | null;
      readonly lineWidth: number;
      readonly isDotted: boolean;
    }
  | {
      readonly kind: 'disc';
      /** Of its middle. */
      readonly x: number;
      readonly y: number;
      readonly radius: number;
      readonly fill: Ink | null;
      readonly line: Ink;
      readonly lineWidth: number;
    }
  | {
      readonly kind: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly ink: Ink;
      readonly lineWidth: number;
    };

/** One page of a print, in points, with the marks on it. */
export interface Page {
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
}

/** Width in points of a text in a font at a size. */
export type Measure = (text: string, font: FontName, size: number) => number;

/** A box of so many points, filled or only outlined; null is no filling. */
export const box = (
  [x, y, width, height]: readonly [number, number, number, number],
  look: { fill?: Ink; line?: Ink; lineWidth?: number; isDotted?: boolean },
): Mark => ({
  kind: 'box',
  x,
  y,
  width,
  height,
  fill: look.fill ?? null,
  line: look.line ?? null,
  lineWidth: look.lineWidth ?? 0.75,
  isDotted: look.isDotted ?? false,
});

/** A line between two points of the page, 0.75 points wide where nothing else is said. */
export const line = (
  [x1, y1, x2, y2]: readonly [number, number, number, number],
  ink: Ink = BLACK,
  lineWidth = 0.75,
): Mark => ({ kind: 'line', x1, y1, x2, y2, ink, lineWidth });
