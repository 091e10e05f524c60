import type { FloorDrawing } from './floor';

/** The mark of a category: two letters and a hue. */
export interface MarkSign {
  readonly mark: string;
  readonly hue: string;
}

/** One cell of a table, with its words and how they stand in it. */
export interface Cell {
  readonly text: string;
  readonly isBold?: boolean;
  /** Cancelled: with a line through it. */
  readonly isStruck?: boolean;
  readonly sign?: MarkSign | null;
}

/** One column of a table: its head, and its share of the width. */
export interface Column {
  readonly title: string;
  /** Share of the width, beside the shares of the others. */
  readonly share: number;
}

/** A booking in a row of a chart; shares of its width from 0 to 1. */
export interface ChartBlock {
  readonly start: number;
  readonly end: number;
  /** From setup to strike; the same as the block where bands are not known. */
  readonly outerStart: number;
  readonly outerEnd: number;
  readonly title: string;
  readonly sign: MarkSign | null;
  /** Not decided: drawn with a dotted line. */
  readonly isOpen: boolean;
  /** Which of several at one time. */
  readonly lane: number;
}

/** One row of a chart: what it is of, and the bars in it. */
export interface ChartRow {
  readonly label: string;
  readonly note: string;
  readonly blocks: readonly ChartBlock[];
  /** Closed stretches. */
  readonly closed: readonly (readonly [from: number, to: number])[];
}

/** What a print is made of, from the first to the last: headings, texts, tables, charts. */
export type Part =
  | { readonly kind: 'heading'; readonly text: string }
  | { readonly kind: 'text'; readonly text: string }
  | {
      readonly kind: 'table';
      readonly columns: readonly Column[];
      readonly rows: readonly (readonly Cell[])[];
    }
  | {
      readonly kind: 'chart';
      readonly ticks: readonly { readonly at: number; readonly text: string }[];
      readonly rows: readonly ChartRow[];
    }
  | ({ readonly kind: 'floor' } & FloorDrawing)
  | {
      readonly kind: 'key';
      readonly signs: readonly (MarkSign & { readonly name: string })[];
      /** What the bands of a chart are called; null where there is none. */
      readonly bands: { readonly around: string; readonly undecided: string; readonly closed: string } | null;
    };

/** What is to be printed, before it has pages. */
export interface Sheet {
  readonly title: string;
  readonly subtitle: string;
  /** Who prints it and when, on every page. */
  readonly foot: string;
  /** `2 of 5`. */
  pageText(page: number, of: number): string;
  readonly isLandscape: boolean;
  readonly parts: readonly Part[];
}
