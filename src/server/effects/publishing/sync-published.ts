import { createHash } from 'node:crypto';
import type { OccurrenceId, RequestId, SegmentId } from '@/core/ids';
import {
  calendarsOf,
  factsOf,
  isAnnounced,
  tellsAll,
  type CalendarRule,
  type ShowableEvent,
} from '@/core/publishing/shown';
import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { siteZone } from '../../repositories/world/space-facts';
import { addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import type { Writer } from '../../db/connection';
import { renderParts, storeParts } from './render';
import type { ChangeSet } from '../../repositories/changes/change-set';
import {
  loadCalendarRules,
  loadPublishingStates,
  type DateState,
  type GoneAs,
  type LedgerRow,
  type PublishingState,
} from './publishing-state';
import { Occurrence, Request, Segment } from '../../db/tables/requests';
import type { RowOf } from '../../db/tables/table';
import { DROP_SETTLED, WRITE_LEDGER } from './publishing.queries';
import { COUNT_CALENDARS_UP, DROP_TEXT } from '../../repositories/publishing/published.queries';
import { Announced, UnsettledApproval } from '../../db/tables/publishing';
import { addKeptCalendars, type KeptFor } from './kept-calendars';
import { loaded, groupBy } from '@/core/lists';

const hashOf = (text: string): string => createHash('sha1').update(text).digest('base64').slice(0, 20);

const rowKey = (row: { calendar: number; segment: number; recurrence: string }): string =>
  `${row.calendar}|${row.segment}|${row.recurrence}`;
const partKey = (row: { calendar: number; segment: number }): string => `${row.calendar}|${row.segment}`;

/** What one request should look like to readers, beside what they were shown. */
interface Wanted {
  readonly ledger: readonly LedgerRow[];
  readonly open: ReadonlySet<OccurrenceId>;
}

function showable(state: PublishingState, { spaces, buildings }: DateState, today: LocalDate): ShowableEvent {
  const announcement = {
    publish: state.publish === 1,
    heldBack: state.heldBack === 1,
    publishFrom: state.publishFrom,
  };
  return {
    isAnnounced: isAnnounced(announcement, today),
    requesterId: state.requester,
    choices: new Map(state.choices.map(({ calendar, choice }) => [calendar, choice])),
    categories: state.categories as ShowableEvent['categories'],
    hosts: state.hosts,
    audiences: state.audiences,
    spaces,
    buildings,
  };
}

const isUnsettled = ({ settles }: DateState, now: number): boolean => settles !== null && settles > now;

/** The office keeps it from readers for now: by hand, or until a day that is still to come. */
const isHeldBack = ({ heldBack, publishFrom }: PublishingState, today: LocalDate): boolean =>
  heldBack === 1 || (publishFrom !== null && publishFrom > today);

/** What was told to be cancelled stays so while it is held back: readers are owed that. */
const goneFor = ({ goneAs }: LedgerRow, now: GoneAs): GoneAs =>
  now === 'held-back' && goneAs !== null && goneAs !== 'held-back' ? goneAs : now;

/**
 * The ledger as it should be. A date that was shown and is not any more is gone: cancelled where readers of that
 * calendar may know that it is, otherwise withheld.
 */
function wantedOf(
  state: PublishingState,
  calendars: readonly CalendarRule[],
  today: LocalDate,
  now: number,
): Wanted {
  const known = new Map(state.ledger.map((row) => [rowKey(row), row]));
  const open = new Set<OccurrenceId>();
  const ledger = new Map<string, LedgerRow>();
  for (const date of state.dates) {
    const event = showable(state, date, today);
    const { segment, recurrence } = date;
    for (const rule of calendarsOf(calendars, event)) {
      const row = { calendar: rule.id, segment, recurrence };
      const before = known.get(rowKey(row));
      // Readers learn of an approval once it stands for good.
      if (!before && isUnsettled(date, now)) continue;
      if (date.isInForce) ledger.set(rowKey(row), { ...row, gone: null, goneAs: null });
      else if (before) ledger.set(rowKey(row), { ...row, gone: before.gone ?? now, goneAs: 'cancelled' });
      // Of a cancelled date only those know who were shown it there.
      if ((date.isInForce || before) && tellsAll(rule)) open.add(date.occurrence);
    }
  }
  const goneAs: GoneAs = state.publish === 1 && isHeldBack(state, today) ? 'held-back' : 'withheld';
  for (const [key, row] of known)
    if (!ledger.has(key)) ledger.set(key, { ...row, gone: row.gone ?? now, goneAs: goneFor(row, goneAs) });
  return { ledger: [...ledger.values()], open };
}

async function writeLedger(tx: Writer, rows: readonly LedgerRow[], now: EpochMinute): Promise<void> {
  if (!rows.length) return;
  await tx.execute(WRITE_LEDGER, {
    now,
    rows: rows.map(({ calendar, segment, recurrence, gone, goneAs }) => [
      calendar,
      segment,
      recurrence,
      gone,
      goneAs,
    ]),
  });
}

/** Text a reader of one calendar gets of one segment, as two fingerprints: of its times and of its words. */
interface Part {
  readonly calendar: number;
  readonly segment: SegmentId;
  readonly tzid: string;
  readonly times: string;
  readonly words: string;
}

function partsOf(
  state: PublishingState,
  ledger: readonly LedgerRow[],
  calendars: readonly CalendarRule[],
): Part[] {
  const dates = new Map(state.dates.map((date) => [`${date.segment}|${date.recurrence}`, date]));
  const segmentOf = loaded(
    'segment',
    state.segments.map((each) => [each.id, each] as const),
  );
  const told = new Map(
    calendars.map((each) => [each.id, each.kind === 'made' ? each.facts.join() : each.kind] as const),
  );
  return [...groupBy(ledger, partKey).values()].map((rows) => {
    const { calendar, segment } = rows[0];
    const { tzid, rule } = segmentOf(segment);
    const own = rows
      .map((row) => ({ row, date: dates.get(`${row.segment}|${row.recurrence}`) }))
      .sort((a, b) => (a.row.recurrence < b.row.recurrence ? -1 : 1));
    const seen = own.map(({ row, date }) => ({
      row,
      date: row.goneAs === 'withheld' || row.goneAs === 'held-back' ? null : date,
    }));
    const times = seen.map(({ row, date }) => [row.recurrence, row.gone !== null, date?.start, date?.end]);
    const words = seen.map(({ row, date }) => [row.goneAs, date?.place]);
    return {
      calendar,
      segment,
      tzid,
      times: hashOf(JSON.stringify([rule, times])),
      words: hashOf(JSON.stringify([state.words, words, told.get(calendar)])),
    };
  });
}

/** Text made before is dropped where it would say something else now. */
async function dropText(tx: Writer, parts: readonly Part[]): Promise<void> {
  if (!parts.length) return;
  await tx.execute(DROP_TEXT, {
    rows: parts.map(({ calendar, segment, tzid, times, words }) => [calendar, segment, tzid, times, words]),
  });
  await tx.execute(COUNT_CALENDARS_UP, { ids: [...new Set(parts.map(({ calendar }) => calendar))] });
}

async function rewriteAnnounced(
  tx: Writer,
  state: PublishingState,
  open: ReadonlySet<OccurrenceId>,
): Promise<void> {
  const before = new Set(state.announced);
  const [added, taken] = [
    [...open].filter((id) => !before.has(id)),
    [...before].filter((id) => !open.has(id)),
  ];
  if (added.length) await tx.table(Announced).insertAll(added.map((occurrence_id) => ({ occurrence_id })));
  if (taken.length) await tx.table(Announced).remove({ occurrence_id: taken });
}

/** Spaces and hosts that readers can follow by themselves have a calendar from the first public date on. */
async function keepCalendars(tx: Writer, states: readonly PublishingState[]): Promise<void> {
  const published = states.filter(({ publish }) => publish === 1);
  const refs = (kind: KeptFor['kind'], ids: readonly number[]): KeptFor[] =>
    [...new Set(ids)].map((ref) => ({ kind, ref }));
  await addKeptCalendars(tx, [
    ...refs(
      'space',
      published.flatMap(({ dates }) => dates.flatMap(({ spaces }) => spaces)),
    ),
    ...refs(
      'host',
      published.flatMap(({ hosts, dates }) => (dates.length ? hosts : [])),
    ),
  ]);
}

interface Moved {
  /** Texts that would say something else now. */
  readonly parts: readonly Part[];
  /** Somebody who had it sees other times: SEQUENCE counts up. */
  readonly times: ReadonlySet<SegmentId>;
  /** Somebody who had it sees something else, or it is seen for the first time: LAST-MODIFIED moves on. */
  readonly changed: ReadonlySet<SegmentId>;
}

/**
 * What readers now see otherwise. UID, SEQUENCE and LAST-MODIFIED of a segment are the same on every calendar, so where
 * one of them changes its text on all of them does.
 */
function movedOf(parts: readonly Part[], states: readonly PublishingState[]): Moved {
  const before = new Map(states.flatMap((state) => state.parts).map((part) => [partKey(part), part]));
  const known = new Set([...before.values()].map(({ segment }) => segment));
  const oldOf = (part: Part) => before.get(partKey(part));
  const isNew = (part: Part) => !oldOf(part);
  const hasOther = (what: 'times' | 'words') => (part: Part) => {
    const old = oldOf(part);
    return old !== undefined && old[what] !== part[what];
  };
  const segmentsOf = (list: readonly Part[]) => list.map(({ segment }) => segment);
  const times = new Set(segmentsOf(parts.filter(hasOther('times'))));
  const changed = new Set([
    ...times,
    ...segmentsOf(parts.filter(hasOther('words'))),
    ...segmentsOf(parts).filter((segment) => !known.has(segment)),
  ]);
  return { parts: parts.filter((part) => isNew(part) || changed.has(part.segment)), times, changed };
}

const isOtherwise = (row: LedgerRow, before: LedgerRow | undefined): boolean =>
  !before || before.gone !== row.gone || before.goneAs !== row.goneAs;

/**
 * Dates this change has approved that were there before it: what is asked for and given in one step cannot be taken
 * back, so it stands at once.
 */
function approvedHere(change: ChangeSet): OccurrenceId[] {
  const asked = new Set(
    change.lines(Request).flatMap(({ before, after }) => (before === null && after ? [after.id] : [])),
  );
  const first = new Map<OccurrenceId, RowOf<typeof Occurrence> | null>();
  const approved = new Set<OccurrenceId>();
  for (const { before, after } of change.lines(Occurrence)) {
    const id = (after ?? before)?.id;
    if (id === undefined) continue;
    if (!first.has(id)) first.set(id, before);
    if (after?.state === 'approved' && !asked.has(after.request_id)) approved.add(id);
    else approved.delete(id);
  }
  return [...approved].filter((id) => first.get(id)?.state !== 'approved');
}

/** Notes what this change has approved as not yet settled, and forgets what no longer is. */
async function noteUnsettled(change: ChangeSet, requests: readonly RequestId[]): Promise<void> {
  const { tx, at } = change;
  const approved = approvedHere(change);
  if (approved.length) {
    const settles_min = addMinutes(at, MAIL_WAIT_MIN);
    await tx
      .table(UnsettledApproval)
      .addMissing(approved.map((occurrence_id) => ({ occurrence_id, settles_min })));
  }
  await tx.execute(DROP_SETTLED, { requests, at });
}

async function syncLot(change: ChangeSet, ids: readonly RequestId[]): Promise<void> {
  const { tx, at: now } = change;
  await noteUnsettled(change, ids);
  const states = await loadPublishingStates(tx, ids);
  await keepCalendars(tx, states);
  const calendars = await loadCalendarRules(tx, states);
  const today = dateOf(toLocal(now, await siteZone(tx)));
  const changed: LedgerRow[] = [];
  const parts: Part[] = [];
  for (const state of states) {
    const wanted = wantedOf(state, calendars, today, now);
    const known = new Map(state.ledger.map((row) => [rowKey(row), row]));
    changed.push(...wanted.ledger.filter((row) => isOtherwise(row, known.get(rowKey(row)))));
    parts.push(...partsOf(state, wanted.ledger, calendars));
    await rewriteAnnounced(tx, state, wanted.open);
  }
  const moved = movedOf(parts, states);
  await writeLedger(tx, changed, now);
  await dropText(tx, moved.parts);
  await change.update(Segment, [...moved.changed], (row) => ({
    sequence: row.sequence + (moved.times.has(row.id) ? 1 : 0),
    changed_min: now,
  }));
  if (moved.parts.length <= MOST_WRITTEN_AT_ONCE) await rewriteText(tx, moved.parts, calendars, now);
}

/** So many texts are written with the change itself; more are left to the first who reads them. */
const MOST_WRITTEN_AT_ONCE = 40;

async function rewriteText(
  tx: Writer,
  parts: readonly Part[],
  calendars: readonly CalendarRule[],
  now: EpochMinute,
): Promise<void> {
  for (const calendar of calendars) {
    const segments = parts.filter((part) => part.calendar === calendar.id).map(({ segment }) => segment);
    if (!segments.length) continue;
    await storeParts(tx, calendar.id, await renderParts(tx, calendar.id, factsOf(calendar), segments, now));
  }
}

const LOT = 200;

/**
 * Brings what readers see of these requests in line with what is in force, in the change's own transaction: the
 * ledger, which titles everybody may know, and which texts of feeds have to be made anew. SEQUENCE of a segment counts
 * up where somebody who had it sees other times (RFC 5545 3.8.7.4); other words only move LAST-MODIFIED.
 */
export async function syncPublished(change: ChangeSet, requests: readonly RequestId[]): Promise<void> {
  for (let from = 0; from < requests.length; from += LOT)
    await syncLot(change, requests.slice(from, from + LOT));
}
