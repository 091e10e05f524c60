import type { WantedDate } from '@/core/checks/findings';
import type { ClaimId, RequestId } from '@/core/ids';
import type { ClaimContent, WantedSpace } from '@/core/occupancy/bands';
import type { WorldSnapshot } from '@/core/checks/world';
import { WHEN_BACK_MIN } from '@/core/remedies/candidates';
import { type Bounds } from '@/core/remedies/bounds';
import type { DateInTrouble } from '@/core/remedies/of-date';
import { addMinutes, type Interval } from '@/core/time/epoch-minute';
import { addDays, dateOf } from '@/core/time/local-time';
import { startOfWeek } from '@/core/time/weeks';
import { startOfDay } from '@/core/time/zone';
import type { Reader } from '../../db/connection';
import { loadWorld, type WorldWanted } from '../../repositories/world/snapshot';

const NOBODY = { requestId: 0 as RequestId, audiences: [], claimId: 0 as ClaimId };

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
  const { mostShiftMin, tzid, weekStart } = bounds;
  const everywhere = bounds.spaces
    .filter(({ facts }) => facts.layouts.length > 0)
    .map(({ facts }): WantedSpace => ({
      spaceId: facts.id,
      layout: facts.layouts[0]!.layout,
      people: 1,
      setupMin,
      strikeMin,
    }));
  return dates.flatMap(({ date: { key, claim }, draft, findings }): WantedDate[] => {
    const bare = (event: Interval, more: Partial<ClaimContent>): WantedDate => ({
      key,
      of: NOBODY,
      claim: { ...claim, event, spaces: [], equipment: [], ...more },
    });
    const first = startOfWeek(dateOf(draft.startLocal), weekStart);
    const week = {
      start: startOfDay(addDays(first, -1), tzid),
      end: startOfDay(addDays(first, 8), tzid),
    };
    const isTroubled = troubled.has(key);
    const isShort = findings.some(({ facts }) => 'typeId' in facts);
    const around = widened(claim.event, mostShiftMin, mostShiftMin);
    const whole: Interval = {
      start: around.start < week.start ? around.start : week.start,
      end: addMinutes(around.end > week.end ? around.end : week.end, isShort ? WHEN_BACK_MIN : 0),
    };
    // With the bands of the widest around it, since a type goes where the date goes.
    const lent = widened(whole, setupMin + claim.accessMin, strikeMin + claim.exitMin);
    const types = new Set(claim.equipment.flatMap(({ typeId }) => [typeId, ...bounds.substitutesOf(typeId)]));
    const equipment = [
      ...[...types].map((typeId) => ({ typeId, quantity: 1, spaceIndex: -1 })),
      ...claim.equipment.flatMap(({ typeId, unitId }) =>
        unitId
          ? bounds.unitsOf(typeId).map((unit) => ({ typeId, quantity: 1, spaceIndex: -1, unitId: unit }))
          : [],
      ),
    ];
    return [
      bare(whole, { spaces: claim.spaces.map(({ cut: _, ...space }) => space) }),
      ...(equipment.length ? [bare(lent, { equipment })] : []),
      ...(isTroubled ? [bare(around, { spaces: everywhere })] : []),
      ...(audiences.length
        ? hoursTried(claim.event, around, isShort ? whole.end : null).map((event) => ({
            ...bare(event, {}),
            of: { ...NOBODY, audiences },
          }))
        : []),
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
