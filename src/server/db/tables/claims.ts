import { LAYOUTS } from '@/core/seating/layouts';
import type { ClaimId, EquipmentTypeId, OccurrenceId, PersonId, ResourceId, SpaceId } from '@/core/ids';
import { flag, integer, json, minute, oneOf, ownNumber, rowNumber, text, wallTime } from './column';
import { foundRisk, answers, features } from './contents';
import { table } from './table';

const claim = () => rowNumber<ClaimId>().of('claim');
const type = () => rowNumber<EquipmentTypeId>().of('equipment_type');
const person = () => rowNumber<PersonId>().of('person');

/** What a date wants, holds or has: a time, with what is wanted there. */
export const Claim = table(
  'claim',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber<ClaimId>(),
    occurrence_id: rowNumber<OccurrenceId>().of('occurrence'),
    kind: oneOf(['asked', 'proposal', 'change', 'fallback']),
    status: oneOf(['wanted', 'held', 'in-force', 'released']),
    start_local: wallTime(),
    end_local: wallTime(),
    start_min: minute(),
    end_min: minute(),
    /** Minutes of access before and exit after. */
    access_min: integer(),
    exit_min: integer(),
    people: integer(),
    hold_until_min: minute().orNull(),
  },
);

export const ClaimSpace = table(
  'claim_space',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber(),
    claim_id: claim(),
    space_id: rowNumber<SpaceId>().of('space'),
    position: integer(),
    layout: oneOf(LAYOUTS),
    people: integer(),
    setup_min: integer(),
    strike_min: integer(),
    /** What stands alike can be handed over from one date to the next. */
    setup_key: text(),
    wheelchairs: integer().otherwise(0),
    features: json(features, []),
    /** Where a turnover link cuts the band before and behind. */
    cut_start_min: minute().orNull(),
    cut_end_min: minute().orNull(),
  },
);

export const ClaimEquipment = table(
  'claim_equipment',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber(),
    claim_id: claim(),
    /** The space it stands in; null where the date has none. */
    claim_space_id: rowNumber().of('claim_space').orNull(),
    type_id: type(),
    quantity: integer(),
    /** The kit it came with. */
    kit_id: type().orNull(),
    position: integer(),
    /** One numbered unit. */
    resource_id: rowNumber<ResourceId>().of('resource').orNull(),
  },
);

export const ClaimService = table(
  'claim_service',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber(),
    claim_id: claim(),
    service_id: rowNumber().of('service'),
    answers: json(answers, {}),
    position: integer().otherwise(0),
  },
);

/** A rule somebody went past, with the reason they gave. */
export const ClaimOverride = table(
  'claim_override',
  { key: ['claim_id', 'rule', 'subject'], past: 'rows' },
  { claim_id: claim(), rule: text(), subject: text(), reason: text(), by_id: person() },
);

export const Consent = table(
  'consent',
  { key: ['claim_id', 'steward_id'], past: 'rows' },
  {
    claim_id: claim(),
    steward_id: person(),
    /** Null while it is waited for. */
    answer: oneOf(['given', 'refused']).orNull(),
    at_min: minute().orNull(),
    reason: text().otherwise(''),
  },
);

/** Two dates beside one another in the same set-up meet at one minute: nothing is cleared and set between them. */
export const TurnoverLink = table(
  'turnover_link',
  { key: ['before_claim_space_id'], past: 'rows' },
  {
    before_claim_space_id: rowNumber().of('claim_space'),
    after_claim_space_id: rowNumber().of('claim_space'),
    boundary_min: minute(),
  },
);

/** What each claim takes of each exclusive thing: the rows a guard keeps from overlapping. */
export const Occupancy = table(
  'occupancy',
  { key: ['id'], past: 'none', isDerived: true },
  {
    id: ownNumber(),
    claim_id: claim(),
    claim_space_id: rowNumber().of('claim_space').orNull(),
    resource_id: rowNumber<ResourceId>().of('resource'),
    start_min: minute(),
    end_min: minute(),
    occupies: flag(),
    claim_equipment_id: rowNumber().of('claim_equipment').orNull(),
  },
);

/** What each claim takes of stock, which a guard keeps from being lent twice. */
export const EquipmentUse = table(
  'equipment_use',
  { key: ['id'], past: 'none', isDerived: true },
  {
    id: ownNumber(),
    claim_equipment_id: rowNumber().of('claim_equipment'),
    claim_id: claim(),
    type_id: type(),
    start_min: minute(),
    end_min: minute(),
    quantity: integer(),
    occupies: flag(),
  },
);

/** A date in force that something later put in doubt. */
export const AtRisk = table(
  'at_risk',
  { key: ['claim_id', 'rule', 'subject'], past: 'none', isDerived: true },
  {
    claim_id: claim(),
    rule: text(),
    subject: text(),
    since_min: minute(),
    /** Of before: what was found stands in `finding` now, and this is empty. */
    sentence: text(),
    finding: json(foundRisk).orNull(),
  },
);
