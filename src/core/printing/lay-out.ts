import { CHART_HEAD, chartHead, chartRow, rowHeight } from './chart';
import { floorHeight, floorMarks } from './floor';
import { keyHeight, keyMarks } from './key';
import { BLACK, GREY, line, PALE, type FontName, type Mark, type Measure, type Page } from './marks';
import type { Cell, Column, Part, Sheet } from './sheet';
import { SIGN_WIDTH, signMarks } from './sign';
import { fitted, wrapped } from './wrap';

/** A4, ISO 216, in points. */
const A4 = { short: 595.28, long: 841.89 };
const MARGIN = 42;
const TEXT = 9;
const LEADING = 12;
const CELL_GAP = 6;
const HEAD_SIZE = 12;
/** A row is never taller than a page: the rest of a longer text is left out, and said to be. */
const MOST_LINES = 30;

/** Writes down the pages of a sheet, part after part. */
class Pages {
  readonly pages: Mark[][] = [];
  readonly width: number;
  readonly height: number;
  y = 0;

  constructor(
    private readonly sheet: Sheet,
    readonly measure: Measure,
  ) {
    this.width = sheet.isLandscape ? A4.long : A4.short;
    this.height = sheet.isLandscape ? A4.short : A4.long;
    this.turn();
  }

  get left() {
    return MARGIN;
  }
  get room() {
    return this.width - 2 * MARGIN;
  }
  private get bottom() {
    return this.height - MARGIN - LEADING;
  }

  put(...marks: readonly Mark[]) {
    this.pages.at(-1)?.push(...marks);
  }

  text(text: string, x: number, baseline: number, font: FontName = 'sans', size = TEXT, ink = BLACK) {
    if (text) this.put({ kind: 'text', x, baseline, text, font, size, ink });
  }

  /** A new page, with the title in full on the first and small on the others. */
  turn() {
    this.pages.push([]);
    this.y = MARGIN;
    const { title, subtitle } = this.sheet;
    if (this.pages.length > 1) {
      const again = fitted(`${title}, ${subtitle}`, this.room, 'sans', 8, this.measure);
      this.text(again, this.left, this.y + TEXT, 'sans', 8, GREY);
      this.y += LEADING + 4;
      return;
    }
    for (const each of wrapped(title, this.room, 'serif', 18, this.measure)) {
      this.text(each, this.left, this.y + 17, 'serif', 18);
      this.y += 22;
    }
    this.text(subtitle, this.left, this.y + 10, 'sans', 10, GREY);
    this.y += 20;
  }

  hasRoom(height: number): boolean {
    return this.y + height <= this.bottom;
  }

  /** Room for what must stay together; what is taller than a page begins one. */
  keep(height: number): boolean {
    if (this.hasRoom(height)) return false;
    this.turn();
    return true;
  }
}

/** Lines of each cell of a row, and how tall the row becomes. */
function setRow(cells: readonly Cell[], columns: readonly Column[], pages: Pages) {
  const total = columns.reduce((sum, { share }) => sum + share, 0);
  let x = pages.left;
  const set = columns.map(({ share }, index) => {
    const cell = cells[index] ?? { text: '' };
    const width = (share / total) * pages.room;
    const indent = cell.sign ? SIGN_WIDTH + 4 : 0;
    const font: FontName = cell.isBold ? 'bold' : 'sans';
    const all = wrapped(cell.text, width - CELL_GAP - indent, font, TEXT, pages.measure);
    const lines = all.length > MOST_LINES ? [...all.slice(0, MOST_LINES - 1), '…'] : all;
    const placed = { cell, x, indent, font, lines };
    x += width;
    return placed;
  });
  return { set, height: Math.max(...set.map(({ lines }) => lines.length)) * LEADING + 4 };
}

function putRow({ set, height }: ReturnType<typeof setRow>, pages: Pages) {
  for (const { cell, x, indent, font, lines } of set) {
    if (cell.sign) pages.put(...signMarks(cell.sign, x, pages.y + 2, pages.measure));
    lines.forEach((text, index) => {
      const baseline = pages.y + LEADING * index + 10;
      pages.text(text, x + indent, baseline, font);
      const width = pages.measure(text, font, TEXT);
      if (cell.isStruck && text)
        pages.put(line([x + indent, baseline - 3, x + indent + width, baseline - 3]));
    });
  }
  pages.y += height;
  pages.put(line([pages.left, pages.y - 1, pages.left + pages.room, pages.y - 1], PALE, 0.5));
}

function tableHead(columns: readonly Column[], pages: Pages) {
  const titles = columns.map(({ title }) => ({ text: title, isBold: true }));
  putRow(setRow(titles, columns, pages), pages);
}

function table({ columns, rows }: Extract<Part, { kind: 'table' }>, pages: Pages) {
  const hasHead = columns.some(({ title }) => title !== '');
  const headHeight = hasHead ? LEADING + 4 : 0;
  rows.forEach((cells, index) => {
    const row = setRow(cells, columns, pages);
    // The head never stands alone at the foot of a page.
    const isTurned = pages.keep(row.height + (index === 0 ? headHeight : 0));
    if (hasHead && (isTurned || index === 0)) tableHead(columns, pages);
    putRow(row, pages);
  });
}

function chart({ ticks, rows }: Extract<Part, { kind: 'chart' }>, pages: Pages) {
  const place = () => ({ left: pages.left, top: pages.y, width: pages.room });
  const head = () => {
    const { marks, height } = chartHead(ticks, place());
    pages.put(...marks);
    pages.y += height;
  };
  rows.forEach((row, index) => {
    const height = rowHeight(row);
    const isTurned = pages.keep(height + (index === 0 ? CHART_HEAD : 0));
    if (isTurned || index === 0) head();
    pages.put(...chartRow(row, ticks, place(), pages.measure));
    pages.y += height;
  });
  pages.y += 8;
}

/** A room is drawn no taller, so that what is said of it has room on the same page. */
const FLOOR_HEIGHT = 380;

/** How much of the part after a heading stays with it. */
const FIRST_ROWS = 44;

function put(part: Part, pages: Pages) {
  switch (part.kind) {
    case 'heading':
      pages.keep(HEAD_SIZE + 12 + FIRST_ROWS);
      pages.y += 6;
      pages.text(part.text, pages.left, pages.y + HEAD_SIZE, 'serif', HEAD_SIZE);
      pages.y += HEAD_SIZE + 6;
      return;
    case 'text':
      for (const each of wrapped(part.text, pages.room, 'sans', TEXT, pages.measure)) {
        pages.keep(LEADING);
        pages.text(each, pages.left, pages.y + 10);
        pages.y += LEADING;
      }
      pages.y += 4;
      return;
    case 'table':
      return table(part, pages);
    case 'chart':
      return chart(part, pages);
    case 'floor': {
      const place = () => ({ left: pages.left, top: pages.y, width: pages.room, height: FLOOR_HEIGHT });
      const height = floorHeight(part, place());
      pages.keep(height);
      pages.put(...floorMarks(part, place()));
      pages.y += height + 6;
      return;
    }
    case 'key': {
      const height = keyHeight(part, pages.room, pages.measure);
      pages.keep(height);
      pages.put(...keyMarks(part, pages.left, pages.y, pages.room, pages.measure));
      pages.y += height;
    }
  }
}

/** Pages of a sheet on A4, with a foot and a number on each. At least one page, even of an empty sheet. */
export function layOut(sheet: Sheet, measure: Measure): Page[] {
  const pages = new Pages(sheet, measure);
  for (const part of sheet.parts) put(part, pages);
  return pages.pages.map((marks, index) => {
    const number = sheet.pageText(index + 1, pages.pages.length);
    const baseline = pages.height - MARGIN + 10;
    const foot = (text: string, x: number): Mark => ({
      kind: 'text',
      x,
      baseline,
      text,
      font: 'sans',
      size: 8,
      ink: GREY,
    });
    return {
      width: pages.width,
      height: pages.height,
      marks: [
        ...marks,
        foot(sheet.foot, MARGIN),
        foot(number, pages.width - MARGIN - measure(number, 'sans', 8)),
      ],
    };
  });
}
