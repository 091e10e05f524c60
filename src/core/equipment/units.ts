import type { ClaimId, ResourceId } from '../ids';
import type { EpochMinute, Interval } from '../time/epoch-minute';

/**
 * When a claim has a numbered unit, fetch and return included. Start inclusive, end exclusive, minutes since 1970 UTC.
 */
export interface UnitLoan {
  readonly resourceId: ResourceId;
  readonly claimId: ClaimId;
  readonly span: Interval;
}

/** Where a numbered unit is now, and where it goes next; null where that is its store, or nowhere. */
export interface Custody {
  /** With whom it is at the moment; null when it stands in its store. */
  readonly now: UnitLoan | null;
  readonly before: UnitLoan | null;
  readonly next: UnitLoan | null;
}

/** With whom a unit is, was before, and goes next. Loans of one unit never overlap. */
export function custodyOf(loans: readonly UnitLoan[], now: EpochMinute): Custody {
  const sorted = [...loans].sort((a, b) => a.span.start - b.span.start);
  const ended = sorted.filter(({ span }) => span.end <= now);
  return {
    now: sorted.find(({ span }) => span.start <= now && now < span.end) ?? null,
    before: ended[ended.length - 1] ?? null,
    next: sorted.find(({ span }) => span.start > now) ?? null,
  };
}
