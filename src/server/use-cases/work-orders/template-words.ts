import { say } from '@/contracts/language/say';
import type { TemplateChoices, TemplateInput } from '@/contracts/work-orders/templates';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { EDGE_WORDS, TEMPLATE_PHASE_WORDS } from '@/contracts/words/orders';
import { listText } from '@/contracts/words/rule';
import { countText, lengthText } from '@/contracts/words/when';
import { isSameAnswer, type DueEdge, type ServiceAnswer } from '@/core/work-orders/template';

function nameOf<Id>(all: readonly { readonly id: Id; readonly name: string }[], id: Id): string {
  return all.find((each) => each.id === id)?.name ?? say`something that is gone`;
}

const answerText = (wanted: ServiceAnswer, { answers }: TemplateChoices): string => {
  const known = answers.find((each) => isSameAnswer(each, wanted));
  return say`“${wanted.answer}” to “${known?.question ?? say`something that is gone`}”`;
};

/** What a template is about, in words: `events with Refreshments, set with round tables`. */
export function aboutText({ when, per }: TemplateInput, names: TemplateChoices): string {
  const parts = [
    when.layouts.length && say`set as ${listText(when.layouts.map((each) => LAYOUT_WORDS[each]))}`,
    when.spaces.length && say`in ${listText(when.spaces.map((id) => nameOf(names.spaces, id)))}`,
    when.categories.length && say`of ${listText(when.categories.map((id) => nameOf(names.categories, id)))}`,
    when.services.length && say`with ${listText(when.services.map((id) => nameOf(names.services, id)))}`,
    when.answers.length &&
      say`where the answer is ${listText(when.answers.map((each) => answerText(each, names)))}`,
    when.equipment.length && say`with ${listText(when.equipment.map((id) => nameOf(names.equipment, id)))}`,
  ].filter((part) => typeof part === 'string');
  const isOfEvents = per === 'date';
  if (!parts.length)
    return isOfEvents ? say`all events where there is work` : say`all spaces where there is work`;
  return isOfEvents ? say`events ${parts.join(', ')}` : say`spaces ${parts.join(', ')}`;
}

const offsetText = (edge: DueEdge, offsetMin: number): string => {
  if (!offsetMin) return say`when ${EDGE_WORDS[edge]}`;
  const minutes = lengthText(Math.abs(offsetMin));
  return offsetMin < 0
    ? say`${minutes} before ${EDGE_WORDS[edge]}`
    : say`${minutes} after ${EDGE_WORDS[edge]}`;
};

/** When the work of a template is due, or how long somebody is there. */
export function dueText({ phase, due, offsetMin, until }: TemplateInput): string {
  if (phase === 'attendance' && until)
    return say`from ${offsetText(due, offsetMin)} until ${offsetText(until.edge, until.offsetMin)}`;
  return say`${TEMPLATE_PHASE_WORDS[phase]}, done ${offsetText(due, offsetMin)}`;
}

export function issueText(leadDays: number | null): string {
  if (leadDays === null) return say`issued at once`;
  return leadDays === 0 ? say`issued on the day` : say`issued ${countText(leadDays, 'day', 'days')} ahead`;
}
