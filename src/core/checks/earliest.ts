import type { EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import { scarcest } from '../equipment/peak-use';
import { equipmentSpan, occupiedSpan, type BandMinutes } from '../occupancy/bands';
import type { WorldSnapshot } from './world';
import { openDuring } from '../spaces/hours';
import { addMinutes, overlaps, subtract, union, type EpochMinute, type Interval } from '../time/epoch-minute';
import { addDays, atMinuteOfDay, dateOf, minuteOfDay, weekdayOf, type Weekday } from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';
import type { Candidate } from './place-search';

/** What is wanted together, wherever and whenever in a span it can be had. */
export interface EarliestWanted {
  /** For each wanted space those that would do, the best first. */
  readonly wants: readonly (readonly Candidate[])[];
  readonly pools: readonly { readonly typeId: EquipmentTypeId; readonly quantity: number }[];
  /** The event lies inside. */
  readonly within: Interval;
  readonly lengthMin: number;
  readonly accessMin: number;
  readonly exitMin: number;
  /** Starts are whole steps of the local day, in minutes. */
  readonly grainMin: number;
  /** The event lies between these minutes of a local day. */
  readonly hours: { readonly fromMin: number; readonly toMin: number };
  readonly weekdays: readonly Weekday[];
}

/** A stretch of starts at which the same spaces are free. */
export interface Moment {
  readonly start: EpochMinute;
  /** The last start, `grainMin` apart, at which it still holds. */
  readonly lastStart: EpochMinute;
  readonly spaces: readonly Candidate[];
}

/** Whether a space may be asked for at a time at all: notice, horizon, length, timetable, who may ask. */
export type MayAsk = (space: SpaceId, event: Interval) => boolean;

type FreeWorld = Pick<WorldSnapshot, 'tzid' | 'equipment' | 'busy' | 'uses'>;

const bandsFor = ({ offer }: Candidate, { accessMin, exitMin }: EarliestWanted): BandMinutes => ({
  setupMin: offer.setupMin,
  strikeMin: offer.strikeMin,
  accessMin,
  exitMin,
});

/** Starts, both ends included, at which an event of a length fits inside a stretch with so many minutes around it. */
const startsIn = ({ start, end }: Interval, before: number, after: number) => ({
  first: start + before,
  last: end - after,
});

/** First and last of each stretch of starts at which the space is free and open. */
function freeStarts(candidate: Candidate, wanted: EarliestWanted, world: FreeWorld): [number, number][] {
  const { space } = candidate;
  const { setupMin, strikeMin, accessMin, exitMin } = bandsFor(candidate, wanted);
  const around: Interval = {
    start: addMinutes(wanted.within.start, -setupMin - accessMin),
    end: addMinutes(wanted.within.end, strikeMin + exitMin),
  };
  const parts = new Set<ResourceId>(space.parts);
  const taken = union([
    ...world.busy.filter(({ resourceId }) => parts.has(resourceId)).map(({ span }) => span),
    ...space.closures.filter(({ kind }) => kind === 'shut').map(({ span }) => span),
  ]).filter((span) => overlaps(span, around));
  const host = { start: addMinutes(around.start, setupMin), end: addMinutes(around.end, -strikeMin) };
  const open = union(openDuring(host, space.hours, space.closures, world.tzid));
  return subtract(around, taken).flatMap((gap) => {
    const free = startsIn(gap, setupMin + accessMin, wanted.lengthMin + exitMin + strikeMin);
    return open.flatMap((stretch): [number, number][] => {
      const hosted = startsIn(stretch, accessMin, wanted.lengthMin + exitMin);
      const [first, last] = [Math.max(free.first, hosted.first), Math.min(free.last, hosted.last)];
      return first <= last ? [[first, last]] : [];
    });
  });
}

/** Every start on a whole step of its local day, in order. */
function* steps({ within, lengthMin, grainMin, hours, weekdays }: EarliestWanted, tzid: string) {
  const last = dateOf(toLocal(within.end, tzid));
  for (let date = dateOf(toLocal(within.start, tzid)); date <= last; date = addDays(date, 1)) {
    if (!weekdays.includes(weekdayOf(date))) continue;
    const first = Math.ceil(hours.fromMin / grainMin) * grainMin;
    for (let minute = first; minute + lengthMin <= hours.toMin; minute += grainMin) {
      const start = toEpochMinute(atMinuteOfDay(date, minute), tzid, 'offset-before');
      // A wall time the clocks jump over is none.
      if (minuteOfDay(toLocal(start, tzid)) !== minute) continue;
      if (start >= within.start && start + lengthMin <= within.end) yield start;
    }
  }
}

/** One space for each want, none sharing floor with another; the first choice that is accepted whole. */
function assign(
  options: readonly (readonly Candidate[])[],
  chosen: readonly Candidate[],
  accepts: (spaces: readonly Candidate[]) => boolean,
): readonly Candidate[] | null {
  const own = options[chosen.length];
  if (!own) return accepts(chosen) ? chosen : null;
  const taken = new Set(chosen.flatMap(({ space }) => space.parts));
  for (const candidate of own) {
    if (candidate.space.parts.some((part) => taken.has(part))) continue;
    const all = assign(options, [...chosen, candidate], accepts);
    if (all) return all;
  }
  return null;
}

function hasPools(
  event: Interval,
  spaces: readonly Candidate[],
  wanted: EarliestWanted,
  world: FreeWorld,
): boolean {
  const [first] = spaces;
  const occupied = first ? occupiedSpan(event, bandsFor(first, wanted)) : event;
  return wanted.pools.every(({ typeId, quantity }) => {
    const type = world.equipment.find(({ id }) => id === typeId);
    if (!type) return false;
    const span = equipmentSpan(occupied, type.fetchMin, type.returnMin);
    const uses = world.uses.filter((use) => use.typeId === typeId && overlaps(use.span, span));
    return scarcest(span, uses, type.stock).left >= quantity;
  });
}

const sameSpaces = (a: readonly Candidate[], b: readonly Candidate[]): boolean =>
  a.every(({ space }, index) => space.id === b[index]?.space.id);

/**
 * The earliest moments at which all that is wanted is free together: each want a space of its own, with its setup and
 * strike, inside opening hours and no closure; of each pool enough left. Neighbouring starts with the same spaces are
 * one moment. At most `most` moments.
 */
export function earliestMoments(
  wanted: EarliestWanted,
  world: FreeWorld,
  mayAsk: MayAsk,
  most: number,
): Moment[] {
  const starts = new Map<Candidate, { at: number; free: [number, number][] }>();
  for (const candidate of new Set(wanted.wants.flat()))
    starts.set(candidate, { at: 0, free: freeStarts(candidate, wanted, world) });
  // Starts are asked for in order, so each list is walked once.
  const isFree = (candidate: Candidate, start: number): boolean => {
    const own = starts.get(candidate);
    if (!own) return false;
    let free = own.free[own.at];
    while (free && free[1] < start) free = own.free[(own.at += 1)];
    return free !== undefined && free[0] <= start;
  };
  const found: Moment[] = [];
  for (const start of steps(wanted, world.tzid)) {
    const event = { start, end: addMinutes(start, wanted.lengthMin) };
    const options = wanted.wants.map((own) =>
      own.filter((candidate) => isFree(candidate, start) && mayAsk(candidate.space.id, event)),
    );
    if (options.some(({ length }) => !length)) continue;
    const spaces = assign(options, [], (chosen) => hasPools(event, chosen, wanted, world));
    if (!spaces) continue;
    const last = found[found.length - 1];
    if (last && last.lastStart === start - wanted.grainMin && sameSpaces(last.spaces, spaces))
      found[found.length - 1] = { ...last, lastStart: start };
    else if (found.length === most) return found;
    else found.push({ start, lastStart: start, spaces });
  }
  return found;
}
