import { t } from '@/contracts/language/translate';
import type { OccurrenceId } from '@/core/ids';
import { toLocal } from '@/core/time/zone';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { computeFormula } from '@/core/work-orders/formula';
import { ordersFor, type OrderedDate, type WantedOrder } from '@/core/work-orders/orders-for';
import type { OrderTemplate } from '@/core/work-orders/template';
import { formulaValuesOf } from '@/core/work-orders/template-work';
import type {
  TemplateInput,
  TriedOrder,
  TryTemplateInput,
  TryReply,
} from '@/contracts/work-orders/templates';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { formulaSentence } from '@/contracts/words/formulas';
import { dayShort, lengthText, sayTime } from '@/contracts/words/when';
import { dateOf } from '@/core/time/local-time';
import { loadStandingClaims } from '../../repositories/claims/claims';
import { orderedDates } from '../../effects/orders/ordered-dates';
import type { SignedInContext } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { aboutText } from './template-words';
import { templateChoices } from './templates';

/** A template of the form as the core reads it. */
const asTemplate = ({ offsetMin, ...template }: TemplateInput): OrderTemplate => ({
  ...template,
  id: 0,
  isByHand: false,
  dueOffsetMin: offsetMin,
});

function triedOrder(
  order: WantedOrder,
  date: OrderedDate,
  template: OrderTemplate,
  tzid: string,
): TriedOrder {
  const moment = (at: EpochMinute): string => {
    const local = toLocal(at, tzid);
    return `${dayShort(dateOf(local))}, ${sayTime(local)}`;
  };
  const slot =
    order.spaceId === null ? null : date.claim.spaces.findIndex(({ spaceId }) => spaceId === order.spaceId);
  const values = formulaValuesOf(date, slot, template);
  const problemOf = (formula: string): string | null => {
    const computed = computeFormula(formula, values);
    return computed.ok ? null : formulaSentence(computed.problem);
  };
  const { content } = order;
  return {
    place: content.place || t`no space`,
    fromText: moment(content.fromMin),
    dueText: moment(content.dueMin),
    issueText: order.issueMin === null ? t`at once` : moment(order.issueMin),
    workText: order.workMin ? t`${lengthText(order.workMin)} of work` : t`no minutes of its own`,
    brings: (content.brings ?? []).map(({ name, quantity }, index) => ({
      name,
      quantity,
      problem: problemOf(template.quantities[index]!.formula),
    })),
    carries: content.equipment.map(({ name, quantity }) => `${quantity} × ${name}`),
    workProblem: template.workFormula === null ? null : problemOf(template.workFormula),
  };
}

interface Tried {
  readonly date: OrderedDate;
  readonly orders: readonly WantedOrder[];
}

/** The event that was asked for, or the last of those offered that the template makes an order of. */
async function triedOn(
  ctx: SignedInContext,
  template: OrderTemplate,
  ids: readonly OccurrenceId[],
  tzid: string,
): Promise<Tried | null> {
  const claims = (await loadStandingClaims(ctx.db, ids)).filter(({ status }) => status === 'in-force');
  const asDate = await orderedDates(ctx.db, claims);
  const all = [...claims].reverse().map((claim): Tried => {
    const date = asDate(claim);
    return { date, orders: ordersFor(date, [template], tzid) };
  });
  return all.find(({ orders }) => orders.length > 0) ?? all[0] ?? null;
}

/** What a template would have made of an event that was, by the very rules that make orders; nothing is kept. */
export async function tryTemplate(ctx: SignedInContext, input: TryTemplateInput): Promise<Outcome<TryReply>> {
  const tzid = await siteZone(ctx.db);
  const names = await templateChoices(ctx);
  const template = asTemplate(input.template);
  const ids = input.occurrenceId === null ? names.past.map(({ id }) => id) : [input.occurrenceId];
  const found = await triedOn(ctx, template, ids, tzid);
  if (!found) return refuse({ code: 'not-found', what: t`such event` });
  const { date, orders } = found;
  return done({
    occurrenceId: date.occurrenceId,
    eventText: `${date.eventTitle} · ${date.reference}, ${dayShort(dateOf(toLocal(date.claim.event.start, tzid)))}`,
    notAbout: orders.length
      ? null
      : t`It makes no order here: it is for ${aboutText(input.template, names)}.`,
    orders: orders.map((order) => triedOrder(order, date, template, tzid)),
  });
}
