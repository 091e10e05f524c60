import { rulesThatBefallBy } from '@/core/checks/findings';
import { t, untranslated } from '@/contracts/language/translate';
import type { ImpactReply } from '@/contracts/administration/stock-and-closures';
import type { AddShiftInput, TeamMemberInput } from '@/contracts/work-orders/week-load';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import { addMinutes, type Interval } from '@/core/time/epoch-minute';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { countAtRisk } from '../../effects/at-risk';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../repositories/world/space-facts';
import { inEntryHistory, noteInHistory } from '../administration/entries/around-entry';
import { riskText } from '../administration/stock/stock-line';
import { teamFaults } from './team-people';
import { WorkOrder } from '../../db/tables/work-orders';
import { CLAIMS_OF_TEAM, COUNT_TEAM_AND_PERSON, SHIFT_BY_ID } from './set-up.queries';
import { Shift, TeamMember } from '../../db/tables/spaces';
import { Person } from '../../db/tables/people';
import { idOf, type PersonId } from '@/core/ids';

const DAY_MIN = 1440;

/** Dates whose work of a team falls into a span are looked at again; what the crew cannot do is at risk. */
async function atRiskBy(change: ChangeSet, teamId: number, span: Interval): Promise<number> {
  const rows = await change.tx.all(CLAIMS_OF_TEAM, {
    teamId,
    start: addMinutes(span.start, -DAY_MIN),
    end: addMinutes(span.end, DAY_MIN),
    now: change.at,
  });
  const claims = rows.map(({ id }) => id);
  const rules = rulesThatBefallBy('shifts');
  change.because({ kind: 'doubt', claims, rules });
  await change.follow();
  return countAtRisk(change.tx, claims, rules);
}

/** Null where it is nobody in particular. */
async function nameOfPerson(reader: Reader, person: PersonId | null): Promise<string | null> {
  const row = person === null ? null : await reader.table(Person).first({ id: person });
  return row?.name ?? null;
}

/** Puts somebody, or so many of a team, on shift. */
export async function addShift(ctx: SignedInContext, input: AddShiftInput): Promise<Outcome<ImpactReply>> {
  const order = { action: untranslated('put people on shift'), reason: '', idempotencyKey: input.key };
  return runChangeSet<ImpactReply>(ctx, order, async (change) => {
    const faults = await teamFaults(change.tx, input);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const tzid = await siteZone(change.tx);
    const span = {
      start: toEpochMinute(input.from, tzid, 'offset-before'),
      end: toEpochMinute(input.to, tzid, 'offset-before'),
    };
    await change.tx.table(Shift).insertLoose({
      team_id: input.teamId,
      person_id: input.personId,
      start_min: span.start,
      end_min: span.end,
      people: input.people,
    });
    await noteInHistory(change, 'team', input.teamId, {
      facts: {
        did: 'on-shift',
        person: await nameOfPerson(change.tx, input.personId),
        people: input.people,
        from: input.from,
        to: input.to,
      },
    });
    const atRisk = await atRiskBy(change, input.teamId, span);
    return done({ summary: `${t(order.action)}; ${riskText(atRisk)}`, atRisk });
  });
}

/** Takes a shift away; one that is gone already is no fault. */
export async function removeShift(
  ctx: SignedInContext,
  id: number,
  key: string,
): Promise<Outcome<ImpactReply>> {
  const order = { action: untranslated('took people off shift'), reason: '', idempotencyKey: key };
  return runChangeSet<ImpactReply>(ctx, order, async (change) => {
    const [shift] = await change.tx.all(SHIFT_BY_ID, { id });
    if (!shift) return done({ summary: t(order.action), atRisk: 0 });
    await change.tx.table(Shift).remove({ id });
    const tzid = await siteZone(change.tx);
    await noteInHistory(change, 'team', shift.team_id, {
      facts: {
        did: 'off-shift',
        person: await nameOfPerson(change.tx, shift.person_id),
        people: shift.people,
        from: toLocal(shift.start_min, tzid),
        to: toLocal(shift.end_min, tzid),
      },
    });
    const atRisk = await atRiskBy(change, shift.team_id, { start: shift.start_min, end: shift.end_min });
    return done({ summary: `${t(order.action)}; ${riskText(atRisk)}`, atRisk });
  });
}

/** Takes somebody into a team, or out of it; what was given to them there goes back to the team. */
export async function setTeamMember(
  ctx: SignedInContext,
  teamId: number,
  input: TeamMemberInput,
): Promise<Outcome<ImpactReply>> {
  const action = input.isMember
    ? untranslated('added a person to a team')
    : untranslated('removed a person from a team');
  return runChangeSet<ImpactReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const known = await change.tx.one(COUNT_TEAM_AND_PERSON, { team: teamId, person: input.personId });
    if (!known.teams) return refuse({ code: 'not-found', what: t`such team` });
    if (!known.people) return refuse({ code: 'not-found', what: t`such person` });
    const member = { team_id: teamId, person_id: idOf<PersonId>(input.personId) };
    if (input.isMember) {
      await inEntryHistory(change, 'team', teamId, action, () =>
        change.tx.table(TeamMember).addMissing([member]),
      );
      return done({ summary: t(action), atRisk: 0 });
    }
    await inEntryHistory(change, 'team', teamId, action, () => change.tx.table(TeamMember).remove(member));
    const orders = await change.tx.table(WorkOrder).all({ ...member, state: 'open' });
    await change.updateVersioned(
      WorkOrder,
      orders.map(({ id }) => id),
      { person_id: null },
    );
    return done({
      summary: t`${t(action)}; ${countText(orders.length, 'order goes', 'orders go')} back to the team`,
      atRisk: 0,
    });
  });
}
