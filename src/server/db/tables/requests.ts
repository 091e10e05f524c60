import { REQUEST_FIELDS, type RequestFieldColumns } from '@/contracts/requests/request-fields';
import { REQUEST_KINDS } from '@/contracts/requests/ask-details';
import { THREAD_KINDS } from '@/contracts/requests/talk';
import { OCCURRENCE_STATES } from '@/core/changes/transitions';
import type {
  CategoryId,
  ClaimId,
  OccurrenceId,
  OrganisationId,
  PersonId,
  RequestId,
  SegmentId,
} from '@/core/ids';
import {
  day,
  flag,
  integer,
  json,
  minute,
  oneOf,
  ownNumber,
  rowNumber,
  text,
  wallTime,
  type Column,
} from './column';
import { anything, ownFields, words } from './contents';
import { table } from './table';

const request = () => rowNumber<RequestId>().of('request');
const person = () => rowNumber<PersonId>().of('person');

/** Plain texts of a request, each a column. The oldest was there before the others and has no default. */
const requestFields = {
  ...(Object.fromEntries(
    Object.values(REQUEST_FIELDS).map(({ column }) => [column, text().otherwise('')]),
  ) as { readonly [Name in keyof RequestFieldColumns]: Column<string, true> }),
  notes: text(),
};

export const Request = table(
  'request',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber<RequestId>(),
    ref: text(),
    requester_id: person(),
    handler_id: person().orNull(),
    title: text(),
    public_text: text(),
    people: integer(),
    publish: flag(),
    /** What was sent, as it was sent: never changed (a trigger). */
    as_asked: json(anything),
    asked_min: minute(),
    row_version: integer().otherwise(1),
    audiences: json(words, []),
    other_space_ok: flag().otherwise(0),
    kind: oneOf(REQUEST_KINDS).otherwise('space'),
    ...requestFields,
    public_html: text().otherwise(''),
    /** What the office chooses a space by; null where one is named. */
    wants: json(anything, null),
    second_choices: json(anything, []),
    /** Who typed it for somebody else. */
    typed_by_id: person().orNull(),
  },
);

export const RequestHost = table(
  'request_host',
  { key: ['request_id', 'organisation_id'], past: 'rows' },
  {
    request_id: request(),
    organisation_id: rowNumber<OrganisationId>().of('organisation'),
    /** The first leads. */
    position: integer(),
  },
);

export const RequestCategory = table(
  'request_category',
  { key: ['request_id', 'category_id'], past: 'rows' },
  { request_id: request(), category_id: rowNumber<CategoryId>().of('category'), position: integer() },
);

/** A line of the running order; minutes from the start of the event. */
export const RequestLine = table(
  'request_line',
  { key: ['request_id', 'position'], past: 'rows' },
  { request_id: request(), position: integer(), from_min: integer(), text: text(), is_public: flag() },
);

export const RequestAnswer = table(
  'request_answer',
  { key: ['request_id', 'question_id'], past: 'rows' },
  { request_id: request(), question_id: rowNumber().of('question'), answer: text() },
);

export const RequestCalendar = table(
  'request_calendar',
  { key: ['request_id', 'calendar_id'], past: 'rows' },
  {
    request_id: request(),
    calendar_id: rowNumber().of('calendar'),
    choice: oneOf(['wanted', 'picked', 'excluded']),
  },
);

/** Only where the office has said something: a request without a row is neither held back nor late. */
export const Notice = table(
  'notice',
  { key: ['request_id'], past: 'rows' },
  { request_id: request(), held_back: flag(), publish_from: day().orNull() },
);

/** Dates of a request with one rule, one time and one UID; a split series has several. */
export const Segment = table(
  'segment',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber<SegmentId>(),
    request_id: request(),
    no: integer(),
    uid: text(),
    /** Of RFC 5545: counted up where readers would see other times. */
    sequence: integer().otherwise(0),
    tzid: text(),
    start_local: wallTime(),
    end_local: wallTime(),
    all_day: flag().otherwise(0),
    rrule: text().orNull(),
    /** Its dates have rows up to this day. */
    materialised_until: day(),
    /** They were decided on up to this day. */
    decided_until: day(),
    created_min: minute(),
    changed_min: minute(),
    endless: flag().otherwise(0),
    /** The UID of the segment it was split from. */
    related_to: text().orNull(),
  },
);

/** A date beside the rule, or one it names that is left out. */
export const SegmentDate = table(
  'segment_date',
  { key: ['segment_id', 'recurrence_local'], past: 'rows' },
  {
    segment_id: rowNumber<SegmentId>().of('segment'),
    recurrence_local: wallTime(),
    kind: oneOf(['excluded', 'extra']),
    end_local: wallTime().orNull(),
  },
);

/** A date. */
export const Occurrence = table(
  'occurrence',
  { key: ['id'], past: 'rows' },
  {
    id: ownNumber<OccurrenceId>(),
    request_id: request(),
    segment_id: rowNumber<SegmentId>().of('segment'),
    /** The start the rule gives it, whatever was moved since. */
    recurrence_local: wallTime(),
    state: oneOf(OCCURRENCE_STATES),
    reason: text().otherwise(''),
    row_version: integer().otherwise(1),
    /** What it keeps of its own when its series changes. */
    own: json(ownFields, []),
    /** The claim it stands on. */
    standing_id: rowNumber<ClaimId>().of('claim').orNull(),
  },
);

export const Thread = table(
  'thread',
  { key: ['id'], past: 'none' },
  { id: ownNumber(), request_id: request(), kind: oneOf(THREAD_KINDS) },
);

export const Message = table(
  'message',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    thread_id: rowNumber().of('thread'),
    author_id: person(),
    at_min: minute(),
    text: text(),
    /** Sent again under the same key it is the same message. */
    key: text().otherwise(''),
    is_question: flag().otherwise(0),
  },
);

/** What was sent; of nothing yet where it was uploaded and not taken up. */
export const File = table(
  'file',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    request_id: request().orNull(),
    message_id: rowNumber().of('message').orNull(),
    name: text(),
    media_type: text(),
    bytes: integer(),
    sha256: text(),
    stored_as: text(),
    key: text().otherwise(''),
    owner_id: person().orNull(),
    uploaded_min: integer().otherwise(0),
  },
);
