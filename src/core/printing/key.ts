import { BLACK, box, line, PALE, type Mark, type Measure } from './marks';
import type { Part } from './sheet';
import { SIGN_WIDTH, signMarks } from './sign';

type Key = Extract<Part, { kind: 'key' }>;
const LINE = 16;
const SIZE = 8;
const GAP = 14;

interface Item {
  readonly width: number;
  readonly text: string;
  marks(x: number, y: number): Mark[];
}

function itemsOf({ signs, bands }: Key, measure: Measure): Item[] {
  const categories = signs.map((sign): Item => ({
    width: SIGN_WIDTH,
    text: sign.name,
    marks: (x, y) => signMarks(sign, x, y, measure),
  }));
  if (!bands) return categories;
  return [
    {
      width: 46,
      text: bands.around,
      marks: (x, y) => [
        line([x, y + 5, x + 46, y + 5], BLACK, 1),
        line([x, y + 1, x, y + 9], BLACK, 1.5),
        line([x + 46, y + 1, x + 46, y + 9], BLACK, 1.5),
        box([x + 12, y, 22, 10], { fill: '#ffffff', line: BLACK }),
      ],
    },
    {
      width: 22,
      text: bands.undecided,
      marks: (x, y) => [box([x, y, 22, 10], { fill: '#ffffff', line: BLACK, isDotted: true })],
    },
    { width: 22, text: bands.closed, marks: (x, y) => [box([x, y, 22, 10], { fill: PALE })] },
    ...categories,
  ];
}

/** Where each item stands, in lines that fit. */
function placed(key: Key, room: number, measure: Measure) {
  let [x, row] = [0, 0];
  const items = itemsOf(key, measure).map((item) => {
    const width = item.width + 4 + measure(item.text, 'sans', SIZE) + GAP;
    if (x > 0 && x + width - GAP > room) [x, row] = [0, row + 1];
    const at = { item, x, row };
    x += width;
    return at;
  });
  return { items, rows: items.length ? row + 1 : 0 };
}

/** Height of the legend in so many points of width. In points. */
export const keyHeight = (key: Key, room: number, measure: Measure): number =>
  placed(key, room, measure).rows * LINE + 6;

/** Every sign on the print, with what it means. In points from the upper left. */
export function keyMarks(key: Key, left: number, top: number, room: number, measure: Measure): Mark[] {
  return placed(key, room, measure).items.flatMap(({ item, x, row }) => {
    const [at, y] = [left + x, top + 6 + row * LINE];
    return [
      ...item.marks(at, y),
      {
        kind: 'text' as const,
        x: at + item.width + 4,
        baseline: y + 8,
        text: item.text,
        font: 'sans' as const,
        size: SIZE,
        ink: BLACK,
      },
    ];
  });
}
