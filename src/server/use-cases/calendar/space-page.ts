import { say } from '@/contracts/language/say';
import { openDuring } from '@/core/spaces/hours';
import { horizonEnd, policyOn } from '@/core/spaces/policy';
import { periodsOn } from '@/core/spaces/timetable';
import { overlaps, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, atMinuteOfDay, dateOf, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { dayInterval, toEpochMinute, toLocal } from '@/core/time/zone';
import type { BookingTuple } from '@/contracts/board';
import type { FloorPlan, FreePeriod, SpacePage } from '@/contracts/places';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { FEATURE_WORDS, LAYOUT_WORDS } from '@/contracts/words/findings';
import { dateLong, spanText, sayTime } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { familiarTo } from '../../repositories/people/familiar';
import { boardHouse } from './board-house';
import { boardRowsText } from './board-span';
import { FLOOR_OF_SPACE } from './look.queries';

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
  space: number,
  sharing: ReadonlyMap<number, string>,
  tzid: string,
): SpacePage['on'] {
  return rows
    .filter(([, id, state]) => sharing.has(id) && state !== 2)
    .sort((a, b) => a[3] - b[3])
    .map((row) => {
      const [id, there, , occupiedStart, occupiedEnd, , , start, end] = row;
      const title = row[13];
      const span = spanText(toLocal(start ?? occupiedStart, tzid), toLocal(end ?? occupiedEnd, tzid));
      const via = there === space ? null : sharing.get(there)!;
      return { id, when: span, title, day: dateOf(toLocal(occupiedStart, tzid)), via };
    });
}

const daysSpan = (from: LocalDate, days: number, tzid: string): Interval => ({
  start: dayInterval(from, tzid).start,
  end: dayInterval(addDays(from, days - 1), tzid).end,
});

async function rowsOf(
  { db, viewer }: Context,
  from: LocalDate,
  days: number,
  tzid: string,
): Promise<BookingTuple[]> {
  const { bookings } = await boardRowsText(db, viewer, daysSpan(from, days, tzid));
  return JSON.parse(bookings) as BookingTuple[];
}

interface FloorRow {
  readonly area: number | null;
  readonly length: number | null;
  readonly width: number | null;
  readonly bays: FloorPlan['bays'];
  readonly stewards: string[];
}

/** Sides of a room whose area alone is known: as three to two. */
const USUAL_RATIO = 1.5;

function planOf({ area, length, width, bays }: Omit<FloorRow, 'stewards'>): FloorPlan | null {
  if (length && width) return { lengthM: length, widthM: width, isMeasured: true, bays };
  if (!area) return null;
  return {
    lengthM: Math.sqrt(area * USUAL_RATIO),
    widthM: Math.sqrt(area / USUAL_RATIO),
    isMeasured: false,
    bays,
  };
}

/** Everything to know about a space before asking for it, and what is on there: in the next two weeks, or when told. */
export async function spacePage(
  ctx: Context,
  code: string,
  told: { readonly from?: LocalDate; readonly days?: number } = {},
): Promise<Outcome<SpacePage>> {
  const { db } = ctx;
  const house = await boardHouse(db);
  // As it stands in an address, which may be escaped, or escaped wrongly.
  const wanted = code.toLowerCase();
  const space = house.spaces.find((each) =>
    [each.code, encodeURIComponent(each.code)].some((form) => form.toLowerCase() === wanted),
  );
  if (!space) return refuse({ code: 'not-found', what: say`space with this code` });
  const { tzid } = house;
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  const span = daysSpan(today, AHEAD_DAYS, tzid);
  const rows = await rowsOf(ctx, today, AHEAD_DAYS, tzid);
  const parts = new Set(space.facts.parts);
  const sharing = new Map(
    house.spaces
      .filter(({ facts }) => facts.parts.some((part) => parts.has(part)))
      .map(({ id, name }) => [id, name]),
  );
  const taken = rows
    .filter(([, id, state]) => sharing.has(id) && state !== 2)
    .map(([, , , start, end]) => ({ start, end }));
  const policy = policyOn(space.facts.policies ?? [], today);
  const closures = house.closures[space.closures]!;
  const open = openDuring(span, house.hours[space.hours]!, closures, tzid);
  const [todays] = openDuring(dayInterval(today, tzid), house.hours[space.hours]!, closures, tzid);
  const { area, length, width, bays, stewards } = await db.value(FLOOR_OF_SPACE, { id: space.id });
  const familiar = await familiarTo(ctx);
  return done({
    id: space.id,
    code: space.code,
    name: space.name,
    building: space.building,
    facts: [
      area ? say`${area} m²` : null,
      space.outdoor ? say`outdoors` : say`indoors`,
      space.stepFree ? say`step-free` : say`reached by steps`,
      space.facts.postedLimit === null ? null : say`at most ${space.facts.postedLimit} people`,
      space.madeOf.length ? say`made of ${space.madeOf.join(say` and `)}` : null,
    ].filter((fact) => fact !== null),
    // Said among the facts already.
    features: (space.facts.features ?? [])
      .filter((feature) => feature !== 'step-free')
      .map((feature) => FEATURE_WORDS[feature]),
    plan: planOf({ area, length, width, bays }),
    stewards,
    isPinned: familiar.spaces.includes(space.id),
    layouts: space.facts.layouts.map(({ layout, seats, setupMin, strikeMin }) => ({
      kind: layout,
      layout: LAYOUT_WORDS[layout],
      seats,
      setupMin,
      strikeMin,
    })),
    openToday: todays
      ? `${sayTime(toLocal(todays.start, tzid))}–${sayTime(toLocal(todays.end, tzid))}`
      : null,
    howToGet: [
      policy?.granted === 'instantly'
        ? say`Granted at once where nothing stands in the way.`
        : say`The office decides.`,
      policy?.noticeMin ? say`Ask ${Math.ceil(policy.noticeMin / 1440)} days ahead.` : null,
      say`Up to ${dateLong(horizonEnd(now, policy?.horizonMonths ?? house.horizonMonths, tzid))}.`,
    ].filter((line) => line !== null),
    periods: freePeriods(today, { facts: space.facts, taken, open, tzid, now }),
    on: onThere(
      told.from ? await rowsOf(ctx, told.from, told.days ?? 1, tzid) : rows,
      space.id,
      sharing,
      tzid,
    ),
    today,
  });
}
