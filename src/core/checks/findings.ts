import type { CategoryId, ClaimId, EquipmentTypeId, RequestId, ResourceId, SpaceId } from '../ids';
import type { ClaimContent } from '../occupancy/bands';
import type { Layout } from '../seating/capacity';
import type { Feature } from '../spaces/features';
import type { Asker, PolicyBreach } from '../spaces/policy';
import type { EpochMinute, Interval } from '../time/epoch-minute';
import type { LocalDate } from '../time/local-time';

/** One date of a request as the check sees it. `key` is the date's identity: its original local start. */
export interface WantedDate {
  readonly key: string;
  readonly claim: ClaimContent;
  /** What kind of event it is, where dates of several requests are checked together: recipes may be about it. */
  readonly categories?: readonly CategoryId[];
  /** It is booked and starts where it did: what is running may still be shortened or lengthened. */
  readonly hasBegun?: boolean;
  /** Whose it is, where dates of several stored requests are checked together. */
  readonly of?: RequestOfDate;
}

export interface RequestOfDate {
  readonly requestId: RequestId;
  /** For whom it is published; empty where it is not. */
  readonly audiences: readonly string[];
  /** The claim it stands by, for naming it to the other requests. */
  readonly claimId: ClaimId;
}

/** What is the same for all dates of a check. What is absent is not judged. */
export interface AskedFacts {
  /** Set where the dates belong to a stored request: its other dates are no strangers. */
  readonly requestId?: RequestId;
  /** For whom it is published; empty where it is not. */
  readonly audiences?: readonly string[];
  /** Recipes of crews may be about them. */
  readonly categories?: readonly CategoryId[];
  readonly asker?: Asker;
  /** That of the asker unless said otherwise. */
  readonly now?: EpochMinute;
  /** The series has no end. */
  readonly isEndless?: boolean;
}

/**
 * What stands in the way: somebody else's claim, another date or space of the same request, or a date of another
 * request that is decided in the same step.
 */
export type Collider =
  | { readonly kind: 'claim'; readonly claimId: ClaimId }
  | { readonly kind: 'same-request'; readonly key: string; readonly spaceId: SpaceId }
  | { readonly kind: 'same-step'; readonly claimId: ClaimId };

interface Overlap {
  readonly minutes: number;
  readonly during: Interval;
}

/** Codes and facts only; the sentences are in contracts/words. All minutes are exact minutes. */
export type FindingFacts =
  | (Overlap & { readonly rule: 'occupied'; readonly by: Collider })
  | (Overlap & {
      readonly rule: 'unit-taken';
      readonly typeId: EquipmentTypeId;
      readonly unitId: ResourceId;
      readonly by: Collider;
    })
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
  | {
      readonly rule: 'wheelchair-places';
      readonly wheelchairs: number;
      readonly places: number;
      readonly over: number;
    }
  | { readonly rule: 'feature-missing'; readonly features: readonly Feature[] }
  | { readonly rule: 'closed'; readonly minutes: number; readonly during: Interval; readonly reason: string }
  | { readonly rule: 'outside-hours'; readonly minutes: number; readonly open: readonly Interval[] }
  | { readonly rule: 'crew-outside-hours'; readonly minutes: number }
  | { readonly rule: 'policy'; readonly breach: PolicyBreach }
  | { readonly rule: 'not-a-period'; readonly periods: readonly Interval[] }
  | {
      readonly rule: 'shared-shoulder';
      readonly savedMin: number;
      readonly boundary: EpochMinute;
      /** Where the other claim stands: before or after this date. */
      readonly side: 'before' | 'after';
      readonly by: Collider & { readonly kind: 'claim' | 'same-step' };
      /** Null where the other is decided in the same step: the link between them comes with it. */
      readonly claimSpaceId: number | null;
      /** Both belong to one request: shared without asking. */
      readonly isOwn: boolean;
    }
  | (Overlap & { readonly rule: 'also-wanted'; readonly by: readonly ClaimId[] })
  | (Overlap & {
      readonly rule: 'same-audience';
      readonly audiences: readonly string[];
      readonly claimId: ClaimId;
    })
  | {
      readonly rule: 'crew-short';
      readonly teamId: number;
      readonly shortMin: number;
      readonly before: EpochMinute;
    }
  | (Overlap & { readonly rule: 'expected-later'; readonly claimId: ClaimId })
  /** Whoever looks after the place has not agreed. Known of claims only, so never in the form. */
  | {
      readonly rule: 'consent';
      readonly state: 'awaited' | 'refused';
      readonly stewards: readonly string[];
      /** The pool they look after, where it is none of the places. */
      readonly typeId?: EquipmentTypeId;
    }
  /** The event began so many minutes ago; 0 where it begins now. */
  | { readonly rule: 'past'; readonly minutes: number }
  | { readonly rule: 'no-end'; readonly season: { readonly name: string; readonly to: LocalDate } | null };

export type Rule = FindingFacts['rule'];

export interface Finding {
  readonly key: string;
  /** Null where the finding is about no space. */
  readonly spaceId: SpaceId | null;
  readonly facts: FindingFacts;
}

export type Severity = 'blocks' | 'warns' | 'notes';
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
const nobody = { severity: both('blocks'), override: 'nobody', mustBePutRight: false } as const;
const byReason = { severity: both('blocks'), override: 'manager', mustBePutRight: false } as const;
const houseRule = {
  severity: { office: 'warns', requester: 'blocks' },
  override: 'manager',
  mustBePutRight: true,
} as const;
const warns = { severity: both('warns'), override: 'not-needed', mustBePutRight: false } as const;
const notes = { severity: both('notes'), override: 'not-needed', mustBePutRight: false } as const;

export const RULES: Readonly<Record<Rule, RulePolicy>> = {
  occupied: nobody,
  'unit-taken': nobody,
  'equipment-short': nobody,
  'over-posted-limit': { severity: both('blocks'), override: 'nobody', mustBePutRight: true },
  'over-seats': houseRule,
  'layout-not-offered': houseRule,
  'wheelchair-places': warns,
  'feature-missing': warns,
  closed: byReason,
  'outside-hours': byReason,
  'crew-outside-hours': warns,
  policy: houseRule,
  past: houseRule,
  'not-a-period': houseRule,
  'shared-shoulder': warns,
  'also-wanted': notes,
  'same-audience': warns,
  'crew-short': warns,
  'expected-later': notes,
  'no-end': notes,
  consent: { severity: { office: 'warns', requester: 'notes' }, override: 'manager', mustBePutRight: false },
};

/** How much a finding weighs. A shoulder shared within one series is only told. */
export const severityOf = (facts: FindingFacts, side: Side): Severity =>
  facts.rule === 'shared-shoulder' && facts.isOwn ? 'notes' : RULES[facts.rule].severity[side];

export type Verdict = 'clear' | 'look' | 'clash';

/** *clash* when anything blocks, *look* when anything warns. */
export function verdictOf(findings: readonly Finding[], side: Side): Verdict {
  const severities = findings.map(({ facts }) => severityOf(facts, side));
  if (severities.includes('blocks')) return 'clash';
  return severities.includes('warns') ? 'look' : 'clear';
}

/** Findings no manager can go past. */
export const unapprovable = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ facts }) => RULES[facts.rule].override === 'nobody');

/** Whether somebody who looks after a place has still to agree. */
export const awaitsConsent = (findings: readonly Finding[]): boolean =>
  findings.some(({ facts }) => facts.rule === 'consent');

/** Whether somebody who looks after a place has said no. */
export const isConsentRefused = (findings: readonly Finding[]): boolean =>
  findings.some(({ facts }) => facts.rule === 'consent' && facts.state === 'refused');

/** Findings a manager may go past by giving a reason. */
export const needingReason = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ facts }) => RULES[facts.rule].override === 'manager');
