import {
  severityOf,
  type Finding,
  type FindingFacts,
  type Rule,
  type Side,
  type WantedDate,
} from '../checks/findings';

/** What of the date has to be different for a trouble to go away. */
type Touches = 'place-or-time' | 'place' | 'stock' | 'time' | 'nothing';

const TOUCHES: Readonly<Record<Rule, Touches>> = {
  occupied: 'place-or-time',
  closed: 'place-or-time',
  'outside-hours': 'place-or-time',
  'crew-outside-hours': 'place-or-time',
  policy: 'place-or-time',
  'not-a-period': 'place-or-time',
  'over-posted-limit': 'place',
  'over-seats': 'place',
  'layout-not-offered': 'place',
  'wheelchair-places': 'place',
  'feature-missing': 'place',
  'equipment-short': 'stock',
  'unit-taken': 'stock',
  // Another place may be looked after by nobody; asked of claims alone, it never comes to a search.
  consent: 'place',
  'same-audience': 'time',
  past: 'time',
  'crew-short': 'time',
  // Sharing a set-up saves work; what else waits or is expected is in nobody's way.
  'shared-shoulder': 'nothing',
  'also-wanted': 'nothing',
  'expected-later': 'nothing',
  'no-end': 'nothing',
};

/** Two findings of one rule about the same thing are one trouble, however many minutes or places it is. */
function troubleKey(facts: FindingFacts): string {
  if ('typeId' in facts) return `${facts.rule} ${facts.typeId}`;
  if (facts.rule === 'crew-short') return `${facts.rule} ${facts.teamId}`;
  return facts.rule === 'policy' ? `${facts.rule} ${facts.breach.kind}` : facts.rule;
}

/** What stands against a date and can be got out of. */
export interface Troubles {
  readonly blocks: readonly Finding[];
  /** Doubts: warnings that something else would not have. */
  readonly doubts: ReadonlySet<string>;
  /** Positions of the claim's spaces that something is against. */
  readonly slots: readonly number[];
  /** Types and units that are short. */
  readonly stock: readonly Extract<FindingFacts, { rule: 'equipment-short' | 'unit-taken' }>[];
  /** False where something is against the place whatever the hour. */
  readonly timeCouldHelp: boolean;
}

export function troublesOf(date: WantedDate, findings: readonly Finding[], side: Side): Troubles {
  const real = findings.filter(
    ({ facts }) => severityOf(facts, side) !== 'notes' && TOUCHES[facts.rule] !== 'nothing',
  );
  const blocks = real.filter(({ facts }) => severityOf(facts, side) === 'blocks');
  const decisive = blocks.length ? blocks : real;
  const slots = date.claim.spaces.flatMap(({ spaceId }, slot) =>
    decisive.some((finding) => finding.spaceId === spaceId && TOUCHES[finding.facts.rule] !== 'time')
      ? [slot]
      : [],
  );
  return {
    blocks,
    doubts: new Set(
      real.filter(({ facts }) => severityOf(facts, side) === 'warns').map(({ facts }) => troubleKey(facts)),
    ),
    slots,
    stock: decisive.flatMap(({ facts }) =>
      facts.rule === 'equipment-short' || facts.rule === 'unit-taken' ? [facts] : [],
    ),
    timeCouldHelp: blocks.length
      ? blocks.every(({ facts }) => TOUCHES[facts.rule] !== 'place')
      : decisive.some(({ facts }) => TOUCHES[facts.rule] !== 'place'),
  };
}

export const hasTrouble = ({ blocks, doubts }: Troubles): boolean => blocks.length + doubts.size > 0;

/**
 * Whether what would stand against the date afterwards is a way out of what stands against it now: nothing blocks any
 * more; where nothing blocked, a doubt is gone and none has come.
 */
export function isWayOut(before: Troubles, after: Troubles): { does: boolean; hasNewDoubt: boolean } {
  const hasNewDoubt = [...after.doubts].some((doubt) => !before.doubts.has(doubt));
  if (after.blocks.length) return { does: false, hasNewDoubt };
  if (before.blocks.length) return { does: true, hasNewDoubt };
  return { does: !hasNewDoubt && after.doubts.size < before.doubts.size, hasNewDoubt };
}
