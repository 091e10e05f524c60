import { ROLES } from '@/core/roles';
import type { OrganisationId, PersonId } from '@/core/ids';
import { flag, integer, json, millisecond, oneOf, ownNumber, rowNumber, text } from './column';
import { document, numbers } from './contents';
import { table } from './table';

const person = () => rowNumber<PersonId>().of('person');

export const Person = table(
  'person',
  { key: ['id'], past: 'thing' },
  {
    id: ownNumber<PersonId>(),
    name: text(),
    email: text(),
    /** Null until a password was set. */
    password_hash: text().orNull(),
    retired_at: text().orNull(),
    row_version: integer().otherwise(1),
    signed_in_ms: millisecond().orNull(),
  },
);

export const Membership = table(
  'membership',
  { key: ['organisation_id', 'person_id'], past: 'thing' },
  { organisation_id: rowNumber<OrganisationId>().of('organisation'), person_id: person() },
);

/** What somebody may do, and where: the whole site, a building, a space, a team or a pool of equipment. */
export const RoleGrant = table(
  'role_grant',
  { key: ['person_id', 'role', 'scope_kind', 'scope_id'], past: 'thing' },
  {
    person_id: person(),
    role: oneOf(ROLES),
    scope_kind: oneOf(['site', 'building', 'space', 'team', 'pool']),
    scope_id: rowNumber(),
    /** Of a steward: whether dates there need a consent. */
    asks_consent: flag().otherwise(0),
  },
);

/** Who may act for somebody. */
export const Deputy = table(
  'deputy',
  { key: ['person_id', 'deputy_id'], past: 'none' },
  { person_id: person(), deputy_id: person() },
);

/** Signed in; by the real clock. */
export const Session = table(
  'session',
  { key: ['id'], past: 'none' },
  { id: text(), person_id: person(), created_ms: millisecond(), expires_ms: millisecond() },
);

/** Only the hash of a link is kept: whoever reads the database cannot sign in as anybody. By the real clock. */
export const AccountLink = table(
  'account_link',
  { key: ['hash'], past: 'none' },
  {
    hash: text(),
    outbox_id: rowNumber().of('outbox'),
    purpose: oneOf(['invitation', 'new-password', 'registration']),
    /** Null for a registration: nobody is there yet. */
    person_id: person().orNull(),
    name: text(),
    email: text(),
    expires_ms: millisecond(),
    used_ms: millisecond().orNull(),
  },
);

export const PersonSettings = table(
  'person_settings',
  { key: ['person_id'], past: 'none' },
  {
    person_id: person(),
    settings: json(document),
    /** Minutes before a booking at which a letter reminds of it. */
    reminders: json(numbers, []),
  },
);

/** The private link to one's own bookings; its number moves on where it is replaced. */
export const FeedLink = table(
  'feed_link',
  { key: ['person_id'], past: 'none' },
  { person_id: person(), link_no: integer().otherwise(1) },
);

export const Pin = table(
  'pin',
  { key: ['person_id', 'kind', 'target_id'], past: 'none' },
  { person_id: person(), kind: oneOf(['space', 'pool']), target_id: rowNumber() },
);

export const SavedView = table(
  'saved_view',
  { key: ['id'], past: 'none' },
  { id: ownNumber(), person_id: person(), screen: text(), name: text(), address: text() },
);

/** How far somebody has read their news: the last change set and the last message they were shown. */
export const NewsRead = table(
  'news_read',
  { key: ['person_id'], past: 'none' },
  { person_id: person(), change_set_id: integer().otherwise(0), message_id: integer().otherwise(0) },
);
