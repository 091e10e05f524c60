import { t, sayNumber } from '@/contracts/language/translate';
import { fieldsOf, patchDate, type DatePatch, type OwnField } from '@/core/changes/patch';
import type { WantedDate } from '@/core/checks/asked';
import { countKits, type KitItem } from '@/core/equipment/kits';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import type { ClaimContent, WantedService } from '@/core/occupancy/bands';
import { expandDates, type DateSet } from '@/core/recurrence/dates';
import { datesInGap, firstDate, isEndless } from '@/core/recurrence/rule';
import type { LayoutOffer } from '@/core/seating/capacity';
import { horizonEnd } from '@/core/spaces/policy';
import { comesTwice, shownOnWall } from '@/core/time/clock-change';
import { lengthMin, type EpochMinute } from '@/core/time/epoch-minute';
import {
  addDays,
  addWallMinutes,
  dateOf,
  wallMinute,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { MOST_DATES_TIMES_SPACES, type CheckInput } from './ask';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import { pickedText, ruleText, sayRuleFault } from '@/contracts/words/rule';
import { countText, dayShort, lengthText, spanText, sayTime } from '@/contracts/words/when';

/** One date as asked: wall times are the truth, instants derived. Times are on the wall, in the zone of the site. */
export interface AskedDate extends WantedDate {
  readonly key: LocalDateTime;
  /** The same as the key unless this date was asked for at another time. */
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  /** What it was asked to have of its own. */
  readonly own: readonly OwnField[];
}

/** The dates of a request as they would be, with what was left out and what differs. */
export interface AskedDates {
  readonly set: DateSet;
  readonly isEndless: boolean;
  /** The last day up to which dates were made. */
  readonly until: LocalDate;
  /** End of the first date. */
  readonly end: LocalDateTime;
  readonly dates: readonly AskedDate[];
  readonly inWords: string;
  readonly notes: readonly string[];
}

/** What of the house the dates of a request depend on. Minutes since 1970 in UTC for now; months for the horizon. */
export interface AskedOffice {
  readonly tzid: string;
  readonly now: EpochMinute;
  /** The furthest horizon of the wanted spaces: series without end get their dates up to there. */
  readonly horizonMonths: number;
  contentsOf(type: EquipmentTypeId): readonly KitItem[];
  /** Layouts a space offers, for dates that go to another one. */
  offersOf(space: SpaceId): readonly LayoutOffer[];
}

const fault = (path: string, message: string) =>
  refuse({ code: 'bad-input', fields: [{ path, message } satisfies FieldFault] });

function contentOf(
  input: CheckInput,
  start: EpochMinute,
  end: EpochMinute,
  house: AskedOffice,
): ClaimContent {
  const units = new Map(input.equipment.map(({ typeId, unitId }) => [typeId, unitId ?? null]));
  return {
    event: { start, end },
    accessMin: input.accessMin,
    exitMin: input.exitMin,
    spaces: input.spaces.map(({ people, ...space }) => ({ ...space, people: people ?? input.people })),
    ...(!input.spaces.length && { people: input.people }),
    equipment: countKits(input.equipment, house.contentsOf).map((item) => ({
      ...item,
      unitId: units.get(item.typeId) ?? null,
      spaceIndex: input.spaces.length ? 0 : -1,
    })),
  };
}

function toDate(input: CheckInput, house: AskedOffice, start: LocalDateTime, end: LocalDateTime): AskedDate {
  const at = (local: LocalDateTime) => toEpochMinute(local, house.tzid, 'offset-before');
  return { key: start, start, end, own: [], claim: contentOf(input, at(start), at(end), house) };
}

/** The date with what was asked to be different on it. */
function differing(date: AskedDate, patch: DatePatch, house: AskedOffice): AskedDate {
  const draft = { startLocal: date.start, endLocal: date.end, content: date.claim };
  const { startLocal, endLocal, content } = patchDate(draft, patch, house.tzid, house.offersOf);
  return { ...date, start: startLocal, end: endLocal, claim: content, own: fieldsOf(patch) };
}

/** Overrides of dates there are none of: left out meanwhile, or of a rule that was another one. */
function strayOverrides({ overrides }: CheckInput, starts: ReadonlySet<LocalDateTime>): FieldFault[] {
  return overrides.flatMap(({ at }, index) =>
    starts.has(at)
      ? []
      : [
          {
            path: `overrides.${index}.at`,
            message: t`There is no date at ${sayTime(at)} on ${dayShort(dateOf(at))} that could differ from the others.`,
          },
        ],
  );
}

interface Series {
  readonly set: DateSet;
  readonly notes: readonly string[];
  /** Of starts the clocks jump over what was asked for, by what the wall shows instead. */
  readonly askedAt: ReadonlyMap<LocalDateTime, LocalDateTime>;
}

/** Single times the clocks jump over become what the wall shows then; whole days begin when their day does. */
function onTheWall(set: DateSet): Pick<Series, 'set' | 'askedAt'> {
  if (set.allDay || set.rrule !== null) return { set, askedAt: new Map() };
  const shown = (at: LocalDateTime) => shownOnWall(at, set.tzid);
  const jumped = [set.start, ...set.extra].filter((at) => shown(at) !== at);
  return {
    set: { ...set, start: shown(set.start), extra: set.extra.map(shown), excluded: set.excluded.map(shown) },
    askedAt: new Map(jumped.map((at) => [shown(at), at])),
  };
}

/** The set of dates as asked, its start moved to the first date of the rule. */
function seriesOf({ when }: CheckInput, tzid: string): Outcome<Series> {
  const { startsAt, allDay, repeat, extra, excluded } = when;
  const set: DateSet = { start: startsAt, tzid, allDay, rrule: repeat?.rule.trim() ?? null, extra, excluded };
  if (set.rrule === null) return done({ ...onTheWall(set), notes: [] });
  const askedAt = new Map<LocalDateTime, LocalDateTime>();
  const first = firstDate({ ...set, rrule: set.rrule });
  if (first === null) return fault('when.repeat.rule', sayRuleFault({ kind: 'never' }));
  if (first === startsAt) return done({ set, notes: [], askedAt });
  const moved = t`The rule has no date at ${sayTime(startsAt)} on ${dayShort(dateOf(startsAt))}; the first is ${dayShort(dateOf(first))}, ${sayTime(first)}.`;
  return done({ set: { ...set, start: first }, notes: [moved], askedAt });
}

/**
 * The dates with what they want of services, which take neither place nor stock. The same list where none is wanted.
 */
export const withServices = (
  dates: readonly AskedDate[],
  services: readonly WantedService[],
): readonly AskedDate[] =>
  services.length ? dates.map((date) => ({ ...date, claim: { ...date.claim, services } })) : dates;

const FAR = '2100-01-01T00:00' as LocalDateTime;

/** Dates the clocks jump over are shown as left out. */
function gapNotes(set: DateSet, until: LocalDateTime): string[] {
  if (set.rrule === null) return [];
  const gaps = datesInGap({ ...set, rrule: set.rrule }, { from: set.start, to: until, most: 3 });
  return gaps.map((at) => t`Left out: the clocks jump over ${sayTime(at)} on ${dayShort(dateOf(at))}.`);
}

const MOST_CLOCK_NOTES = 3;

/** What the clocks do to a date: its time does not exist, comes twice, or is longer or shorter than the wall says. */
function clockNote({ key, start, end, claim }: AskedDate, asked: LocalDateTime, tzid: string): string | null {
  const [day, exact] = [dayShort(dateOf(start)), lengthMin(claim.event)];
  if (asked !== key)
    return t`The clocks jump over ${sayTime(asked)} on ${day}: it begins at ${sayTime(start)} and lasts ${lengthText(exact)}.`;
  const twice = [start, end].find((at) => comesTwice(at, tzid));
  if (twice) return t`The clocks go back on ${day}: ${sayTime(twice)} comes twice, and the first is meant.`;
  return exact === wallMinute(end) - wallMinute(start)
    ? null
    : t`The clocks change on ${day}: it lasts ${lengthText(exact)}.`;
}

/** From when to when dates are looked for. */
function rangeOf(set: DateSet, house: AskedOffice) {
  const endless = set.rrule !== null && isEndless(set.rrule);
  const horizon = horizonEnd(house.now, house.horizonMonths, house.tzid);
  const to = endless ? (`${addDays(horizon, 1)}T00:00` as LocalDateTime) : FAR;
  return { endless, horizon, from: [set.start, ...set.extra].sort()[0]!, to };
}

/**
 * Whether the form asks for more dates than so many, without making all of them. False too where the times are
 * refused; at most one more is made than asked about.
 */
export function asksForMore(input: CheckInput, house: AskedOffice, than: number): boolean {
  const series = seriesOf(input, house.tzid);
  if (!series.ok) return false;
  const { set } = series.value;
  return expandDates(set, { ...rangeOf(set, house), most: than + 1 }).length > than;
}

/**
 * Where less is done for somebody than a request may have: how many dates, and what is said of more, beside a field.
 */
export interface FewerDates {
  readonly most: number;
  readonly path: string;
  say(): string;
}

/** When the dates start that the rule and the range give, or that they are too many or none. */
function startsAsked(
  set: DateSet,
  { endless, from, to }: ReturnType<typeof rangeOf>,
  spaces: number,
  fewer: FewerDates,
): Outcome<LocalDateTime[]> {
  // One more than may be had is enough to know that there are too many.
  const most = Math.min(Math.floor(MOST_DATES_TIMES_SPACES / spaces), fewer.most) + 1;
  const starts = expandDates(set, { from, to, most });
  if (starts.length * spaces > MOST_DATES_TIMES_SPACES)
    return fault(
      'when.repeat.rule',
      t`That makes more than ${sayNumber(MOST_DATES_TIMES_SPACES)} dates × spaces. Choose an earlier last day.`,
    );
  if (starts.length > fewer.most) return fault(fewer.path, fewer.say());
  if (starts.length) return done(starts);
  return fault(
    'when.startsAt',
    endless
      ? t`The first date is further ahead than requests are taken now. Choose an earlier one.`
      : t`Every date is left out. Keep at least one.`,
  );
}

/** When a date ends that starts then; where the clocks jump, by what was asked for and shown as they show it. */
function endOfDate(
  { when }: CheckInput,
  askedAt: ReadonlyMap<LocalDateTime, LocalDateTime>,
  tzid: string,
): (start: LocalDateTime) => LocalDateTime {
  const wallMin = wallMinute(when.endsAt) - wallMinute(when.startsAt);
  return (start) => {
    const asked = askedAt.get(start);
    const end = addWallMinutes(asked ?? start, wallMin);
    return asked === undefined ? end : shownOnWall(end, tzid);
  };
}

/** A date for each start, with what is different on some of them. */
function datesWith(
  input: CheckInput,
  house: AskedOffice,
  starts: readonly LocalDateTime[],
  endOf: (start: LocalDateTime) => LocalDateTime,
): AskedDate[] {
  const patches = new Map(input.overrides.map(({ at, patch }) => [at, patch]));
  return starts.map((start) => {
    const date = toDate(input, house, start, endOf(start));
    const patch = patches.get(start);
    return patch ? differing(date, patch, house) : date;
  });
}

/**
 * Every date the form asks for, or what is wrong with its times. The form in the browser and the server both come
 * through here, so that what is shown while typing is what is stored. Refused with the path of the field that is
 * wrong, never half.
 */
export function datesAsked(
  input: CheckInput,
  house: AskedOffice,
  fewer: FewerDates = { most: Infinity, path: '', say: () => '' },
): Outcome<AskedDates> {
  const series = seriesOf(input, house.tzid);
  if (!series.ok) return series;
  const { set, notes, askedAt } = series.value;
  const range = rangeOf(set, house);
  const asked = startsAsked(set, range, Math.max(1, input.spaces.length), fewer);
  if (!asked.ok) return asked;
  const starts = asked.value;
  const endOf = endOfDate(input, askedAt, house.tzid);
  const empty = starts.find((start) => askedAt.has(start) && endOf(start) <= start);
  if (empty)
    return fault(
      'when.endsAt',
      t`The clocks jump over ${sayTime(askedAt.get(empty)!)} on ${dayShort(dateOf(empty))}, so nothing is left of it. Choose another time.`,
    );
  const stray = strayOverrides(input, new Set(starts));
  if (stray.length) return refuse({ code: 'bad-input', fields: stray });
  const dates = datesWith(input, house, starts, endOf);
  const lastStart = starts[starts.length - 1]!;
  const end = endOf(set.start);
  const clocks = input.when.allDay
    ? []
    : dates.flatMap((date) => clockNote(date, askedAt.get(date.key) ?? date.key, house.tzid) ?? []);
  return done({
    set,
    isEndless: range.endless,
    until: range.endless ? range.horizon : dateOf(lastStart),
    end,
    dates,
    inWords: wordsOf(set, end, dates.length, range.endless),
    notes: [...notes, ...gapNotes(set, addWallMinutes(lastStart, 1)), ...clocks.slice(0, MOST_CLOCK_NOTES)],
  });
}

function wordsOf(set: DateSet, end: LocalDateTime, count: number, endless: boolean): string {
  if (set.rrule !== null) {
    const dates = endless ? null : count;
    const more = new Set(set.extra).size;
    return (
      ruleText(set.rrule, { ...set, end }, dates) +
      (more ? t`, ${countText(more, 'further day', 'further days')} among them` : '') +
      (endless ? t`, ${countText(count, 'date', 'dates')} so far` : '')
    );
  }
  return count === 1 ? spanText(set.start, end) : pickedText(count, set.start, end);
}
