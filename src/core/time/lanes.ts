import type { Interval } from './epoch-minute';

/**
 * Lanes in which spans are drawn so that none covers another: the lowest that is free, which takes no more lanes than
 * needed (Kleinberg and Tardos, Algorithm Design, 4.1). Expects them in order of their start. Lanes count from 0. One
 * that begins in the minute in which another ends may share its lane.
 */
export function lanesOf(spans: readonly Interval[]): number[] {
  const ends: number[] = [];
  return spans.map(({ start, end }) => {
    const free = ends.findIndex((last) => last <= start);
    const lane = free === -1 ? ends.length : free;
    ends[lane] = end;
    return lane;
  });
}

/** Which of how many columns a span is drawn in. Lanes count from 0. */
export interface Box {
  readonly lane: number;
  readonly of: number;
}

/** Spans beside one another: all that hang together by overlaps share the width evenly. In order of their start. */
export function sideBySide(spans: readonly Interval[]): Box[] {
  const boxes: Box[] = [];
  let group: Interval[] = [];
  let end = -Infinity;
  const close = () => {
    const lanes = lanesOf(group);
    const of = Math.max(0, ...lanes) + 1;
    boxes.push(...lanes.map((lane) => ({ lane, of })));
    group = [];
  };
  for (const span of spans) {
    if (span.start >= end) close();
    group.push(span);
    end = Math.max(end, span.end);
  }
  close();
  return boxes;
}
