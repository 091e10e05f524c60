import type { ClaimId, OccurrenceId } from '../ids';
import type { ClaimContent } from '../occupancy/bands';
import type { EpochMinute } from '../time/epoch-minute';
import type { LocalDateTime } from '../time/local-time';
import { TRANSITIONS, type OccurrenceAction, type OccurrenceState } from './transitions';

/** Why a claim is there: asked for, offered by the office, wished instead of what is booked, or kept indoors beside an outdoor place. */
export type ClaimKind = 'asked' | 'proposal' | 'change' | 'fallback';
/** How firmly a claim holds its place: wanted takes nothing, held and in force take it, released took it once. */
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

/** A date with its live claims, as a change finds it. */
export interface DateForChange {
  readonly occurrenceId: OccurrenceId;
  readonly state: OccurrenceState;
  readonly claims: readonly LiveClaim[];
}

/** One thing done to one date, with what it needs. */
export type DateStep =
  /** With a draft: approved at another place or time, as the requester allows. */
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

/** What becomes of one claim: its new status, and until when it is held, null where it is not. */
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

/** What a change would make of a date, or why it can not, as a refusal with its facts. */
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
  a.content.spaces.every(({ spaceId }, index) => spaceId === b.content.spaces[index]?.spaceId);

const released = (claims: readonly LiveClaim[]): ClaimTurn[] =>
  claims.map((claim) => turn(claim, 'released'));

/** A date while a step is planned for it. */
class Planning {
  constructor(
    readonly date: DateForChange,
    readonly standing: LiveClaim,
    private readonly to: OccurrenceState,
  ) {}

  get others(): readonly LiveClaim[] {
    return this.date.claims.filter((claim) => claim !== this.standing);
  }

  /** Claims of a kind beside the one it stands on. */
  of(kind: ClaimKind): readonly LiveClaim[] {
    return this.others.filter((claim) => claim.kind === kind);
  }

  plan(more: Partial<DatePlan> & Pick<DatePlan, 'turns'>): PlannedDate {
    const { date, standing, to } = this;
    const base = { occurrenceId: date.occurrenceId, to, reason: null, draft: null, standing: standing.id };
    return { kind: 'planned', plan: { ...base, ...more } };
  }

  /** What goes where another takes its place. A fallback stays as long as the date stays where and when it is. */
  replacedBy(next: ClaimDraft, claims: readonly LiveClaim[]): ClaimTurn[] {
    return released(claims.filter(({ kind }) => kind !== 'fallback' || !standsAlike(this.standing, next)));
  }

  /** The date stands on what is made instead of what it stood on. */
  replaced(draft: ClaimDraft): PlannedDate {
    const status = this.date.state === 'approved' ? 'in-force' : 'wanted';
    return this.plan({
      turns: this.replacedBy(draft, this.date.claims),
      draft: { ...draft, kind: 'change', status, holdUntil: null },
      standing: 'draft',
    });
  }

  /** The date stands on a claim that was made beside it. */
  takenUp(kind: 'proposal' | 'change'): PlannedDate {
    const [next] = this.of(kind);
    if (!next) return { kind: 'nothing-there', what: kind };
    const rest = this.date.claims.filter((claim) => claim !== next);
    return this.plan({
      turns: [turn(next, 'in-force'), ...this.replacedBy(next, rest)],
      standing: next.id,
    });
  }

  /** What was made beside the date is let go. */
  letGo(kind: 'proposal' | 'change' | 'fallback'): PlannedDate {
    const claims = this.of(kind);
    return claims.length ? this.plan({ turns: released(claims) }) : { kind: 'nothing-there', what: kind };
  }
}

type StepOf<Action, Step = DateStep> = Step extends { readonly action: infer Own }
  ? Action extends Own
    ? Step
    : never
  : never;

const given = (planning: Planning, { reason }: { readonly reason: string }): PlannedDate =>
  planning.plan({ turns: released(planning.date.claims), reason });

const STEPS: {
  readonly [Action in DateStep['action']]: (planning: Planning, step: StepOf<Action>) => PlannedDate;
} = {
  approve: (planning, { draft }) =>
    draft
      ? planning.plan({
          turns: planning.replacedBy(draft, planning.date.claims),
          draft: { ...draft, kind: 'proposal', status: 'in-force', holdUntil: null },
          standing: 'draft',
        })
      : planning.plan({
          turns: [
            turn(planning.standing, 'in-force'),
            ...planning.replacedBy(planning.standing, planning.others),
          ],
        }),
  hold: (planning, { until }) => {
    const [waits] = planning.date.state === 'approved' ? planning.of('change') : [planning.standing];
    // Holding what was asked for takes the place of whatever was proposed instead.
    return waits
      ? planning.plan({ turns: [turn(waits, 'held', until), ...released(planning.of('proposal'))] })
      : { kind: 'nothing-there', what: 'change' };
  },
  'release-hold': (planning) => {
    const held = planning.date.claims.filter(({ status, kind }) => status === 'held' && kind !== 'fallback');
    return held.length
      ? planning.plan({
          turns: held.map((claim) => turn(claim, claim.kind === 'proposal' ? 'released' : 'wanted')),
        })
      : { kind: 'nothing-there', what: 'hold' };
  },
  propose: (planning, { draft, until }) =>
    // What was held for the date is what the proposal replaces.
    planning.plan({
      turns: [
        ...released(planning.of('proposal')),
        ...(planning.standing.status === 'held' ? [turn(planning.standing, 'wanted')] : []),
      ],
      draft: { ...draft, kind: 'proposal', status: 'held', holdUntil: until },
    }),
  accept: (planning) => planning.takenUp('proposal'),
  'refuse-proposal': (planning) => planning.letGo('proposal'),
  decline: given,
  skip: given,
  withdraw: given,
  cancel: given,
  move: (planning, { draft }) => planning.replaced(draft),
  change: (planning, { draft, isApplied }) =>
    isApplied || planning.date.state === 'waiting'
      ? planning.replaced(draft)
      : planning.plan({
          turns: released(planning.of('change')),
          draft: { ...draft, kind: 'change', status: 'wanted', holdUntil: null },
        }),
  'grant-change': (planning) => planning.takenUp('change'),
  'refuse-change': (planning) => planning.letGo('change'),
  'set-fallback': (planning, { draft }) =>
    planning.plan({
      turns: released(planning.of('fallback')),
      // Once it has begun outdoors nothing is kept indoors any more.
      draft: { ...draft, kind: 'fallback', status: 'held', holdUntil: draft.content.event.start },
    }),
  'drop-fallback': (planning) => planning.letGo('fallback'),
};

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
  const plan = STEPS[step.action] as (planning: Planning, step: DateStep) => PlannedDate;
  return plan(new Planning(date, standing, transition.to), step);
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
