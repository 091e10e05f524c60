import { inkOf, patternOf } from './hues';
import { BLACK, box, type Mark, type Measure } from './marks';
import type { MarkSign } from './sheet';

/** Width of the mark of a category, in points. Whole points. */
export const SIGN_WIDTH = 27;
const HEIGHT = 10;
const LETTERS_WIDTH = 16;

/** A category in print: its letters, and its hue as a colour and as a pattern. */
export function signMarks({ mark, hue }: MarkSign, x: number, y: number, measure: Measure): Mark[] {
  const swatch = [x + LETTERS_WIDTH, y, SIGN_WIDTH - LETTERS_WIDTH, HEIGHT] as const;
  return [
    box([x, y, SIGN_WIDTH, HEIGHT], { line: BLACK, lineWidth: 0.6 }),
    box(swatch, { fill: inkOf(hue), line: BLACK, lineWidth: 0.6 }),
    ...patternOf(hue, swatch, BLACK),
    {
      kind: 'text',
      x: x + (LETTERS_WIDTH - measure(mark, 'bold', 8)) / 2,
      baseline: y + 7.8,
      text: mark,
      font: 'bold',
      size: 8,
      ink: BLACK,
    },
  ];
}
