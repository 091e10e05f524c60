import type { RequestFieldTexts } from './request-fields';
import type { ConsentLine } from './consent';
import type { OccurrenceAction, OccurrenceState } from '@/core/changes/transitions';
import type { Verdict } from '@/core/checks/findings';
import type { SpaceId } from '@/core/ids';
import type { Layout } from '@/core/seating/layouts';
import type { Band } from '@/core/occupancy/bands';
import type { LocalDateTime } from '@/core/time/local-time';
import type { FindingReply } from './ask';
import type { RequestKind } from './ask-details';
import type { FileLine } from './files';
import type { MessageView } from './talk';
import type { Drawn } from './drawn';

/** One date of the date list: a date with its state and, while it waits, its verdict. */
export interface DateView {
  readonly id: number;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly when: string;
  readonly places: string;
  readonly state: OccurrenceState;
  readonly stateWord: string;
  readonly isPast: boolean;
  readonly reason: string;
  /** Null once the date no longer waits, and while it is offered otherwise: then the answer counts, not what was asked. */
  readonly verdict: Verdict | null;
  readonly findings: readonly FindingReply[];
  readonly isHeld: boolean;
  /** Something has befallen the booking since it was approved; the findings say what. */
  readonly isAtRisk: boolean;
  readonly holdUntilText: string | null;
  /** Another place or time the office offers, in words; null when there is none. */
  readonly proposal: string | null;
  /** Another place or time the requester wants instead of the booking. */
  readonly change: string | null;
  /** Those of its spaces that are outdoors. */
  readonly outdoors: readonly SpaceId[];
  /** Where it can be indoors should the weather turn, kept for it; null where nothing is. */
  readonly fallback: {
    readonly places: string;
    /** How it gets there. */
    readonly swaps: readonly { readonly from: SpaceId; readonly to: SpaceId; readonly layout: Layout }[];
  } | null;
  /** A manager has to give a reason to approve this date. */
  readonly needsReason: boolean;
  /** Nobody may approve this date as it is. */
  readonly isUnapprovable: boolean;
  /** Somebody who looks after its place, or its equipment, has said no. */
  readonly isConsentRefused: boolean;
  readonly actions: readonly OccurrenceAction[];
  /** Where it is drawn; null beyond the first so many. */
  readonly drawn: Drawn | null;
}

/** A space of a date, as a page tells it. Bands in order from setup to strike, in minutes since 1970 UTC. */
export interface SpaceLine {
  readonly id: number;
  readonly name: string;
  readonly code: string;
  readonly building: string;
  readonly layout: string;
  readonly layoutKind: Layout;
  readonly people: number;
  readonly wheelchairs: number;
  /** Its floor is known, so that it can be seen set. */
  readonly hasFloor: boolean;
  /** Bands of the first date, for a drawing to scale. */
  readonly bands: readonly Band[];
}

interface Answered {
  readonly question: string;
  readonly answer: string;
}

/** What a request says beside place and time. */
export interface RequestDetails extends RequestFieldTexts {
  readonly kind: RequestKind;
  readonly jointHosts: readonly string[];
  readonly moreCategories: readonly { readonly name: string; readonly mark: string; readonly hue: string }[];
  /** Cleaned by the server; empty where the public text is plain. */
  readonly publicHtml: string;
  /** What the office is to choose a space by; null where spaces are named. */
  readonly wantsText: string | null;
  readonly secondChoices: readonly string[];
  /** Who typed it for the requester. */
  readonly typedBy: string | null;
  readonly askedText: string;
  readonly answers: readonly Answered[];
  /** Running order, at wall times of the first date. */
  readonly lines: readonly { readonly at: string; readonly text: string; readonly isPublic: boolean }[];
  readonly services: readonly {
    readonly name: string;
    readonly team: string;
    readonly answers: readonly Answered[];
  }[];
  readonly files: readonly FileLine[];
}

/** One request as its own people and the office see it. */
export interface RequestView extends RequestDetails {
  readonly reference: string;
  readonly version: number;
  readonly title: string;
  readonly stateText: string;
  readonly whenText: string;
  /** The rule of its dates; null where they are picked by hand, or one. */
  readonly rrule: string | null;
  readonly category: { readonly name: string; readonly mark: string; readonly hue: string };
  readonly host: string;
  readonly requester: { readonly name: string; readonly email: string };
  readonly people: number;
  readonly publicText: string;
  readonly notes: string;
  readonly publish: boolean;
  /** The requester takes another space without being asked again. */
  readonly otherSpaceOk: boolean;
  readonly accessMin: number;
  readonly exitMin: number;
  readonly spaces: readonly SpaceLine[];
  readonly equipment: readonly { readonly name: string; readonly quantity: number }[];
  readonly dates: readonly DateView[];
  readonly messages: readonly MessageView[];
  readonly tzid: string;
  /** Whether the viewer may write to the office here, or from it. */
  readonly mayWrite: boolean;
  /** What those say who look after the places; for the office. */
  readonly consents: readonly ConsentLine[];
  /** From when on readers see what was approved last; null where they see it already, or never. */
  readonly readersFromText: string | null;
  /** What happens next, for the requester. */
  readonly nextText: string;
  readonly history: readonly {
    readonly changeSet: number;
    readonly who: string;
    readonly what: string;
    /** From what to what its dates went, one by one. */
    readonly details: readonly string[];
    readonly when: string;
    readonly reason: string;
    /** The viewer did it, and it can still be taken back. */
    readonly canBeUndone: boolean;
  }[];
}

/** One line of the desk or of one's own requests. */
export interface RequestLine {
  readonly reference: string;
  readonly title: string;
  readonly mark: string;
  readonly hue: string;
  readonly category: string;
  readonly host: string;
  readonly requester: string;
  readonly people: number;
  readonly places: string;
  readonly stateText: string;
  /** Rule in words or the single date. */
  readonly whenText: string;
  /** First date that still matters. */
  readonly nextText: string;
  /** `in 3 days`, for the desk. */
  readonly waitText: string;
  /** Of the dates that wait and are not offered otherwise. */
  readonly verdicts: Readonly<Record<Verdict, number>>;
  /** Booked dates that the requester wants otherwise. */
  readonly changesWanted: number;
  /** Booked dates that something has befallen since. */
  readonly atRisk: number;
}
