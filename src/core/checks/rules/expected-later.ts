import type { ClaimId, SpaceId } from '../../ids';
import { occupiedSpan, type BandMinutes } from '../../occupancy/bands';
import { expandDates } from '../../recurrence/dates';
import { addMinutes, intersection, spanning, type EpochMinute, type Interval } from '../../time/epoch-minute';
import { addDays, dateOf, type LocalDateTime } from '../../time/local-time';
import { toEpochMinute, toLocal } from '../../time/zone';
import type { Overlap } from '../asked';
import { overlapOf } from '../collisions';
import type { WantedPart } from '../parts';
import type { ExpectedSeries } from '../world';
import { NOTES, USUAL, type Check, type CheckRule, type Found } from './rule';

/** A series without end is expected to stand there, though its row is not made yet. */
export interface ExpectedLater extends Overlap {
  readonly claimId: ClaimId;
}

const MOST_EXPECTED = 3000;

/** What a series without end is expected to occupy between two moments, after the dates it has rows for. */
function expectedSpans(
  { dates, lengthMin: length, materialisedUntil }: ExpectedSeries,
  bands: BandMinutes,
  window: Interval,
): Interval[] {
  const begin = `${addDays(materialisedUntil, 1)}T00:00` as LocalDateTime;
  const from = toLocal((window.start - length - 2 * 1440) as EpochMinute, dates.tzid);
  const to = `${addDays(dateOf(toLocal(window.end, dates.tzid)), 2)}T00:00` as LocalDateTime;
  const starts = expandDates(dates, { from: from > begin ? from : begin, to, most: MOST_EXPECTED });
  return starts.map((start) => {
    const at = toEpochMinute(start, dates.tzid, 'offset-before');
    return occupiedSpan({ start: at, end: addMinutes(at, length) }, bands);
  });
}

interface Met {
  readonly key: string;
  readonly spaceId: SpaceId;
  readonly claimId: ClaimId;
  readonly shared: Interval[];
}

function find({ parts, asked, world: { expected = [] } }: Check): Found<ExpectedLater>[] {
  if (!expected.length || !parts.length) return [];
  const found = new Map<string, Met>();
  const meet = (series: ExpectedSeries, { date, spaceIndex }: WantedPart, shared: Interval) => {
    const space = date.claim.spaces[spaceIndex];
    const id = `${date.key}|${spaceIndex}|${series.segmentId}`;
    const known = found.get(id);
    if (known) known.shared.push(shared);
    else if (space)
      found.set(id, {
        key: date.key,
        spaceId: space.spaceId,
        claimId: series.claimId,
        shared: [shared],
      });
  };
  for (const series of expected) {
    const strangers = parts.filter(
      ({ date, spaceIndex }) =>
        spaceIndex >= 0 && (date.of?.requestId ?? asked.requestId) !== series.requestId,
    );
    for (const { parts: taken, bands } of series.spaces) {
      const own = strangers.filter(({ resourceId }) => taken.includes(resourceId));
      if (!own.length) continue;
      const spans = expectedSpans(series, bands, spanning(own.map(({ span }) => span)));
      for (const part of own)
        for (const span of spans) {
          const shared = intersection(span, part.span);
          if (shared) meet(series, part, shared);
        }
    }
  }
  return [...found.values()].map(({ key, spaceId, claimId, shared }) => ({
    key,
    spaceId,
    facts: { claimId, ...overlapOf(shared) },
  }));
}

/** Dates that a series without end is expected to have later: told, never in the way. */
export const expectedLater: CheckRule<ExpectedLater> = {
  ...NOTES,
  ...USUAL,
  touches: 'nothing',
  other: ({ claimId }) => claimId,
  reads: ['parts'],
  judged: { by: 'dates', find },
};
