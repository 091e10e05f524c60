import type { ClaimId, SpaceId } from '../../ids';
import type { WantedSpace } from '../../occupancy/bands';
import type { OwnLink } from '../../occupancy/turnover';
import type { LayoutOffer } from '../../seating/capacity';
import type { Interval } from '../../time/epoch-minute';
import type { AskedFacts, WantedDate } from '../asked';
import type { Collision } from '../collisions';
import type { WorldHoldings } from '../holdings';
import type { WantedPart } from '../parts';
import type { SpaceFacts, WorldSnapshot } from '../world';

/** How grave a finding is for whoever reads it: it blocks, it warns, or it is only noted. */
export type Severity = 'blocks' | 'warns' | 'notes';
/** For whom the check is made: the same finding may only warn the office and block a requester. */
export type Side = 'office' | 'requester';

/** How much a finding weighs and who may go past it. */
export interface Weight {
  readonly severity: Readonly<Record<Side, Severity>>;
  /** Who may approve in spite of it. `manager` needs a reason, which is kept. */
  readonly override: 'nobody' | 'manager' | 'not-needed';
  /**
   * Requesters can put these right alone in the form, so submission is refused while they stand. What depends on
   * the calendar is theirs to ask for, and the office's to decide.
   */
  readonly mustBePutRight: boolean;
}

/** All dates of a check, with what is computed of them once for all rules. */
export interface Check {
  /** With the shoulders they share among themselves cut. */
  readonly dates: readonly WantedDate[];
  /** As they were asked for. */
  readonly drafted: readonly WantedDate[];
  /** Shoulders that dates of the check share. */
  readonly links: readonly OwnLink[];
  readonly world: WorldSnapshot;
  readonly asked: AskedFacts;
  readonly holdings: WorldHoldings;
  readonly parts: readonly WantedPart[];
  readonly collisions: readonly Collision[];
}

/** One space of one date. Minutes are exact. */
export interface SpaceCheck {
  readonly date: WantedDate;
  readonly wanted: WantedSpace;
  readonly facts: SpaceFacts;
  /** From setup to strike. */
  readonly occupied: Interval;
  /** From access to exit: while the host is there. */
  readonly host: Interval;
  readonly check: {
    readonly world: Pick<WorldSnapshot, 'tzid' | 'horizonMonths'>;
    readonly asked: Pick<AskedFacts, 'requester'>;
  };
}

/** A finding as its rule gives it; the name of the rule is added by the check. */
export interface Found<Facts> {
  readonly key: string;
  /** Null where the finding is about no space. */
  readonly spaceId: SpaceId | null;
  readonly facts: Facts;
}

/** How a rule is judged: space by space, over all dates at once, or not by the check but where claims are decided. */
export type Judged<Facts> =
  | { readonly by: 'space'; find(at: SpaceCheck): readonly Facts[] }
  | { readonly by: 'dates'; find(check: Check): readonly Found<Facts>[] }
  | { readonly by: 'claims' };

/** What of a space, of equipment or of a team a rule is judged by. */
export type Read = keyof Omit<SpaceFacts, 'id'> | 'stock' | 'shifts';

/**
 * One rule of the check: how it is judged, what it weighs, and what all others have to know of it. Its sentences are in
 * `contracts/words/findings.ts`.
 */
export interface CheckRule<Facts> extends Weight {
  readonly judged: Judged<Facts>;
  /** True where a finding is only told, whatever the weight of the rule. */
  isOnlyTold?(facts: Facts): boolean;
  /** What of the date has to be different for it to go away. */
  readonly touches: 'place-or-time' | 'place' | 'stock' | 'time' | 'nothing';
  /** Findings of one rule about the same thing are one trouble, however many minutes or places it is; null: all are. */
  about(facts: Facts): string | number | null;
  /** The claim of somebody else it is about, for naming it to those who may know. */
  other(facts: Facts): ClaimId | null;
  /** Others may have taken what it is about since: then an undo is refused. */
  readonly isTakenByOthers: boolean;
  /**
   * What of that it reads can change later and put a date in doubt that was fine when it was approved: looked for then.
   * What was told and decided with open eyes is not looked for again.
   */
  readonly befallsBy: readonly Read[];
  /** The field of the form of asking that puts it right. */
  readonly field: 'people' | 'layout' | 'start';
  readonly reads: readonly Read[];
  /**
   * What else it is judged by in a space that is looked for, besides the minutes of its bands: spaces that are the same
   * in this too get one answer.
   */
  alike?(space: SpaceFacts, offer: LayoutOffer, world: Pick<WorldSnapshot, 'teams'>): unknown;
}

const both = (severity: Severity): Record<Side, Severity> => ({ office: severity, requester: severity });

/** Nobody goes past it. */
export const BLOCKS: Weight = { severity: both('blocks'), override: 'nobody', mustBePutRight: false };
/** The office goes past it with a reason. */
export const BLOCKS_UNLESS_REASON: Weight = {
  severity: both('blocks'),
  override: 'manager',
  mustBePutRight: false,
};
/** A requester puts it right; the office is warned, and goes past it with a reason. */
export const HOUSE_RULE: Weight = {
  severity: { office: 'warns', requester: 'blocks' },
  override: 'manager',
  mustBePutRight: true,
};
/** A warning on every side, which needs no reason to go past. */
export const WARNS: Weight = { severity: both('warns'), override: 'not-needed', mustBePutRight: false };
/** A note on every side. */
export const NOTES: Weight = { severity: both('notes'), override: 'not-needed', mustBePutRight: false };

const nothing = () => null;

/** What holds for most rules: about nothing narrower, nobody else's claim, found only when something is asked for. */
export const USUAL = {
  about: nothing,
  other: nothing,
  isTakenByOthers: false,
  befallsBy: [] as readonly Read[],
  field: 'people',
} as const;
