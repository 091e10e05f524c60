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

/**
 * An earlier request as a form to go on from: everything but its dates, which stand where a new request would begin; with
 * its rule, so that a series is asked for again by changing one day. A rule no field can show stays as it is.
 */
export function formFrom(asked: AsAsked, choices: AskChoices, tzid: string): AskForm {
  const empty = emptyForm(choices, null);
  const { when } = asked;
  const days = Math.max(0, Math.round((wallMinute(when.endsAt) - wallMinute(when.startsAt)) / 1440));
  const text = (value: number | null | undefined) =>
    value === null || value === undefined ? '' : String(value);
  const startDate = choices.today as LocalDate;
  const nightly = dateOf(when.endsAt) > dateOf(when.startsAt);
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
    wheelchairs: text(asked.spaces[0]?.wheelchairs || null),
    ...(when.repeat && ruleFields(when.repeat.rule, when.startsAt, tzid)),
    // The end belonged to the old dates.
    until: '',
    allDay: when.allDay,
    startDate,
    startTime: when.allDay ? empty.startTime : timeOf(when.startsAt),
    endTime: when.allDay ? empty.endTime : timeOf(when.endsAt),
    endDate: when.allDay
      ? addDays(startDate, Math.max(0, days - 1))
      : addDays(startDate, nightly ? Math.max(1, days) : 0),
    accessMin: text(asked.accessMin),
    exitMin: text(asked.exitMin),
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
    lines: asked.lines.map(({ fromMin, text: what, isPublic }) => {
      const minute = (((wallMinute(when.startsAt) + fromMin) % 1440) + 1440) % 1440;
      const two = (value: number) => String(value).padStart(2, '0');
      return { at: `${two(Math.floor(minute / 60))}:${two(minute % 60)}`, text: what, isPublic };
    }),
    publish: asked.publish,
    calendarIds: asked.calendarIds.map(text),
    publicHtml: asked.publicHtml ?? plainAsHtml(asked.publicText),
  };
}
