import { t, texts } from '@/contracts/language/translate';
import type { Layout } from '@/core/seating/layouts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { OrderOrigin, OrderPhase } from '@/core/work-orders/orders-for';
import type { DueEdge, TemplatePhase } from '@/core/work-orders/template';
import type { Difference, TurnoverContent } from '@/core/work-orders/order-content';
import { LAYOUT_WORDS } from './layouts';

/** Moments of a date as they are said after “by the time”. */
export const EDGE_WORDS: Readonly<Record<DueEdge, string>> = texts({
  'occupied-start': 'setup begins',
  'access-start': 'the host comes in',
  'event-start': 'the event begins',
  'event-end': 'the event ends',
  'exit-end': 'the host has left',
  'occupied-end': 'the space is released',
});

/** When around an event work is done. */
export const TEMPLATE_PHASE_WORDS: Readonly<Record<TemplatePhase, string>> = texts({
  setup: 'before the event',
  attendance: 'while it is on',
  strike: 'after the event',
});

const PHASE_WORDS: Readonly<Record<OrderPhase, string>> = texts({
  setup: 'Setup',
  turnover: 'Turnover',
  attendance: 'Being there',
  strike: 'Strike',
});

/** What kind of work an order is, as its heading says it. */
export const phaseText = (phase: OrderPhase, origin: OrderOrigin): string =>
  origin === 'counter' ? t`Take back` : PHASE_WORDS[phase];

/** What is done between two events. */
export const TURNOVER_WORDS: Readonly<Record<TurnoverContent['kind'], string>> = texts({
  keep: 'Keep it as it is',
  'top-up': 'Keep it and top it up',
  reset: 'Set it again',
});

const FIELD_WORDS = texts({
  title: 'the work',
  eventTitle: 'the event',
  place: 'the space',
  building: 'the building',
  layout: 'the layout',
  notes: 'what the host says',
  people: 'people',
  wheelchairs: 'of them in wheelchairs',
  fromMin: 'start from',
  dueMin: 'done by',
} as const);

/** How an order says its layout; one for each space where it is about several. */
export const layoutText = (layout: string): string =>
  layout
    .split(' + ')
    .map((each) => LAYOUT_WORDS[each as Layout] ?? each)
    .join(' + ');

const amount = (quantity: number | null): string =>
  quantity === null ? t`not worked out` : String(quantity);

/** A difference between two versions of an order, from what to what. `clock` says a moment as the sheet does. */
export function differenceText(difference: Difference, clock: (at: EpochMinute) => string): string {
  switch (difference.kind) {
    case 'moment':
      return t`${FIELD_WORDS[difference.field]} ${clock(difference.to)}, not ${clock(difference.from)}`;
    case 'number':
      return t`${difference.to} ${FIELD_WORDS[difference.field]}, not ${difference.from}`;
    case 'text': {
      const told = difference.field === 'layout' ? layoutText : (text: string) => text || t`nothing`;
      return t`${FIELD_WORDS[difference.field]}: ${told(difference.to)}, not ${told(difference.from)}`;
    }
    case 'things':
      return t`${difference.name}: ${amount(difference.to)}, not ${amount(difference.from)}`;
    case 'line':
      return difference.change === 'added' ? t`also: ${difference.text}` : t`no longer: ${difference.text}`;
    case 'answer':
      return t`${difference.question} ${difference.to || t`no answer`}, not ${difference.from || t`no answer`}`;
  }
}
