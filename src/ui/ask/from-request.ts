import { fieldsIn } from '@/contracts/requests/request-fields';
import { plainAsHtml } from '@/contracts/base/plain-as-html';
import { addDays, dateOf, timeOf, wallMinute, type LocalDate } from '@/core/time/local-time';
import type { AskInput } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { emptyForm, type AskForm } from './draft';
import { ruleFields } from './rule-form';

export type AsAsked = Omit<AskInput, 'key'>;

const keyed = (answers: AsAsked['answers']): Record<string, string> =>
  Object.fromEntries(answers.map(({ questionId, answer }) => [`_${questionId}`, answer]));

const text = (value: number | null | undefined) =>
  value === null || value === undefined ? '' : String(value);

/** The hours of before, on the day a new request begins with. */
function hoursFrom({ when }: AsAsked, empty: AskForm, startDate: LocalDate) {
  const days = Math.max(0, Math.round((wallMinute(when.endsAt) - wallMinute(when.startsAt)) / 1440));
  if (when.allDay)
    return {
      startTime: empty.startTime,
      endTime: empty.endTime,
      endDate: addDays(startDate, Math.max(0, days - 1)),
    };
  const isNight = dateOf(when.endsAt) > dateOf(when.startsAt);
  const endDate = addDays(startDate, isNight ? Math.max(1, days) : 0);
  return { startTime: timeOf(when.startsAt), endTime: timeOf(when.endsAt), endDate };
}

/** Which spaces, set how; or what the office is to look for. */
const placeFrom = (
  asked: AsAsked,
  empty: AskForm,
): Pick<
  AskForm,
  'wheelchairs' | 'spaces' | 'wantLayout' | 'wantFeatures' | 'wantBuilding' | 'otherSpaceOk'
> => ({
  wheelchairs: text(asked.spaces[0]?.wheelchairs || null),
  spaces: asked.spaces.length
    ? asked.spaces.map(({ spaceId, layout, setupMin, strikeMin }) => ({
        spaceId: text(spaceId),
        layout,
        setupMin: text(setupMin),
        strikeMin: text(strikeMin),
      }))
    : empty.spaces,
  wantLayout: asked.wants?.layout ?? '',
  wantFeatures: [...(asked.wants?.features ?? asked.spaces[0]?.features ?? [])],
  wantBuilding: asked.wants?.building ?? '',
  otherSpaceOk: asked.otherSpaceOk,
});

/** The running order by the clock of the date. */
const linesFrom = ({ lines, when }: AsAsked) =>
  lines.map(({ fromMin, text: what, isPublic }) => {
    const minute = (((wallMinute(when.startsAt) + fromMin) % 1440) + 1440) % 1440;
    const two = (value: number) => String(value).padStart(2, '0');
    return { at: `${two(Math.floor(minute / 60))}:${two(minute % 60)}`, text: what, isPublic };
  });

/**
 * An earlier request as a form to go on from: everything but its dates, which stand where a new request would begin; with
 * its rule, so that a series is asked for again by changing one day. A rule no field can show stays as it is.
 */
export function formFrom(asked: AsAsked, choices: AskChoices, tzid: string): AskForm {
  const empty = emptyForm(choices, null);
  const { when } = asked;
  const startDate = choices.today as LocalDate;
  return {
    ...empty,
    kind: asked.kind,
    title: asked.title,
    ...fieldsIn(asked),
    categoryId: text(asked.categoryId),
    moreCategoryIds: asked.moreCategoryIds.map(String),
    hostId: text(asked.hostId),
    jointHostIds: asked.jointHostIds.map(String),
    onBehalfOf: text(asked.onBehalfOf),
    people: text(asked.people),
    ...(when.repeat && ruleFields(when.repeat.rule, when.startsAt, tzid)),
    // The end belonged to the old dates.
    until: '',
    allDay: when.allDay,
    startDate,
    ...hoursFrom(asked, empty, startDate),
    accessMin: text(asked.accessMin),
    exitMin: text(asked.exitMin),
    ...placeFrom(asked, empty),
    equipment: asked.equipment.map(({ typeId, quantity, unitId }) => ({
      typeId: text(typeId),
      quantity: text(quantity),
      unitId: text(unitId),
    })),
    audiences: [...(asked.audiences ?? [])],
    services: asked.services.map(({ serviceId, answers }) => ({
      serviceId: text(serviceId),
      answers: keyed(answers),
    })),
    answers: keyed(asked.answers),
    lines: linesFrom(asked),
    publish: asked.publish,
    calendarIds: asked.calendarIds.map(text),
    publicHtml: asked.publicHtml ?? plainAsHtml(asked.publicText),
  };
}
