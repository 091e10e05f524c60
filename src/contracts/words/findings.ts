import { RULES, severityOf, type FindingFacts, type Side } from '@/core/checks/findings';
import type { Layout } from '@/core/seating/capacity';
import type { Feature } from '@/core/spaces/features';
import type { PolicyBreach } from '@/core/spaces/policy';
import { localDate } from '@/core/time/local-time';
import { listText } from './rule';
import { countText, dateLong, dayShort, duringText, lengthText, momentText } from './when';

export const LAYOUT_WORDS: Readonly<Record<Layout, string>> = {
  theatre: 'rows of chairs',
  classroom: 'tables in rows',
  rounds: 'round tables',
  boardroom: 'one long table',
  standing: 'standing',
  empty: 'empty floor',
};

/** How a space is set, as part of a sentence. */
export const setText = (layout: Layout): string =>
  layout === 'standing'
    ? 'set for standing'
    : layout === 'empty'
      ? 'with an empty floor'
      : `set with ${LAYOUT_WORDS[layout]}`;

export const FEATURE_WORDS: Readonly<Record<Feature, string>> = {
  'step-free': 'step-free access',
  'hearing-loop': 'a hearing loop',
  daylight: 'daylight',
  blackout: 'blackout',
  kitchen: 'a kitchen',
  water: 'running water',
  power: 'power outlets',
  screen: 'a screen',
  piano: 'a piano',
  stage: 'a stage',
  parking: 'parking',
  heating: 'heating',
};

/** The names a sentence needs. What the reader may not know is null, and then only *taken*. */
export interface FindingNames {
  readonly tzid: string;
  /** Who reads it; the office is not told to ask the office. */
  readonly side?: Side;
  readonly place: string;
  readonly equipment: string;
  readonly collider: string | null;
  /** The numbered unit, or the team, a finding is about. */
  readonly unit?: string;
  readonly team?: string;
}

type Say<Rule extends FindingFacts['rule']> = (
  facts: Extract<FindingFacts, { rule: Rule }>,
  names: FindingNames,
) => string;

function sayOccupied(facts: Extract<FindingFacts, { rule: 'occupied' }>, names: FindingNames): string {
  const during = duringText(facts.during, names.tzid);
  if (facts.by.kind === 'same-request')
    return `${names.place} is wanted twice by this request: ${lengthText(facts.minutes)} shared with ${dayShort(localDate(facts.by.key.slice(0, 10)))}, ${during}, setup to strike. Leave more time between the dates.`;
  if (facts.by.kind === 'same-step')
    return `${names.place} is also wanted by ${names.collider ? `“${names.collider}”` : 'another request'} in this same step, ${during}: ${lengthText(facts.minutes)} shared. Decide one of them alone, or move one.`;
  const by = names.collider ? `by “${names.collider}” ` : '';
  return `${names.place} is taken ${by}${during}, setup to strike counted: ${lengthText(facts.minutes)} overlap. Pick another time or place.`;
}

const byWhom = (names: FindingNames): string => (names.collider ? ` by “${names.collider}”` : '');

function sayUnitTaken(facts: Extract<FindingFacts, { rule: 'unit-taken' }>, names: FindingNames): string {
  const unit = names.unit ?? names.equipment;
  const during = duringText(facts.during, names.tzid);
  return facts.by.kind === 'same-request'
    ? `${unit} is wanted twice by this request ${during}. Leave more time between the dates, or take another one.`
    : `${unit} is taken${byWhom(names)} ${during}, fetching and return counted. Take another one or another time.`;
}

const BREACHES: {
  readonly [Kind in PolicyBreach['kind']]: (
    breach: Extract<PolicyBreach, { kind: Kind }>,
    place: string,
  ) => string;
} = {
  'short-notice': ({ noticeMin, missingMin }, place) =>
    `${place} is to be asked for ${lengthText(noticeMin)} ahead: this is ${lengthText(missingMin)} too late. Pick a later time, or ask the office.`,
  'beyond-horizon': ({ last }, place) =>
    `${place} can be asked for until ${dateLong(last)}. Pick an earlier day, or ask again later.`,
  'too-short': ({ minutes, shortestMin }, place) =>
    `${place} is given for at least ${lengthText(shortestMin)}: this is ${lengthText(minutes)}. Make it longer.`,
  'too-long': ({ minutes, longestMin }, place) =>
    `${place} is given for at most ${lengthText(longestMin)}: this is ${lengthText(minutes)}. Make it shorter, or ask the office.`,
  'not-for-you': (_, place) => `${place} is kept for others. Pick another space, or ask the office.`,
};

const sayBreach = (breach: PolicyBreach, place: string): string =>
  (BREACHES[breach.kind] as (breach: PolicyBreach, place: string) => string)(breach, place);

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
  'unit-taken': sayUnitTaken,
  'wheelchair-places': ({ wheelchairs, places, over }, { place }) =>
    `${place} has ${countText(places, 'wheelchair place', 'wheelchair places')} in this layout: ${wheelchairs} are ${over} too many. Pick another layout or a larger place.`,
  'feature-missing': ({ features }, { place }) =>
    `${place} does not have ${listText(features.map((feature) => FEATURE_WORDS[feature]))}. Pick another space if it matters.`,
  policy: ({ breach }, { place }) => sayBreach(breach, place),
  'not-a-period': ({ periods }, { place, tzid }) =>
    `${place} is given by periods. ${
      periods.length
        ? `Those of the day go ${periods.map((span) => duringText(span, tzid)).join(', ')}; pick one or several in a row.`
        : 'There are none on that day; pick another day.'
    }`,
  'shared-shoulder': ({ savedMin, boundary, side }, { place, collider, tzid }) =>
    `${place} can stay set ${side === 'before' ? 'after' : 'for'} ${collider ? `“${collider}”` : 'the event beside it'}, in the same layout: setting and clearing share ${lengthText(savedMin)}, handed over at ${momentText(boundary, tzid)}. Approving accepts that.`,
  'also-wanted': ({ by, minutes }, { place }) =>
    `${countText(by.length, 'other request waits', 'other requests wait')} for ${place} at this time (${lengthText(minutes)} shared). Whoever is approved first has it.`,
  'same-audience': ({ minutes, audiences }, { collider }) =>
    `${collider ? `“${collider}”` : 'Another public event'} is for the same audience (${listText(audiences)}) at the same time: ${lengthText(minutes)} shared. Another time would serve both better.`,
  'crew-short': ({ shortMin, before }, { team, place, tzid }) =>
    `${team ?? 'The crew'} cannot do everything for ${place} before ${momentText(before, tzid)}: ${lengthText(shortMin)} of work more than there are people on shift. More crew, or another time.`,
  'expected-later': ({ minutes }, { place, collider }) =>
    `A series without end${collider ? ` (“${collider}”)` : ''} is expected at ${place} then: ${lengthText(minutes)} shared. It is not booked so far ahead; the office decides.`,
  'no-end': ({ season }) =>
    `No end was given. ${season ? `The ${season.name} ends on ${dateLong(season.to)}: give that as the last day, or` : 'Give a last day, or'} leave it; the office asks again as it goes on.`,
};

/** One sentence with its measure and a way out. */
export function sayFinding(facts: FindingFacts, names: FindingNames): string {
  const say = SENTENCES[facts.rule] as (facts: FindingFacts, names: FindingNames) => string;
  const sentence = say(facts, names);
  if (names.side !== 'office') return sentence;
  const own = sentence.replace(/,? or ask the office\./, '.');
  const needsReason = RULES[facts.rule].override === 'manager' && severityOf(facts, 'office') !== 'blocks';
  return needsReason ? `${own} Approving it needs a reason.` : own;
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
