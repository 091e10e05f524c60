import type { DoneFacts } from '@/contracts/history/done-facts';
import { orderNumbers } from '../../../effects/orders/orders-text';
import { t, untranslated } from '@/contracts/language/translate';
import { patchDate } from '@/core/changes/patch';
import { planDate, type ClaimDraft } from '@/core/changes/plan-date';
import { isShiftOf, reattach, type Reattached } from '@/core/changes/reattach';
import { unapprovable } from '@/core/checks/findings';
import type { SegmentId } from '@/core/ids';
import { expandDates, type DateSet } from '@/core/recurrence/dates';
import { withEnd } from '@/core/recurrence/editor-model';
import { firstDate, isEndless, parsedRule } from '@/core/recurrence/rule';
import { horizonEnd } from '@/core/spaces/policy';
import {
  addDays,
  addWallMinutes,
  dateOf,
  wallMinute,
  type LocalDateTime,
  type LocalDate,
  localDateTime,
  atMinuteOfDay,
} from '@/core/time/local-time';
import { MOST_DATES_TIMES_SPACES } from '@/contracts/requests/ask';
import { MOST_IN_STEP, sayTooManyInStep, type ChangeNumbers, ChangeReply } from '@/contracts/requests/change';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { SplitInput } from '@/contracts/requests/series';
import type { AskedDate } from '@/contracts/requests/asked-dates';
import { spanText } from '@/contracts/words/when';
import { applyPlans } from '../../../repositories/claims/apply-plans';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { beside, MOST_DATES_HERE } from '../../../context/long-work';
import { insertDates, insertSegmentDates } from '../ask/insert-request';
import { fallbacksGivenUp, sayGivenUp } from '../change/keep-fallbacks';
import { checkPlans, isBlocked, linksOf, sentencesWhere, warning } from '../change/check-plans';
import { wantedAfter, type PlannedDate } from '../change/plan-steps';
import {
  datesOfRequest,
  draftOf,
  hasBegun,
  loadDates,
  loadRequest,
  type DateRow,
  type RequestRow,
} from '../../../repositories/requests/request-rows';
import { actsFor } from '../../access/pick-dates';
import { lastChange } from '../../../repositories/requests/since';
import { checkAgainstWorld } from '../../checks/verdicts';
import { Occurrence, Request, Segment, SegmentDate } from '../../../db/tables/requests';
import { asFlag } from '../../../db/tables/column';
import { SEGMENT, NEXT_SEGMENT_NO, DATES_BESIDE_FROM } from './series.queries';
import { at, pairs } from '@/core/lists';
import { siteDays } from '../../../repositories/world/space-facts';

interface Segment {
  readonly id: SegmentId;
  readonly no: number;
  readonly uid: string;
  readonly rrule: string | null;
  readonly endless: 0 | 1;
}

interface Split {
  readonly request: RequestRow;
  readonly segment: Segment;
  readonly from: DateRow;
  readonly set: DateSet;
  readonly lengthMin: number;
  readonly isEndless: boolean;
  readonly until: LocalDate;
  readonly dates: Reattached<DateRow>;
}

const fault = (path: string, message: string) => refuse({ code: 'bad-input', fields: [{ path, message }] });

const partsOf = (rrule: string | null) => {
  const reading = rrule === null ? null : parsedRule(rrule);
  return reading?.ok ? reading.rule : null;
};
const isShifted = (before: string | null, after: string | null): boolean =>
  isShiftOf(partsOf(before), partsOf(after));

const FAR = localDateTime('2099-12-31T23:59');

/** The dates that are asked for from there on: until when they reach, and when each starts. */
async function newDates(
  change: ChangeSet,
  request: RequestRow,
  when: SplitInput['when'],
): Promise<
  Outcome<Pick<Split, 'set' | 'isEndless' | 'until'> & { readonly keys: readonly LocalDateTime[] }>
> {
  const rrule = when.repeat?.rule.trim() ?? null;
  const asked: DateSet = { ...when, start: when.startsAt, tzid: request.tzid, rrule };
  const first = rrule === null ? when.startsAt : firstDate({ ...asked, rrule });
  if (first === null)
    return fault('when.repeat.rule', t`This rule never yields a date. Check its months, days and last day.`);
  const set = { ...asked, start: first };
  const { horizonMonths } = await siteDays(change.tx);
  const endless = rrule !== null && isEndless(rrule);
  const horizon = horizonEnd(change.at, horizonMonths, request.tzid);
  const to = endless ? atMinuteOfDay(addDays(horizon, 1), 0) : FAR;
  const keys = expandDates(set, { from: first, to, most: MOST_DATES_TIMES_SPACES + 1 });
  if (keys.length > MOST_DATES_TIMES_SPACES)
    return fault(
      'when.repeat.rule',
      t`That makes more dates than one request may have. Choose an earlier last day.`,
    );
  return done({
    set,
    keys,
    isEndless: endless,
    until: endless ? horizon : dateOf(at(keys, keys.length - 1)),
  });
}

/** Where the series goes from that date on, and which of its dates becomes which. */
async function planSplit(
  change: ChangeSet,
  request: RequestRow,
  all: readonly DateRow[],
  { from: fromId, when }: SplitInput,
): Promise<Outcome<Split>> {
  const from = all.find(({ id }) => id === fromId);
  if (!from) return refuse({ code: 'not-found', what: t`such date in this request` });
  const segment = await change.tx.one(SEGMENT, { id: from.segmentId });
  const asked = await newDates(change, request, when);
  if (!asked.ok) return asked;
  const { keys, ...goesOn } = asked.value;
  const later = all.filter(
    (date) =>
      date.segmentId === from.segmentId &&
      date.key >= from.key &&
      (date.state === 'waiting' || date.state === 'approved') &&
      !hasBegun(date, change.at),
  );
  if (!later.length)
    return fault('from', t`Nothing of the series is left to change from that date on. Pick an earlier one.`);
  const endsAlike = goesOn.isEndless ? segment.endless === 1 : later.length === keys.length;
  return done({
    request,
    segment,
    from,
    ...goesOn,
    lengthMin: wallMinute(when.endsAt) - wallMinute(when.startsAt),
    dates: reattach(later, keys, isShifted(segment.rrule, goesOn.set.rrule) && endsAlike),
  });
}

/** The old way ends before that date; the new one begins with an identity of its own, related to the old. */
async function writeSegments(change: ChangeSet, split: Split, uid: string): Promise<SegmentId> {
  const { segment, from, request, set } = split;
  const lastDay = addDays(dateOf(from.key), -1);
  await change.update(Segment, [segment.id], (row) => ({
    rrule:
      segment.rrule === null ? null : withEnd(segment.rrule, { kind: 'until', date: lastDay }, request.tzid),
    endless: 0,
    materialised_until: row.materialised_until < lastDay ? row.materialised_until : lastDay,
    decided_until: row.decided_until < lastDay ? row.decided_until : lastDay,
    changed_min: change.at,
  }));
  const id = await change.nextId(Segment);
  const { no } = await change.tx.one(NEXT_SEGMENT_NO, { id: request.id });
  await change.insert(Segment, [
    {
      id,
      request_id: request.id,
      no,
      uid,
      tzid: request.tzid,
      start_local: set.start,
      end_local: addWallMinutes(set.start, split.lengthMin),
      all_day: asFlag(set.allDay),
      rrule: set.rrule,
      endless: asFlag(split.isEndless),
      related_to: segment.uid,
      materialised_until: split.until,
      decided_until: split.isEndless ? addDays(dateOf(set.start), -1) : split.until,
      created_min: change.at,
      changed_min: change.at,
    },
  ]);
  await insertSegmentDates(change, set, id);
  return id;
}

/** Dates picked by hand belong to no rule: those from the split on leave the old set with their dates. */
async function dropOldExtras(change: ChangeSet, { segment, from }: Split): Promise<void> {
  const rows = await change.tx.all(DATES_BESIDE_FROM, { id: segment.id, key: from.key });
  await change.remove(SegmentDate, rows);
}

const noOffers = () => [];

/** Dates that go on are moved to where the new way has them; what they have of their own they keep. */
function planKept({ request, dates, lengthMin }: Split): PlannedDate[] {
  return dates.kept.flatMap(({ date, key }): PlannedDate[] => {
    if (date.own.includes('time')) return [];
    const shiftMin = wallMinute(key) - wallMinute(date.startLocal);
    const draft: ClaimDraft = patchDate(draftOf(date), { shiftMin, lengthMin }, request.tzid, noOffers);
    if (draft.startLocal === date.startLocal && draft.endLocal === date.endLocal) return [];
    const result = planDate(
      { occurrenceId: date.id, state: date.state, claims: date.live },
      { action: 'move', draft },
    );
    if (result.kind !== 'planned') throw new Error('a date that is not over can be moved');
    const { plan } = result;
    return [
      { date, request, plan, wanted: wantedAfter(date, plan), own: null, keepsOwn: false, isMoved: true },
    ];
  });
}

function planGone({ request, dates }: Split, reason: string): PlannedDate[] {
  return dates.gone.map((date) => {
    const action = date.state === 'approved' ? 'cancel' : 'skip';
    const result = planDate(
      { occurrenceId: date.id, state: date.state, claims: date.live },
      { action, reason },
    );
    if (result.kind !== 'planned') throw new Error('a date that is not over can be given up');
    return { date, request, plan: result.plan, wanted: null, own: null, keepsOwn: false, isMoved: false };
  });
}

async function attach(change: ChangeSet, split: Split, segmentId: SegmentId): Promise<void> {
  const keys = new Map(split.dates.kept.map(({ date, key }) => [date.id, key]));
  await change.updateBy(Occurrence, keys, (_, recurrence_local) => ({
    segment_id: segmentId,
    recurrence_local,
  }));
}

/** Dates the series would have besides, as they are asked for. */
const addedDates = ({ request, from, dates, lengthMin }: Split): AskedDate[] =>
  dates.added.map((key) => {
    const shiftMin = wallMinute(key) - wallMinute(from.startLocal);
    const draft = patchDate(draftOf(from), { shiftMin, lengthMin }, request.tzid, noOffers);
    return { key, start: draft.startLocal, end: draft.endLocal, own: [], claim: draft.content };
  });

/** Of the new dates those that clash, each with its day and one sentence. */
async function clashesOfAdded(ctx: SignedInContext, change: ChangeSet, split: Split): Promise<string[]> {
  const added = addedDates(split);
  if (!added.length) return [];
  const verdicts = await checkAgainstWorld(change.tx, ctx.viewer, added, { side: 'office', now: change.at });
  return pairs(added, verdicts).flatMap(([{ start, end }, { verdict, sentences }]) => {
    const [first] = sentences.filter(({ severity }) => severity === 'blocks');
    return verdict === 'conflict' && first ? [`${spanText(start, end)}: ${first.sentence}`] : [];
  });
}

/** New dates wait, like those asked for at first; they want what the date at the split wants. */
async function addDates(change: ChangeSet, split: Split, segmentId: SegmentId): Promise<void> {
  const { request } = split;
  const added = addedDates(split);
  if (!added.length) return;
  await insertDates(change, added, request.id, segmentId);
}

/**
 * From one date on the series goes another way: its segment ends, a new one with a UID of its own begins. For the
 * office, and for the requester while nothing of it is approved.
 */
export async function splitSeries(
  ctx: SignedInContext,
  reference: string,
  input: SplitInput,
): Promise<Outcome<ChangeReply>> {
  const work = {
    name: 'split-series',
    args: [reference, input],
    kind: input.preview ? 'previews' : 'writes',
    isLong: (await datesOfRequest(ctx.db, reference)) > MOST_DATES_HERE,
  } as const;
  return beside(ctx, work, () => splitHere(ctx, reference, input));
}

async function splitHere(
  ctx: SignedInContext,
  reference: string,
  input: SplitInput,
): Promise<Outcome<ChangeReply>> {
  const order = {
    action: untranslated('changed the series'),
    reason: input.reason,
    idempotencyKey: input.key,
    isPreview: input.preview,
  };
  return runChangeSet<ChangeReply>(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    const all = await loadDates(change.tx, [request.id]);
    const isManager = ctx.viewer.roles.includes('manager');
    const mayAlone = actsFor(ctx.viewer, request) && all.every(({ state }) => state !== 'approved');
    if (!isManager && !mayAlone)
      return refuse({
        code: 'not-allowed',
        what: t`Once dates are approved, the office changes the series.`,
      });
    if (request.version !== input.version)
      return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });
    const split = await planSplit(change, request, all, input);
    if (!split.ok) return split;
    const { kept, gone, added } = split.value.dates;
    const spaces = Math.max(1, split.value.from.claim.spaces.length);
    return (kept.length + gone.length + added.length) * spaces > MOST_IN_STEP
      ? fault('from', sayTooManyInStep())
      : carryOut(ctx, change, split.value, input);
  });
}

function numbersOf(
  change: ChangeSet,
  { dates }: Split,
  moved: number,
  clashing: number,
  indoorsGivenUp: number,
): ChangeNumbers {
  const orders = orderNumbers(change);
  return {
    dates: dates.kept.length,
    moved,
    clashing,
    keepOwn: dates.kept.filter(({ date }) => date.own.includes('time')).length,
    indoorsGivenUp,
    ordersAdded: orders.added,
    ordersRevised: orders.revised,
    ordersWithdrawn: orders.withdrawn,
  };
}

const factsOfSplit = ({ dates }: Split, moved: number): DoneFacts => ({
  did: 'series-changed',
  moved,
  added: dates.added.length,
  gone: dates.gone.length,
});

/** The rule from the day on, with the dates that go along with it. */
async function writeNewRule(ctx: SignedInContext, change: ChangeSet, split: Split): Promise<SegmentId> {
  const segmentId = await writeSegments(change, split, `${ctx.newId()}@calendario.invalid`);
  await dropOldExtras(change, split);
  await attach(change, split, segmentId);
  return segmentId;
}

async function carryOut(
  ctx: SignedInContext,
  change: ChangeSet,
  split: Split,
  input: SplitInput,
): Promise<Outcome<ChangeReply>> {
  const kept = planKept(split);
  const checked = await checkPlans(ctx, change, kept, 'office');
  const blocked = checked.filter(isBlocked);
  const inTheWay = sentencesWhere(blocked, unapprovable);
  if (blocked.length && !input.preview)
    return refuse({ code: 'conflict', sentences: inTheWay, dates: blocked.length });
  const segmentId = await writeNewRule(ctx, change, split);
  // A preview goes on without what could not be, and says how much that is.
  const stopped = new Set(blocked.map(({ planned }) => planned.date.id));
  const moving = kept.filter(({ date }) => !stopped.has(date.id));
  const added = input.preview ? await clashesOfAdded(ctx, change, split) : [];
  const clashing = [...inTheWay, ...added];
  const plans = [...moving, ...planGone(split, input.reason || t`The series is changed.`)];
  const givenUp = await fallbacksGivenUp(change.tx, moving);
  const free = checked.filter((each) => !isBlocked(each));
  await applyPlans(change, plans, await linksOf(change, free));
  await addDates(change, split, segmentId);
  // Even where no date moves, the request has changed.
  await change.updateVersioned(Request, [split.request.id], {});
  change.requestIds.add(split.request.id);
  await change.follow();
  return done({
    changed: split.dates.kept.length + split.dates.gone.length + split.dates.added.length,
    summary: change.tell(factsOfSplit(split, kept.length)),
    numbers: numbersOf(change, split, kept.length, clashing.length, givenUp.length),
    changeSet: input.preview ? null : change.id,
    blocked: [...stopped],
    reasonFor: [],
    sentences: clashing,
    warnings: [...(await sayGivenUp(change.tx, givenUp)), ...sentencesWhere(checked, warning)],
  });
}
