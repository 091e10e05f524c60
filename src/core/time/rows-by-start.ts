import { overlaps, type Interval } from './epoch-minute';

/** Rows that may overlap, by start, so that those touching a window are found without looking at all of them. */
export class RowsByStart<Row extends { readonly span: Interval }> {
  private readonly sorted: readonly Row[];
  private readonly longest: number;

  constructor(rows: readonly Row[]) {
    this.sorted = [...rows].sort((a, b) => a.span.start - b.span.start);
    this.longest = rows.reduce((most, { span }) => Math.max(most, span.end - span.start), 0);
  }

  touching(window: Interval): Row[] {
    let low = 0;
    let high = this.sorted.length;
    const least = window.start - this.longest;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.sorted[middle]!.span.start < least) low = middle + 1;
      else high = middle;
    }
    const found: Row[] = [];
    for (let at = low; at < this.sorted.length && this.sorted[at]!.span.start < window.end; at += 1)
      if (overlaps(this.sorted[at]!.span, window)) found.push(this.sorted[at]!);
    return found;
  }
}
