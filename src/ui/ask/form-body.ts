import { fieldsIn } from '@/contracts/requests/request-fields';
import type { Layout } from '@/core/seating/layouts';
import {
  addDays,
  parseLocalDate,
  parseLocalDateTime,
  timeOf,
  wallMinute,
  type LocalDateTime,
} from '@/core/time/local-time';
import { isUsuallyPublished } from '@/core/publishing/usual-publication';
import type { AskBody, CheckBody } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { takenOn, type AskForm, type DifferingForm } from './draft';
import { ruleOf } from './rule-form';

// An empty field is not a number: the schema then says that it is missing.
const number = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text));

/** Start and end as the fields say them; whole days begin and end at midnight. */
export function timesOf(form: AskForm): { startsAt: string; endsAt: string } {
  const { allDay, startDate, startTime, endTime } = form;
  const endDate = form.pattern === 'once' ? endOfOne(form) : endOfEach(form);
  if (!allDay) return { startsAt: `${startDate}T${startTime}`, endsAt: `${endDate}T${endTime}` };
  const last = parseLocalDate(form.endDate < startDate ? startDate : form.endDate);
  return { startsAt: `${startDate}T00:00`, endsAt: last ? `${addDays(last, 1)}T00:00` : '' };
}

/** The day one date ends: as given; the next where it would end before it begins. */
function endOfOne({ startDate, startTime, endDate, endTime }: AskForm): string {
  const first = parseLocalDate(startDate);
  if (!first || endDate > startDate) return endDate;
  return endTime !== '' && startTime !== '' && endTime <= startTime ? addDays(first, 1) : startDate;
}

/** Of dates that come again, the day each ends: the same, or the next where it runs into the night. */
function endOfEach({ startDate, startTime, endDate, endTime, overDays }: AskForm): string {
  const first = parseLocalDate(startDate);
  if (overDays !== 'each-day' && endDate > startDate) return endDate;
  return first && endTime <= startTime && endTime !== '' ? addDays(first, 1) : startDate;
}

/** Whether one date goes over several days, so that it has to be said what happens in the nights. */
export const isOverDays = ({ pattern, allDay, startDate, startTime, endDate, endTime }: AskForm): boolean => {
  const [first, last] = [parseLocalDate(startDate), parseLocalDate(endDate)];
  // A night that ends the next morning is one date like any other.
  return (
    pattern === 'once' &&
    !allDay &&
    !!first &&
    !!last &&
    (last > addDays(first, 1) || (last > first && endTime > startTime))
  );
};

/** Whether it is to be published: as said, else as usual for what is asked for. */
export const isPublished = (
  { publish, kind, categoryId }: Pick<AskForm, 'publish' | 'kind' | 'categoryId'>,
  { categories }: Pick<AskChoices, 'categories'>,
): boolean =>
  publish ??
  isUsuallyPublished(
    kind === 'loan',
    categories.find(({ id }) => String(id) === categoryId),
  );

/** Minutes of one's own before and after are minutes in a space: a loan and an announcement have none. */
export const hasOwnTime = ({ kind }: Pick<AskForm, 'kind'>): boolean => kind !== 'notice' && kind !== 'loan';

/** A loan and an announcement are for nobody that has to fit. */
export const hasPeople = hasOwnTime;

/** Starts of the days picked one by one, at the hours of the first. */
const extraOf = (form: AskForm): string[] =>
  form.pickedDays.map((day) => `${day}T${timesOf(form).startsAt.slice(11)}`);

function whenOf(form: AskForm, tzid: string, choices: AskChoices): CheckBody['when'] {
  const times = timesOf(form);
  const start = parseLocalDateTime(times.startsAt);
  const common = { ...times, allDay: form.allDay, excluded: form.leftOut };
  if (isOverDays(form) && form.overDays === 'each-day') {
    const until = parseLocalDate(form.endDate);
    const daily = {
      ...form,
      ownRule: '',
      unit: 'day' as const,
      every: '1',
      months: [],
      ends: 'until' as const,
      until: until ?? '',
    };
    return {
      ...common,
      endsAt: `${endOfEach(form)}T${form.endTime}`,
      repeat: { rule: ruleOf(daily, start, tzid, null) },
    };
  }
  if (form.pattern === 'rule') {
    const season = choices.seasons.find(({ name }) => name === form.season);
    const rule = ruleOf(form, start, tzid, season?.to ?? null);
    return { ...common, repeat: { rule }, extra: extraOf(form) };
  }
  if (form.pattern === 'once') return { ...common, excluded: [], repeat: null };
  return { ...common, repeat: null, extra: extraOf(form) };
}

/** What of a date is to be different, as a patch; null where nothing is. */
function patchOf(date: DifferingForm, form: AskForm): NonNullable<CheckBody['overrides']>[number] | null {
  const start = parseLocalDateTime(date.at);
  if (!start) return null;
  const times = timesOf(form);
  const [from, to] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  const startsAt = date.startTime || timeOf(start);
  const endsAt = date.endTime || (date.startTime ? '' : timeOf(to ?? start));
  const usualMin = from && to ? wallMinute(to) - wallMinute(from) : 0;
  const clock = (text: string) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
  const ownMin = endsAt ? (clock(endsAt) - clock(startsAt) + 1440) % 1440 || 1440 : usualMin;
  const space = form.spaces[0]?.spaceId;
  const patch = {
    ...takenOn(date, form)?.patch,
    ...(date.startTime && date.startTime !== timeOf(start) && { startsAt: date.startTime }),
    ...((date.startTime || date.endTime) && ownMin !== usualMin && { lengthMin: ownMin }),
    ...(date.people.trim() && { people: Number(date.people) }),
    ...(date.spaceId &&
      space &&
      date.spaceId !== space && { spaces: [{ from: Number(space), to: Number(date.spaceId) }] }),
  };
  return Object.keys(patch).length ? { at: date.at, patch } : null;
}

/** What is needed to check: everything that takes place, time or stock. */
export function toCheckBody(form: AskForm, tzid: string, choices: AskChoices): CheckBody {
  const categoryId = number(form.categoryId);
  const wheelchairs = form.wheelchairs.trim() === '' ? 0 : Number(form.wheelchairs);
  return {
    kind: form.kind,
    people: hasPeople(form) ? number(form.people) : 1,
    when: whenOf(form, tzid, choices),
    accessMin: hasOwnTime(form) ? number(form.accessMin) : 0,
    exitMin: hasOwnTime(form) ? number(form.exitMin) : 0,
    spaces:
      form.kind === 'space'
        ? form.spaces.map((space, index) => ({
            spaceId: number(space.spaceId),
            layout: space.layout as Layout,
            setupMin: number(space.setupMin),
            strikeMin: number(space.strikeMin),
            features: form.wantFeatures,
            ...(index === 0 && wheelchairs > 0 && { wheelchairs }),
          }))
        : [],
    equipment:
      form.kind === 'notice'
        ? []
        : form.equipment.map(({ typeId, quantity, unitId }) => ({
            typeId: number(typeId),
            quantity: unitId ? 1 : number(quantity),
            ...(unitId && { unitId: Number(unitId) }),
          })),
    publish: isPublished(form, choices),
    ...(form.audiences.length > 0 && { audiences: form.audiences }),
    overrides: form.differing
      // A single date is what the fields say, but for an alternative that no field could hold.
      .filter(({ taken }) => form.pattern !== 'once' || taken)
      .flatMap((date) => patchOf(date, form) ?? []),
    ...(Number.isInteger(categoryId) && { categoryId }),
    moreCategoryIds: form.moreCategoryIds.map(Number),
    ...(form.services.length > 0 && { serviceIds: form.services.map(({ serviceId }) => Number(serviceId)) }),
  };
}

/** Answers of the form, whose keys have an underscore before the number. */
const answersOf = (answers: Readonly<Record<string, string>>) =>
  Object.entries(answers)
    .filter(([, answer]) => answer?.trim())
    .map(([key, answer]) => ({ questionId: Number(key.slice(1)), answer }));

/** Minutes from the start to a time of day; a time before the start by more than half a day is of the next day. */
function minutesFrom(start: LocalDateTime | null, at: string): number {
  if (!start || !/^\d\d:\d\d$/.test(at)) return Number.NaN;
  const minutes = Number(at.slice(0, 2)) * 60 + Number(at.slice(3)) - (wallMinute(start) % 1440);
  return minutes < -720 ? minutes + 1440 : minutes;
}

/** What is sent. Whether it is right is for the schema to say, here and on the server. */
export function toBody(form: AskForm, key: string, tzid: string, choices: AskChoices): AskBody {
  const start = parseLocalDateTime(timesOf(form).startsAt);
  return {
    ...toCheckBody(form, tzid, choices),
    key,
    title: form.title,
    ...fieldsIn(form),
    publicText: '',
    publicHtml: form.publicHtml,
    categoryId: number(form.categoryId),
    hostId: number(form.hostId),
    jointHostIds: form.jointHostIds.map(Number),
    onBehalfOf: form.onBehalfOf ? Number(form.onBehalfOf) : null,
    publish: isPublished(form, choices),
    calendarIds: isPublished(form, choices) ? form.calendarIds.map(Number) : [],
    otherSpaceOk: form.otherSpaceOk,
    wants:
      form.kind === 'office-chooses'
        ? { layout: form.wantLayout || null, features: form.wantFeatures, building: form.wantBuilding }
        : null,
    secondChoices:
      form.kind === 'space'
        ? form.secondChoices.map(({ spaceId, date, time }) => ({
            spaceId: spaceId ? Number(spaceId) : null,
            startsAt: date ? `${date}T${time || form.startTime}` : null,
          }))
        : [],
    services: form.services.map(({ serviceId, answers }) => ({
      serviceId: number(serviceId),
      answers: answersOf(answers),
    })),
    answers: answersOf(form.answers),
    lines: form.lines.map(({ at, text, isPublic }) => ({ fromMin: minutesFrom(start, at), text, isPublic })),
    fileKeys: form.files.map((file) => file.key),
  };
}

/** The field of the form a fault of the body belongs to. */
export function fieldOf(path: string): string {
  if (path === 'when.startsAt') return 'startDate';
  if (path.startsWith('when.endsAt') || path === 'when') return 'endTime';
  if (path.startsWith('when.repeat')) return 'repeat';
  if (path.startsWith('when.extra')) return 'pickedDays';
  if (path.startsWith('fileKeys')) return 'files';
  const line = /^lines\.(\d+)\.fromMin$/.exec(path);
  if (line) return `lines.${line[1]}.at`;
  // Answers go by the number of their question; in the form that has an underscore before it.
  return path.replace(/answers\.(\d+)$/, 'answers._$1');
}
