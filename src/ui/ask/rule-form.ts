import { tAs } from '@/contracts/language/translate';
import {
  editorModel,
  ruleTextOf,
  type FormRule,
  type MonthPlace,
  type RuleEnd,
} from '@/core/recurrence/editor-model';
import {
  dateOf,
  parseLocalDate,
  weekdayOf,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import { UNSAID_END } from '@/contracts/requests/ask';
import type { AskForm } from './draft';

/** The fields of a rule: between what stands in the form and the text of a recurrence rule. */
export type RuleFields = Pick<
  AskForm,
  | 'pattern'
  | 'every'
  | 'unit'
  | 'weekdays'
  | 'place'
  | 'monthDays'
  | 'nths'
  | 'nthWeekdays'
  | 'months'
  | 'ends'
  | 'until'
  | 'count'
  | 'ownRule'
>;

const texts = (values: readonly number[]): string[] => values.map(String);
const numbers = (values: readonly string[]): number[] => values.map(Number).sort((a, b) => a - b);

function placeFields(place: MonthPlace | null): Partial<RuleFields> {
  if (!place) return {};
  return place.kind === 'days'
    ? {
        place: 'days',
        monthDays: place.days.map((day) => (day === -1 ? tAs('day')`last` : String(day))).join(', '),
      }
    : { place: 'weekdays', nths: texts(place.nths), nthWeekdays: texts(place.weekdays) };
}

function endFields(end: RuleEnd): Partial<RuleFields> {
  if (end.kind === 'until') return { ends: 'until', until: end.date };
  return end.kind === 'count' ? { ends: 'count', count: String(end.count) } : { ends: 'never' };
}

/** The fields that show a rule; one they cannot show is kept as it came. */
export function ruleFields(source: string, start: LocalDateTime, tzid: string): Partial<RuleFields> {
  const model = editorModel(source, start, tzid);
  if (model.kind === 'own') return { pattern: 'rule', ownRule: source };
  const { every, unit, weekdays, place, months, end } = model.rule;
  return {
    pattern: 'rule',
    ownRule: '',
    every: String(every),
    unit,
    weekdays: texts(weekdays),
    months: texts(months),
    ...placeFields(place),
    ...endFields(end),
  };
}

/** Days of the month as people write them: `1, 15, last`. */
function daysIn(text: string): number[] {
  const days = text
    .split(/[\s,;]+|and|und/)
    .filter(Boolean)
    .map((word) =>
      /^last$/i.test(word) || word.toLowerCase() === tAs('day')`last`
        ? -1
        : Number(word.replace(/(st|nd|rd|th|\.)$/i, '')),
    );
  return days.length ? days : [Number.NaN];
}

const placeOf = (form: RuleFields): MonthPlace =>
  form.place === 'days'
    ? { kind: 'days', days: daysIn(form.monthDays) }
    : { kind: 'weekdays', nths: numbers(form.nths), weekdays: numbers(form.nthWeekdays) };

/** Null where the end is not said yet. */
function endOf(form: RuleFields, seasonEnd: LocalDate | null): RuleEnd | null {
  if (form.ends === 'never') return { kind: 'never' };
  if (form.ends === 'count')
    return { kind: 'count', count: form.count.trim() === '' ? Number.NaN : Number(form.count) };
  const date = form.ends === 'season' ? seasonEnd : parseLocalDate(form.until);
  return date && { kind: 'until', date };
}

/**
 * The RRULE value of what the fields say. What is not right yet is left in it, for the schema to name. `seasonEnd` is the
 * last day of the chosen season.
 */
export function ruleOf(
  form: RuleFields,
  start: LocalDateTime | null,
  tzid: string,
  seasonEnd: LocalDate | null,
): string {
  if (form.ownRule) return form.ownRule;
  const end = endOf(form, seasonEnd);
  if (!start || !end) return end ? '' : UNSAID_END;
  const { unit } = form;
  const weekdays = form.weekdays.length ? numbers(form.weekdays) : [weekdayOf(dateOf(start))];
  const months = numbers(form.months);
  const rule: FormRule = {
    every: Number(form.every),
    unit,
    weekdays: unit === 'week' ? weekdays : [],
    place: unit === 'month' || unit === 'year' ? placeOf(form) : null,
    months: unit === 'year' && !months.length ? [Number(start.slice(5, 7))] : months,
    end,
    weekStart: 1,
  };
  return ruleTextOf(rule, tzid);
}
