import { t } from '@/contracts/language/translate';
import { openDuring } from '@/core/spaces/hours';
import { horizonEnd, policyOn } from '@/core/spaces/policy';
import { periodsOn } from '@/core/spaces/timetable';
import { overlaps, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays, atMinuteOfDay, dateOf, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { dayInterval, toEpochMinute, toLocal } from '@/core/time/zone';
import type { BoardData, BookingTuple } from '@/contracts/calendar/board';
import type { FloorPlan, FreePeriod, SpacePage } from '@/contracts/calendar/places';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { dateLong, spanText, sayTime } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { familiarTo } from '../../repositories/people/familiar';
import { boardData } from './board-data';
import { boardRowsText, bookingsIn } from './board-span';
import { FLOOR_OF_SPACE } from './calendar.queries';
import { at } from '@/core/lists';

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
  return [...rows]
    .sort((a, b) => a[3] - b[3])
    .flatMap((row) => {
      const [id, there, state, occupiedStart, occupiedEnd, , , start, end] = row;
      const shared = sharing.get(there);
      if (shared === undefined || state === 2) return [];
      const title = row[13];
      const span = spanText(toLocal(start ?? occupiedStart, tzid), toLocal(end ?? occupiedEnd, tzid));
      const via = there === space ? null : shared;
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
  return bookingsIn(bookings);
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

/** The space an address names: as it stands there, which may be escaped, or escaped wrongly. */
function spaceOf(house: BoardData, code: string): BoardData['spaces'][number] | undefined {
  const wanted = code.toLowerCase();
  return house.spaces.find((each) =>
    [each.code, encodeURIComponent(each.code)].some((form) => form.toLowerCase() === wanted),
  );
}

/** What one sees of it by looking; step-free ways are said here and not among its features. */
const factsOf = (space: BoardData['spaces'][number], area: number | null): string[] =>
  [
    area ? t`${area} m²` : null,
    space.outdoor ? t`outdoors` : t`indoors`,
    space.stepFree ? t`step-free` : t`reached by steps`,
    space.facts.postedLimit === null ? null : t`at most ${space.facts.postedLimit} people`,
    space.madeOf.length ? t`made of ${space.madeOf.join(t` and `)}` : null,
  ].filter((fact) => fact !== null);

const featuresOf = ({ facts }: BoardData['spaces'][number]): string[] =>
  (facts.features ?? [])
    .filter((feature) => feature !== 'step-free')
    .map((feature) => FEATURE_WORDS[feature]);

const layoutsOf = ({ facts }: BoardData['spaces'][number]): SpacePage['layouts'] =>
  facts.layouts.map(({ layout, seats, setupMin, strikeMin }) => ({
    kind: layout,
    layout: LAYOUT_WORDS[layout],
    seats,
    setupMin,
    strikeMin,
  }));

/** Who decides, how long ahead one has to ask, and how far ahead one may. */
function howToGet(
  { facts }: BoardData['spaces'][number],
  { horizonMonths, tzid }: BoardData,
  now: EpochMinute,
): string[] {
  const policy = policyOn(facts.policies ?? [], dateOf(toLocal(now, tzid)));
  return [
    policy?.granted === 'instantly'
      ? t`Granted at once where nothing is in the way.`
      : t`The office decides.`,
    policy?.noticeMin ? t`Ask ${Math.ceil(policy.noticeMin / 1440)} days ahead.` : null,
    t`Up to ${dateLong(horizonEnd(now, policy?.horizonMonths ?? horizonMonths, tzid))}.`,
  ].filter((line) => line !== null);
}

const hoursText = ({ start, end }: Interval, tzid: string): string =>
  `${sayTime(toLocal(start, tzid))}–${sayTime(toLocal(end, tzid))}`;

/** Minutes that bookings take of these spaces; those that only wait take none. */
const takenBy = (rows: readonly BookingTuple[], sharing: ReadonlyMap<number, string>): Interval[] =>
  rows.flatMap(([, id, state, start, end]) => (sharing.has(id) && state !== 2 ? [{ start, end }] : []));

/** Spaces that have a part in common with this one, by number, itself among them. */
function sharingWith(space: BoardData['spaces'][number], { spaces }: BoardData): Map<number, string> {
  const parts = new Set(space.facts.parts);
  return new Map(
    spaces
      .filter(({ facts }) => facts.parts.some((part) => parts.has(part)))
      .map(({ id, name }) => [id, name]),
  );
}

/** Everything to know about a space before asking for it, and what is on there: in the next two weeks, or when told. */
export async function spacePage(
  ctx: Context,
  code: string,
  told: { readonly from?: LocalDate; readonly days?: number } = {},
): Promise<Outcome<SpacePage>> {
  const house = await boardData(ctx.db);
  const space = spaceOf(house, code);
  if (!space) return refuse({ code: 'not-found', what: t`space with this code` });
  const { tzid } = house;
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  const rows = await rowsOf(ctx, today, AHEAD_DAYS, tzid);
  const sharing = sharingWith(space, house);
  const taken = takenBy(rows, sharing);
  const openIn = (span: Interval) =>
    openDuring(span, at(house.hours, space.hours), at(house.closures, space.closures), tzid);
  const open = openIn(daysSpan(today, AHEAD_DAYS, tzid));
  const [todays] = openIn(dayInterval(today, tzid));
  const { area, length, width, bays, stewards } = await ctx.db.value(FLOOR_OF_SPACE, { id: space.id });
  const isPinned = (await familiarTo(ctx)).spaces.includes(space.id);
  const on = told.from ? await rowsOf(ctx, told.from, told.days ?? 1, tzid) : rows;
  return done({
    id: space.id,
    code: space.code,
    name: space.name,
    building: space.building,
    facts: factsOf(space, area),
    features: featuresOf(space),
    plan: planOf({ area, length, width, bays }),
    stewards,
    isPinned,
    layouts: layoutsOf(space),
    openToday: todays ? hoursText(todays, tzid) : null,
    howToGet: howToGet(space, house, now),
    periods: freePeriods(today, { facts: space.facts, taken, open, tzid, now }),
    on: onThere(on, space.id, sharing, tzid),
    today,
  });
}
