import { t, untranslated } from '@/contracts/language/translate';
import type {
  AttendanceInput,
  FollowUpDoneInput,
  FollowUpInput,
  ServiceStateInput,
  WalkInput,
} from '@/contracts/work-orders/event-setup';
import type { MarkReply } from '@/contracts/work-orders/mark-order';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { OccurrenceId, RequestId } from '@/core/ids';
import { loadStandingClaims } from '../../repositories/claims/claims';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { orderedDates } from '../../effects/orders/ordered-dates';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { promisedLines } from './event-setup';
import { SERVICES_OF_DATE } from './set-up.queries';
import { Attendee, FollowUp, WalkThrough, ServiceLine, Attendance } from '../../db/tables/work-orders';
import { Occurrence } from '../../db/tables/requests';
import { asFlag } from '../../db/tables/column';
import { at } from '@/core/lists';

/** An approved date, told in the history of its request; a refusal where there is none, or no more. */
async function approvedDate(change: ChangeSet, id: OccurrenceId): Promise<Outcome<RequestId>> {
  const date = await change.tx.table(Occurrence).first({ id });
  if (!date) return refuse({ code: 'not-found', what: t`such date` });
  if (date.state !== 'approved') return refuse({ code: 'stale', since: t`The date was cancelled.` });
  change.requestIds.add(date.request_id);
  return done(date.request_id);
}

/** A service of a date that somebody may say something of: the office, or the team that does it. */
async function ownService(ctx: SignedInContext, change: ChangeSet, id: OccurrenceId, serviceId: number) {
  const asked = await change.tx.all(SERVICES_OF_DATE, { id, person: ctx.viewer.personId });
  const service = asked.find((each) => each.id === serviceId);
  if (!service) return refuse({ code: 'not-found', what: t`such service for this date` });
  return service.isMine || ctx.viewer.roles.includes('manager')
    ? done(service)
    : refuse({ code: 'not-allowed', what: t`Only the office or ${service.team} says how far it is.` });
}

/** How far a service for a date has come: said by the office, or by the team that does it. */
export async function setServiceState(
  ctx: SignedInContext,
  id: OccurrenceId,
  input: ServiceStateInput,
): Promise<Outcome<MarkReply>> {
  const order = {
    action: untranslated('updated a service'),
    command: `service ${input.state}`,
    reason: input.note,
    idempotencyKey: input.key,
  };
  return runChangeSet<MarkReply>(ctx, order, async (change) => {
    const date = await approvedDate(change, id);
    if (!date.ok) return date;
    const found = await ownService(ctx, change, id, input.serviceId);
    if (!found.ok) return found;
    const service = found.value;
    if (input.state === 'refused' && !input.note)
      return refuse({
        code: 'bad-input',
        fields: [{ path: 'note', message: t`Say why it is refused: the requester will want to know.` }],
      });
    await change.tx.table(ServiceLine).put({
      occurrence_id: id,
      service_id: service.id,
      state: input.state,
      note: input.note,
      by_id: ctx.viewer.personId,
      at_min: change.at,
    });
    return done({
      changed: 1,
      summary: change.tell({ did: 'service', service: service.name, state: input.state }),
    });
  });
}

/** Says of something promised whether it is so. What is not promised any more is refused. */
export async function walkThrough(
  ctx: SignedInContext,
  id: OccurrenceId,
  input: WalkInput,
): Promise<Outcome<MarkReply>> {
  const action = untranslated('walked through what was promised');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const date = await approvedDate(change, id);
    if (!date.ok) return date;
    const claim = at(await loadStandingClaims(change.tx, [id]), 0);
    const services = await change.tx.all(SERVICES_OF_DATE, { id, person: ctx.viewer.personId });
    const promised = promisedLines(
      (await orderedDates(change.tx, [claim]))(claim),
      services.map(({ name }) => name),
    );
    if (!promised.includes(input.line))
      return refuse({ code: 'stale', since: t`Something else is promised now.` });
    if (input.isRight === null)
      await change.tx.table(WalkThrough).remove({ occurrence_id: id, line: input.line });
    else
      await change.tx.table(WalkThrough).put({
        occurrence_id: id,
        line: input.line,
        is_right: asFlag(input.isRight),
        note: input.note,
        by_id: ctx.viewer.personId,
        at_min: change.at,
      });
    return done({ changed: 1, summary: t(action) });
  });
}

/** Those that are there already stay as they are. */
async function addNames(change: ChangeSet, id: OccurrenceId, names: readonly string[]): Promise<void> {
  const attendees = change.tx.table(Attendee);
  const [last] = (await attendees.all({ occurrence_id: id }, { by: ['position'] })).slice(-1);
  const first = last ? last.position + 1 : 0;
  await attendees.addMissing(
    names.map((name, index) => ({ occurrence_id: id, name, position: first + index })),
  );
}

/** Who came: kept at once, as a number or name by name. */
export async function keepAttendance(
  ctx: SignedInContext,
  id: OccurrenceId,
  input: AttendanceInput,
): Promise<Outcome<MarkReply>> {
  const action = untranslated('saved who came');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const date = await approvedDate(change, id);
    if (!date.ok) return date;
    if (input.kind === 'names') {
      await addNames(change, id, input.names);
      return done({
        changed: input.names.length,
        summary: t`${countText(input.names.length, 'name', 'names')} on the list`,
      });
    }
    if (input.kind === 'here') {
      const known = await change.tx.table(Attendee).first({ occurrence_id: id, name: input.name });
      if (!known) return refuse({ code: 'not-found', what: t`such name on the list` });
      await change.tx
        .table(Attendee)
        .update({ occurrence_id: id, name: input.name }, { is_here: input.isHere ? 1 : 0 });
      return done({ changed: 1, summary: t(action) });
    }
    await change.tx
      .table(Attendance)
      .put({ occurrence_id: id, people: input.people, by_id: ctx.viewer.personId, at_min: change.at });
    return done({ changed: 1, summary: t(action) });
  });
}

/** Something that is left to do after an event. */
export async function addFollowUp(ctx: SignedInContext, input: FollowUpInput): Promise<Outcome<MarkReply>> {
  const action = untranslated('noted a follow-up');
  return runChangeSet<MarkReply>(
    ctx,
    { action, reason: input.text, idempotencyKey: input.key },
    async (change) => {
      const date = await approvedDate(change, input.occurrenceId);
      if (!date.ok) return date;
      await change.tx.table(FollowUp).insert({
        request_id: date.value,
        text: input.text,
        due_date: input.due,
        by_id: ctx.viewer.personId,
        at_min: change.at,
      });
      return done({ changed: 1, summary: t(action) });
    },
  );
}

/** Says that it is done, or is to be done after all. */
export async function setFollowUpDone(
  ctx: SignedInContext,
  id: number,
  input: FollowUpDoneInput,
): Promise<Outcome<MarkReply>> {
  const action = input.isDone ? untranslated('finished a follow-up') : untranslated('reopened a follow-up');
  return runChangeSet<MarkReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const found = await change.tx.table(FollowUp).first({ id });
    if (!found) return refuse({ code: 'not-found', what: t`such follow-up` });
    change.requestIds.add(found.request_id);
    await change.tx
      .table(FollowUp)
      .update(
        { id },
        { done_min: input.isDone ? change.at : null, done_by_id: input.isDone ? ctx.viewer.personId : null },
      );
    return done({ changed: 1, summary: t(action) });
  });
}
