import type { EpochMinute } from '../time/epoch-minute';

const DAY_MIN = 1440;

/** What is lost by waiting longer: the date itself, the notice crews need to set it up, a place that is kept. */
export type LossKind = 'begins' | 'crews' | 'hold';

/** The first thing that is lost, and when. */
export interface Loss {
  readonly kind: LossKind;
  readonly at: EpochMinute;
}

/** A date that waits for a decision. */
export interface WaitingDate {
  /** When its space has to be empty: setup begins. */
  readonly occupiedFrom: EpochMinute;
  /** Minutes of notice that crews and services need before that; 0 where none is known. */
  readonly noticeMin: number;
  /** Until when something is kept for it; null where nothing is. */
  readonly heldUntil: EpochMinute | null;
}

/** What is lost first by leaving these dates undecided; null without dates. Of two at one moment the heavier is said. */
export function firstLoss(dates: readonly WaitingDate[]): Loss | null {
  const losses = dates.flatMap(({ occupiedFrom, noticeMin, heldUntil }): Loss[] => [
    { kind: 'begins', at: occupiedFrom },
    ...(noticeMin > 0 ? [{ kind: 'crews' as const, at: (occupiedFrom - noticeMin) as EpochMinute }] : []),
    ...(heldUntil === null ? [] : [{ kind: 'hold' as const, at: heldUntil }]),
  ]);
  return losses.reduce<Loss | null>(
    (first, loss) => (first === null || loss.at < first.at ? loss : first),
    null,
  );
}

/** One request on the desk, as far as its place in the order goes. */
export interface DeskPlace {
  readonly loss: EpochMinute;
  /** Others who wait for the same place at the same time. */
  readonly rivals: number;
  readonly askedAt: EpochMinute;
  /** It waits for an answer of the requester: nothing can be done about it now. */
  readonly isAnswerAwaited: boolean;
}

/** Steps of nearness; within one, what else is lost decides. Common practice, no source. */
export const NEARNESS = ['over', 'a-day', 'three-days', 'a-week', 'a-fortnight', 'a-month', 'later'] as const;
export type Nearness = (typeof NEARNESS)[number];

/** Whole days ahead that still belong to a step; what is over has its own. */
const UP_TO_DAYS: Readonly<Record<Exclude<Nearness, 'over'>, number>> = {
  'a-day': 0,
  'three-days': 3,
  'a-week': 7,
  'a-fortnight': 14,
  'a-month': 30,
  later: Infinity,
};

/** How near a loss is, by whole days as they are said: “in 3 days” is within three days. */
export function nearness(loss: EpochMinute, now: EpochMinute): Nearness {
  const days = Math.floor((loss - now) / DAY_MIN);
  if (loss <= now) return 'over';
  return NEARNESS.find((step) => step !== 'over' && days <= UP_TO_DAYS[step]) ?? 'later';
}

const rank = (place: DeskPlace, now: EpochMinute): number => NEARNESS.indexOf(nearness(place.loss, now));

/**
 * Order of the desk: by what is lost by waiting. First how near it is; within a step those whose place others wait
 * for too; then whoever has waited longest. What waits for an answer comes after everything of its step.
 */
export function byLoss(now: EpochMinute): (a: DeskPlace, b: DeskPlace) => number {
  return (a, b) =>
    rank(a, now) - rank(b, now) ||
    Number(a.isAnswerAwaited) - Number(b.isAnswerAwaited) ||
    b.rivals - a.rivals ||
    a.askedAt - b.askedAt ||
    a.loss - b.loss;
}
