import { untranslated } from '@/contracts/language/translate';
import { makeReference } from '@/core/changes/reference';
import { RULES } from '@/core/checks/rules/all';
import type { CheckRule } from '@/core/checks/rules/rule';
import { planDate, type LiveClaim } from '@/core/changes/plan-date';
import { policyOn } from '@/core/spaces/policy';
import { dateOf } from '@/core/time/local-time';
import type { AskInput, AskReply } from '@/contracts/requests/ask';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import { applyPlans } from '../../../repositories/claims/apply-plans';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { loadConsentBook } from '../../../repositories/consent/consent-book';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader, Writer } from '../../../db/connection';
import { loadSpaceFacts } from '../../../repositories/world/space-facts';
import { beside, MOST_DATES_HERE } from '../../../context/long-work';
import { requesterOf, checkAgainstWorld, type DateVerdict } from '../../checks/verdicts';
import { loadAskedOffice } from '../../checks/ask-office';
import { sideOf } from '../../checks/check-request';
import { answersById, detailFaults, requesterIdOf, wantedServices } from './ask-details';
import { beyondStock, unknownThings } from '../../checks/known-things';
import { insertDates, insertRequest, MadeDate } from './insert-request';
import { asksForMore, datesAsked, withServices, type AskedDate } from '@/contracts/requests/asked-dates';
import { ownLinks } from '../change/check-plans';
import { REFERENCE_TAKEN } from './ask.queries';
import { pairs } from '@/core/lists';

/** The field a rule is about; what is about nothing narrower stands beside the people. */
const PATHS: Readonly<Record<CheckRule<never>['field'], (space: number) => string>> = {
  people: () => 'people',
  layout: (space) => `spaces.${space}.layout`,
  start: () => 'when.startsAt',
};

/** What requesters can put right alone, beside the field it is about. Said once, however many dates it concerns. */
function toPutRight(verdicts: readonly DateVerdict[], input: AskInput): FieldFault[] {
  const faults = new Map<string, FieldFault>();
  for (const { findings, sentences } of verdicts)
    pairs(findings, sentences).forEach(([{ facts, spaceId }, { severity, sentence }]) => {
      if (!RULES[facts.rule].mustBePutRight || severity !== 'blocks') return;
      const space = input.spaces.findIndex((each) => each.spaceId === spaceId);
      const path = PATHS[RULES[facts.rule].field](space);
      faults.set(`${path} ${sentence}`, { path, message: sentence });
    });
  return [...faults.values()];
}

async function freeReference(reader: Reader, random: () => number): Promise<string> {
  for (;;) {
    const ref = makeReference(random);
    const taken = await reader.all(REFERENCE_TAKEN, { ref });
    if (!taken.length) return ref;
  }
}

/** Whether every space of every date is given without a decision of the office. */
async function areGrantedInstantly(change: ChangeSet, dates: readonly AskedDate[]): Promise<boolean> {
  const ids = [...new Set(dates.flatMap(({ claim }) => claim.spaces.map(({ spaceId }) => spaceId)))];
  const facts = new Map((await loadSpaceFacts(change.tx, ids)).map((space) => [space.id, space]));
  // Nobody agrees for those who look after the place.
  const { stewardsOf, stewardsOfPool } = await loadConsentBook(
    change.tx,
    dates.map(({ claim }) => claim),
    [],
  );
  return (
    ids.length > 0 &&
    stewardsOf.size + stewardsOfPool.size === 0 &&
    dates.every(({ key, claim }) =>
      claim.spaces.every(
        ({ spaceId }) => policyOn(facts.get(spaceId)?.policies ?? [], dateOf(key))?.granted === 'instantly',
      ),
    )
  );
}

/** A clear request for such spaces approves itself, in the change that asks. */
async function grant(change: ChangeSet, dates: readonly MadeDate[]): Promise<void> {
  const plans = dates.map((date) => {
    const asked: LiveClaim = {
      id: date.claimId,
      kind: 'asked',
      status: 'wanted',
      isStanding: true,
      startLocal: date.start,
      endLocal: date.end,
      content: date.claim,
    };
    const result = planDate(
      { occurrenceId: date.occurrenceId, state: 'waiting', claims: [asked] },
      { action: 'approve' },
    );
    if (result.kind !== 'planned') throw new Error('a waiting date can be approved');
    return { plan: result.plan, own: null };
  });
  await applyPlans(change, plans, await ownLinks(change, dates));
}

/**
 * Takes a request with all its dates, waiting. What depends on the calendar may conflict: deciding that is the office's.
 * What the requester can put right alone is refused with the field it is about. The same key again gives the same
 * reference.
 */
export async function submitRequest(ctx: SignedInContext, input: AskInput): Promise<Outcome<AskReply>> {
  const work = { name: 'submit-request', args: [input], kind: 'writes' } as const;
  return beside(ctx, { ...work, isLong: await asksForMany(ctx, input) }, () => submitHere(ctx, input));
}

async function asksForMany(ctx: SignedInContext, input: AskInput): Promise<boolean> {
  if (!ctx.sendOut || (await unknownThings(ctx.db, input)).length) return false;
  return asksForMore(input, await loadAskedOffice(ctx, ctx.db, input), MOST_DATES_HERE);
}

/** What was asked for, checked, or what of it the requester can put right alone. */
async function checkedRequest(ctx: SignedInContext, tx: Writer, input: AskInput) {
  const unknown = [...(await unknownThings(tx, input)), ...(await detailFaults(ctx, tx, input))];
  if (unknown.length) return refuse({ code: 'bad-input', fields: unknown });
  const whose = await requesterIdOf(ctx, tx, input);
  if (!whose.ok) return whose;
  const house = await loadAskedOffice(ctx, tx, input);
  const asked = datesAsked(input, house);
  if (!asked.ok) return asked;
  const dates = withServices(asked.value.dates, await wantedServices(tx, input));
  const verdicts = await checkAgainstWorld(tx, ctx.viewer, dates, {
    side: sideOf(ctx),
    requester: await requesterOf(ctx, tx, whose.value),
    audiences: house.audiences,
    categories: house.categories,
    answers: answersById(input.answers),
    isEndless: asked.value.isEndless,
  });
  const faults = [...toPutRight(verdicts, input), ...(await beyondStock(tx, input, asked.value))];
  if (faults.length) return refuse({ code: 'put-right', fields: faults });
  const isClear = verdicts.every(({ verdict }) => verdict === 'clear');
  return done({ asked: asked.value, dates, house, isClear, requesterId: whose.value });
}

async function submitHere(ctx: SignedInContext, input: AskInput): Promise<Outcome<AskReply>> {
  const order = { action: untranslated('asked'), reason: '', idempotencyKey: input.key };
  return runChangeSet<AskReply>(ctx, order, async (change) => {
    const checked = await checkedRequest(ctx, change.tx, input);
    if (!checked.ok) return checked;
    const { asked, dates, house, isClear, requesterId } = checked.value;
    const ref = await freeReference(change.tx, ctx.random);
    const { requestId, segmentId } = await insertRequest(change, {
      input,
      asked,
      tzid: house.tzid,
      audiences: house.audiences,
      ref,
      uid: `${ctx.newId()}@calendario.invalid`,
      requesterId,
      typedBy: ctx.viewer.personId,
    });
    const made = await insertDates(change, dates, requestId, segmentId);
    const isGranted = isClear && !asked.isEndless && (await areGrantedInstantly(change, dates));
    if (isGranted) await grant(change, made);
    return done({ reference: ref, isGranted });
  });
}
