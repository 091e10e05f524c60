import { REQUEST_FIELD_NAMES } from '@/contracts/requests/request-fields';
import { z } from 'zod';
import type { LocalDate, LocalDateTime } from '@/core/time/local-time';
import { STEP_ACTIONS } from '@/contracts/requests/change';
import { SERVICE_STATES } from '@/core/work-orders/service-due';
import { ENTRY_COMMANDS } from '@/contracts/administration/docs';
import { ENTRY_KINDS } from '@/contracts/administration/kinds';

const count = z.number().int().min(0);
const moment = z.custom<LocalDateTime>((value) => typeof value === 'string');

/** Something of a request that says something else than before. */
export const editSchema = z.discriminatedUnion('of', [
  z.object({ of: z.literal('title'), from: z.string(), to: z.string() }),
  z.object({ of: z.enum(REQUEST_FIELD_NAMES), from: z.string(), to: z.string() }),
  z.object({ of: z.enum(['public-text', 'marks']) }),
  z.object({ of: z.enum(['shown', 'held-back']), to: z.boolean() }),
  /** Null is at once. */
  z.object({
    of: z.literal('from-day'),
    to: z.custom<LocalDate>((value) => typeof value === 'string').nullable(),
  }),
  z.object({ of: z.enum(['picked', 'excluded']), calendars: z.array(z.string()) }),
]);
export type Edit = z.output<typeof editSchema>;

/**
 * What a change did, as code and facts: the words are made for whoever reads a history (`say-done.ts`). Names are kept
 * as they were. Counts are whole and from 0.
 */
export const doneFactsSchema = z.discriminatedUnion('did', [
  z.object({
    did: z.literal('step'),
    action: z.enum(STEP_ACTIONS),
    dates: count,
    /** Dates of the same requests that still wait. */
    stillWaiting: count,
    /** Of the dates: given up before they were approved; that wait for the office; moved; with another place offered. */
    withdrawn: count,
    asked: count,
    moved: count,
    proposed: count,
  }),
  z.object({ did: z.literal('series-changed'), moved: count, added: count, gone: count }),
  /** Dates where there are any, else requests. */
  z.object({ did: z.literal('taken-back'), dates: count, requests: count }),
  z.object({ did: z.enum(['words-edited', 'notice-edited']), edits: z.array(editSchema) }),
  z.object({ did: z.literal('recategorised'), requests: count, category: z.string() }),
  z.object({ did: z.literal('published-at-once'), dates: count }),
  z.object({ did: z.enum(['consent-given', 'consent-refused']), dates: count }),
  z.object({ did: z.literal('service'), service: z.string(), state: z.enum(SERVICE_STATES) }),
  z.object({ did: z.enum(['thing-made', 'thing-changed', 'things-taken-in']), kind: z.enum(ENTRY_KINDS) }),
  z.object({ did: z.literal('thing'), command: z.enum(ENTRY_COMMANDS), kind: z.enum(ENTRY_KINDS) }),
  z.object({ did: z.literal('picture'), about: z.string() }),
  z.object({
    did: z.enum(['on-shift', 'off-shift']),
    /** Null is anybody, so many. */
    person: z.string().nullable(),
    people: count,
    from: moment,
    to: moment,
  }),
]);
export type DoneFacts = z.output<typeof doneFactsSchema>;
