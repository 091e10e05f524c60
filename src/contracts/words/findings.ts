import type { FindingFacts, Side } from '@/core/checks/findings';
import type { Layout } from '@/core/seating/capacity';
import type { Feature } from '@/core/spaces/features';
import type { PolicyBreach } from '@/core/spaces/policy';
import type { Interval } from '@/core/time/epoch-minute';
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
  cabaret: 'round tables, open to the front',
  'u-shape': 'tables in a U',
  'hollow-square': 'tables in a square',
  exam: 'single tables',
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
  /** Who reads it: whoever asked, unless it is said. */
  readonly side?: Side;
  readonly place: string;
  readonly equipment: string;
  readonly collider: string | null;
  /** The numbered unit, or the team, a finding is about. */
  readonly unit?: string;
  readonly team?: string;
}

type FactsOf<Rule extends FindingFacts['rule']> = Extract<FindingFacts, { rule: Rule }>;
type Say<Facts> = (facts: Facts, names: FindingNames) => string;

/** What is the matter, and what each side can do about it. */
interface Wording<Facts> {
  readonly what: Say<Facts>;
  readonly next: Readonly<Record<Side, string | Say<Facts>>>;
}

const both = <Facts>(next: string | Say<Facts>): Record<Side, string | Say<Facts>> => ({
  requester: next,
  office: next,
});

const byWhom = ({ collider }: FindingNames): string => (collider ? ` by “${collider}”` : '');

const OCCUPIED: Wording<FactsOf<'occupied'>> = {
  what: ({ by, during, minutes }, names) => {
    const then = duringText(during, names.tzid);
    if (by.kind === 'same-request')
      return `${names.place} is wanted twice by this request: ${lengthText(minutes)} shared with ${dayShort(localDate(by.key.slice(0, 10)))}, ${then}, setup to strike.`;
    if (by.kind === 'same-step')
      return `${names.place} is also wanted by ${names.collider ? `“${names.collider}”` : 'another request'} in this same step, ${then}: ${lengthText(minutes)} shared.`;
    return `${names.place} is taken${byWhom(names)} ${then}, setup to strike counted: ${lengthText(minutes)} overlap.`;
  },
  next: {
    requester: ({ by }) =>
      by.kind === 'claim' ? 'Pick another time or place.' : 'Leave more time between the dates.',
    office: ({ by }) =>
      by.kind === 'claim'
        ? 'Move it or offer another place or time, or decline it.'
        : by.kind === 'same-step'
          ? 'Decide one of them alone, or move one.'
          : 'Move one of the dates, or leave one out.',
  },
};

const BREACHES: {
  readonly [Kind in PolicyBreach['kind']]: {
    readonly what: (breach: Extract<PolicyBreach, { kind: Kind }>, place: string) => string;
    readonly next: Readonly<Record<Side, string>>;
  };
} = {
  'short-notice': {
    what: ({ noticeMin, missingMin }, place) =>
      `${place} is to be asked for ${lengthText(noticeMin)} ahead: this is ${lengthText(missingMin)} too late.`,
    next: {
      requester: 'Pick a later time, or ask the office.',
      office: 'Approving it needs a reason; or offer a later time.',
    },
  },
  'beyond-horizon': {
    what: ({ last }, place) => `${place} can be asked for until ${dateLong(last)}.`,
    next: {
      requester: 'Pick an earlier day, or ask again later.',
      office: 'Approving it needs a reason; or offer an earlier day.',
    },
  },
  'too-short': {
    what: ({ minutes, shortestMin }, place) =>
      `${place} is given for at least ${lengthText(shortestMin)}: this is ${lengthText(minutes)}.`,
    next: { requester: 'Make it longer.', office: 'Approving it needs a reason; or offer it for longer.' },
  },
  'too-long': {
    what: ({ minutes, longestMin }, place) =>
      `${place} is given for at most ${lengthText(longestMin)}: this is ${lengthText(minutes)}.`,
    next: {
      requester: 'Make it shorter, or ask the office.',
      office: 'Approving it needs a reason; or offer it for less.',
    },
  },
  'not-for-you': {
    what: (_, place) => `${place} is kept for others.`,
    next: {
      requester: 'Pick another space, or ask the office.',
      office: 'Approving it needs a reason; or offer another space.',
    },
  },
};

const breachWords = ({ kind }: PolicyBreach) =>
  BREACHES[kind] as {
    what(breach: PolicyBreach, place: string): string;
    readonly next: Readonly<Record<Side, string>>;
  };

/** The one table of what is said of a finding, to whoever asked and to the office. */
const WORDINGS: { readonly [Rule in FindingFacts['rule']]: Wording<FactsOf<Rule>> } = {
  occupied: OCCUPIED,
  'unit-taken': {
    what: ({ by, during }, names) => {
      const unit = names.unit ?? names.equipment;
      const then = duringText(during, names.tzid);
      return by.kind === 'same-request'
        ? `${unit} is wanted twice by this request ${then}.`
        : `${unit} is taken${byWhom(names)} ${then}, fetching and return counted.`;
    },
    next: {
      requester: ({ by }) =>
        by.kind === 'same-request'
          ? 'Leave more time between the dates, or take another one.'
          : 'Take another one or another time.',
      office: 'Give another one, or move it.',
    },
  },
  'equipment-short': {
    what: ({ asked, short, during }, { equipment, tzid }) =>
      `${equipment}: ${short} short ${duringText(during, tzid)}; ${asked} asked for, ${Math.max(0, asked - short)} to be had, fetching and return counted.`,
    next: {
      requester: 'Ask for fewer or another time.',
      office: 'Give fewer, hire in what is missing, or move it.',
    },
  },
  'over-posted-limit': {
    what: ({ people, limit, over }, { place }) =>
      `${place} may hold ${limit} people: ${people} are ${over} too many.`,
    next: { requester: 'Pick a larger place.', office: 'Give it a larger place.' },
  },
  'over-seats': {
    what: ({ people, layout, seats, over }, { place }) =>
      `${place} with ${LAYOUT_WORDS[layout]} seats ${seats}: ${people} are ${over} too many.`,
    next: {
      requester: 'Pick another layout or a larger place.',
      office: 'Give it another layout or a larger place; approving it as it is needs a reason.',
    },
  },
  'layout-not-offered': {
    what: ({ layout }, { place }) => `${place} is not set with ${LAYOUT_WORDS[layout]}.`,
    next: {
      requester: ({ offered }) =>
        `It offers ${offered.map((each) => LAYOUT_WORDS[each]).join(', ') || 'no layouts yet'}.`,
      office: ({ offered }) =>
        `It offers ${offered.map((each) => LAYOUT_WORDS[each]).join(', ') || 'no layouts yet'}; approving it as it is needs a reason.`,
    },
  },
  closed: {
    what: ({ minutes, during, reason }, { place, tzid }) =>
      `${place} is closed ${duringText(during, tzid)} (${reason}): ${lengthText(minutes)} of this.`,
    next: {
      requester: 'Pick another day.',
      office: 'Move it to another day; approving it all the same needs a reason.',
    },
  },
  'outside-hours': {
    what: ({ minutes }, { place }) =>
      `${lengthText(minutes)} of access, event or exit lie outside the hours of ${place}.`,
    next: {
      requester: ({ open }, { tzid }) => openText(open, tzid),
      office: ({ open }, { tzid }) =>
        `${openText(open, tzid)} Move it; approving it all the same needs a reason.`,
    },
  },
  'crew-outside-hours': {
    what: ({ minutes }, { place }) =>
      `${lengthText(minutes)} of setup or strike at ${place} lie outside its hours.`,
    next: both('It can be done; the crew must agree.'),
  },
  'wheelchair-places': {
    what: ({ wheelchairs, places, over }, { place }) =>
      `${place} has ${countText(places, 'wheelchair place', 'wheelchair places')} in this layout: ${wheelchairs} are ${over} too many.`,
    next: {
      requester: 'Pick another layout or a larger place.',
      office: 'Give it another layout or a larger place.',
    },
  },
  'feature-missing': {
    what: ({ features }, { place }) =>
      `${place} does not have ${listText(features.map((feature) => FEATURE_WORDS[feature]))}.`,
    next: {
      requester: 'Pick another space if it matters.',
      office: 'Ask whether it matters, or offer another space.',
    },
  },
  policy: {
    what: ({ breach }, { place }) => breachWords(breach).what(breach, place),
    next: {
      requester: ({ breach }) => breachWords(breach).next.requester,
      office: ({ breach }) => breachWords(breach).next.office,
    },
  },
  'not-a-period': {
    what: (_, { place }) => `${place} is given by periods.`,
    next: {
      requester: ({ periods }, { tzid }) => periodsText(periods, tzid),
      office: ({ periods }, { tzid }) =>
        `${periodsText(periods, tzid)} Approving it as it is needs a reason.`,
    },
  },
  'shared-shoulder': {
    what: ({ savedMin, boundary, side }, { place, collider, tzid }) =>
      `${place} can stay set ${side === 'before' ? 'after' : 'for'} ${collider ? `“${collider}”` : 'the event beside it'}, in the same layout: setting and clearing share ${lengthText(savedMin)}, handed over at ${momentText(boundary, tzid)}.`,
    next: { requester: 'The office agrees to it with its decision.', office: 'Approving accepts that.' },
  },
  'also-wanted': {
    what: ({ by, minutes }, { place }) =>
      `${countText(by.length, 'other request waits', 'other requests wait')} for ${place} at this time (${lengthText(minutes)} shared).`,
    next: both('Whoever is approved first has it.'),
  },
  'same-audience': {
    what: ({ minutes, audiences }, { collider }) =>
      `${collider ? `“${collider}”` : 'Another public event'} is for the same audience (${listText(audiences)}) at the same time: ${lengthText(minutes)} shared.`,
    next: both('Another time would serve both better.'),
  },
  'crew-short': {
    what: ({ shortMin, before }, { team, place, tzid }) =>
      `${team ?? 'The crew'} cannot do everything for ${place || 'this date'} before ${momentText(before, tzid)}: ${lengthText(shortMin)} of work more than there are people on shift.`,
    next: { requester: 'Another time would do.', office: 'More crew, or another time.' },
  },
  'expected-later': {
    what: ({ minutes }, { place, collider }) =>
      `A series without end${collider ? ` (“${collider}”)` : ''} is expected at ${place} then: ${lengthText(minutes)} shared.`,
    next: {
      requester: 'It is not booked so far ahead; the office decides.',
      office: 'It is not booked so far ahead: whoever is approved has it.',
    },
  },
  'no-end': {
    what: () => 'No end was given.',
    next: both(
      ({ season }) =>
        `${season ? `The ${season.name} ends on ${dateLong(season.to)}: give that as the last day, or` : 'Give a last day, or'} leave it; the office asks again as it goes on.`,
    ),
  },
  consent: {
    what({ state, stewards, typeId }, { place, equipment }) {
      const [those, thing] = [listText(stewards), typeId === undefined ? place : equipment];
      const isOne = stewards.length === 1;
      return state === 'refused'
        ? `${those}, who ${isOne ? 'looks' : 'look'} after ${thing}, ${isOne ? 'does' : 'do'} not agree to it.`
        : `${those} ${isOne ? 'looks' : 'look'} after ${thing} and ${isOne ? 'has' : 'have'} not answered yet.`;
    },
    next: {
      requester: ({ state }) =>
        state === 'refused'
          ? 'The office looks for another place.'
          : 'The office decides when the answer is there.',
      office: ({ state }) =>
        state === 'refused'
          ? 'Another place or time would do; going past it needs a reason, which is sent to them.'
          : 'Wait, or remind them; going past it needs a reason, which is sent to them.',
    },
  },
};

const openText = (open: readonly Interval[], tzid: string): string =>
  open.length
    ? `It is open ${open.map((span) => duringText(span, tzid)).join(' and ')}.`
    : 'It is not open on that day.';

const periodsText = (periods: readonly Interval[], tzid: string): string =>
  periods.length
    ? `Those of the day go ${periods.map((span) => duringText(span, tzid)).join(', ')}; pick one or several in a row.`
    : 'There are none on that day; pick another day.';

/** What is the matter, how much, and what next: a sentence or two, for whoever reads it. */
export function sayFinding(facts: FindingFacts, names: FindingNames): string {
  const { what, next } = WORDINGS[facts.rule] as Wording<FindingFacts>;
  const then = next[names.side ?? 'requester'];
  return `${what(facts, names)} ${typeof then === 'string' ? then : then(facts, names)}`;
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
