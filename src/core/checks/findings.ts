import type { ClaimId, EquipmentTypeId, SpaceId } from '../ids';
import type { Layout } from '../seating/capacity';
import type { ClaimContent } from '../occupancy/bands';
import type { Interval } from '../time/epoch-minute';

/** One date of a request as the check sees it. `key` is the date's identity: its original local start. */
export interface WantedDate {
  readonly key: string;
  readonly claim: ClaimContent;
}

/** What stands in the way: somebody else's claim, or another date or space of the same request. */
export type Collider =
  | { readonly kind: 'claim'; readonly claimId: ClaimId }
  | { readonly kind: 'same-request'; readonly key: string; readonly spaceId: SpaceId };

/** Codes and facts only; the sentences are in contracts/words. All minutes are exact minutes. */
export type FindingFacts =
  | { readonly rule: 'occupied'; readonly minutes: number; readonly during: Interval; readonly by: Collider }
  | {
      readonly rule: 'equipment-short';
      readonly typeId: EquipmentTypeId;
      readonly asked: number;
      readonly short: number;
      readonly during: Interval;
    }
  | {
      readonly rule: 'over-posted-limit';
      readonly people: number;
      readonly limit: number;
      readonly over: number;
    }
  | {
      readonly rule: 'over-seats';
      readonly people: number;
      readonly layout: Layout;
      readonly seats: number;
      readonly over: number;
    }
  | { readonly rule: 'layout-not-offered'; readonly layout: Layout; readonly offered: readonly Layout[] }
  | { readonly rule: 'closed'; readonly minutes: number; readonly during: Interval; readonly reason: string }
  | { readonly rule: 'outside-hours'; readonly minutes: number; readonly open: readonly Interval[] }
  | { readonly rule: 'crew-outside-hours'; readonly minutes: number };

export type Rule = FindingFacts['rule'];

export interface Finding {
  readonly key: string;
  /** Null where the finding is about no space. */
  readonly spaceId: SpaceId | null;
  readonly facts: FindingFacts;
}

export type Severity = 'blocks' | 'warns';

/** For whom the check is made: the same finding may only warn the office and block a requester. */
export type Side = 'office' | 'requester';

interface RulePolicy {
  readonly severity: Readonly<Record<Side, Severity>>;
  /** Who may approve in spite of it. `manager` needs a reason, which is kept. */
  readonly override: 'nobody' | 'manager' | 'not-needed';
  /**
   * Requesters can put these right alone in the form, so submission is refused while they stand. What depends on
   * the calendar is theirs to ask for, and the office's to decide.
   */
  readonly mustBePutRight: boolean;
}

const both = (severity: Severity): Record<Side, Severity> => ({ office: severity, requester: severity });

export const RULES: Readonly<Record<Rule, RulePolicy>> = {
  occupied: { severity: both('blocks'), override: 'nobody', mustBePutRight: false },
  'equipment-short': { severity: both('blocks'), override: 'nobody', mustBePutRight: false },
  'over-posted-limit': { severity: both('blocks'), override: 'nobody', mustBePutRight: true },
  'over-seats': {
    severity: { office: 'warns', requester: 'blocks' },
    override: 'manager',
    mustBePutRight: true,
  },
  'layout-not-offered': {
    severity: { office: 'warns', requester: 'blocks' },
    override: 'manager',
    mustBePutRight: true,
  },
  closed: { severity: both('blocks'), override: 'manager', mustBePutRight: false },
  'outside-hours': { severity: both('blocks'), override: 'manager', mustBePutRight: false },
  'crew-outside-hours': { severity: both('warns'), override: 'not-needed', mustBePutRight: false },
};

export type Verdict = 'clear' | 'look' | 'clash';

/** *clash* when anything blocks, *look* when anything warns. */
export function verdictOf(findings: readonly Finding[], side: Side): Verdict {
  const severities = findings.map(({ facts }) => RULES[facts.rule].severity[side]);
  if (severities.includes('blocks')) return 'clash';
  return severities.includes('warns') ? 'look' : 'clear';
}

/** Findings no manager can go past. */
export const unapprovable = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ facts }) => RULES[facts.rule].override === 'nobody');

/** Findings a manager may go past by giving a reason. */
export const needingReason = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ facts }) => RULES[facts.rule].override === 'manager');
