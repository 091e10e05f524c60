/** A stretch of a line in UTF-16 units: `from` is in it, `to` is the first behind it. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** What stands where something was read: no letter, no digit, no space, so that nothing is read across it. */
export const BAR = '|';

/**
 * A line that is read piece by piece. `rest` is as long as the text at all times: what was read is bars in it, so that a
 * place in it is a place in the text.
 */
export class Line {
  rest: string;
  constructor(readonly text: string) {
    this.rest = text.replaceAll(BAR, ' ');
  }

  /** Marks a stretch as read; blanks at its ends are left alone. Answers what was marked. */
  mark({ from, to }: Stretch): Stretch {
    const found = this.rest.slice(from, to);
    const start = from + (found.length - found.trimStart().length);
    const end = start + found.trim().length;
    this.rest = this.rest.slice(0, start) + BAR.repeat(end - start) + this.rest.slice(end);
    return { from: start, to: end };
  }

  /**
   * Every match of a pattern (with the flag `g`) in what is left, marked as read where `meaning` makes something of it.
   */
  take<Meaning>(pattern: RegExp, meaning: (match: RegExpExecArray) => Meaning | null): (Meaning & Stretch)[] {
    const read: (Meaning & Stretch)[] = [];
    for (const match of [...this.rest.matchAll(pattern)]) {
      const made = meaning(match);
      if (made === null) continue;
      read.push({ ...made, ...this.mark({ from: match.index, to: match.index + match[0].length }) });
    }
    return read;
  }
}

/** A text as it stands in a pattern. */
export const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A pattern over whole words, whatever their case, found everywhere. `source` has no outer groups of its own need. */
export const wholeWords = (source: string): RegExp =>
  new RegExp(`(?<![\\p{L}\\d])(?:${source})(?![\\p{L}\\d])`, 'giu');
