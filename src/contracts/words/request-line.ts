import { t } from '@/contracts/language/translate';
import type { Known, Meaning, SaidRule } from '@/core/request-line/meaning';
import { formRuleOf } from '@/core/request-line/said';
import { LAYOUT_WORDS } from './layouts';
import { everyText, listText, repetitionText } from './rule';
import { countText, dayShort, daysText, lengthText, sayClock } from './when';

function ruleSaid(rule: SaidRule, today: Known['today']): string {
  const isPlaced = rule.weekdays.length + rule.monthDays.length > 0;
  const often = isPlaced ? repetitionText(formRuleOf(rule, today)) : everyText(rule.every, rule.unit);
  return rule.count ? `${often}, ${countText(rule.count, 'date', 'dates')}` : often;
}

const HALVES = { am: () => t`before noon`, pm: () => t`after noon` };

const nameOf = (items: readonly { readonly id: number; readonly name: string }[], id: number): string =>
  items.find((each) => each.id === id)?.name ?? '';

/** What each kind of piece is called, of the piece and what can be named. */
const WORDS: {
  readonly [Kind in Meaning['kind']]: (piece: Extract<Meaning, { kind: Kind }>, known: Known) => string;
} = {
  title: () => t`title`,
  day: ({ day }) => dayShort(day),
  days: ({ days }) => listText(days.map(dayShort)),
  range: ({ first, last }) => daysText(first, last),
  'each-day': () => t`the same hours each day`,
  rule: ({ rule }, { today }) => ruleSaid(rule, today),
  count: ({ count }) => countText(count, 'date', 'dates'),
  until: ({ day }) => t`until ${dayShort(day)}`,
  except: ({ days }) => t`without ${listText(days.map(dayShort))}`,
  hours: ({ fromMin, toMin }) =>
    toMin === null ? t`from ${sayClock(fromMin)}` : `${sayClock(fromMin)}–${sayClock(toMin % 1440)}`,
  length: ({ minutes }) => lengthText(minutes),
  half: ({ half }) => HALVES[half](),
  'all-day': () => t`all day`,
  people: ({ people }) => countText(people, 'person', 'people'),
  space: ({ id }, { spaces }) => nameOf(spaces, id),
  layout: ({ layout }) => LAYOUT_WORDS[layout],
  category: ({ id }, { categories }) => t`category ${nameOf(categories, id)}`,
  host: ({ id }, { hosts }) => t`for ${nameOf(hosts, id)}`,
  equipment: ({ id, quantity }, { equipment }) => `${quantity} × ${nameOf(equipment, id)}`,
  way: ({ way }) => (way === 'loan' ? t`equipment alone` : t`any suitable space`),
};

/** What a piece of a line is read as, in the language of whoever typed it: `Thu 15 Apr 2027`, `Potting Studio`. */
export const meaningText = <Kind extends Meaning['kind']>(
  piece: Extract<Meaning, { kind: Kind }>,
  known: Known,
): string => (WORDS[piece.kind as Kind] as (piece: Meaning, known: Known) => string)(piece, known);
