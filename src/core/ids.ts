// Row numbers of different tables, branded so that they cannot be swapped.
type Id<Of extends string> = number & { readonly of: Of };

/** A row of `space`: a room or a ground that can be booked. */
export type SpaceId = Id<'space'>;
/** An exclusive thing: an atomic part of a space, or one numbered unit of equipment. */
export type ResourceId = Id<'resource'>;
/** A row of `equipment_type`: a kind of equipment or a pool of people. */
export type EquipmentTypeId = Id<'equipment type'>;
/** A row of `request`: what was asked for, with everything about it. */
export type RequestId = Id<'request'>;
/** A row of `segment`: dates of a request under one rule or one list. */
export type SegmentId = Id<'segment'>;
/** A row of `occurrence`: one date of a request, with its state. */
export type OccurrenceId = Id<'occurrence'>;
/** A row of `claim`: what a date wants or has of place and time. */
export type ClaimId = Id<'claim'>;
/** A row of `person`: somebody with an account, or who had one. */
export type PersonId = Id<'person'>;
/** A row of `category`: what kind of event it is. */
export type CategoryId = Id<'category'>;
/** A row of `building`; every space belongs to one. */
export type BuildingId = Id<'building'>;
/** A row of `organisation`: a host. */
export type OrganisationId = Id<'organisation'>;

/** The number of a row as one of its table: for numbers from outside that were looked up there, and for `NO_ROW`. */
export const idOf = <Of extends Id<string>>(row: number): Of => row as Of;
/** A number no row has: what is compared with it is never the same. */
export const NO_ROW = 0;
