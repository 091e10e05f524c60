import type { FindingFacts, Rule } from '@/core/checks/rules/all';
import type { Side } from '@/core/checks/rules/rule';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import {
  NO_COST,
  ALTERNATIVE_KINDS,
  type AlternativeCost,
  type AlternativeKind,
} from '@/core/alternatives/alternative';
import { addWallMinutes, localDate, localDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { sayFinding, type FindingNames } from '@/contracts/words/findings';
import {
  sayBoth,
  sayCosts,
  sayCut,
  sayNotLookedAt,
  sayNoWay,
  sayPlacement,
  sayAlternative,
  saySeriesCosts,
  saySeriesAlternative,
  sayShared,
  type ToldAlternative,
} from '@/contracts/words/alternatives';
import { pairs } from '@/core/lists';

// Every sentence about what is in the way and what could be done, as one text to be read by people.

const ZONE = 'Europe/London';
const at = (text: string) => toEpochMinute(localDateTime(text), ZONE, 'offset-before');
const span = (from: string, to: string) => ({ start: at(from), end: at(to) });
const during = span('2027-04-13T14:00', '2027-04-13T14:45');
const overlap = { minutes: 45, during };
const STUDIO = 1 as SpaceId;
const BARN = 2 as SpaceId;
const CHAIRS = 1 as EquipmentTypeId;
const STOOLS = 2 as EquipmentTypeId;
const BRAMBLE = 11 as ResourceId;
const CLOVER = 12 as ResourceId;
const claim = { kind: 'claim' as const, claimId: 7 as ClaimId };

/** What can be the matter, in the order in which people meet it. */
export const FINDINGS: Readonly<Record<Rule, readonly FindingFacts[]>> = {
  'over-posted-limit': [{ rule: 'over-posted-limit', people: 65, limit: 24, over: 41 }],
  'over-seats': [{ rule: 'over-seats', people: 25, layout: 'rounds', seats: 24, over: 1 }],
  'layout-not-offered': [
    { rule: 'layout-not-offered', layout: 'theatre', offered: ['rounds', 'classroom'] },
    { rule: 'layout-not-offered', layout: 'theatre', offered: [] },
  ],
  'wheelchair-places': [{ rule: 'wheelchair-places', wheelchairs: 3, places: 1, over: 2 }],
  'feature-missing': [{ rule: 'feature-missing', features: ['step-free', 'hearing-loop'] }],
  policy: [
    { rule: 'policy', breach: { kind: 'short-notice', noticeMin: 2880, missingMin: 600 } },
    { rule: 'policy', breach: { kind: 'beyond-horizon', last: localDate('2028-04-13') } },
    { rule: 'policy', breach: { kind: 'too-short', minutes: 30, shortestMin: 60 } },
    { rule: 'policy', breach: { kind: 'too-long', minutes: 600, longestMin: 480 } },
    { rule: 'policy', breach: { kind: 'not-for-you' } },
  ],
  'not-a-period': [
    {
      rule: 'not-a-period',
      periods: [span('2027-04-13T08:35', '2027-04-13T09:20'), span('2027-04-13T09:25', '2027-04-13T10:10')],
    },
    { rule: 'not-a-period', periods: [] },
  ],
  closed: [{ rule: 'closed', minutes: 45, during, reason: 'the floor is sealed' }],
  'outside-hours': [
    { rule: 'outside-hours', minutes: 15, open: [span('2027-04-13T08:00', '2027-04-13T22:00')] },
    { rule: 'outside-hours', minutes: 60, open: [] },
  ],
  occupied: [
    { rule: 'occupied', ...overlap, by: claim },
    { rule: 'occupied', ...overlap, by: { kind: 'same-request', key: '2027-04-20T10:00', spaceId: STUDIO } },
    { rule: 'occupied', ...overlap, by: { kind: 'same-step', claimId: 8 as ClaimId } },
  ],
  'equipment-short': [{ rule: 'equipment-short', typeId: CHAIRS, asked: 40, short: 12, during }],
  'unit-taken': [
    { rule: 'unit-taken', ...overlap, typeId: CHAIRS, unitId: BRAMBLE, by: claim },
    {
      rule: 'unit-taken',
      ...overlap,
      typeId: CHAIRS,
      unitId: BRAMBLE,
      by: { kind: 'same-request', key: '2027-04-20T10:00', spaceId: STUDIO },
    },
  ],
  'crew-outside-hours': [{ rule: 'crew-outside-hours', minutes: 20 }],
  'crew-short': [{ rule: 'crew-short', teamId: 1, shortMin: 90, before: at('2027-04-13T13:30') }],
  'same-audience': [
    { rule: 'same-audience', ...overlap, audiences: ['families', 'walkers'], claimId: 7 as ClaimId },
  ],
  'shared-shoulder': [
    {
      rule: 'shared-shoulder',
      savedMin: 30,
      boundary: at('2027-04-13T13:30'),
      side: 'before',
      by: claim,
      claimSpaceId: 3,
      isOwn: false,
    },
  ],
  'also-wanted': [{ rule: 'also-wanted', ...overlap, by: [7 as ClaimId, 8 as ClaimId] }],
  'expected-later': [{ rule: 'expected-later', ...overlap, claimId: 7 as ClaimId }],
  consent: [
    { rule: 'consent', state: 'awaited', stewards: ['Linnet Ashby'] },
    { rule: 'consent', state: 'awaited', stewards: ['Linnet Ashby', 'Rufus Teal'] },
    { rule: 'consent', state: 'refused', stewards: ['Linnet Ashby'] },
    { rule: 'consent', state: 'awaited', stewards: ['Linnet Ashby'], typeId: 1 as EquipmentTypeId },
  ],
  past: [{ rule: 'past', minutes: 90 }],
  'no-end': [
    { rule: 'no-end', season: { name: 'summer season', to: localDate('2027-09-30') } },
    { rule: 'no-end', season: null },
  ],
};

const names = (side: Side, collider: string | null): FindingNames => ({
  tzid: ZONE,
  side,
  place: 'Potting Studio',
  equipment: 'Folding chair',
  unit: 'Buggy Bramble',
  team: 'Setup',
  collider,
});

const alternativeNames = {
  place: (space: SpaceId) => (space === STUDIO ? 'Potting Studio' : 'Lecture Barn'),
  equipment: (type: EquipmentTypeId) => (type === CHAIRS ? 'Folding chair' : 'Stool'),
  unit: (resource: ResourceId) => (resource === BRAMBLE ? 'Buggy Bramble' : 'Buggy Clover'),
};

const swap = {
  from: STUDIO,
  to: BARN,
  layout: 'classroom' as const,
  isOtherLayout: true,
  buildingsAway: 1,
  moreEmpty: 6,
  empty: 8,
};

const COSTS: Readonly<Record<AlternativeKind, Partial<AlternativeCost>>> = {
  'other-space': { swaps: [swap] },
  'other-time': { shiftMin: 30 },
  'other-day': { shiftMin: 1440 },
  fewer: { fewer: { typeId: CHAIRS, less: 12, quantity: 28 } },
  'other-unit': { unit: { from: BRAMBLE, to: CLOVER } },
  substitute: { substitute: { typeId: CHAIRS, byTypeId: STOOLS, quantity: 12 } },
  'hire-in': { hire: { typeId: CHAIRS, quantity: 12 } },
  'when-back': { shiftMin: 330 },
  'other-layout': { layouts: [{ spaceId: STUDIO, layout: 'theatre', moreEmpty: 12 }] },
  'space-and-time': { swaps: [{ ...swap, isOtherLayout: false, moreEmpty: -2 }], shiftMin: -45 },
};

export function toldAlternative(kind: AlternativeKind): ToldAlternative {
  const cost = { ...NO_COST, ...COSTS[kind] };
  const startLocal = addWallMinutes(localDateTime('2027-04-13T14:00'), cost.shiftMin);
  const endLocal = addWallMinutes(startLocal, 120);
  return { kind, cost, draft: { startLocal, endLocal }, spaces: [cost.swaps.length ? BARN : STUDIO] };
}

/** Kinds of alternatives that can answer a finding; none where nothing is in anybody's way. */
const PLACE_OR_TIME: readonly AlternativeKind[] = [
  'other-space',
  'other-time',
  'other-day',
  'other-layout',
  'space-and-time',
];
const PLACE: readonly AlternativeKind[] = ['other-space', 'other-layout'];
const STOCK: readonly AlternativeKind[] = [
  'fewer',
  'substitute',
  'hire-in',
  'other-time',
  'other-day',
  'when-back',
];
const TIME: readonly AlternativeKind[] = ['other-time', 'other-day'];
export const ANSWERS: Readonly<Record<Rule, readonly AlternativeKind[]>> = {
  'over-posted-limit': ['other-space'],
  'over-seats': PLACE,
  'layout-not-offered': PLACE,
  'wheelchair-places': PLACE,
  'feature-missing': ['other-space'],
  policy: PLACE_OR_TIME,
  'not-a-period': PLACE_OR_TIME,
  closed: PLACE_OR_TIME,
  'outside-hours': PLACE_OR_TIME,
  occupied: PLACE_OR_TIME,
  'equipment-short': STOCK,
  'unit-taken': ['other-unit', 'other-time', 'other-day', 'when-back'],
  'crew-outside-hours': PLACE_OR_TIME,
  'crew-short': TIME,
  'same-audience': TIME,
  past: TIME,
  'shared-shoulder': [],
  'also-wanted': [],
  'expected-later': [],
  'no-end': [],
  consent: [],
};

const alternativeLine = (kind: AlternativeKind, side: Side): string => {
  const told = toldAlternative(kind);
  const costs = sayCosts(told);
  return `${sayAlternative(told, alternativeNames, side)}${costs.length ? ` (${costs.join(' · ')})` : ''}`;
};

/** What a rule finds, said to a side that may know the title of what it collides with, or may not (null). */
export const sayRule = (rule: Rule, side: Side, collider: string | null): string[] =>
  FINDINGS[rule].map((facts) => sayFinding(facts, names(side, collider)));

function findingSection(rule: Rule): string {
  const [asked, office] = [sayRule(rule, 'requester', null), sayRule(rule, 'office', 'Grafting night')];
  const lines = pairs(asked, office).flatMap(([one, other]) => [
    `- To whoever asked: ${one}`,
    `- To the office: ${other}`,
  ]);
  const ways = ANSWERS[rule].map((kind) => `  - ${alternativeLine(kind, 'office')}`);
  return [`### ${rule}`, '', ...lines, ...(ways.length ? ['- Alternatives:', ...ways] : [])].join('\n');
}

const series = (
  kind: 'one-space' | 'one-time' | 'mixture',
  first: AlternativeKind,
  isUniform: boolean,
  left: number,
) => {
  const whole = {
    kind,
    dates: 12,
    left,
    changesOfSpace: isUniform ? 0 : 2,
    first: toldAlternative(first),
    isUniform,
  };
  return `- ${saySeriesAlternative(whole, alternativeNames, 'office')} (${saySeriesCosts(whole).join(' · ')})`;
};

/** The whole of docs/sentences.md. */
export const allSentences = (): string => `# What people are told

Every sentence about what is in the way of a request, and every way out, in the order in which people meet them. Written
by \`npm run sentences\` from the one table of wording; a test fails when it is not what the application says.

## What is the matter, and what could be done

${(Object.keys(FINDINGS) as Rule[]).map(findingSection).join('\n\n')}

## Every way out by itself

${ALTERNATIVE_KINDS.map((kind) => `- **${kind}**: ${alternativeLine(kind, 'requester')}`).join('\n')}

## Alternatives of a series

${[
  series('one-space', 'other-space', true, 0),
  series('one-time', 'other-time', true, 0),
  series('one-time', 'other-day', true, 0),
  series('mixture', 'other-space', false, 0),
  series('mixture', 'other-time', true, 1),
].join('\n')}

## Where two and more want one place

- To the office: ${sayBoth('second', 'Bat walk', true)}
- To the office: ${sayBoth('first', 'Bat walk', false)}
- To the office: ${sayBoth(null, 'Bat walk', false)}
- To the office: ${sayShared(3, 2)} ${sayPlacement('Owl walk', 'Potting Studio', false)}. ${sayPlacement('Bat walk', 'Lecture Barn', true)}.
- To the office: ${sayShared(3, 1)}

## Where there is none, or not all was looked at

- To whoever asked: ${sayNoWay('requester', 'Quillmere events office, 01632 960 200')}
- To the office: ${sayNoWay('office', null)}
- ${sayCut(1)}
- ${sayCut(40)}
- ${sayNotLookedAt({ troubled: 52, most: 40, notWeighed: 1 })}
`;
