import type { FindingFacts } from '@/core/checks/findings';
import type { Layout } from '@/core/seating/capacity';
import { dateOf, localDateTime } from '@/core/time/local-time';
import { countText, dayShort, duringText, lengthText } from './when';

export const LAYOUT_WORDS: Readonly<Record<Layout, string>> = {
  theatre: 'rows of chairs',
  classroom: 'tables in rows',
  rounds: 'round tables',
  boardroom: 'one long table',
  standing: 'standing',
  empty: 'empty floor',
};

/** The names a sentence needs. What the reader may not know is null, and then only *taken*. */
export interface FindingNames {
  readonly tzid: string;
  readonly place: string;
  readonly equipment: string;
  readonly collider: string | null;
}

type Say<Rule extends FindingFacts['rule']> = (
  facts: Extract<FindingFacts, { rule: Rule }>,
  names: FindingNames,
) => string;

function sayOccupied(facts: Extract<FindingFacts, { rule: 'occupied' }>, names: FindingNames): string {
  const during = duringText(facts.during, names.tzid);
  if (facts.by.kind === 'same-request')
    return `${names.place} is wanted twice by this request: ${lengthText(facts.minutes)} shared with ${dayShort(dateOf(localDateTime(facts.by.key)))}, ${during}, setup to strike. Leave more time between the dates.`;
  const by = names.collider ? `by “${names.collider}” ` : '';
  return `${names.place} is taken ${by}${during}, setup to strike counted: ${lengthText(facts.minutes)} overlap. Pick another time or place.`;
}

const SENTENCES: { readonly [Rule in FindingFacts['rule']]: Say<Rule> } = {
  occupied: sayOccupied,
  'equipment-short': ({ asked, short, during }, { equipment, tzid }) =>
    `${equipment}: ${short} short ${duringText(during, tzid)}; ${asked} asked for, ${Math.max(0, asked - short)} to be had, fetching and return counted. Ask for fewer or another time.`,
  'over-posted-limit': ({ people, limit, over }, { place }) =>
    `${place} may hold ${limit} people: ${people} are ${over} too many. Pick a larger place.`,
  'over-seats': ({ people, layout, seats, over }, { place }) =>
    `${place} with ${LAYOUT_WORDS[layout]} seats ${seats}: ${people} are ${over} too many. Pick another layout or a larger place.`,
  'layout-not-offered': ({ layout, offered }, { place }) =>
    `${place} is not set with ${LAYOUT_WORDS[layout]}. It offers ${offered.map((each) => LAYOUT_WORDS[each]).join(', ') || 'no layouts yet'}.`,
  closed: ({ minutes, during, reason }, { place, tzid }) =>
    `${place} is closed ${duringText(during, tzid)} (${reason}): ${lengthText(minutes)} of this. Pick another day.`,
  'outside-hours': ({ minutes, open }, { place, tzid }) =>
    `${lengthText(minutes)} of access, event or exit lie outside the hours of ${place}. ${
      open.length
        ? `It is open ${open.map((span) => duringText(span, tzid)).join(' and ')}.`
        : 'It is not open on that day.'
    }`,
  'crew-outside-hours': ({ minutes }, { place }) =>
    `${lengthText(minutes)} of setup or strike at ${place} lie outside its hours. It can be done; the crew must agree.`,
};

/** One sentence with its measure and a way out. */
export function sayFinding(facts: FindingFacts, names: FindingNames): string {
  const say = SENTENCES[facts.rule] as (facts: FindingFacts, names: FindingNames) => string;
  return say(facts, names);
}

interface VerdictCounts {
  readonly clear: number;
  readonly look: number;
  readonly clash: number;
}

const SINGLE: Readonly<Record<keyof VerdictCounts, string>> = {
  clear: 'Clear.',
  look: 'It can be done; see what is said below.',
  clash: 'It clashes.',
};

/** `12 dates clear, 2 clash`. */
export function sayVerdicts({ clear, look, clash }: VerdictCounts): string {
  if (clear + look + clash === 1) return SINGLE[clear ? 'clear' : look ? 'look' : 'clash'];
  if (look + clash === 0) return `All ${clear} dates are clear.`;
  const parts = [
    clear > 0 && `${countText(clear, 'date', 'dates')} clear`,
    look > 0 && `${look} to look at`,
    clash > 0 && `${clash} ${clash === 1 ? 'clashes' : 'clash'}`,
  ];
  return `${parts.filter(Boolean).join(', ')}.`;
}
