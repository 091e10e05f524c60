import { ruleTextOf, type FormRule } from '../recurrence/editor-model';
import { firstDate } from '../recurrence/rule';
import type { Layout } from '../seating/layouts';
import { dateOf, localDateTime, weekdayOf, type LocalDate } from '../time/local-time';
import type { Meaning, PieceOf, Reading, SaidRule } from './meaning';

/** A request as a line says it; what it leaves open is undefined or empty. */
export interface Said {
  readonly title?: string;
  readonly way?: PieceOf<'way'>['way'];
  /** The first day; of a rule, its first date. */
  readonly day?: LocalDate;
  /** The last day of an event over several, and whether it has the same hours on each of them. */
  readonly lastDay?: LocalDate;
  readonly isEachDay: boolean;
  /** All days, where there are several with an event of their own each; empty otherwise. */
  readonly days: readonly LocalDate[];
  readonly rule?: SaidRule;
  readonly count?: number;
  readonly until?: LocalDate;
  readonly except: readonly LocalDate[];
  readonly isAllDay: boolean;
  /** Minutes of the day; the end is beyond 1,440 after midnight. */
  readonly fromMin?: number;
  readonly toMin?: number;
  readonly people?: number;
  readonly spaces: readonly number[];
  readonly layout?: Layout;
  readonly category?: number;
  readonly host?: number;
  readonly equipment: readonly { readonly id: number; readonly quantity: number }[];
}

/** The same rule as the form of a request shows it, without an end. */
export function formRuleOf({ every, unit, weekdays, nths, monthDays }: SaidRule, first: LocalDate): FormRule {
  const inMonth = monthDays.length
    ? { kind: 'days' as const, days: monthDays }
    : { kind: 'weekdays' as const, nths, weekdays };
  const isPlaced = monthDays.length + nths.length > 0;
  return {
    every,
    unit,
    weekdays: unit === 'week' ? (weekdays.length ? weekdays : [weekdayOf(first)]) : [],
    place: unit === 'month' ? (isPlaced ? inMonth : { kind: 'days', days: [Number(first.slice(8))] }) : null,
    months: [],
    end: { kind: 'never' },
    weekStart: 1,
  };
}

/** The first day from one on, that one included, on which a rule has a date; null where there is none. */
function firstDayOf(rule: SaidRule, from: LocalDate): LocalDate | null {
  // At a noon no clock jumps over: only the day is asked for; which of every two weeks it is, is said by that day.
  const rrule = ruleTextOf(formRuleOf({ ...rule, every: 1 }, from), 'UTC');
  const first = firstDate({ start: localDateTime(`${from}T12:00`), tzid: 'UTC', rrule });
  return first && dateOf(first);
}

/** When it is, of the pieces that say so. */
function daysSaid(pieces: Reading['pieces'], rule: SaidRule | undefined, today: LocalDate) {
  const of = <Kind extends Meaning['kind']>(kind: Kind) =>
    pieces.filter((piece): piece is PieceOf<Kind> => piece.kind === kind);
  const [range] = of('range');
  const named = [...of('day').map(({ day }) => day), ...of('days').flatMap(({ days }) => days)];
  const days = [...new Set(named)].sort();
  const first = range?.first ?? days[0];
  if (rule) {
    const day = firstDayOf(rule, first ?? today);
    return { ...(day && { day }), days: [], until: of('until')[0]?.day ?? range?.last, isEachDay: false };
  }
  // `from 3 May until the end of the season` without a rule is no more than when it ends.
  const last = range?.last ?? of('until')[0]?.day;
  return {
    ...(first && { day: first }),
    ...(last && first && days.length < 2 && { lastDay: last }),
    days: days.length > 1 ? days : [],
    isEachDay: of('each-day').length > 0,
  };
}

function hoursSaid(pieces: Reading['pieces']) {
  const hours = pieces.find((piece): piece is PieceOf<'hours'> => piece.kind === 'hours');
  if (!hours) return {};
  const length = pieces.find((piece): piece is PieceOf<'length'> => piece.kind === 'length');
  const toMin = hours.toMin ?? (length ? hours.fromMin + length.minutes : undefined);
  return { fromMin: hours.fromMin, ...(toMin !== undefined && { toMin }) };
}

/** What the pieces of a line say together. `today` is where a rule without a first day begins. */
export function saidIn({ pieces }: Reading, today: LocalDate): Said {
  const of = <Kind extends Meaning['kind']>(kind: Kind) =>
    pieces.filter((piece): piece is PieceOf<Kind> => piece.kind === kind);
  const rule = of('rule')[0]?.rule;
  const { until, ...days } = { until: undefined, ...daysSaid(pieces, rule, today) };
  const values = {
    title: of('title')[0]?.title,
    way: of('way')[0]?.way,
    rule,
    count: rule?.count ?? of('count')[0]?.count,
    until,
    people: of('people')[0]?.people,
    layout: of('layout')[0]?.layout,
    category: of('category')[0]?.id,
    host: of('host')[0]?.id,
  };
  const said = Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined));
  return {
    ...(said as Partial<typeof values>),
    ...days,
    ...hoursSaid(pieces),
    except: of('except').flatMap((each) => each.days),
    isAllDay: of('all-day').length > 0,
    spaces: [...new Set(of('space').map(({ id }) => id))],
    equipment: of('equipment').map(({ id, quantity }) => ({ id, quantity })),
  };
}
