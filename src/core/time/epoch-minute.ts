/** Minutes since 1970-01-01T00:00Z; the grain of every computation. */
export type EpochMinute = number & { readonly unit: 'epoch minute' };

/** [start, end): `end` is the first minute that is free again. */
export interface Interval {
  readonly start: EpochMinute;
  readonly end: EpochMinute;
}

/** A moment in whole minutes since 1970-01-01T00:00Z. @throws RangeError for what is no whole number */
export const epochMinute = (value: number): EpochMinute => {
  if (!Number.isSafeInteger(value)) throw new RangeError(`an epoch minute is a whole number, got ${value}`);
  return value as EpochMinute;
};

/** Later than anything is reckoned: where something has no end. The first minute of the year 2100 in UTC. */
export const FAR = epochMinute(Date.UTC(2100, 0, 1) / 60_000);

/** The moment so many minutes later; earlier where they are negative. */
export const addMinutes = (at: EpochMinute, minutes: number): EpochMinute => epochMinute(at + minutes);

/** @throws RangeError when `end` is not after `start`: an empty interval never means anything here. */
export const earlier = (a: EpochMinute, b: EpochMinute): EpochMinute => (a < b ? a : b);
export const later = (a: EpochMinute, b: EpochMinute): EpochMinute => (a > b ? a : b);

export function interval(start: EpochMinute, end: EpochMinute): Interval {
  if (end <= start) throw new RangeError(`interval must end after ${start}, got ${end}`);
  return { start, end };
}

/** Minutes of a span; its end is the first minute that is free again. */
export const lengthMin = (span: Interval): number => span.end - span.start;

/** Intervals that only touch do not overlap. */
export const overlaps = (a: Interval, b: Interval): boolean => a.start < b.end && b.start < a.end;

/** The minutes that `a` and `b` share, or null if none. */
export function intersection(a: Interval, b: Interval): Interval | null {
  const start = Math.max(a.start, b.start) as EpochMinute;
  const end = Math.min(a.end, b.end) as EpochMinute;
  return start < end ? { start, end } : null;
}

/** Whether all of the inner span lies in the outer one; the same span counts. */
export const covers = (outer: Interval, inner: Interval): boolean =>
  outer.start <= inner.start && inner.end <= outer.end;

/** The same minutes as the input, sorted, with touching and overlapping intervals made one. */
export function union(spans: readonly Interval[]): Interval[] {
  const merged: Interval[] = [];
  for (const span of [...spans].sort((a, b) => a.start - b.start)) {
    const last = merged[merged.length - 1];
    if (last && span.start <= last.end) {
      if (span.end > last.end) merged[merged.length - 1] = { start: last.start, end: span.end };
    } else merged.push(span);
  }
  return merged;
}

/** What is left of `span` when the minutes of `taken` are removed, in order. */
export function subtract(span: Interval, taken: readonly Interval[]): Interval[] {
  const left: Interval[] = [];
  let from = span.start;
  for (const hole of union(taken)) {
    if (hole.end <= from) continue;
    if (hole.start >= span.end) break;
    if (hole.start > from) left.push({ start: from, end: hole.start });
    from = hole.end;
  }
  if (from < span.end) left.push({ start: from, end: span.end });
  return left;
}

/** Minutes of several spans added up; what two of them share counts twice. */
export const totalMin = (spans: readonly Interval[]): number =>
  spans.reduce((sum, span) => sum + lengthMin(span), 0);

/** From the first start to the last end. @throws RangeError for no spans at all. */
export function spanning(spans: readonly Interval[]): Interval {
  const [first] = spans;
  if (!first) throw new RangeError('no spans reach from nowhere to nowhere');
  return spans.reduce<Interval>(
    (all, { start, end }) => ({
      start: start < all.start ? start : all.start,
      end: end > all.end ? end : all.end,
    }),
    first,
  );
}
