import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import type { LossKind, Nearness } from '@/core/changes/what-is-lost';
import type { OccurrenceId } from '@/core/ids';
import { idempotencyKey } from '@/contracts/forms/fields';
import type { RequestLine } from '@/contracts/requests/request-view';

/** Somebody of the office who sees to a request. */
export interface Handler {
  readonly id: number;
  readonly name: string;
}

/** One line of the desk. */
export interface DeskLine extends RequestLine {
  readonly version: number;
  /** Waiting dates that can be approved as they are. */
  readonly clear: readonly OccurrenceId[];
  /** How many waiting dates are offered otherwise, and of how many somebody who looks after the place has said no. */
  readonly offered: number;
  readonly consentRefused: number;
  /** What is lost first by waiting; null where only what is booked needs looking at. */
  readonly loss: {
    readonly kind: LossKind;
    /** `in 10 days`, `by Thu 15 Apr`. */
    readonly when: string;
    /** `set-up begins`. */
    readonly what: string;
    readonly isOver: boolean;
  } | null;
  /** How near that is. */
  readonly step: Nearness;
  /** Others who wait for the same place at the same time. */
  readonly rivals: number;
  /** `9 days ago`. */
  readonly askedText: string;
  readonly askedMin: number;
  /** Occupied start of the first date that matters. */
  readonly beginsMin: number;
  readonly handler: Handler | null;
  readonly isMine: boolean;
  /** The office asked something and has no answer, or every date is offered otherwise. */
  readonly isAnswerAwaited: boolean;
  readonly buildings: readonly string[];
}

/** A booked date that something has befallen. */
export interface RiskLine {
  readonly reference: string;
  readonly title: string;
  readonly when: string;
  readonly places: string;
  readonly sentence: string;
}

/** A date of today and how far its setting-up is. */
export interface TodayLine {
  readonly reference: string;
  readonly title: string;
  readonly times: string;
  readonly places: string;
  readonly isOn: boolean;
  readonly isOver: boolean;
  /** Setup orders that are still open, and all there are. */
  readonly openSetups: number;
  readonly setups: number;
  /** Set later than it was due. */
  readonly isLate: boolean;
}

/** A series whose approved dates come to an end. */
export interface RenewLine {
  readonly reference: string;
  readonly title: string;
  /** When it takes place, in words. */
  readonly whenText: string;
  readonly lastText: string;
  readonly isEndless: boolean;
}

/** The desk: requests that wait, what is at risk, what is on today. */
export interface DeskView {
  /** Messages in the outbox that are still to be sent. */
  readonly mailWaiting: number;
  readonly lines: readonly DeskLine[];
  readonly risks: readonly RiskLine[];
  readonly today: readonly TodayLine[];
  readonly renew: readonly RenewLine[];
}

/** Who sees to a request: whoever sends it, or nobody. Nobody is null in the row. */
export const handlerSchema = z.object({
  key: idempotencyKey,
  /** Taking it on oneself, or giving it back for anybody. */
  handler: z.enum(['me', 'nobody'], lazyText`Say who it is assigned to: me or nobody.`),
});
export type HandlerInput = z.output<typeof handlerSchema>;
