import type { Layout } from '@/core/seating/capacity';
import type { AskBody } from '@/contracts/ask';
import type { AskChoices } from '@/contracts/ask-choices';
import {
  editorModel,
  ruleTextOf,
  type FormRule,
  type MonthPlace,
  type RuleEnd,
  type RuleUnit,
} from '@/core/recurrence/editor-model';
import {
  addWallMinutes,
  dateOf,
  parseLocalDate,
  timeOf,
  weekdayOf,
  type LocalDate,
  type LocalDateTime,
} from '@/core/time/local-time';
import type { Picked } from './ask-address';

/** What stands in the fields: texts as typed, so that nothing is lost while it is not yet right. */
export interface AskForm {
  title: string;
  publicText: string;
  categoryId: string;
  hostId: string;
  people: string;
  spaces: { spaceId: string; layout: Layout | ''; setupMin: string; strikeMin: string }[];
  startDate: string;
  startTime: string;
  endDate: string;
  endTime: string;
  accessMin: string;
  exitMin: string;
  equipment: { typeId: string; quantity: string }[];
  notes: string;
  publish: boolean;
  repeats: boolean;
  every: string;
  unit: RuleUnit;
  /** ISO weekdays of a weekly rule; none is the weekday of the first date. */
  weekdays: string[];
  /** Of a monthly or yearly rule: the day of the month, or the so-manieth weekday. */
  place: 'day' | 'nth' | 'last';
  ends: RuleEnd['kind'];
  until: string;
  count: string;
  otherSpaceOk: boolean;
}

/** The form with its idempotency key, as kept in the browser while typing. */
export interface Draft {
  readonly key: string;
  readonly picked: Picked | null;
  readonly form: AskForm;
}

const DRAFT = 'calendario-draft';

/** Null where nothing is kept, or what is kept is of an older version of the form. */
export function loadDraft(): Draft | null {
  const text = localStorage.getItem(DRAFT);
  if (!text) return null;
  const draft = JSON.parse(text) as Partial<Draft>;
  return draft.key && draft.form && Array.isArray(draft.form.spaces) && Array.isArray(draft.form.weekdays)
    ? (draft as Draft)
    : null;
}

export const saveDraft = (draft: Draft): void => localStorage.setItem(DRAFT, JSON.stringify(draft));
export const dropDraft = (): void => localStorage.removeItem(DRAFT);

/** Setup and strike of a layout as usual in that space. */
export function usualSpace(choices: AskChoices, spaceId: number, layout?: Layout): AskForm['spaces'][number] {
  const space = choices.spaces.find(({ id }) => id === spaceId);
  const offer = space?.layouts.find((each) => each.layout === layout) ?? space?.layouts[0];
  return {
    spaceId: space ? String(space.id) : '',
    layout: offer?.layout ?? '',
    setupMin: String(offer?.setupMin ?? 0),
    strikeMin: String(offer?.strikeMin ?? 0),
  };
}

const noon = (date: string) => `${date}T14:00` as LocalDateTime;

/** The fields of a rule that came with the pick, as far as the form can show it. */
function pickedRule(picked: Picked | null): Partial<AskForm> {
  if (!picked?.rule) return {};
  const model = editorModel(picked.rule, picked.start, 'UTC');
  if (model.kind !== 'form' || model.rule.end.kind !== 'count') return {};
  const { every, unit, end, weekdays } = model.rule;
  return {
    repeats: true,
    every: String(every),
    unit,
    weekdays: weekdays.map(String),
    ends: 'count',
    count: String(end.count),
  };
}

export function emptyForm(choices: AskChoices, picked: Picked | null): AskForm {
  const start = picked?.start ?? noon(choices.today);
  const end = addWallMinutes(start, picked?.minutes ?? 90);
  return {
    title: '',
    publicText: '',
    categoryId: '',
    hostId: String(choices.hosts.find(({ isOwn }) => isOwn)?.id ?? ''),
    people: picked?.people ? String(picked.people) : '',
    spaces: [usualSpace(choices, picked?.spaceId ?? 0)],
    startDate: dateOf(start),
    startTime: timeOf(start),
    endDate: dateOf(end),
    endTime: timeOf(end),
    accessMin: String(choices.accessMin),
    exitMin: String(choices.exitMin),
    equipment: [],
    notes: '',
    publish: true,
    repeats: false,
    every: '1',
    unit: 'week',
    weekdays: [],
    place: 'day',
    ends: 'until',
    until: '',
    count: '10',
    otherSpaceOk: false,
    ...pickedRule(picked),
  };
}

// An empty field is not a number: the schema then says that it is missing.
const number = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text));

/** The so-manieth of its weekday in the month, 1 to 5. */
export const nthOf = (date: string): number => Math.ceil(Number(date.slice(8, 10)) / 7);

function placeOf(form: AskForm, date: LocalDate): MonthPlace {
  if (form.place === 'day') return { kind: 'days', days: [Number(date.slice(8, 10))] };
  return {
    kind: 'weekdays',
    nths: [form.place === 'last' ? -1 : nthOf(date)],
    weekdays: [weekdayOf(date)],
  };
}

function endOf(form: AskForm): RuleEnd | null {
  if (form.ends === 'never') return { kind: 'never' };
  if (form.ends === 'count') return { kind: 'count', count: number(form.count) };
  const date = parseLocalDate(form.until);
  return date && { kind: 'until', date };
}

/** The RRULE value of what the fields say. What is not right yet is left in it, for the schema to name. */
export function ruleOf(form: AskForm, tzid: string): string {
  const date = parseLocalDate(form.startDate);
  const end = endOf(form);
  if (!date || !end) return end ? '' : 'UNTIL=';
  const { unit } = form;
  const weekdays = form.weekdays.length ? form.weekdays.map(Number) : [weekdayOf(date)];
  const rule: FormRule = {
    every: number(form.every),
    unit,
    weekdays: unit === 'week' ? weekdays.sort() : [],
    place: unit === 'month' || unit === 'year' ? placeOf(form, date) : null,
    months: unit === 'year' ? [Number(date.slice(5, 7))] : [],
    end,
    weekStart: 1,
  };
  return ruleTextOf(rule, tzid);
}

/** What is sent. Whether it is right is for the schema to say, here and on the server. */
export function toBody(form: AskForm, key: string, tzid: string): AskBody {
  return {
    key,
    title: form.title,
    publicText: form.publicText,
    categoryId: number(form.categoryId),
    hostId: number(form.hostId),
    people: number(form.people),
    spaces: form.spaces.map((space) => ({
      spaceId: number(space.spaceId),
      layout: space.layout as Layout,
      setupMin: number(space.setupMin),
      strikeMin: number(space.strikeMin),
    })),
    when: {
      startsAt: `${form.startDate}T${form.startTime}`,
      endsAt: `${form.endDate}T${form.endTime}`,
      repeat: form.repeats ? { rule: ruleOf(form, tzid) } : null,
    },
    accessMin: number(form.accessMin),
    exitMin: number(form.exitMin),
    equipment: form.equipment.map((item) => ({
      typeId: number(item.typeId),
      quantity: number(item.quantity),
    })),
    notes: form.notes,
    publish: form.publish,
    otherSpaceOk: form.otherSpaceOk,
  };
}

/** The field of the form a fault of the body belongs to. */
export function fieldOf(path: string): string {
  if (path === 'when.startsAt') return 'startDate';
  if (path.startsWith('when.endsAt') || path === 'when') return 'endTime';
  if (path.startsWith('when.repeat')) return 'repeat';
  return path;
}
