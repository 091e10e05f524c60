import { MAIL_KINDS } from '@/core/changes/mail-due';
import type { OccurrenceId, PersonId, RequestId } from '@/core/ids';
import { z } from 'zod';
import { integer, json, minute, oneOf, ownNumber, rowNumber, text } from './column';
import { anything, doneFacts, storedRow } from './contents';
import { numberOf } from '../shapes';
import { table } from './table';

const request = () => rowNumber<RequestId>().of('request');
const person = () => rowNumber<PersonId>().of('person');
const changeSet = () => rowNumber().of('change_set');

/** One command: everything it changed, all or nothing, once for each key. */
export const ChangeSetRow = table(
  'change_set',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    /** Null where time did it. */
    actor_id: person().orNull(),
    at_min: minute(),
    action: text(),
    request_id: request().orNull(),
    reason: text().otherwise(''),
    idempotency_key: text(),
    undoes_id: changeSet().orNull(),
    /** What was answered, so that the same command sent again is answered alike. */
    result: json(anything, null),
    /** What was done, as code and facts; null where the action alone says it, and for changes of before. */
    facts: json(doneFacts).orNull(),
  },
);

export const ChangeSetRequest = table(
  'change_set_request',
  { key: ['change_set_id', 'request_id'], past: 'none' },
  { change_set_id: changeSet(), request_id: request() },
);

/** A row before and after; null where it was not there. */
export const History = table(
  'history',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    change_set_id: changeSet(),
    entity: text(),
    entity_id: text(),
    before: json(storedRow).orNull(),
    after: json(storedRow).orNull(),
  },
);

/** A thing of the house before and after, as its form shows it. */
export const EntryHistoryRow = table(
  'house_history',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    change_set_id: changeSet(),
    kind: text(),
    thing_id: rowNumber(),
    name: text(),
    /** Empty where the facts say it. */
    did: text(),
    before: json(anything).orNull(),
    after: json(anything).orNull(),
    facts: json(doneFacts).orNull(),
  },
);

/** A letter: to somebody of the house, or to a name and an address. */
export const Outbox = table(
  'outbox',
  { key: ['id'], past: 'none' },
  {
    id: ownNumber(),
    change_set_id: changeSet().orNull(),
    message_id: rowNumber().of('message').orNull(),
    request_id: request().orNull(),
    dedupe_key: text(),
    to_person_id: person().orNull(),
    to_name: text().orNull(),
    to_email: text().orNull(),
    kind: oneOf(MAIL_KINDS),
    payload: json(anything),
    created_min: minute(),
    send_after_min: minute(),
    sent_at_min: minute().orNull(),
    /** Taken back before it was sent. */
    withdrawn_at_min: minute().orNull(),
  },
);

/** The link in a letter by which an offer is answered; only its hash is kept. */
export const OfferLink = table(
  'offer_link',
  { key: ['hash'], past: 'none' },
  {
    hash: text(),
    outbox_id: rowNumber().of('outbox'),
    request_id: request(),
    person_id: person(),
    occurrences: json(z.array(numberOf<OccurrenceId>())),
    expires_min: minute(),
  },
);

/** The highest number of a row that was removed: it is never given again. Kept by triggers. */
export const RemovedNumber = table(
  'removed_number',
  { key: ['of_table'], past: 'none', isDerived: true },
  { of_table: text(), highest: integer() },
);
