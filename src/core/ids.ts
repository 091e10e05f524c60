// Row numbers of different tables, branded so that they cannot be swapped.
type Id<Of extends string> = number & { readonly of: Of };

export type SpaceId = Id<'space'>;
/** An exclusive thing: an atomic part of a space, or one numbered unit of equipment. */
export type ResourceId = Id<'resource'>;
export type EquipmentTypeId = Id<'equipment type'>;
export type RequestId = Id<'request'>;
export type SegmentId = Id<'segment'>;
export type OccurrenceId = Id<'occurrence'>;
export type ClaimId = Id<'claim'>;
export type PersonId = Id<'person'>;
export type CategoryId = Id<'category'>;
export type BuildingId = Id<'building'>;
export type OrganisationId = Id<'organisation'>;
