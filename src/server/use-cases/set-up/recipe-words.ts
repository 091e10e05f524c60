import type { RecipeChoices, RecipeInput } from '@/contracts/recipes';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import { EDGE_WORDS, RECIPE_PHASE_WORDS } from '@/contracts/words/orders';
import { listText } from '@/contracts/words/rule';
import { countText, lengthText } from '@/contracts/words/when';
import type { DueEdge } from '@/core/work-orders/recipe';

function nameOf<Id>(all: readonly { readonly id: Id; readonly name: string }[], id: Id): string {
  return all.find((each) => each.id === id)?.name ?? 'something that is gone';
}

/** What a recipe is about, in words: `events with Refreshments, set with round tables`. */
export function aboutText({ when, per }: RecipeInput, names: RecipeChoices): string {
  const parts = [
    when.layouts.length && `set as ${listText(when.layouts.map((each) => LAYOUT_WORDS[each]))}`,
    when.spaces.length && `in ${listText(when.spaces.map((id) => nameOf(names.spaces, id)))}`,
    when.categories.length && `of ${listText(when.categories.map((id) => nameOf(names.categories, id)))}`,
    when.services.length && `with ${listText(when.services.map((id) => nameOf(names.services, id)))}`,
    when.equipment.length && `with ${listText(when.equipment.map((id) => nameOf(names.equipment, id)))}`,
  ].filter((part) => typeof part === 'string');
  const subject = per === 'date' ? 'events' : 'spaces';
  return parts.length ? `${subject} ${parts.join(', ')}` : `all ${subject} where there is work`;
}

const offsetText = (edge: DueEdge, offsetMin: number): string => {
  if (!offsetMin) return `when ${EDGE_WORDS[edge]}`;
  return `${lengthText(Math.abs(offsetMin))} ${offsetMin < 0 ? 'before' : 'after'} ${EDGE_WORDS[edge]}`;
};

/** When the work of a recipe is due, or how long somebody is there. */
export function dueText({ phase, due, offsetMin, until }: RecipeInput): string {
  if (phase === 'attendance' && until)
    return `from ${offsetText(due, offsetMin)} until ${offsetText(until.edge, until.offsetMin)}`;
  return `${RECIPE_PHASE_WORDS[phase]}, done ${offsetText(due, offsetMin)}`;
}

export function issueText(leadDays: number | null): string {
  if (leadDays === null) return 'issued at once';
  return leadDays === 0 ? 'issued on the day' : `issued ${countText(leadDays, 'day', 'days')} ahead`;
}
