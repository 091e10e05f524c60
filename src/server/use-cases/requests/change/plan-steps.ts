import { t } from '@/contracts/language/translate';
import { fieldsOf, patchDate, withoutFields, type DatePatch, type OwnField } from '@/core/changes/patch';
import { planDate, type ClaimDraft, type DatePlan, type DateStep } from '@/core/changes/plan-date';
import type { OccurrenceId, SegmentId, SpaceId } from '@/core/ids';
import type { LayoutOffer } from '@/core/seating/capacity';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import type { StepInput } from '@/contracts/requests/change';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { dayShort } from '@/contracts/words/when';
import { loadSpaceFacts } from '../../../repositories/world/space-facts';
import type { Reader } from '../../../db/connection';
import {
  draftOf,
  hasBegun,
  type DateRow,
  type RequestRow,
} from '../../../repositories/requests/request-rows';
import { unknownInPatches } from '../../checks/known-patches';
import { actionFor, type PickedDates } from '../../access/pick-dates';
import { OUTDOOR_SPACES } from './change.queries';
import { given } from '@/core/lists';

/** One picked date with what is to become of it. */
export interface PlannedDate {
  readonly date: DateRow;
  readonly request: RequestRow;
  readonly plan: DatePlan;
  /** What it would occupy afterwards; null where it takes nothing. */
  readonly wanted: ClaimDraft | null;
  readonly own: readonly OwnField[] | null;
  readonly keepsOwn: boolean;
  readonly isMoved: boolean;
}

/** What a step says of dates one by one. */
const saidAlone = (step: StepInput): ReadonlyMap<OccurrenceId, DatePatch> =>
  new Map('each' in step ? step.each.map(({ occurrence, patch }) => [occurrence, patch]) : []);

/** What a step makes different of a date; null where it changes no place or time, or says nothing of this date. */
export function patchesFor(step: StepInput): (date: OccurrenceId) => DatePatch | null {
  const alone = saidAlone(step);
  return (date) => ('each' in step ? (alone.get(date) ?? step.patch ?? null) : null);
}

const patchesOf = (step: StepInput): DatePatch[] =>
  'each' in step ? [...(step.patch ? [step.patch] : []), ...step.each.map(({ patch }) => patch)] : [];

/** Layouts of every space a step leads to, to set it as it is usually set there. */
export async function offersFor(reader: Reader, step: StepInput) {
  const spaces = await loadSpaceFacts(
    reader,
    patchesOf(step).flatMap(({ spaces: swaps = [], place }) => [
      ...swaps.map(({ to }) => to),
      ...(place ? [place.spaceId] : []),
    ]),
  );
  const byId = new Map(spaces.map(({ id, layouts }) => [id, layouts]));
  return (id: SpaceId): readonly LayoutOffer[] => byId.get(id) ?? [];
}

const fieldFault = (path: string, message: string) =>
  refuse({ code: 'bad-input', fields: [{ path, message }] });

/** Series of which only part of what is still to come was picked: then the dates keep what changes of their own. */
function partlyPicked({ picked, all }: PickedDates, now: EpochMinute): ReadonlySet<SegmentId> {
  const ids = new Set(picked.map(({ id }) => id));
  const left = all.filter(
    (each) =>
      !ids.has(each.id) && (each.state === 'waiting' || each.state === 'approved') && !hasBegun(each, now),
  );
  return new Set(left.map(({ segmentId }) => segmentId));
}

const union = (a: readonly OwnField[], b: readonly OwnField[]): OwnField[] => [...new Set([...a, ...b])];

interface Patched {
  readonly draft: ClaimDraft;
  readonly own: readonly OwnField[];
  readonly keepsOwn: boolean;
}

function patched(
  date: DateRow,
  patch: DatePatch,
  keepOwn: boolean,
  isPart: boolean,
  tzid: string,
  offersOf: (space: SpaceId) => readonly LayoutOffer[],
): Patched {
  // A single date that is picked by itself is meant as it is: only a change of the series leaves own things alone.
  const kept = keepOwn && !isPart ? fieldsOf(patch).filter((field) => date.own.includes(field)) : [];
  const rest = withoutFields(patch, kept);
  return {
    draft: patchDate(draftOf(date), rest, tzid, offersOf),
    own: isPart ? union(date.own, fieldsOf(rest)) : date.own,
    keepsOwn: kept.length > 0,
  };
}

/** What these make stands beside the date, which itself stays as it is. */
const STANDS_BESIDE: readonly StepInput['action'][] = ['propose', 'set-fallback'];

/** A running date may be made shorter or longer, nothing else. */
const isLengthOnly = ({ lengthMin, ...rest }: DatePatch): boolean =>
  lengthMin !== undefined && Object.values(rest).every((value) => value === undefined);

/** What a date occupies once its plan is carried out. */
export function wantedAfter(date: DateRow, plan: DatePlan): ClaimDraft | null {
  if (plan.draft && plan.draft.status !== 'wanted') return plan.draft;
  const taking = plan.turns.find(({ status }) => status === 'in-force' || status === 'held');
  const claim = taking && date.live.find(({ id }) => id === taking.claimId);
  return claim ? { startLocal: claim.startLocal, endLocal: claim.endLocal, content: claim.content } : null;
}

function stepOf(
  step: StepInput,
  date: DateRow,
  draft: ClaimDraft | null,
  untilMin: EpochMinute | null,
): DateStep {
  const action = actionFor(step.action, date.state);
  switch (action) {
    case 'decline':
    case 'skip':
    case 'withdraw':
    case 'cancel':
      return { action, reason: 'reason' in step ? step.reason : '' };
    case 'hold':
      return { action, until: given('until when', untilMin) };
    case 'propose':
      return { action, draft: given('what is offered', draft), until: given('until when', untilMin) };
    case 'move':
    case 'set-fallback':
      return { action, draft: given('where it goes', draft) };
    case 'change':
      return { action, draft: given('what changes', draft), isApplied: true };
    default:
      return { action };
  }
}

export async function outdoorSpaces(reader: Reader): Promise<ReadonlySet<SpaceId>> {
  const rows = await reader.all(OUTDOOR_SPACES);
  return new Set(rows.map(({ id }) => id));
}

/** Why a place cannot be kept for the day the weather turns; null where it can. */
async function fallbackFaults(reader: Reader, planned: readonly PlannedDate[]): Promise<string | null> {
  const outdoors = await outdoorSpaces(reader);
  const isOut = ({ content }: Pick<ClaimDraft, 'content'>) =>
    content.spaces.some(({ spaceId }) => outdoors.has(spaceId));
  for (const { date, plan } of planned) {
    const day = dayShort(dateOf(date.startLocal));
    if (!isOut(draftOf(date)))
      return t`${day} is indoors already. An indoor space is kept for outdoor dates only.`;
    if (plan.draft && isOut(plan.draft))
      return t`What is kept for ${day} is outdoors too. Choose a space indoors.`;
  }
  return null;
}

/** What planning a step for one date needs beside the date. */
interface StepPlanning {
  readonly step: StepInput;
  readonly dates: PickedDates;
  readonly now: EpochMinute;
  readonly patchOf: ReturnType<typeof patchesFor>;
  readonly offersOf: Awaited<ReturnType<typeof offersFor>>;
  readonly alone: ReturnType<typeof saidAlone>;
  readonly inPart: ReturnType<typeof partlyPicked>;
}

/** What of a date is to be otherwise; null where the step says nothing of that. */
function patchFor({ step, patchOf, now }: StepPlanning, date: DateRow) {
  const patch = step.action === 'approve-or-move' ? null : patchOf(date.id);
  const day = dayShort(dateOf(date.startLocal));
  if ('each' in step && step.action !== 'approve-or-move' && !patch)
    return fieldFault('step.each', t`Nothing is said of ${day}. Say what is to be different on it.`);
  if (patch && hasBegun(date, now) && !isLengthOnly(patch)) return refuse({ code: 'begun', date: day });
  return done(patch);
}

/** Until when something is held, in the time of the request; null where nothing is. */
function untilOf({ step, now }: StepPlanning, tzid: string): Outcome<EpochMinute | null> {
  const until = 'until' in step ? toEpochMinute(step.until, tzid, 'offset-before') : null;
  return until !== null && until <= now
    ? fieldFault('step.until', t`A hold ends in the future. Give a later moment.`)
    : done(until);
}

const isMovedBy = ({ action }: StepInput, { draft }: DatePlan): boolean =>
  (draft !== null && action !== 'set-fallback') || action === 'grant-change' || action === 'accept';

function planOne(planning: StepPlanning, date: DateRow): Outcome<PlannedDate> {
  const { step, dates, offersOf, inPart, alone } = planning;
  const request = dates.requestOf(date.requestId);
  const patch = patchFor(planning, date);
  if (!patch.ok) return patch;
  const until = untilOf(planning, request.tzid);
  if (!until.ok) return until;
  const keepsOwn = 'keepOwn' in step ? step.keepOwn : false;
  // What was said of this date alone is its own, though all were picked.
  const isOwn = inPart.has(date.segmentId) || alone.has(date.id);
  const made = patch.value ? patched(date, patch.value, keepsOwn, isOwn, request.tzid, offersOf) : null;
  const result = planDate(
    { ...date, occurrenceId: date.id, claims: date.live },
    stepOf(step, date, made?.draft ?? null, until.value),
  );
  const day = dayShort(dateOf(date.startLocal));
  if (result.kind === 'nothing-there') return refuse({ code: 'nothing-there', date: day, what: result.what });
  const { plan } = result;
  const wanted = wantedAfter(date, plan);
  if (request.kind === 'office-chooses' && plan.to === 'approved' && wanted?.content.spaces.length === 0)
    return refuse({ code: 'no-space-yet', date: day });
  const own = made && !STANDS_BESIDE.includes(step.action) ? made.own : null;
  const isMoved = isMovedBy(step, plan);
  return done({ date, request, plan, wanted, own, keepsOwn: made?.keepsOwn ?? false, isMoved });
}

/** Plans a step for every picked date; nothing is written and nothing checked yet. */
export async function planSteps(
  reader: Reader,
  dates: PickedDates,
  step: StepInput,
  now: EpochMinute,
): Promise<Outcome<PlannedDate[]>> {
  const offersOf = await offersFor(reader, step);
  const unknown = await unknownInPatches(
    reader,
    patchesOf(step).map((patch) => ({ path: 'step.patch', patch })),
  );
  if (unknown.length) return refuse({ code: 'bad-input', fields: unknown });
  const [alone, inPart] = [saidAlone(step), partlyPicked(dates, now)];
  const planning = { step, dates, now, patchOf: patchesFor(step), offersOf, alone, inPart };
  const planned: PlannedDate[] = [];
  for (const date of dates.picked) {
    const one = planOne(planning, date);
    if (!one.ok) return one;
    planned.push(one.value);
  }
  const fault = step.action === 'set-fallback' ? await fallbackFaults(reader, planned) : null;
  return fault ? fieldFault('step.patch', fault) : done(planned);
}
