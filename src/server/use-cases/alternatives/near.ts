import type { WantedDate } from '@/core/checks/asked';
import { idOf, type ClaimId, type RequestId } from '@/core/ids';
import type { ClaimContent, WantedSpace } from '@/core/occupancy/bands';
import type { WorldSnapshot } from '@/core/checks/world';
import { WHEN_BACK_MIN } from '@/core/alternatives/candidates';
import { type Bounds } from '@/core/alternatives/bounds';
import type { DateInTrouble } from '@/core/alternatives/of-date';
import { addMinutes, type Interval } from '@/core/time/epoch-minute';
import { addDays, dateOf } from '@/core/time/local-time';
import { startOfWeek } from '@/core/time/weeks';
import { startOfDay } from '@/core/time/zone';
import type { Reader } from '../../db/connection';
import { loadWorld, type WorldWanted } from '../../repositories/world/snapshot';

const NOBODY = { requestId: idOf<RequestId>(0), audiences: [], claimId: idOf<ClaimId>(0) };

/** Minutes of crew around an event, wherever it goes. */
function widest({ spaces }: Bounds): { readonly setupMin: number; readonly strikeMin: number } {
  const offers = spaces.flatMap(({ facts }) => facts.layouts);
  return {
    setupMin: offers.reduce((most, { setupMin }) => Math.max(most, setupMin), 0),
    strikeMin: offers.reduce((most, { strikeMin }) => Math.max(most, strikeMin), 0),
  };
}

const widened = ({ start, end }: Interval, before: number, after: number): Interval => ({
  start: addMinutes(start, -before),
  end: addMinutes(end, after),
});

/** When other public events could be in the way: around the event, on other days at its hours, and until all is back. */
function hoursTried(event: Interval, around: Interval, until: Interval['end'] | null): Interval[] {
  const days = [-6, -5, -4, -3, -2, -1, 1, 2, 3, 4, 5, 6];
  return [
    around,
    ...days.map((day) => widened(event, -day * 1440, day * 1440)),
    ...(until ? [{ start: event.start, end: until }] : []),
  ];
}

/** Every space that can be set at all, with the widest bands. */
function everySpace(bounds: Bounds): WantedSpace[] {
  const { setupMin, strikeMin } = widest(bounds);
  return bounds.spaces.flatMap(({ facts: { id, layouts } }) =>
    layouts.slice(0, 1).map(({ layout }) => ({
      spaceId: id,
      layout,
      people: 1,
      setupMin,
      strikeMin,
    })),
  );
}

/** The hours around a date, and from the beginning of the days before its week to the end of those after it. */
function spansAround({ date: { claim }, draft }: DateInTrouble, bounds: Bounds, isShort: boolean) {
  const { mostShiftMin, tzid, weekStart } = bounds;
  const first = startOfWeek(dateOf(draft.startLocal), weekStart);
  const [start, end] = [startOfDay(addDays(first, -1), tzid), startOfDay(addDays(first, 8), tzid)];
  const around = widened(claim.event, mostShiftMin, mostShiftMin);
  const whole: Interval = {
    start: around.start < start ? around.start : start,
    end: addMinutes(around.end > end ? around.end : end, isShort ? WHEN_BACK_MIN : 0),
  };
  return { around, whole };
}

/** Every type that might be wanted instead, and every unit of those that are wanted by number. */
function equipmentTried({ equipment }: ClaimContent, bounds: Bounds): ClaimContent['equipment'] {
  const types = new Set(equipment.flatMap(({ typeId }) => [typeId, ...bounds.substitutesOf(typeId)]));
  return [
    ...[...types].map((typeId) => ({ typeId, quantity: 1, spaceIndex: -1 })),
    ...equipment.flatMap(({ typeId, unitId }) =>
      unitId
        ? bounds.unitsOf(typeId).map((unit) => ({ typeId, quantity: 1, spaceIndex: -1, unitId: unit }))
        : [],
    ),
  ];
}

/**
 * Stretches in which something might be tried, in the form in which the world is loaded: as dates nobody asked for. Of
 * the spaces that are wanted the whole week, of all others the hours around each date in trouble; of equipment what
 * might be wanted then.
 */
function stretches(
  dates: readonly DateInTrouble[],
  troubled: ReadonlySet<string>,
  bounds: Bounds,
  audiences: readonly string[],
): WantedDate[] {
  const { setupMin, strikeMin } = widest(bounds);
  const everywhere = everySpace(bounds);
  return dates.flatMap((inTrouble): WantedDate[] => {
    const { key, claim } = inTrouble.date;
    const bare = (event: Interval, more: Partial<ClaimContent>): WantedDate => ({
      key,
      of: NOBODY,
      claim: { ...claim, event, spaces: [], equipment: [], ...more },
    });
    const isShort = inTrouble.findings.some(({ facts }) => 'typeId' in facts);
    const { around, whole } = spansAround(inTrouble, bounds, isShort);
    // With the bands of the widest around it, since a type goes where the date goes.
    const lent = widened(whole, setupMin + claim.accessMin, strikeMin + claim.exitMin);
    const equipment = equipmentTried(claim, bounds);
    const hours = audiences.length ? hoursTried(claim.event, around, isShort ? whole.end : null) : [];
    return [
      bare(whole, { spaces: claim.spaces.map(({ cut: _, ...space }) => space) }),
      ...(equipment.length ? [bare(lent, { equipment })] : []),
      ...(troubled.has(key) ? [bare(around, { spaces: everywhere })] : []),
      ...hours.map((event) => ({ ...bare(event, {}), of: { ...NOBODY, audiences } })),
    ];
  });
}

/** The world around dates of one request, wide enough for everything that is tried for those in trouble. */
export const worldAround = (
  reader: Reader,
  dates: readonly DateInTrouble[],
  troubled: ReadonlySet<string>,
  bounds: Bounds,
  wanted: WorldWanted & { readonly audiences: readonly string[] },
): Promise<WorldSnapshot> => loadWorld(reader, stretches(dates, troubled, bounds, wanted.audiences), wanted);
