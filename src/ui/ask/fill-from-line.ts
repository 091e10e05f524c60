import type { AskChoices } from '@/contracts/requests/ask-choices';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import type { Known } from '@/core/request-line/meaning';
import type { Said } from '@/core/request-line/said';
import { addDays, clockText, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { usualPlaces, usualSpace, type AskForm } from './draft';

/** What of the choices of the form can be named in a line. */
export const knownIn = ({ spaces, categories, hosts, equipment, seasons, today }: AskChoices): Known => ({
  spaces,
  categories,
  hosts,
  equipment,
  seasons,
  layouts: LAYOUT_WORDS,
  today: today as LocalDate,
});

const minutesIn = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
/** An end that nobody said. */
const USUAL_MIN = 90;

/** First and last day, and the hours of them. */
function timesSaid(said: Said, form: AskForm): Partial<AskForm> {
  const { day, lastDay, fromMin, toMin, isAllDay } = said;
  if (!day && fromMin === undefined && !isAllDay) return {};
  const startDate = day ?? form.startDate;
  const startTime = fromMin === undefined ? form.startTime : clockText(fromMin);
  const to = toMin ?? (fromMin === undefined ? minutesIn(form.endTime) : fromMin + USUAL_MIN);
  const afterMidnight = to > 1440 ? 1 : 0;
  return {
    startDate,
    startTime,
    endDate: addDays((lastDay ?? startDate) as LocalDate, afterMidnight),
    endTime: clockText(to % 1440),
    allDay: isAllDay,
    overDays: lastDay && said.isEachDay ? 'each-day' : '',
    ...usualPlaces(`${startDate}T${startTime}` as LocalDateTime),
  };
}

/** How often, and until when. */
function ruleSaid({ rule, count, until }: Said): Partial<AskForm> {
  if (!rule) return {};
  const { every, unit, weekdays, nths, monthDays } = rule;
  return {
    pattern: 'rule',
    ownRule: '',
    every: String(every),
    unit,
    weekdays: nths.length ? [] : weekdays.map(String),
    ...(nths.length && {
      place: 'weekdays' as const,
      nths: nths.map(String),
      nthWeekdays: weekdays.map(String),
    }),
    ...(monthDays.length && { place: 'days' as const, monthDays: monthDays.join(', ') }),
    ...(count !== undefined && { ends: 'count' as const, count: String(count) }),
    ...(until && { ends: 'until' as const, until }),
  };
}

function daysSaid({ days, except, rule }: Said, startTime: string): Partial<AskForm> {
  return {
    ...(days.length > 1 && { pattern: 'picked' as const, pickedDays: days.slice(1) }),
    ...(rule && { leftOut: except.map((day) => `${day}T${startTime}`) }),
  };
}

/** Which space, and what is asked for where none is named. */
function spacesSaid(
  { way, spaces, layout, equipment, people }: Said,
  form: AskForm,
  choices: AskChoices,
): Partial<AskForm> {
  if (spaces.length) return { kind: 'space', spaces: spaces.map((id) => usualSpace(choices, id, layout)) };
  if (way === 'office-chooses') return { kind: way, wantLayout: layout ?? form.wantLayout };
  const isChosen = form.spaces.some(({ spaceId }) => spaceId);
  // Things alone, for nobody in particular, are borrowed.
  if (way === 'loan' || (equipment.length && !people && !layout && !isChosen)) return { kind: 'loan' };
  if (!layout) return {};
  return form.kind === 'office-chooses'
    ? { wantLayout: layout }
    : {
        kind: 'space',
        spaces: [usualSpace(choices, Number(form.spaces[0]?.spaceId), layout), ...form.spaces.slice(1)],
      };
}

/** The fields that a line fills: what it leaves open stays as it was. */
export function fieldsSaid(said: Said, form: AskForm, choices: AskChoices): Partial<AskForm> {
  const { title, people, category, host, equipment } = said;
  const times = timesSaid(said, form);
  return {
    ...(title && { title }),
    ...(people && { people: String(people) }),
    ...(category && { categoryId: String(category) }),
    ...(host && { hostId: String(host) }),
    ...times,
    ...ruleSaid(said),
    ...daysSaid(said, times.startTime ?? form.startTime),
    ...spacesSaid(said, form, choices),
    ...(equipment.length && {
      equipment: equipment.map(({ id, quantity }) => ({
        typeId: String(id),
        quantity: String(quantity),
        unitId: '',
      })),
    }),
  };
}
