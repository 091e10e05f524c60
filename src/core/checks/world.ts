import type { StockLine } from '../equipment/peak-use';
import type { ClaimId, EquipmentTypeId, RequestId, ResourceId, SegmentId, SpaceId } from '../ids';
import type { CrewJob, Shift } from '../labour/crew-load';
import type { DateSet } from '../recurrence/dates';
import type { LayoutOffer } from '../seating/capacity';
import type { Feature } from '../spaces/features';
import type { Closure, HoursLine } from '../spaces/hours';
import type { PolicyLine } from '../spaces/policy';
import type { Timetable } from '../spaces/timetable';
import type { Interval } from '../time/epoch-minute';
import type { LocalDate } from '../time/local-time';
import type { NumberQuestion } from '../work-orders/numbers';
import type { LabourTemplate } from '../work-orders/template-work';
import type { BandMinutes } from '../occupancy/bands';
import type { Neighbour } from '../occupancy/turnover';

/** A space as the check needs it. */
export interface SpaceFacts {
  readonly id: SpaceId;
  readonly parts: readonly ResourceId[];
  /** Formulas of work count with it; 0 unless said. */
  readonly areaM2?: number;
  readonly layouts: readonly LayoutOffer[];
  readonly postedLimit: number | null;
  /** Of the nearest level that has any. */
  readonly hours: readonly HoursLine[];
  /** Of the space, its building and its site together. */
  readonly closures: readonly Closure[];
  readonly features?: readonly Feature[];
  readonly policies?: readonly PolicyLine[];
  readonly timetables?: readonly Timetable[];
  /** Minutes the crew needs between two events in one set-up; `TOP_UP_MIN` unless said. */
  readonly topUpMin?: number;
}

/** A type of equipment: minutes of fetching and returning, and how its stock changes over time. */
export interface EquipmentFacts {
  readonly id: EquipmentTypeId;
  readonly fetchMin: number;
  readonly returnMin: number;
  readonly stock: readonly StockLine[];
}

/** One occupied atomic part or unit. Rows of one resource never overlap. */
export interface BusyRow {
  readonly resourceId: ResourceId;
  readonly span: Interval;
  readonly claimId: ClaimId;
  /** Of which request; needed to tell the dates of one series from strangers. */
  readonly requestId?: RequestId;
  /** The claimed space behind the row; absent for units and where nobody may know. */
  readonly neighbour?: Neighbour & {
    readonly claimSpaceId: number;
    readonly hasLink: { before: boolean; after: boolean };
  };
}

/** A claim that only waits. These may overlap. Start inclusive, end exclusive, minutes since 1970 UTC. */
export interface WaitingRow {
  readonly resourceId: ResourceId;
  readonly span: Interval;
  readonly claimId: ClaimId;
}

/** Pieces of a type taken from one minute until another; `end` is free again. */
export interface UseRow {
  readonly typeId: EquipmentTypeId;
  readonly span: Interval;
  readonly quantity: number;
  readonly claimId: ClaimId;
}

/** An event in force that readers are invited to. */
export interface PublicEvent {
  readonly claimId: ClaimId;
  readonly span: Interval;
  readonly audiences: readonly string[];
}

/**
 * A team with its shifts and the work it has in the stretch looked at. Minutes since 1970 UTC; work in person-minutes.
 */
export interface TeamLoad {
  readonly teamId: number;
  /** Until when shifts are entered; later work is not judged. */
  readonly rosteredUntil: number;
  readonly shifts: readonly Shift[];
  readonly jobs: readonly CrewJob[];
  /** Templates of what the team does at dates. */
  readonly does: readonly LabourTemplate[];
}

/** A series without end as far as it has no rows yet: its later dates are only expected. */
export interface ExpectedSeries {
  readonly segmentId: SegmentId;
  readonly requestId: RequestId;
  /** A claim of it, for naming it to those who may know. */
  readonly claimId: ClaimId;
  readonly dates: DateSet;
  /** Dates after this one are expected. */
  readonly materialisedUntil: LocalDate;
  readonly lengthMin: number;
  readonly spaces: readonly { readonly parts: readonly ResourceId[]; readonly bands: BandMinutes }[];
}

/**
 * What the check is made against. Plain data, so that a server transaction and a browser can hold the same. Rows may
 * be limited to those that touch what is wanted; what is absent is not judged.
 */
export interface WorldSnapshot {
  readonly tzid: string;
  readonly spaces: readonly SpaceFacts[];
  readonly equipment: readonly EquipmentFacts[];
  readonly busy: readonly BusyRow[];
  readonly uses: readonly UseRow[];
  readonly waiting?: readonly WaitingRow[];
  readonly publicEvents?: readonly PublicEvent[];
  readonly teams?: readonly TeamLoad[];
  /** Questions that formulas of teams can count with. */
  readonly numbers?: readonly NumberQuestion[];
  readonly expected?: readonly ExpectedSeries[];
  /** How far ahead the house takes requests where a space says nothing. */
  readonly horizonMonths?: number;
  /** Last days of the named seasons, to offer as an end. */
  readonly seasons?: readonly { readonly name: string; readonly to: LocalDate }[];
}
