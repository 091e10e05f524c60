import type { ClaimId, OccurrenceId } from '../ids';
import type { ClaimContent } from '../occupancy/bands';
import type { EpochMinute } from '../time/epoch-minute';
import type { LocalDateTime } from '../time/local-time';
import { TRANSITIONS, type OccurrenceAction, type OccurrenceState } from './transitions';

export type ClaimKind = 'asked' | 'proposal' | 'change' | 'fallback';
export type ClaimStatus = 'wanted' | 'held' | 'in-force' | 'released';

/** A claim to be made. */
export interface ClaimDraft {
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly content: ClaimContent;
}

/** A claim of a date that is not released. */
export interface LiveClaim extends ClaimDraft {
  readonly id: ClaimId;
  readonly kind: ClaimKind;
  readonly status: ClaimStatus;
  /** It says where the date stands; a proposal, a change that waits or a fallback indoors does not. */
  readonly isStanding: boolean;
}

export interface DateForChange {
  readonly occurrenceId: OccurrenceId;
  readonly state: OccurrenceState;
  readonly claims: readonly LiveClaim[];
}

/** One thing done to one date, with what it needs. */
export type DateStep =
  /** With a draft: approved at another place or time, as whoever asked allows. */
  | { readonly action: 'approve'; readonly draft?: ClaimDraft }
  | {
      readonly action:
        'release-hold' | 'accept' | 'refuse-proposal' | 'grant-change' | 'refuse-change' | 'drop-fallback';
    }
  | { readonly action: 'decline' | 'skip' | 'withdraw' | 'cancel'; readonly reason: string }
  | { readonly action: 'hold'; readonly until: EpochMinute }
  | { readonly action: 'propose'; readonly draft: ClaimDraft; readonly until: EpochMinute }
  | { readonly action: 'move'; readonly draft: ClaimDraft }
  /** A place indoors is kept beside the one outdoors, as long as that stands. */
  | { readonly action: 'set-fallback'; readonly draft: ClaimDraft }
  /** `isApplied` false: it waits for the office while the booking stays. */
  | { readonly action: 'change'; readonly draft: ClaimDraft; readonly isApplied: boolean };

export interface ClaimTurn {
  readonly claimId: ClaimId;
  readonly status: ClaimStatus;
  readonly holdUntil: EpochMinute | null;
}

/** What a step makes of a date: the new state, what becomes of its claims, and the claim it makes. */
export interface DatePlan {
  readonly occurrenceId: OccurrenceId;
  readonly to: OccurrenceState;
  /** Null keeps the reason there is. */
  readonly reason: string | null;
  readonly turns: readonly ClaimTurn[];
  readonly draft:
    (ClaimDraft & Pick<LiveClaim, 'kind' | 'status'> & { readonly holdUntil: EpochMinute | null }) | null;
  /** Which claim says where the date stands afterwards. */
  readonly standing: ClaimId | 'draft';
}

export type PlannedDate =
  | { readonly kind: 'planned'; readonly plan: DatePlan }
  /** There is no proposal to accept, no change to grant, no hold to end, no fallback to give up. */
  | { readonly kind: 'nothing-there'; readonly what: 'proposal' | 'change' | 'hold' | 'fallback' };

const turn = (claim: LiveClaim, status: ClaimStatus, holdUntil: EpochMinute | null = null): ClaimTurn => ({
  claimId: claim.id,
  status,
  holdUntil,
});

/** The same time in the same spaces: what is kept for the one is as good for the other. */
const standsAlike = (a: ClaimDraft, b: ClaimDraft): boolean =>
  a.startLocal === b.startLocal &&
  a.endLocal === b.endLocal &&
  a.content.spaces.length === b.content.spaces.length &&
  a.content.spaces.every(({ spaceId }, index) => spaceId === b.content.spaces[index]!.spaceId);

/**
 * What a step does to a date. Whether it may be taken is for `transition`; this says what follows. At most one claim
 * is in force afterwards, none of an ended date is live.
 * @throws Error for a step its state does not know, and for a date without a standing claim: our own mistakes.
 */
export function planDate(date: DateForChange, step: DateStep): PlannedDate {
  const transition = TRANSITIONS[date.state][step.action];
  if (!transition) throw new Error(`${date.state} does not know ${step.action}`);
  const standing = date.claims.find((claim) => claim.isStanding);
  if (!standing) throw new Error(`date ${date.occurrenceId} stands nowhere`);
  const others = date.claims.filter((claim) => claim !== standing);
  const released = (claims: readonly LiveClaim[]) => claims.map((claim) => turn(claim, 'released'));
  // A fallback stays as long as the date stays where and when it is.
  const replacedBy = (next: ClaimDraft, claims: readonly LiveClaim[]) =>
    released(claims.filter(({ kind }) => kind !== 'fallback' || !standsAlike(standing, next)));
  const of = (kind: ClaimKind) => others.filter((claim) => claim.kind === kind);
  const base = {
    occurrenceId: date.occurrenceId,
    to: transition.to,
    reason: null,
    draft: null,
    standing: standing.id,
  };
  const plan = (more: Partial<DatePlan> & Pick<DatePlan, 'turns'>): PlannedDate => ({
    kind: 'planned',
    plan: { ...base, ...more },
  });
  const replaced = (draft: ClaimDraft): PlannedDate =>
    plan({
      turns: replacedBy(draft, date.claims),
      draft: {
        ...draft,
        kind: 'change',
        status: date.state === 'approved' ? 'in-force' : 'wanted',
        holdUntil: null,
      },
      standing: 'draft',
    });

  switch (step.action) {
    case 'approve':
      if (step.draft)
        return plan({
          turns: replacedBy(step.draft, date.claims),
          draft: { ...step.draft, kind: 'proposal', status: 'in-force', holdUntil: null },
          standing: 'draft',
        });
      return plan({ turns: [turn(standing, 'in-force'), ...replacedBy(standing, others)] });
    case 'hold': {
      const [waits] = date.state === 'approved' ? of('change') : [standing];
      return waits
        ? // Holding what was asked for takes the place of whatever was proposed instead.
          plan({ turns: [turn(waits, 'held', step.until), ...released(of('proposal'))] })
        : { kind: 'nothing-there', what: 'change' };
    }
    case 'release-hold': {
      const held = date.claims.filter(({ status, kind }) => status === 'held' && kind !== 'fallback');
      return held.length
        ? plan({
            turns: held.map((claim) => turn(claim, claim.kind === 'proposal' ? 'released' : 'wanted')),
          })
        : { kind: 'nothing-there', what: 'hold' };
    }
    case 'propose':
      // What was held for the date is what the proposal replaces.
      return plan({
        turns: [
          ...released(of('proposal')),
          ...(standing.status === 'held' ? [turn(standing, 'wanted')] : []),
        ],
        draft: { ...step.draft, kind: 'proposal', status: 'held', holdUntil: step.until },
      });
    case 'accept': {
      const [proposal] = of('proposal');
      if (!proposal) return { kind: 'nothing-there', what: 'proposal' };
      const rest = date.claims.filter((claim) => claim !== proposal);
      return plan({
        turns: [turn(proposal, 'in-force'), ...replacedBy(proposal, rest)],
        standing: proposal.id,
      });
    }
    case 'refuse-proposal': {
      const proposals = of('proposal');
      return proposals.length
        ? plan({ turns: released(proposals) })
        : { kind: 'nothing-there', what: 'proposal' };
    }
    case 'decline':
    case 'skip':
    case 'withdraw':
    case 'cancel':
      return plan({ turns: released(date.claims), reason: step.reason });
    case 'move':
      return replaced(step.draft);
    case 'change':
      return step.isApplied || date.state === 'waiting'
        ? replaced(step.draft)
        : plan({
            turns: released(of('change')),
            draft: { ...step.draft, kind: 'change', status: 'wanted', holdUntil: null },
          });
    case 'grant-change': {
      const [wanted] = of('change');
      if (!wanted) return { kind: 'nothing-there', what: 'change' };
      const rest = date.claims.filter((claim) => claim !== wanted);
      return plan({ turns: [turn(wanted, 'in-force'), ...replacedBy(wanted, rest)], standing: wanted.id });
    }
    case 'refuse-change': {
      const changes = of('change');
      return changes.length ? plan({ turns: released(changes) }) : { kind: 'nothing-there', what: 'change' };
    }
    case 'set-fallback':
      return plan({
        turns: released(of('fallback')),
        // Once it has begun outdoors nothing is kept indoors any more.
        draft: {
          ...step.draft,
          kind: 'fallback',
          status: 'held',
          holdUntil: step.draft.content.event.start,
        },
      });
    case 'drop-fallback': {
      const kept = of('fallback');
      return kept.length ? plan({ turns: released(kept) }) : { kind: 'nothing-there', what: 'fallback' };
    }
  }
}

/** Steps after which the date takes place: they are checked. */
export const TAKES_PLACE: Readonly<Record<OccurrenceAction, boolean>> = {
  approve: true,
  hold: true,
  'release-hold': false,
  propose: true,
  accept: true,
  'refuse-proposal': false,
  decline: false,
  skip: false,
  withdraw: false,
  cancel: false,
  move: true,
  change: true,
  'grant-change': true,
  'refuse-change': false,
  'set-fallback': true,
  'drop-fallback': false,
};
