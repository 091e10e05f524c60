import type { Interval } from '@/core/time/epoch-minute';

/** Where minutes stand across the board, in percent of its width. */
export interface Scale {
  readonly shown: Interval;
  left(at: number): string;
  width(span: Interval): string;
}

export function makeScale(shown: Interval): Scale {
  const total = shown.end - shown.start;
  const clamp = (at: number) => Math.min(shown.end, Math.max(shown.start, at));
  const percent = (minutes: number) => `${((minutes / total) * 100).toFixed(3)}%`;
  return {
    shown,
    left: (at) => percent(clamp(at) - shown.start),
    width: (span) => percent(clamp(span.end) - clamp(span.start)),
  };
}
