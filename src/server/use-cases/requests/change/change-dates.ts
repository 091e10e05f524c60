import { orderNumbers } from '../../../effects/orders/orders-text';
import { t } from '@/contracts/language/translate';
import { patchDate } from '@/core/changes/patch';
import { planDate, TAKES_PLACE } from '@/core/changes/plan-date';
import { awaitsConsent, needingReason, severityOf, unapprovable } from '@/core/checks/findings';
import { RULES } from '@/core/checks/rules/all';
import type { Side } from '@/core/checks/rules/rule';
import type { SegmentId } from '@/core/ids';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import type { ChangeInput, ChangeNumbers, ChangeReply, StepInput } from '@/contracts/requests/change';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/base/refusal';
import { applyPlans } from '../../../repositories/claims/apply-plans';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import { beside, MOST_DATES_HERE } from '../../../context/long-work';
import { draftOf, type DateRow } from '../../../repositories/requests/request-rows';
import {
  checkPlans,
  isBlocked,
  linksOf,
  sentencesWhere,
  warning,
  storeOverrides,
  type CheckedDate,
} from './check-plans';
import { fallbacksGivenUp, keepFallbacks, sayGivenUp } from './keep-fallbacks';
import { actionFor, pickDates, type PickedDates } from '../../access/pick-dates';
import { offersFor, patchesFor, planSteps, wantedAfter, type PlannedDate } from './plan-steps';
import { HISTORY_WORDS, stepFacts } from './say-change';
import { Segment } from '../../../db/tables/requests';
import { given, pairs } from '@/core/lists';

interface Prepared {
  readonly plans: readonly PlannedDate[];
  readonly checked: readonly CheckedDate[];
}

/** What is carried out, and what of it could not be; the latter only in a preview. */
interface Decided extends Prepared {
  readonly clashing: readonly CheckedDate[];
}

const reasonOf = (step: StepInput): string => ('reason' in step ? step.reason : '');

type Check = (plans: readonly PlannedDate[]) => Promise<Prepared>;

function waiting(planned: PlannedDate): PlannedDate {
  const { date, plan } = planned;
  const result = planDate(
    { occurrenceId: date.id, state: date.state, claims: date.live },
    { action: 'change', draft: given('what changes', plan.draft), isApplied: false },
  );
  if (result.kind !== 'planned') throw new Error('a change can always be asked for');
  return { ...planned, plan: result.plan, wanted: null, own: null };
}

/**
 * A change by the requester applies where it is clear; where it is not, it waits for the office and the booking stays.
 * One that stays may be in the way of another, so the rest is looked at again until nothing more has to wait.
 */
async function waitWhereUnclear(first: Prepared, check: Check): Promise<Prepared> {
  let { plans, checked } = first;
  for (;;) {
    const unclear = new Set(
      checked
        .filter(
          ({ planned, verdict }) =>
            planned.date.state === 'approved' &&
            (verdict.verdict !== 'clear' || awaitsConsent(verdict.findings)),
        )
        .map(({ planned }) => planned.date.id),
    );
    if (!unclear.size) return { plans, checked };
    plans = plans.map((planned) => (unclear.has(planned.date.id) ? waiting(planned) : planned));
    checked = (await check(plans.filter(({ wanted }) => wanted !== null))).checked;
  }
}

/** What of a previewed change could be carried out beside what cannot; that stays in its place. */
async function possibleOf(first: Prepared, check: Check): Promise<Prepared> {
  let prepared = first;
  for (;;) {
    const blocked = new Set(prepared.checked.filter(isBlocked).map(({ planned }) => planned.date.id));
    if (!blocked.size) return prepared;
    prepared = await check(prepared.plans.filter(({ date }) => !blocked.has(date.id)));
  }
}

/** The dates that cannot stay where they are, moved: outright where another space will do, else proposed and held. */
async function moveOthers(
  change: ChangeSet,
  { plans, checked }: Prepared,
  step: Extract<StepInput, { action: 'approve-or-move' }>,
): Promise<PlannedDate[]> {
  const offersOf = await offersFor(change.tx, step);
  const patchOf = patchesFor(step);
  const blocked = new Set(
    checked.filter(({ verdict }) => verdict.verdict === 'conflict').map(({ planned }) => planned.date.id),
  );
  return plans.map((planned) => {
    const { date, request } = planned;
    const patch = blocked.has(date.id) ? patchOf(date.id) : null;
    if (!patch) return planned;
    const draft = patchDate(draftOf(date), patch, request.tzid, offersOf);
    const until = toEpochMinute(step.until, request.tzid, 'offset-before');
    const result = planDate(
      { occurrenceId: date.id, state: date.state, claims: date.live },
      request.otherSpaceOk ? { action: 'approve', draft } : { action: 'propose', draft, until },
    );
    if (result.kind !== 'planned') throw new Error('a waiting date can be proposed and approved');
    return { ...planned, plan: result.plan, wanted: wantedAfter(date, result.plan), isMoved: true };
  });
}

/** What whoever asks can put right alone is refused beside the field, as when it was first asked for. */
function toPutRight(checked: readonly CheckedDate[]): Refusal | null {
  const sentences = checked.flatMap(({ verdict }) =>
    pairs(verdict.findings, verdict.sentences).flatMap(([{ facts }, { sentence }]) =>
      // What goes past the policy of a space is the office's to decide: the booking stays and the change waits.
      facts.rule !== 'policy' &&
      RULES[facts.rule].mustBePutRight &&
      severityOf(facts, 'requester') === 'blocks'
        ? [sentence]
        : [],
    ),
  );
  const fields = [...new Set(sentences)].map((message) => ({ path: 'step.patch', message }));
  return fields.length ? { code: 'put-right', fields } : null;
}

// These decide nothing for good: what goes past a rule of the house is asked for when it is approved.
const NEEDS_REASON: readonly StepInput['action'][] = ['approve', 'move', 'grant-change', 'approve-or-move'];

function objection(step: StepInput, checked: readonly CheckedDate[]): Refusal | null {
  const blocked = checked.filter(isBlocked);
  if (blocked.length)
    return { code: 'conflict', sentences: sentencesWhere(blocked, unapprovable), dates: blocked.length };
  // The requester cannot go past those who look after the place; the offer stays until they have answered.
  if (step.action === 'accept') {
    const sentences = sentencesWhere(checked, (findings) =>
      findings.filter(({ facts }) => facts.rule === 'consent'),
    );
    return sentences.length ? { code: 'consent-awaited', sentences } : null;
  }
  if (!NEEDS_REASON.includes(step.action) || reasonOf(step)) return null;
  const sentences = sentencesWhere(checked, needingReason);
  return sentences.length ? { code: 'needs-reason', sentences } : null;
}

async function prepare(
  ctx: SignedInContext,
  change: ChangeSet,
  dates: PickedDates,
  { step, preview }: ChangeInput,
): Promise<Outcome<Decided>> {
  const planned = await planSteps(change.tx, dates, step, change.at);
  if (!planned.ok) return planned;
  const isOwnChange = step.action === 'change';
  const side: Side = isOwnChange ? 'requester' : 'office';
  const check: Check = async (plans) => ({
    plans,
    checked: await checkPlans(ctx, change, plans, side),
  });
  if (isOwnChange) {
    // What waits takes nothing yet, and still has to be something one may ask for.
    const asked = planned.value.map((each) => ({ ...each, wanted: each.wanted ?? each.plan.draft }));
    const fault = toPutRight((await check(asked)).checked);
    if (fault) return refuse(fault);
  }
  const first = await check(planned.value);
  if (isOwnChange) return done({ ...(await waitWhereUnclear(first, check)), clashing: [] });
  const prepared =
    step.action === 'approve-or-move' ? await check(await moveOthers(change, first, step)) : first;
  const refusal = preview ? null : objection(step, prepared.checked);
  if (refusal) return refuse(refusal);
  return done({ ...(await possibleOf(prepared, check)), clashing: prepared.checked.filter(isBlocked) });
}

/** How far a series without end was decided; later dates come back to the desk as they come near. */
async function moveDecidedUntil(change: ChangeSet, plans: readonly PlannedDate[]): Promise<void> {
  const latest = new Map<SegmentId, LocalDate>();
  for (const { date } of plans) {
    const day = dateOf(date.key);
    if (day > (latest.get(date.segmentId) ?? '')) latest.set(date.segmentId, day);
  }
  await change.update(Segment, [...latest.keys()], (row) => {
    const day = latest.get(row.id);
    return { decided_until: day && row.decided_until < day ? day : row.decided_until };
  });
}

/** Finding the dates, checking them, writing them with all that follows. */
const STEPS = 3;

const DECIDES: readonly StepInput['action'][] = ['approve', 'decline', 'skip', 'accept', 'approve-or-move'];

function numbersOf(
  change: ChangeSet,
  plans: readonly PlannedDate[],
  clashing: number,
  indoorsGivenUp: number,
): ChangeNumbers {
  const orders = orderNumbers(change);
  return {
    dates: plans.length,
    moved: plans.filter(({ isMoved }) => isMoved).length,
    clashing,
    keepOwn: plans.filter(({ keepsOwn }) => keepsOwn).length,
    indoorsGivenUp,
    ordersAdded: orders.added,
    ordersRevised: orders.revised,
    ordersWithdrawn: orders.withdrawn,
  };
}

function stillWaiting(all: readonly DateRow[], plans: readonly PlannedDate[]): number {
  const touched = new Set(plans.map(({ date }) => date.id));
  return all.filter(({ id, state }) => state === 'waiting' && !touched.has(id)).length;
}

async function carryOut(
  ctx: SignedInContext,
  change: ChangeSet,
  { plans, checked, clashing }: Decided,
  { step, preview }: ChangeInput,
  all: readonly DateRow[],
): Promise<Outcome<ChangeReply>> {
  const givenUp = await fallbacksGivenUp(change.tx, plans);
  await applyPlans(change, plans, await linksOf(change, checked));
  // Places indoors are kept where there is room then, and what follows is told in numbers.
  await change.follow();
  const isKept = 'keepIndoors' in step && step.keepIndoors;
  const kept = isKept ? await keepFallbacks(ctx, change, givenUp) : done(undefined);
  if (!kept.ok) return kept;
  if (reasonOf(step)) await storeOverrides(change, checked, reasonOf(step));
  if (DECIDES.includes(step.action)) await moveDecidedUntil(change, plans);
  return done({
    changed: plans.length,
    summary: change.tell(stepFacts(step, plans, stillWaiting(all, plans))),
    numbers: numbersOf(change, plans, clashing.length, isKept ? 0 : givenUp.length),
    changeSet: preview ? null : change.id,
    blocked: clashing.map(({ planned }) => planned.date.id),
    reasonFor: preview && NEEDS_REASON.includes(step.action) ? sentencesWhere(checked, needingReason) : [],
    sentences: sentencesWhere(clashing, unapprovable),
    warnings: [...(isKept ? [] : await sayGivenUp(change.tx, givenUp)), ...sentencesWhere(checked, warning)],
  });
}

/** Bookings of several requests are not cancelled without a word to those who asked. */
const cancelsManyWithoutReason = (step: StepInput, { picked }: PickedDates): boolean =>
  step.action === 'cancel' && !step.reason && new Set(picked.map(({ requestId }) => requestId)).size > 1;

/**
 * Does one thing to picked dates of one request or of many, all or nothing: approving, holding, proposing, moving,
 * giving up and the rest. The check is repeated inside the transaction; a decision on an older state is refused with
 * what has happened since. A preview goes the same way and is rolled back, and so is what is stopped on its way.
 */
export const changeDates = (ctx: SignedInContext, input: ChangeInput): Promise<Outcome<ChangeReply>> =>
  beside(
    ctx,
    {
      name: 'change-dates',
      args: [input],
      kind: input.preview ? 'previews' : 'writes',
      isLong: input.items.flatMap(({ occurrences }) => occurrences).length > MOST_DATES_HERE,
    },
    () => changeHere(ctx, input),
  );

async function changeHere(ctx: SignedInContext, input: ChangeInput): Promise<Outcome<ChangeReply>> {
  const order = {
    action: HISTORY_WORDS[input.step.action],
    reason: reasonOf(input.step),
    idempotencyKey: input.key,
    isPreview: input.preview,
    signal: ctx.signal,
  };
  return runChangeSet<ChangeReply>(ctx, order, async (change) => {
    const dates = await pickDates(ctx, change, input);
    if (!dates.ok) return dates;
    if (!input.preview && cancelsManyWithoutReason(input.step, dates.value))
      return refuse({
        code: 'bad-input',
        fields: [
          {
            path: 'step.reason',
            message: t`Cancelling several bookings needs a reason: those who asked read it.`,
          },
        ],
      });
    const takesPlace = dates.value.picked.some(
      ({ state }) => TAKES_PLACE[actionFor(input.step.action, state)],
    );
    ctx.progress?.({ done: 1, of: STEPS });
    const prepared = await prepare(ctx, change, dates.value, input);
    if (!prepared.ok) return prepared;
    ctx.progress?.({ done: 2, of: STEPS });
    if (!takesPlace && prepared.value.checked.length)
      throw new Error('a step that takes no place was checked');
    return carryOut(ctx, change, prepared.value, input, dates.value.all);
  });
}
