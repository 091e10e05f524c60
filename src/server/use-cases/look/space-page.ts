import { openDuring } from '@/core/spaces/hours';
import { horizonEnd, policyOn } from '@/core/spaces/policy';
import { periodsOn } from '@/core/spaces/timetable';
import { overlaps, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import {
  addDays,
  atMinuteOfDay,
  dateOf,
  timeOf,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import { dayInterval, toEpochMinute, toLocal } from '@/core/time/zone';
import type { BookingTuple } from '@/contracts/board';
import type { FreePeriod, SpacePage } from '@/contracts/places';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { FEATURE_WORDS, LAYOUT_WORDS } from '@/contracts/words/findings';
import { dateLong, spanText } from '@/contracts/words/when';
import type { Context } from '../../context';
import { boardHouse } from './board-house';
import { boardRowsText } from './board-span';

/** So many days of what is on are told. */
const AHEAD_DAYS = 14;
/** So many days of free periods can be asked for with one press. */
const PERIOD_DAYS = 5;

interface Looked {
  readonly facts: {
    readonly timetables?: Parameters<typeof periodsOn>[0];
  };
  readonly taken: readonly Interval[];
  readonly open: readonly Interval[];
  readonly tzid: string;
  readonly now: EpochMinute;
}

/** Periods of the next days that are open, not over and not taken. */
function freePeriods(today: LocalDate, { facts, taken, open, tzid, now }: Looked): FreePeriod[] {
  return Array.from({ length: PERIOD_DAYS }, (_, index) => addDays(today, index)).flatMap((date) =>
    (periodsOn(facts.timetables ?? [], date) ?? []).flatMap((period) => {
      const start = atMinuteOfDay(date, period.fromMin);
      const end = atMinuteOfDay(date, period.toMin);
      const at = (local: LocalDateTime) => toEpochMinute(local, tzid, 'offset-before');
      const span = { start: at(start), end: at(end) };
      const isOpen = open.some((each) => each.start <= span.start && span.end <= each.end);
      if (!isOpen || span.start <= now || taken.some((each) => overlaps(each, span))) return [];
      return [
        { name: period.name, start, minutes: period.toMin - period.fromMin, when: spanText(start, end) },
      ];
    }),
  );
}

function onThere(
  rows: readonly BookingTuple[],
  spaceIds: ReadonlySet<number>,
  tzid: string,
): SpacePage['on'] {
  return rows
    .filter(([, space, state]) => spaceIds.has(space) && state !== 2)
    .sort((a, b) => a[3] - b[3])
    .map((row) => {
      const [id, , , occupiedStart, occupiedEnd, , , start, end] = row;
      const title = row[13];
      const span = spanText(toLocal(start ?? occupiedStart, tzid), toLocal(end ?? occupiedEnd, tzid));
      return { id, when: span, title, day: dateOf(toLocal(occupiedStart, tzid)) };
    });
}

/** Everything to know about a space before asking for it, and what is on there in the next two weeks. */
export async function spacePage(ctx: Context, code: string): Promise<Outcome<SpacePage>> {
  const { db, viewer } = ctx;
  const house = await boardHouse(db);
  // As it stands in an address, which may be escaped, or escaped wrongly.
  const wanted = code.toLowerCase();
  const space = house.spaces.find((each) =>
    [each.code, encodeURIComponent(each.code)].some((form) => form.toLowerCase() === wanted),
  );
  if (!space) return refuse({ code: 'not-found', what: 'space with this code' });
  const { tzid } = house;
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  const span: Interval = {
    start: dayInterval(today, tzid).start,
    end: dayInterval(addDays(today, AHEAD_DAYS - 1), tzid).end,
  };
  const rows = JSON.parse((await boardRowsText(db, viewer, span)).bookings) as BookingTuple[];
  const parts = new Set(space.facts.parts);
  const sharing = new Set(
    house.spaces.filter(({ facts }) => facts.parts.some((part) => parts.has(part))).map(({ id }) => id),
  );
  const taken = rows
    .filter(([, id, state]) => sharing.has(id) && state !== 2)
    .map(([, , , start, end]) => ({ start, end }));
  const policy = policyOn(space.facts.policies ?? [], today);
  const closures = house.closures[space.closures]!;
  const open = openDuring(span, house.hours[space.hours]!, closures, tzid);
  const [todays] = openDuring(dayInterval(today, tzid), house.hours[space.hours]!, closures, tzid);
  const [row] = await db.rows<{ area: number | null }>('SELECT area_m2 AS area FROM space WHERE id = $id', {
    id: space.id,
  });
  return done({
    id: space.id,
    code: space.code,
    name: space.name,
    building: space.building,
    facts: [
      row?.area ? `${row.area} m²` : null,
      space.outdoor ? 'outdoors' : 'indoors',
      space.stepFree ? 'step-free' : 'reached by steps',
      space.facts.postedLimit === null ? null : `at most ${space.facts.postedLimit} people`,
      space.madeOf.length ? `made of ${space.madeOf.join(' and ')}` : null,
    ].filter((fact) => fact !== null),
    features: (space.facts.features ?? []).map((feature) => FEATURE_WORDS[feature]),
    layouts: space.facts.layouts.map(({ layout, seats, setupMin, strikeMin }) => ({
      layout: LAYOUT_WORDS[layout],
      seats,
      setupMin,
      strikeMin,
    })),
    openToday: todays ? `${timeOf(toLocal(todays.start, tzid))}–${timeOf(toLocal(todays.end, tzid))}` : null,
    howToGet: [
      policy?.granted === 'instantly'
        ? 'Granted at once where nothing stands in the way.'
        : 'The office decides.',
      policy?.noticeMin ? `Ask ${Math.ceil(policy.noticeMin / 1440)} days ahead.` : null,
      `Up to ${dateLong(horizonEnd(now, policy?.horizonMonths ?? house.horizonMonths, tzid))}.`,
    ].filter((line) => line !== null),
    periods: freePeriods(today, { facts: space.facts, taken, open, tzid, now }),
    on: onThere(rows, new Set([space.id]), tzid),
    today,
  });
}
