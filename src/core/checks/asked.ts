import type { CategoryId, ClaimId, RequestId, SpaceId } from '../ids';
import type { Answers } from '../work-orders/numbers';
import type { ClaimContent } from '../occupancy/bands';
import type { Requester } from '../spaces/policy';
import type { EpochMinute, Interval } from '../time/epoch-minute';

/** One date of a request as the check sees it. `key` is the date's identity: its original local start. */
export interface WantedDate {
  readonly key: string;
  readonly claim: ClaimContent;
  /** What kind of event it is, where dates of several requests are checked together: templates may be about it. */
  readonly categories?: readonly CategoryId[];
  /** What its request answered to the questions of the house, where formulas may count with it. */
  readonly answers?: Answers;
  /** It is booked and starts where it did: what is running may still be shortened or lengthened. */
  readonly hasBegun?: boolean;
  /** Whose it is, where dates of several stored requests are checked together. */
  readonly of?: RequestOfDate;
}

/** What of a request is judged beside place and time, where a check runs over dates of several requests. */
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
  /** Templates of crews may be about them. */
  readonly categories?: readonly CategoryId[];
  /** Formulas of crews may count with them. */
  readonly answers?: Answers;
  readonly requester?: Requester;
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

/** Exact minutes that two things share, and the stretch from the first of them to the last. */
export interface Overlap {
  readonly minutes: number;
  readonly during: Interval;
}
