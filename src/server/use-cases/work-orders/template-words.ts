import { t } from '@/contracts/language/translate';
import type { TemplateChoices, TemplateInput } from '@/contracts/work-orders/templates';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { EDGE_WORDS, TEMPLATE_PHASE_WORDS } from '@/contracts/words/orders';
import { listText } from '@/contracts/words/rule';
import { countText, lengthText } from '@/contracts/words/when';
import { isSameAnswer, type DueEdge, type ServiceAnswer } from '@/core/work-orders/template';

function nameOf<Id>(all: readonly { readonly id: Id; readonly name: string }[], id: Id): string {
  return all.find((each) => each.id === id)?.name ?? t`something that was deleted`;
}

const answerText = (wanted: ServiceAnswer, { answers }: TemplateChoices): string => {
  const known = answers.find((each) => isSameAnswer(each, wanted));
  return t`“${wanted.answer}” to “${known?.question ?? t`something that was deleted`}”`;
};

/** What a template is about, in words: `events with Refreshments, set with round tables`. */
export function aboutText({ when, per }: TemplateInput, names: TemplateChoices): string {
  const parts = [
    when.layouts.length && t`set as ${listText(when.layouts.map((each) => LAYOUT_WORDS[each]))}`,
    when.spaces.length && t`in ${listText(when.spaces.map((id) => nameOf(names.spaces, id)))}`,
    when.categories.length && t`of ${listText(when.categories.map((id) => nameOf(names.categories, id)))}`,
    when.services.length && t`with ${listText(when.services.map((id) => nameOf(names.services, id)))}`,
    when.answers.length &&
      t`where the answer is ${listText(when.answers.map((each) => answerText(each, names)))}`,
    when.equipment.length && t`with ${listText(when.equipment.map((id) => nameOf(names.equipment, id)))}`,
  ].filter((part) => typeof part === 'string');
  const isOfEvents = per === 'date';
  if (!parts.length)
    return isOfEvents ? t`all events where there is work` : t`all spaces where there is work`;
  return isOfEvents ? t`events ${parts.join(', ')}` : t`spaces ${parts.join(', ')}`;
}

const offsetText = (edge: DueEdge, offsetMin: number): string => {
  if (!offsetMin) return t`when ${EDGE_WORDS[edge]}`;
  const minutes = lengthText(Math.abs(offsetMin));
  return offsetMin < 0 ? t`${minutes} before ${EDGE_WORDS[edge]}` : t`${minutes} after ${EDGE_WORDS[edge]}`;
};

/** When the work of a template is due, or how long somebody is there. */
export function dueText({ phase, due, offsetMin, until }: TemplateInput): string {
  if (phase === 'attendance' && until)
    return t`from ${offsetText(due, offsetMin)} until ${offsetText(until.edge, until.offsetMin)}`;
  return t`${TEMPLATE_PHASE_WORDS[phase]}, done ${offsetText(due, offsetMin)}`;
}

export function issueText(leadDays: number | null): string {
  if (leadDays === null) return t`issued at once`;
  return leadDays === 0 ? t`issued on the day` : t`issued ${countText(leadDays, 'day', 'days')} ahead`;
}
