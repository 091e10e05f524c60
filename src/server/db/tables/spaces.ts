import { FEATURES } from '@/core/spaces/features';
import { LAYOUTS } from '@/core/seating/layouts';
import type { BuildingId, EquipmentTypeId, PersonId, ResourceId, SpaceId } from '@/core/ids';
import { day, flag, integer, json, minute, oneOf, ownNumber, real, rowNumber, text } from './column';
import { doors, obstacles, seeingRoles, whoMayAsk } from './contents';
import { table } from './table';

const version = { row_version: integer().otherwise(1) };
const kept = { ...version, retired_at: text().orNull() };
const house = { past: 'thing', moves: 'house_version' } as const;

export const Space = table(
  'space',
  { key: ['id'], ...house },
  {
    id: ownNumber<SpaceId>(),
    building_id: rowNumber<BuildingId>().of('building'),
    code: text(),
    name: text(),
    area_m2: real().orNull(),
    length_m: real().orNull(),
    width_m: real().orNull(),
    step_free: flag().otherwise(0),
    outdoor: flag().otherwise(0),
    posted_limit: integer().orNull(),
    position: integer(),
    retired_at: text().orNull(),
    top_up_min: integer().otherwise(10),
    doors: json(doors, []),
    obstacles: json(obstacles, []),
    ...version,
    /** The atomic part it is while it is made of no others; it stays its own when it is joined and parted again. */
    part_id: rowNumber<ResourceId>().of('resource').orNull(),
    seen_by: json(seeingRoles, ['crew', 'steward']),
  },
);

/** What is exclusive: an atomic part of a space, or a numbered unit of equipment. */
export const Resource = table(
  'resource',
  { key: ['id'], past: 'thing' },
  { id: ownNumber<ResourceId>(), kind: oneOf(['part', 'unit']), name: text() },
);

export const SpaceChild = table(
  'space_child',
  { key: ['parent_id', 'child_id'], past: 'thing' },
  { parent_id: rowNumber<SpaceId>().of('space'), child_id: rowNumber<SpaceId>().of('space') },
);

/** The atomic parts a space is made of, through all its children. */
export const SpacePart = table(
  'space_part',
  { key: ['space_id', 'resource_id'], ...house },
  { space_id: rowNumber<SpaceId>().of('space'), resource_id: rowNumber<ResourceId>().of('resource') },
);

export const SpaceLayout = table(
  'space_layout',
  { key: ['space_id', 'layout'], ...house },
  {
    space_id: rowNumber<SpaceId>().of('space'),
    layout: oneOf(LAYOUTS),
    seats: integer(),
    setup_min: integer(),
    strike_min: integer(),
    position: integer(),
  },
);

export const SpaceFeature = table(
  'space_feature',
  { key: ['space_id', 'feature'], ...house },
  { space_id: rowNumber<SpaceId>().of('space'), feature: oneOf(FEATURES) },
);

/** What is asked of requests for a space from a day on; null says nothing about it. */
export const SpacePolicy = table(
  'space_policy',
  { key: ['space_id', 'valid_from'], ...house },
  {
    space_id: rowNumber<SpaceId>().of('space'),
    valid_from: day(),
    notice_min: integer().orNull(),
    horizon_months: integer().orNull(),
    shortest_min: integer().orNull(),
    longest_min: integer().orNull(),
    granted: oneOf(['on-request', 'instantly']).otherwise('on-request'),
    who: json(whoMayAsk, { roles: [], organisations: [] }),
  },
);

export const SpaceTimetable = table(
  'space_timetable',
  { key: ['space_id', 'timetable_id'], ...house },
  { space_id: rowNumber<SpaceId>().of('space'), timetable_id: rowNumber().of('timetable') },
);

export const Store = table(
  'store',
  { key: ['id'], past: 'thing' },
  { id: ownNumber(), site_id: rowNumber().of('site'), name: text(), ...kept },
);

export const EquipmentType = table(
  'equipment_type',
  { key: ['id'], ...house },
  {
    id: ownNumber<EquipmentTypeId>(),
    store_id: rowNumber().of('store'),
    name: text(),
    fetch_min: integer(),
    return_min: integer(),
    position: integer(),
    retired_at: text().orNull(),
    /** A pool of people: the team whose shifts are its stock. */
    pool_team_id: rowNumber().of('team').orNull(),
    ...version,
  },
);

export const KitItem = table(
  'kit_item',
  { key: ['kit_id', 'type_id'], past: 'thing' },
  {
    kit_id: rowNumber<EquipmentTypeId>().of('equipment_type'),
    type_id: rowNumber<EquipmentTypeId>().of('equipment_type'),
    quantity: integer(),
  },
);

/** What takes the place of a type that is short, best first. */
export const EquipmentSubstitute = table(
  'equipment_substitute',
  { key: ['type_id', 'by_type_id'], past: 'thing' },
  {
    type_id: rowNumber<EquipmentTypeId>().of('equipment_type'),
    by_type_id: rowNumber<EquipmentTypeId>().of('equipment_type'),
    position: integer(),
  },
);

/** So many more or fewer from a minute on, until another or for good. */
export const StockLine = table(
  'stock_line',
  { key: ['id'], ...house },
  {
    id: ownNumber(),
    type_id: rowNumber<EquipmentTypeId>().of('equipment_type'),
    /** A numbered unit; then `delta` is 1 or -1. */
    resource_id: rowNumber<ResourceId>().of('resource').orNull(),
    from_min: minute(),
    to_min: minute().orNull(),
    delta: integer(),
    reason: text(),
  },
);

export const Team = table('team', { key: ['id'], past: 'thing' }, { id: ownNumber(), name: text(), ...kept });

export const TeamMember = table(
  'team_member',
  { key: ['team_id', 'person_id'], past: 'thing' },
  { team_id: rowNumber().of('team'), person_id: rowNumber<PersonId>().of('person') },
);

/** Somebody, or so many of a team, at work. */
export const Shift = table(
  'shift',
  { key: ['id'], ...house },
  {
    id: ownNumber(),
    team_id: rowNumber().of('team'),
    person_id: rowNumber<PersonId>().of('person').orNull(),
    start_min: minute(),
    end_min: minute(),
    people: integer().otherwise(1),
  },
);

export const Service = table(
  'service',
  { key: ['id'], past: 'thing' },
  {
    id: ownNumber(),
    team_id: rowNumber().of('team'),
    name: text(),
    lead_days: integer().otherwise(0),
    crew_min: integer().otherwise(0),
    about: text().otherwise(''),
    position: integer().otherwise(0),
    ...kept,
  },
);
