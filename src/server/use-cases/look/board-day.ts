import type { ResourceId } from '@/core/ids';
import { bandsOf } from '@/core/occupancy/bands';
import type { SpaceFacts } from '@/core/occupancy/world';
import { mayKnowBooking, maySeeWaiting, type Viewer } from '@/core/publishing/right-to-know';
import { openDuring, shutDuring } from '@/core/spaces/hours';
import { epochMinute, type Interval } from '@/core/time/epoch-minute';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { BoardBooking, BoardDay, BoardSpace } from '@/contracts/board';
import { dayLong } from '@/contracts/words/when';
import type { Context } from '../../context';
import { loadSpaceFacts, siteZone } from '../../db/space-facts';
import {
  loadBoardSpaces,
  loadClaimSpaces,
  loadOccupied,
  loadWaiting,
  type BoardSpaceRow,
  type ClaimSpaceRow,
  type TakenPart,
} from './board-rows';

const STATES = { 'in-force': 'approved', held: 'held', wanted: 'waiting' } as const;

/** A claimed space in the row of a space that shares parts with it. */
function booking(
  row: ClaimSpaceRow,
  taken: Interval,
  space: BoardSpaceRow,
  viewer: Viewer | null,
): BoardBooking {
  const known = mayKnowBooking(viewer, {
    requesterId: row.requesterId,
    isPublic: row.publish === 1 && row.status === 'in-force',
  });
  const own = row.spaceId === space.id;
  return {
    id: row.id,
    span: taken,
    kind: own ? 'own' : 'part',
    state: STATES[row.status],
    title: known ? row.title : null,
    bands: known && own ? bandsOf({ start: row.start, end: row.end }, row) : [],
    mark: known ? row.mark : null,
    hue: known ? row.hue : null,
    category: known ? row.category : null,
    host: known ? row.host : null,
    reference:
      viewer && (viewer.roles.includes('manager') || viewer.personId === row.requesterId)
        ? row.reference
        : null,
    nth: known && row.nth + row.after > 1 ? `${row.nth} of ${row.nth + row.after}` : null,
    via: own ? null : row.place,
    isOwn: viewer?.personId === row.requesterId,
  };
}

type TakenByResource = ReadonlyMap<ResourceId, readonly TakenPart[]>;

function byResource(taken: readonly TakenPart[]): TakenByResource {
  const grouped = new Map<ResourceId, TakenPart[]>();
  for (const part of taken) {
    const known = grouped.get(part[1]);
    if (known) known.push(part);
    else grouped.set(part[1], [part]);
  }
  return grouped;
}

/** Claim spaces in a row, each once however many parts it shares. */
function rowBookings(
  space: BoardSpaceRow,
  taken: TakenByResource,
  details: ReadonlyMap<number, ClaimSpaceRow>,
  viewer: Viewer | null,
) {
  const spans = new Map<number, Interval>();
  for (const resource of space.parts)
    for (const [claimSpace, , start, end] of taken.get(resource) ?? []) spans.set(claimSpace, { start, end });
  return [...spans]
    .map(([id, span]) => ({ row: details.get(id)!, span }))
    .filter(({ row }) => row.status !== 'wanted' || maySeeWaiting(viewer, row.requesterId))
    .map(({ row, span }) => booking(row, span, space, viewer))
    .sort((a, b) => a.span.start - b.span.start);
}

const HOUR_MIN = 60;

// A strike that runs a little past midnight is no reason to draw the night.
const RUNS_OVER_MIN = 2 * HOUR_MIN;

/**
 * Folds away the hours in which nothing opens and nothing stands, down to whole hours; never less than eight. What is
 * left of the night before counts only where somebody uses it for longer.
 */
function shownSpan(day: Interval, spaces: readonly BoardSpace[]): Interval {
  const spans = spaces.flatMap(({ open, bookings }) => [
    ...open.filter(({ start }) => start > day.start),
    ...bookings
      .map(({ span }) => span)
      .filter(({ start, end }) => start >= day.start || end > day.start + RUNS_OVER_MIN),
  ]);
  const starts = spans.map(({ start }) => Math.max(start, day.start));
  const ends = spans.map(({ end }) => Math.min(end, day.end));
  const first = Math.min(...starts, day.start + 9 * HOUR_MIN);
  const last = Math.max(...ends, day.start + 17 * HOUR_MIN);
  const hour = (at: number, round: (value: number) => number) =>
    epochMinute(day.start + round((at - day.start) / HOUR_MIN) * HOUR_MIN);
  return { start: hour(first, Math.floor), end: epochMinute(Math.min(hour(last, Math.ceil), day.end)) };
}

function boardSpace(
  space: BoardSpaceRow,
  facts: SpaceFacts,
  day: Interval,
  tzid: string,
  bookings: BoardBooking[],
): BoardSpace {
  return {
    id: space.id,
    code: space.code,
    name: space.name,
    building: space.building,
    outdoor: space.outdoor === 1,
    stepFree: space.stepFree === 1,
    seats: space.seats,
    madeOf: space.madeOf,
    open: openDuring(day, facts.hours, facts.closures, tzid),
    shut: shutDuring(day, facts.closures).map(({ span, reason }) => ({ span, reason })),
    bookings,
  };
}

/** All spaces side by side on one day with everything the viewer may know. */
export async function boardDay(ctx: Context, date: LocalDate | null): Promise<BoardDay> {
  const { db, viewer } = ctx;
  const tzid = await siteZone(db);
  const now = ctx.clock.now();
  const shownDate = date ?? dateOf(toLocal(now, tzid));
  const day = dayInterval(shownDate, tzid);
  const spaces = await loadBoardSpaces(db);
  const taken = [...(await loadOccupied(db, day)), ...(viewer ? await loadWaiting(db, day) : [])];
  const details = await loadClaimSpaces(db, [...new Set(taken.map(([claimSpace]) => claimSpace))]);
  const grouped = byResource(taken);
  const facts = new Map(
    (
      await loadSpaceFacts(
        db,
        spaces.map(({ id }) => id),
      )
    ).map((each) => [each.id, each]),
  );
  const rows = spaces.map((space) =>
    boardSpace(space, facts.get(space.id)!, day, tzid, rowBookings(space, grouped, details, viewer)),
  );
  return {
    date: shownDate,
    dateText: dayLong(shownDate),
    tzid,
    now,
    day,
    shown: shownSpan(day, rows),
    spaces: rows,
  };
}
