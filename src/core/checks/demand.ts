import type { ClaimId, SpaceId } from '../ids';
import { occupiedSpan } from '../occupancy/bands';
import type { ExpectedSeries, PublicEvent, WaitingRow } from './world';
import { expandDates } from '../recurrence/dates';
import {
  addMinutes,
  intersection,
  lengthMin,
  totalMin,
  union,
  type EpochMinute,
  type Interval,
} from '../time/epoch-minute';
import { addDays, dateOf, type LocalDateTime } from '../time/local-time';
import { RowsByStart } from '../time/rows-by-start';
import { toEpochMinute, toLocal } from '../time/zone';
import type { Finding, WantedDate } from './findings';
import { indexBusy, type WantedPart } from './occupied';

interface Demand {
  readonly key: string;
  readonly spaceId: SpaceId;
  readonly claims: Set<ClaimId>;
  readonly shared: Interval[];
}

const overlapOf = (shared: readonly Interval[]) => {
  const whole = union(shared);
  return { minutes: totalMin(whole), during: { start: whole[0]!.start, end: whole[whole.length - 1]!.end } };
};

/** Other requests that wait for the same place at the same time: told, never in the way. */
export function checkDemand(parts: readonly WantedPart[], waiting: readonly WaitingRow[]): Finding[] {
  if (!waiting.length) return [];
  const byResource = indexBusy(waiting);
  const found = new Map<string, Demand>();
  for (const { date, spaceIndex, resourceId, span } of parts) {
    if (spaceIndex < 0) continue;
    for (const row of byResource.get(resourceId) ?? []) {
      // In order of start, and these may overlap: only the start says when to stop looking.
      if (row.span.start >= span.end) break;
      const shared = intersection(row.span, span);
      if (!shared) continue;
      const id = `${date.key}|${spaceIndex}`;
      const spaceId = date.claim.spaces[spaceIndex]!.spaceId;
      const demand = found.get(id) ?? { key: date.key, spaceId, claims: new Set(), shared: [] };
      found.set(id, demand);
      demand.claims.add(row.claimId);
      demand.shared.push(shared);
    }
  }
  return [...found.values()].map(({ key, spaceId, claims, shared }) => ({
    key,
    spaceId,
    facts: { rule: 'also-wanted', by: [...claims], ...overlapOf(shared) },
  }));
}

/** Two public events for one audience must share this long to be in one another's way. Common practice, no source. */
const SAME_AUDIENCE_MIN = 15;

/** Dates of other requests that are decided in the same step are public events to one another. */
const besides = (dates: readonly WantedDate[]): (PublicEvent & { requestId?: number })[] =>
  dates.flatMap(({ claim, of }) => (of?.audiences.length ? [{ ...of, span: claim.event }] : []));

/** Public events for the same audience at the same time, wherever they are. */
export function checkAudience(
  dates: readonly WantedDate[],
  askedAudiences: readonly string[],
  events: readonly PublicEvent[],
): Finding[] {
  const all: (PublicEvent & { requestId?: number })[] = [...events, ...besides(dates)];
  if (!all.length) return [];
  const byStart = new RowsByStart(all);
  return dates.flatMap(({ key, claim, of }) => {
    const audiences = of?.audiences ?? askedAudiences;
    if (!audiences.length) return [];
    const found: Finding[] = [];
    for (const other of byStart.touching(claim.event)) {
      if (of && other.requestId === of.requestId) continue;
      const shared = intersection(other.span, claim.event)!;
      if (lengthMin(shared) < SAME_AUDIENCE_MIN) continue;
      const common = other.audiences.filter((each) => audiences.includes(each));
      if (common.length)
        found.push({
          key,
          spaceId: null,
          facts: {
            rule: 'same-audience',
            minutes: lengthMin(shared),
            during: shared,
            audiences: common,
            claimId: other.claimId,
          },
        });
    }
    return found;
  });
}

const MOST_EXPECTED = 3000;

/** What a series without end is expected to occupy between two moments, after the dates it has rows for. */
function expectedSpans(series: ExpectedSeries, window: Interval, spaceIndex: number): Interval[] {
  const { dates, lengthMin: length, materialisedUntil } = series;
  const { bands } = series.spaces[spaceIndex]!;
  const begin = `${addDays(materialisedUntil, 1)}T00:00` as LocalDateTime;
  const from = toLocal((window.start - length - 2 * 1440) as EpochMinute, dates.tzid);
  const to = `${addDays(dateOf(toLocal(window.end, dates.tzid)), 2)}T00:00` as LocalDateTime;
  const starts = expandDates(dates, { from: from > begin ? from : begin, to, most: MOST_EXPECTED });
  return starts.map((start) => {
    const at = toEpochMinute(start, dates.tzid, 'offset-before');
    return occupiedSpan({ start: at, end: addMinutes(at, length) }, bands);
  });
}

/** Dates that a series without end is expected to have later: told, never in the way. */
export function checkExpected(
  parts: readonly WantedPart[],
  expected: readonly ExpectedSeries[],
  ownRequest: number | undefined,
): Finding[] {
  if (!expected.length || !parts.length) return [];
  const found = new Map<string, { part: WantedPart; series: ExpectedSeries; shared: Interval[] }>();
  for (const series of expected)
    series.spaces.forEach((space, spaceIndex) => {
      const own = parts.filter(
        ({ date, spaceIndex: slot, resourceId }) =>
          slot >= 0 &&
          (date.of?.requestId ?? ownRequest) !== series.requestId &&
          space.parts.includes(resourceId),
      );
      if (!own.length) return;
      const window = {
        start: Math.min(...own.map(({ span }) => span.start)) as EpochMinute,
        end: Math.max(...own.map(({ span }) => span.end)) as EpochMinute,
      };
      const spans = expectedSpans(series, window, spaceIndex);
      for (const part of own)
        for (const span of spans) {
          const shared = intersection(span, part.span);
          if (!shared) continue;
          const id = `${part.date.key}|${part.spaceIndex}|${series.segmentId}`;
          const known = found.get(id);
          if (known) known.shared.push(shared);
          else found.set(id, { part, series, shared: [shared] });
        }
    });
  return [...found.values()].map(({ part, series, shared }) => ({
    key: part.date.key,
    spaceId: part.date.claim.spaces[part.spaceIndex]!.spaceId,
    facts: { rule: 'expected-later', claimId: series.claimId, ...overlapOf(shared) },
  }));
}
