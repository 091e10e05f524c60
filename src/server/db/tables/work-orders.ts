import { DUE_EDGES, TEMPLATE_PHASES } from '@/core/work-orders/template';
import { SERVICE_STATES } from '@/core/work-orders/service-due';
import type { ClaimId, EquipmentTypeId, OccurrenceId, PersonId, RequestId, SpaceId } from '@/core/ids';
import { epochMinute } from '@/core/time/epoch-minute';
import { day, flag, integer, json, minute, oneOf, ownNumber, rowNumber, text } from './column';
import { orderContent, templateQuantities, templateScope, words } from './contents';
import { table } from './table';

const occurrence = () => rowNumber<OccurrenceId>().of('occurrence');
const person = () => rowNumber<PersonId>().of('person');
const order = () => rowNumber().of('work_order');

/** What a crew does at which point of every date it is about; of one request or date where somebody wrote it by hand. */
export const OrderTemplate = table(
  'recipe',
  { key: ['id'], past: 'thing' },
  {
    id: ownNumber(),
    request_id: rowNumber<RequestId>().of('request').orNull(),
    occurrence_id: occurrence().orNull(),
    phase: oneOf(TEMPLATE_PHASES),
    title: text(),
    team_id: rowNumber().of('team'),
    person_id: person().orNull(),
    per: oneOf(['space', 'date']).otherwise('space'),
    scope: json(templateScope, {}),
    due_edge: oneOf(DUE_EDGES),
    due_offset_min: integer().otherwise(0),
    until_edge: oneOf(DUE_EDGES).orNull(),
    until_offset_min: integer().otherwise(0),
    lead_days: integer().orNull(),
    checklist: json(words, []),
    crew: integer().otherwise(1),
    work_formula: text().orNull(),
    quantities: json(templateQuantities, []),
    retired_at: text().orNull(),
    row_version: integer().otherwise(1),
  },
);

export const WorkOrder = table(
  'work_order',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber(),
    /** What it is about, so that it is found again when its date changes. */
    order_key: text(),
    occurrence_id: occurrence(),
    /** Of a turnover: the date that comes after. */
    after_occurrence_id: occurrence().orNull(),
    claim_id: rowNumber<ClaimId>().of('claim'),
    team_id: rowNumber().of('team'),
    phase: oneOf(['setup', 'turnover', 'attendance', 'strike']),
    due_min: minute(),
    state: oneOf(['open', 'done', 'withdrawn']),
    version: integer(),
    done_at_min: minute().orNull(),
    done_by_id: person().orNull(),
    row_version: integer().otherwise(1),
    from_min: minute().otherwise(epochMinute(0)),
    /** Person-minutes. */
    work_min: integer().otherwise(0),
    origin: oneOf(['recipe', 'turnover', 'counter', 'hand']).otherwise('recipe'),
    space_id: rowNumber<SpaceId>().of('space').orNull(),
    person_id: person().orNull(),
    /** When it is to be issued; at once where that has passed. */
    issue_min: integer().otherwise(0),
    issued_min: minute().orNull(),
    /** The key of the turnover that does its work. */
    covered_by: text().orNull(),
    ticks: json(words, []),
    /** The version the team has read. */
    seen_version: integer().otherwise(0),
    seen_by_id: person().orNull(),
    seen_at_min: minute().orNull(),
  },
);

export const WorkOrderVersion = table(
  'work_order_version',
  { key: ['order_id', 'version'], past: 'rows' },
  { order_id: order(), version: integer(), content: json(orderContent), hash: text() },
);

/** What a crew said of an order. */
export const OrderNote = table(
  'order_note',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber(),
    order_id: order(),
    person_id: person(),
    at_min: minute(),
    kind: oneOf(['note', 'problem']),
    text: text(),
    file_id: rowNumber().of('file').orNull(),
    solved_min: minute().orNull(),
    solved_by_id: person().orNull(),
  },
);

/** How far a service of a date is. */
export const ServiceLine = table(
  'service_line',
  { key: ['occurrence_id', 'service_id'], past: 'none' },
  {
    occurrence_id: occurrence(),
    service_id: rowNumber().of('service'),
    state: oneOf(SERVICE_STATES),
    note: text().otherwise(''),
    by_id: person(),
    at_min: minute(),
  },
);

/** What came back to the stores, counted. */
export const EquipmentReturn = table(
  'equipment_return',
  { key: ['order_id', 'type_id'], past: 'none' },
  {
    order_id: order(),
    type_id: rowNumber<EquipmentTypeId>().of('equipment_type'),
    expected: integer(),
    counted: integer(),
    damaged: integer(),
    note: text().otherwise(''),
    by_id: person(),
    at_min: minute(),
    /** What the damage took off the stock. */
    stock_line_id: rowNumber().of('stock_line').orNull(),
  },
);

/** Something promised, looked at before people come. */
export const WalkThrough = table(
  'walk_through',
  { key: ['occurrence_id', 'line'], past: 'none' },
  {
    occurrence_id: occurrence(),
    line: text(),
    is_right: flag(),
    note: text().otherwise(''),
    by_id: person(),
    at_min: minute(),
  },
);

/** How many came. */
export const Attendance = table(
  'attendance',
  { key: ['occurrence_id'], past: 'none' },
  { occurrence_id: occurrence(), people: integer().orNull(), by_id: person(), at_min: minute() },
);

/** Who was expected, and whether they are here. */
export const Attendee = table(
  'attendee',
  { key: ['occurrence_id', 'name'], past: 'none' },
  { occurrence_id: occurrence(), name: text(), position: integer(), is_here: flag().otherwise(0) },
);

/** What is left to do after an event. */
export const FollowUp = table(
  'follow_up',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    request_id: rowNumber<RequestId>().of('request'),
    text: text(),
    due_date: day().orNull(),
    by_id: person(),
    at_min: minute(),
    done_min: minute().orNull(),
    done_by_id: person().orNull(),
  },
);
