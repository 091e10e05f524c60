import { inkOf, patternOf } from './hues';
import { BLACK, box, GREY, line, PALE, type Mark, type Measure } from './marks';
import type { ChartBlock, ChartRow } from './sheet';
import { fitted } from './wrap';

/** Where a chart stands on its page. In points, from the upper left. */
export interface ChartPlace {
  readonly left: number;
  readonly top: number;
  readonly width: number;
}
type Ticks = readonly { readonly at: number; readonly text: string }[];

const LABEL_WIDTH = 118;
const LANE = 19;
const PAD = 2;
/** Height of the line of hours over a chart, in points. */
export const CHART_HEAD = 14;
/** The strip of a block that carries its pattern. */
const STRIP = 5;

const lanes = ({ blocks }: ChartRow): number => Math.max(0, ...blocks.map(({ lane }) => lane)) + 1;
/** Height of a row with so many lanes as overlap in it, in points. */
export const rowHeight = (row: ChartRow): number => lanes(row) * LANE + 2 * PAD;

const scaleOf = ({ left, width }: ChartPlace) => {
  const room = width - LABEL_WIDTH;
  return (share: number) => left + LABEL_WIDTH + Math.min(1, Math.max(0, share)) * room;
};

/** The line of hours at the head of a chart, with its height in points. */
export function chartHead(ticks: Ticks, place: ChartPlace): { marks: Mark[]; height: number } {
  const x = scaleOf(place);
  const marks = ticks.map(({ at, text }): Mark => ({
    kind: 'text',
    x: x(at) + 1,
    baseline: place.top + 10,
    text,
    font: 'sans',
    size: 8,
    ink: GREY,
  }));
  const foot = place.top + CHART_HEAD;
  return { marks: [...marks, line([place.left, foot, place.left + place.width, foot])], height: CHART_HEAD };
}

/** The event as a solid block; setup to strike as a line that ends in bars on both sides. */
function blockMarks(block: ChartBlock, x: (share: number) => number, top: number, measure: Measure): Mark[] {
  const y = top + PAD + block.lane * LANE;
  const height = LANE - 3;
  const [from, to] = [x(block.start), x(block.end)];
  if (to - from < 0.5) return [];
  const middle = y + height / 2;
  const reach = ([a, b]: readonly [number, number], bar: number): Mark[] =>
    b - a < 0.5
      ? []
      : [line([a, middle, b, middle], BLACK, 1), line([bar, y + 2, bar, y + height - 2], BLACK, 1.5)];
  const strip = [from, y, Math.min(STRIP, to - from), height] as const;
  const room = to - from - STRIP - 4;
  return [
    ...reach([x(block.outerStart), from], x(block.outerStart)),
    ...reach([to, x(block.outerEnd)], x(block.outerEnd)),
    box([from, y, to - from, height], { fill: '#ffffff', line: BLACK, isDotted: block.isOpen }),
    ...(block.sign
      ? [box(strip, { fill: inkOf(block.sign.hue) }), ...patternOf(block.sign.hue, strip, BLACK)]
      : [box(strip, { fill: PALE })]),
    {
      kind: 'text',
      x: from + STRIP + 2,
      baseline: middle + 3,
      text: fitted(`${block.sign ? `${block.sign.mark} ` : ''}${block.title}`, room, 'sans', 8, measure),
      font: 'sans',
      size: 8,
      ink: BLACK,
    },
  ];
}

/** The marks of one row: its lanes, its bars and their words, cut where there is no room. */
export function chartRow(row: ChartRow, ticks: Ticks, place: ChartPlace, measure: Measure): Mark[] {
  const x = scaleOf(place);
  const height = rowHeight(row);
  const foot = place.top + height;
  const label = (text: string, baseline: number, isBold: boolean): Mark => ({
    kind: 'text',
    x: place.left,
    baseline,
    text: fitted(text, LABEL_WIDTH - 6, isBold ? 'bold' : 'sans', isBold ? 9 : 8, measure),
    font: isBold ? 'bold' : 'sans',
    size: isBold ? 9 : 8,
    ink: isBold ? BLACK : GREY,
  });
  return [
    ...row.closed.flatMap(([from, to]) => [
      box([x(from), place.top, x(to) - x(from), height], { fill: PALE }),
    ]),
    ...ticks.map(({ at }) => line([x(at), place.top, x(at), foot], PALE, 0.5)),
    label(row.label, place.top + PAD + 9, true),
    label(row.note, place.top + PAD + 18, false),
    line([place.left, foot, place.left + place.width, foot], GREY, 0.4),
    ...row.blocks.flatMap((block) => blockMarks(block, x, place.top, measure)),
  ].filter((mark) => mark.kind !== 'text' || mark.text !== '');
}
