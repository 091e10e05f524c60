import { t, texts } from '@/contracts/language/translate';
import type { FindingFacts } from '@/core/checks/rules/all';
import type { Side } from '@/core/checks/rules/rule';
import { LAYOUT_WORDS } from './layouts';
import type { Feature } from '@/core/spaces/features';
import type { PolicyBreach } from '@/core/spaces/policy';
import type { Interval } from '@/core/time/epoch-minute';
import { dateOf, localDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { listText } from './rule';
import { countText, dateLong, dayShort, duringText, lengthText, momentText } from './when';

/** What a space can have. */
export const FEATURE_WORDS: Readonly<Record<Feature, string>> = texts({
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
});

/** The names a sentence needs. What the reader may not know is null, and then only *taken*. */
export interface FindingNames {
  readonly tzid: string;
  /** Who reads it: the requester, unless it is said. */
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

const byWhom = ({ collider }: FindingNames): string => (collider ? t` by “${collider}”` : '');

const OCCUPIED: Wording<FactsOf<'occupied'>> = {
  what: ({ by, during, minutes }, names) => {
    const then = duringText(during, names.tzid);
    if (by.kind === 'same-request')
      return t`${names.place} is asked for twice by this request: ${lengthText(minutes)} overlap with ${dayShort(localDate(by.key.slice(0, 10)))}, ${then}, including setup and clearing away.`;
    if (by.kind === 'same-step')
      return t`${names.place} is also asked for by ${names.collider ? `“${names.collider}”` : t`another request`} in this same step, ${then}: they overlap by ${lengthText(minutes)}.`;
    return t`${names.place} is booked${byWhom(names)} ${then}, including setup and clearing away. Your times overlap by ${lengthText(minutes)}.`;
  },
  next: {
    requester: ({ by }) =>
      by.kind === 'claim' ? t`Choose another time or space.` : t`Leave more time between the dates.`,
    office: ({ by }) =>
      by.kind === 'claim'
        ? t`Move it, offer another space or time, or decline it.`
        : by.kind === 'same-step'
          ? t`Decide one of them alone, or move one.`
          : t`Move one of the dates, or leave one out.`,
  },
};

const BREACHES: {
  readonly [Kind in PolicyBreach['kind']]: {
    readonly what: (breach: Extract<PolicyBreach, { kind: Kind }>, place: string) => string;
    readonly next: Readonly<Record<Side, string>>;
  };
} = texts({
  'short-notice': {
    what: ({ noticeMin, missingMin }, place) =>
      t`${place} needs ${lengthText(noticeMin)} notice: this is ${lengthText(missingMin)} too late.`,
    next: {
      requester: 'Pick a later time, or ask the office.',
      office: 'Approving it needs a reason; or offer a later time.',
    },
  },
  'beyond-horizon': {
    what: ({ last }, place) => t`${place} can be booked until ${dateLong(last)}.`,
    next: {
      requester: 'Pick an earlier day, or ask again later.',
      office: 'Approving it needs a reason; or offer an earlier day.',
    },
  },
  'too-short': {
    what: ({ minutes, shortestMin }, place) =>
      t`${place} can be booked for at least ${lengthText(shortestMin)}: this is ${lengthText(minutes)}.`,
    next: { requester: 'Make it longer.', office: 'Approving it needs a reason; or offer it for longer.' },
  },
  'too-long': {
    what: ({ minutes, longestMin }, place) =>
      t`${place} can be booked for at most ${lengthText(longestMin)}: this is ${lengthText(minutes)}.`,
    next: {
      requester: 'Make it shorter, or ask the office.',
      office: 'Approving it needs a reason; or offer it for less.',
    },
  },
  'not-for-you': {
    what: (_, place) => t`${place} is held for others.`,
    next: {
      requester: 'Pick another space, or ask the office.',
      office: 'Approving it needs a reason; or offer another space.',
    },
  },
});

const breachWords = ({ kind }: PolicyBreach) =>
  BREACHES[kind] as {
    what(breach: PolicyBreach, place: string): string;
    readonly next: Readonly<Record<Side, string>>;
  };

/** The one table of what is said of a finding, to the requester and to the office. */
const WORDINGS: { readonly [Rule in FindingFacts['rule']]: Wording<FactsOf<Rule>> } = texts({
  occupied: OCCUPIED,
  'unit-taken': {
    what: ({ by, during }, names) => {
      const unit = names.unit ?? names.equipment;
      const then = duringText(during, names.tzid);
      return by.kind === 'same-request'
        ? t`${unit} is asked for twice by this request ${then}.`
        : t`${unit} is booked${byWhom(names)} ${then}, including fetching and return.`;
    },
    next: {
      requester: ({ by }) =>
        by.kind === 'same-request'
          ? t`Leave more time between the dates, or take another one.`
          : t`Take another one or another time.`,
      office: 'Give another one, or move it.',
    },
  },
  'equipment-short': {
    what: ({ asked, short, during }, { equipment, tzid }) =>
      t`${equipment}: ${short} short ${duringText(during, tzid)}; ${asked} asked for, ${Math.max(0, asked - short)} available, fetching and return included.`,
    next: {
      requester: 'Ask for fewer or another time.',
      office: 'Give fewer, hire in what is missing, or move it.',
    },
  },
  'over-posted-limit': {
    what: ({ people, limit, over }, { place }) =>
      t`${place} may hold ${limit} people: ${people} are ${over} too many.`,
    next: { requester: 'Choose a larger space.', office: 'Give it a larger space.' },
  },
  'over-seats': {
    what: ({ people, layout, seats, over }, { place }) =>
      t`${place} with ${LAYOUT_WORDS[layout]} seats ${seats}: ${people} are ${over} too many.`,
    next: {
      requester: 'Choose another layout or a larger space.',
      office: 'Give it another layout or a larger space; approving it as it is needs a reason.',
    },
  },
  'layout-not-offered': {
    what: ({ layout }, { place }) => t`${place} is not set with ${LAYOUT_WORDS[layout]}.`,
    next: {
      requester: ({ offered }) =>
        t`It offers ${offered.map((each) => LAYOUT_WORDS[each]).join(', ') || t`no layouts yet`}.`,
      office: ({ offered }) =>
        t`It offers ${offered.map((each) => LAYOUT_WORDS[each]).join(', ') || t`no layouts yet`}; approving it as it is needs a reason.`,
    },
  },
  closed: {
    what: ({ minutes, during, reason }, { place, tzid }) =>
      t`${place} is closed ${duringText(during, tzid)} (${reason}): ${lengthText(minutes)} of this.`,
    next: {
      requester: 'Pick another day.',
      office: 'Move it to another day; approving it all the same needs a reason.',
    },
  },
  'outside-hours': {
    what: ({ minutes }, { place }) => t`${place} is closed for ${lengthText(minutes)} of your time.`,
    next: {
      requester: ({ open }, { tzid }) => openText(open, tzid),
      office: ({ open }, { tzid }) =>
        t`${openText(open, tzid)} Move it; approving it all the same needs a reason.`,
    },
  },
  'crew-outside-hours': {
    what: ({ minutes }, { place }) =>
      t`${place} is closed for ${lengthText(minutes)} of setup or clearing away.`,
    next: both(() => t`It can be done; the crew must agree.`),
  },
  'wheelchair-places': {
    what: ({ wheelchairs, places, over }, { place }) =>
      t`${place} has ${countText(places, 'wheelchair place', 'wheelchair places')} in this layout: ${wheelchairs} are ${over} too many.`,
    next: {
      requester: 'Choose another layout or a larger space.',
      office: 'Give it another layout or a larger space.',
    },
  },
  'feature-missing': {
    what: ({ features }, { place }) =>
      t`${place} does not have ${listText(features.map((feature) => FEATURE_WORDS[feature]))}.`,
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
    what: (_, { place }) => t`${place} is booked by period.`,
    next: {
      requester: ({ periods }, { tzid }) => periodsText(periods, tzid),
      office: ({ periods }, { tzid }) =>
        t`${periodsText(periods, tzid)} Approving it as it is needs a reason.`,
    },
  },
  'shared-shoulder': {
    what: ({ savedMin, boundary, side }, { place, collider, tzid }) =>
      t`${place} can stay set ${side === 'before' ? t`after` : t`for`} ${collider ? `“${collider}”` : t`the event beside it`}, in the same layout: that saves ${lengthText(savedMin)} of setting and clearing, handed over at ${momentText(boundary, tzid)}.`,
    next: { requester: 'The office agrees to it with its decision.', office: 'Approving accepts that.' },
  },
  'also-wanted': {
    what: ({ by, minutes }, { place }) =>
      t`${countText(by.length, 'other request waits', 'other requests wait')} for ${place} at this time (they overlap by ${lengthText(minutes)}).`,
    next: both(() => t`The request that is approved first has it.`),
  },
  'same-audience': {
    what: ({ minutes, audiences }, { collider }) =>
      t`${collider ? `“${collider}”` : t`Another public event`} is for the same audience (${listText(audiences)}) at the same time: they overlap by ${lengthText(minutes)}.`,
    next: both(() => t`Another time would serve both better.`),
  },
  'crew-short': {
    what: ({ shortMin, before }, { team, place, tzid }) =>
      t`${team ?? t`The crew`} cannot finish the work for ${place || t`this date`} before ${momentText(before, tzid)}: it is ${lengthText(shortMin)} more than the people on shift can do.`,
    next: { requester: 'Another time would do.', office: 'More crew, or another time.' },
  },
  'expected-later': {
    what: ({ minutes }, { place, collider }) =>
      t`A series without end${collider ? ` (“${collider}”)` : ''} is expected at ${place} then: the times overlap by ${lengthText(minutes)}.`,
    next: {
      requester: 'It is not booked this far ahead; the office decides.',
      office: 'It is not booked this far ahead: the first request that is approved has it.',
    },
  },
  past: {
    what: () => t`This time has begun already.`,
    next: {
      requester: 'Choose a later one.',
      office: 'Recording what was needs a reason; no letter is sent and no work order is made.',
    },
  },
  'no-end': {
    what: () => t`No end was given.`,
    next: both(
      ({ season }) =>
        t`${season ? t`The ${season.name} ends on ${dateLong(season.to)}: give that as the last day, or` : t`Give a last day, or`} leave it; the office asks again as it goes on.`,
    ),
  },
  consent: {
    what({ state, stewards, typeId }, { place, equipment }) {
      const [those, thing] = [listText(stewards), typeId === undefined ? place : equipment];
      const isOne = stewards.length === 1;
      if (state === 'refused')
        return isOne
          ? t`${those}, who looks after ${thing}, does not agree to it.`
          : t`${those}, who look after ${thing}, do not agree to it.`;
      return isOne
        ? t`${those} looks after ${thing} and has not answered yet.`
        : t`${those} look after ${thing} and have not answered yet.`;
    },
    next: {
      requester: ({ state }) =>
        state === 'refused'
          ? t`The office looks for another space.`
          : t`The office decides when the answer is there.`,
      office: ({ state }) =>
        state === 'refused'
          ? t`Another space or time would do; approving it all the same needs a reason, which is sent to them.`
          : t`Wait, or remind them; approving without them needs a reason, which is sent to them.`,
    },
  },
});

/** When it is open instead; with its day where more than one is meant. */
function openText(open: readonly Interval[], tzid: string): string {
  if (!open.length) return t`It is not open on that day.`;
  const dayOf = ({ start }: Interval) => dateOf(toLocal(start, tzid));
  const isOneDay = open.every((span) => dayOf(span) === dayOf(open[0]!));
  const spans = open.map((span) =>
    isOneDay ? duringText(span, tzid) : `${dayShort(dayOf(span))} ${duringText(span, tzid)}`,
  );
  return t`It is open ${spans.join(t` and `)}.`;
}

const periodsText = (periods: readonly Interval[], tzid: string): string =>
  periods.length
    ? t`Those of the day go ${periods.map((span) => duringText(span, tzid)).join(', ')}; pick one or several in a row.`
    : t`There are none on that day; pick another day.`;

/** What is the matter, how much, and what next: a sentence or two, for whoever reads it. */
export function sayFinding(facts: FindingFacts, names: FindingNames): string {
  const { what, next } = WORDINGS[facts.rule] as Wording<FindingFacts>;
  const then = next[names.side ?? 'requester'];
  return `${what(facts, names)} ${typeof then === 'string' ? then : then(facts, names)}`;
}

interface VerdictCounts {
  readonly clear: number;
  readonly warning: number;
  readonly conflict: number;
}

const SINGLE: Readonly<Record<keyof VerdictCounts, string>> = texts({
  clear: 'Clear.',
  warning: 'It can be done; see the notes below.',
  conflict: 'There is a conflict.',
});

/** `12 dates clear, 2 conflicts`. Counts from 0; of exactly one date without a number. */
export function sayVerdicts({ clear, warning, conflict }: VerdictCounts): string {
  if (clear + warning + conflict === 1) return SINGLE[clear ? 'clear' : warning ? 'warning' : 'conflict'];
  if (warning + conflict === 0) return t`All ${clear} dates are clear.`;
  const parts = [
    clear > 0 && t`${countText(clear, 'date', 'dates')} clear`,
    warning > 0 && countText(warning, 'warning', 'warnings'),
    conflict > 0 && countText(conflict, 'conflict', 'conflicts'),
  ];
  return `${parts.filter(Boolean).join(', ')}.`;
}
