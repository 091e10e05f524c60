import { severityOf, type Finding } from '../checks/findings';
import { RULES, ruleOf, type FindingFacts } from '../checks/rules/all';
import type { Side } from '../checks/rules/rule';
import type { WantedDate } from '../checks/asked';

const touches = ({ facts }: Finding) => RULES[facts.rule].touches;

/** Two findings of one rule about the same thing are one trouble, however many minutes or places it is. */
const troubleKey = (facts: FindingFacts): string => `${facts.rule} ${ruleOf(facts).about(facts) ?? ''}`;

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

/** What blocks a date, and what is doubtful about it, from its findings as that side reads them. */
export function troublesOf(date: WantedDate, findings: readonly Finding[], side: Side): Troubles {
  const real = findings.filter(
    (finding) => severityOf(finding.facts, side) !== 'notes' && touches(finding) !== 'nothing',
  );
  const blocks = real.filter(({ facts }) => severityOf(facts, side) === 'blocks');
  const decisive = blocks.length ? blocks : real;
  const slots = date.claim.spaces.flatMap(({ spaceId }, slot) =>
    decisive.some((finding) => finding.spaceId === spaceId && touches(finding) !== 'time') ? [slot] : [],
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
      ? blocks.every((finding) => touches(finding) !== 'place')
      : decisive.some((finding) => touches(finding) !== 'place'),
  };
}

/** Whether anything blocks or is doubtful at all. */
export const hasTrouble = ({ blocks, doubts }: Troubles): boolean => blocks.length + doubts.size > 0;

/**
 * Whether what would stand against the date afterwards is an alternative of what stands against it now: nothing blocks any
 * more; where nothing blocked, a doubt is gone and none has come.
 */
export function isAlternative(before: Troubles, after: Troubles): { does: boolean; hasNewDoubt: boolean } {
  const hasNewDoubt = [...after.doubts].some((doubt) => !before.doubts.has(doubt));
  if (after.blocks.length) return { does: false, hasNewDoubt };
  if (before.blocks.length) return { does: true, hasNewDoubt };
  return { does: !hasNewDoubt && after.doubts.size < before.doubts.size, hasNewDoubt };
}
