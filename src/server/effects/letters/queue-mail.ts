import { settingsOf } from '../../repositories/people/kept-settings';
import { groupOf, mailDue, type DateTurn, type MailKind, type TurnGroup } from '@/core/changes/mail-due';
import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import type { ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import { addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import { t } from '@/contracts/language/translate';
import { sayChangedDate } from '@/contracts/words/differences';
import { GROUP_HEADS, OPENING_WORDS, REST_HEADS } from '@/contracts/words/mail';
import { momentText, spanText } from '@/contracts/words/when';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { loadClaims, type StoredClaim } from '../../repositories/claims/claims';
import type { Writer } from '../../db/connection';
import {
  draftOf,
  isPast,
  loadDates,
  loadRequestsById,
  type DateRow,
  type RequestRow,
} from '../../repositories/requests/request-rows';
import { loadPlaceNames, placesOf, type PlaceNames } from '../../repositories/requests/place-names';
import { namesOfChange } from '../../repositories/requests/turned-dates';
import { cutLines } from './cut-lines';
import { insertMail, type QueuedMail } from './insert-mail';
import { letterTo, type MailDraft } from './payload';
import { queueConsents } from './queue-consent';
import { Claim } from '../../db/tables/claims';
import { Occurrence } from '../../db/tables/requests';
import { Outbox } from '../../db/tables/records';
import { groupBy, keysOf } from '@/core/lists';

/** A turn with the claim the date stood on before the change; null where it is new. */
interface MailTurn extends DateTurn {
  readonly was: ClaimId | null;
}

/** Dates for which the change holds a claim since: offered elsewhere, or held where they were asked for. */
function heldBy(change: ChangeSet): Record<'offered' | 'held', ReadonlySet<number>> {
  const since = change
    .lines(Claim)
    .flatMap(({ before, after }) =>
      after?.status === 'held' && before?.status !== 'held' && after.kind !== 'fallback' ? [after] : [],
    );
  const dates = (isOffer: boolean) =>
    new Set(
      since.filter(({ kind }) => (kind === 'proposal') === isOffer).map(({ occurrence_id }) => occurrence_id),
    );
  return { offered: dates(true), held: dates(false) };
}

/** What the change made of its dates. Of several writes of one row: from before the first to after the last. */
function turnsOf(change: ChangeSet): Map<OccurrenceId, MailTurn & { readonly request: RequestId }> {
  const { offered, held } = heldBy(change);
  const touched = new Set(change.lines(Claim).flatMap(({ after }) => after?.id ?? []));
  const turns = new Map<OccurrenceId, MailTurn & { readonly request: RequestId }>();
  for (const { before, after } of change.lines(Occurrence)) {
    if (!after) continue;
    const known = turns.get(after.id);
    // A proposal that is accepted stands elsewhere too, but then the date is approved.
    const isMoved =
      before !== null &&
      before.standing_id !== after.standing_id &&
      after.standing_id !== null &&
      touched.has(after.standing_id);
    turns.set(after.id, {
      request: after.request_id,
      occurrence: after.id,
      from: known ? known.from : (before?.state ?? null),
      to: after.state,
      isMoved: isMoved || (known?.isMoved ?? false),
      isOffered: offered.has(after.id),
      isHeld: held.has(after.id),
      was: known ? known.was : (before?.standing_id ?? null),
    });
  }
  return turns;
}

/** The same by request. */
const turnsByRequest = (change: ChangeSet): ReadonlyMap<RequestId, readonly MailTurn[]> =>
  groupBy(turnsOf(change).values(), ({ request }) => request);

const offerOf = ({ live }: DateRow): StoredClaim | undefined =>
  live.find(({ kind, isStanding }) => kind === 'proposal' && !isStanding);

/** What lines of a letter are made from. */
interface Told {
  readonly names: PlaceNames;
  /** The claims dates stood on before, for saying what was otherwise. */
  readonly before: ReadonlyMap<ClaimId, StoredClaim>;
}

function lineFor(date: DateRow, group: TurnGroup, was: ClaimId | null, { names, before }: Told): string {
  const old = group === 'moved' && was !== null ? before.get(was) : undefined;
  if (old) return sayChangedDate(old, draftOf(date), namesOfChange(names));
  const offer = group === 'offered' ? offerOf(date) : undefined;
  const standing = offer
    ? `${spanText(offer.startLocal, offer.endLocal)}, ${placesOf({ claim: offer.content }, names)}`
    : [spanText(date.startLocal, date.endLocal), placesOf(date, names)].filter(Boolean).join(', ');
  return offer ? t`${standing} (you asked for ${spanText(date.startLocal, date.endLocal)})` : standing;
}

function blocksOf(turns: readonly MailTurn[], dates: readonly DateRow[], told: Told) {
  const groups = new Map(turns.map((turn) => [turn.occurrence, groupOf(turn)]));
  const was = new Map(turns.map((turn) => [turn.occurrence, turn.was]));
  return keysOf(GROUP_HEADS).flatMap((group) => {
    const those = dates.filter(({ id }) => groups.get(id) === group);
    if (!those.length) return [];
    return [
      {
        head: GROUP_HEADS[group],
        lines: cutLines(those.map((date) => lineFor(date, group, was.get(date.id) ?? null, told))),
      },
    ];
  });
}

/** Of an approval of a part: what is not decided yet, and what was declined before. */
function restOf(turns: readonly MailTurn[], dates: readonly DateRow[], told: Told) {
  const turned = new Set(turns.map(({ occurrence }) => occurrence));
  return keysOf(REST_HEADS).flatMap((state) => {
    const those = dates.filter((date) => date.state === state && !turned.has(date.id));
    const lines = those.map((date) => lineFor(date, 'asked', null, told));
    return lines.length ? [{ head: REST_HEADS[state], lines: cutLines(lines) }] : [];
  });
}

function payloadOf(
  kind: MailKind,
  request: RequestRow,
  turns: readonly MailTurn[],
  dates: readonly DateRow[],
  told: Told,
  reason: string,
): Omit<MailDraft, 'language'> {
  const turned = new Set(turns.map(({ occurrence }) => occurrence));
  const offers = dates.flatMap((date) => {
    const offer = turned.has(date.id) ? offerOf(date) : undefined;
    return offer ? [{ id: date.id, holdUntil: offer.holdUntil }] : [];
  });
  const until = Math.min(...offers.map(({ holdUntil }) => holdUntil ?? Infinity)) as EpochMinute;
  return {
    kind,
    reference: request.ref,
    title: request.title,
    opening: OPENING_WORDS[kind],
    blocks: [...blocksOf(turns, dates, told), ...(kind === 'partly' ? restOf(turns, dates, told) : [])],
    quote: reason,
    offer:
      kind === 'proposal'
        ? { occurrences: offers.map(({ id }) => id), until, untilText: momentText(until, request.tzid) }
        : null,
  };
}

async function toldOf({ tx }: ChangeSet, turns: readonly MailTurn[]): Promise<Told> {
  const before = turns.flatMap(({ isMoved, was }) => (isMoved && was !== null ? [was] : []));
  const claims = await loadClaims(tx, before);
  return { names: await loadPlaceNames(tx), before: new Map(claims.map((claim) => [claim.id, claim])) };
}

/** The letter one request calls for, where it calls for one. */
function letterFor(
  change: ChangeSet,
  all: readonly MailTurn[],
  dates: readonly DateRow[],
): { readonly kind: MailKind; readonly turns: readonly MailTurn[] } | null {
  const over = new Set(dates.filter((date) => isPast(date, change.at)).map(({ id }) => id));
  // What is only recorded afterwards is told to nobody.
  const turns = all.filter(({ occurrence }) => !over.has(occurrence));
  const touched = new Set(turns.map(({ occurrence }) => occurrence));
  const waiting = dates.filter(({ id, state }) => state === 'waiting' && !touched.has(id)).length;
  const kind = mailDue(turns, waiting);
  return kind && { kind, turns };
}

/**
 * Puts into the outbox what the requester has to know of a change, in its transaction. Nothing is sent before the
 * change can no longer be taken back, but that a request has come in is said at once.
 */
async function queueMail(change: ChangeSet): Promise<void> {
  const { reason } = change.origin;
  await queueConsents(change, reason);
  const byRequest = turnsByRequest(change);
  if (!byRequest.size) return;
  const { tx, at, id: changeSet } = change;
  const requests = await loadRequestsById(tx, [...byRequest.keys()]);
  const dates = await loadDates(tx, [...byRequest.keys()]);
  const told = await toldOf(change, [...byRequest.values()].flat());
  const settings = await settingsOf(
    tx,
    requests.map(({ requesterId }) => requesterId),
  );
  const mails = requests.flatMap((request): QueuedMail[] => {
    const own = dates.filter(({ requestId }) => requestId === request.id);
    const letter = letterFor(change, byRequest.get(request.id) ?? [], own);
    if (!letter) return [];
    const { kind, turns } = letter;
    const write = () => payloadOf(kind, request, turns, own, told, reason);
    return [
      {
        requestId: request.id,
        to: request.requesterId,
        payload: letterTo(settings(request.requesterId), write),
        dedupeKey: `change ${changeSet} request ${request.id}`,
        changeSet,
        message: null,
        now: at,
        sendAfter: kind === 'received' ? at : addMinutes(at, MAIL_WAIT_MIN),
      },
    ];
  });
  await insertMail(tx, mails);
}

/** What was not sent yet of a change that is taken back never is. */
async function takeMailBack(tx: Writer, changeSet: number, now: EpochMinute): Promise<void> {
  await tx.table(Outbox).update({ change_set_id: changeSet, sent_at_min: null }, { withdrawn_at_min: now });
}

/** Writes the letters a change calls for; a change that takes another back takes its letters back too. */
export const followLetters = (change: ChangeSet): Promise<void> =>
  change.origin.undoes === null
    ? queueMail(change)
    : takeMailBack(change.tx, change.origin.undoes, change.at);
