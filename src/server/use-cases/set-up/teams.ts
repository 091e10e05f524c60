import { say, unsaid } from '@/contracts/language/say';
import { writtenForAll } from '../../own-settings/ambient';
import type { HouseReply } from '@/contracts/house';
import type { AddShiftInput, TeamMemberInput } from '@/contracts/week-load';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { countText, spanText } from '@/contracts/words/when';
import { addMinutes, type Interval } from '@/core/time/epoch-minute';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { recheck } from '../../changes/at-risk';
import type { ChangeSet } from '../../changes/change-set';
import { runChangeSet } from '../../changes/run-change-set';
import type { SignedInContext } from '../../context';
import type { Reader } from '../../db/connection';
import { siteZone } from '../../db/space-facts';
import { inThingHistory, noteInHistory } from '../house-book/around-thing';
import { riskText } from '../house/stock-line';
import { speakerFor } from '../verdicts';
import { teamFaults } from './team-people';
import { WorkOrder } from '../../db/tables/work-orders';
import { CLAIMS_OF_TEAM, NAME_OF_PERSON, COUNT_TEAM_AND_PERSON, SHIFT_BY_ID } from './set-up.queries';
import { Shift } from '../../db/tables/spaces';

const DAY_MIN = 1440;

/** Dates whose work of a team falls into a span are looked at again; what the crew cannot do is at risk. */
async function atRiskBy(
  ctx: SignedInContext,
  change: ChangeSet,
  teamId: number,
  span: Interval,
): Promise<number> {
  const rows = await change.tx.all(CLAIMS_OF_TEAM, {
    teamId,
    start: addMinutes(span.start, -DAY_MIN),
    end: addMinutes(span.end, DAY_MIN),
    now: change.at,
  });
  const risk = await recheck(
    change.tx,
    rows.map(({ id }) => id),
    ['crew-short'],
    change.at,
    async (findings, world) => {
      const speaker = await speakerFor(change.tx, ctx.viewer, world, findings, 'office');
      return (finding) => speaker.say(finding);
    },
  );
  for (const request of risk.requests) change.requestIds.add(request);
  return risk.claims.length;
}

async function peopleText(reader: Reader, person: number | null, people: number): Promise<string> {
  if (person === null) return countText(people, 'person', 'people');
  const [row] = await reader.all(NAME_OF_PERSON, { person });
  return row?.name ?? say`somebody`;
}

/** Puts somebody, or so many of a team, on shift. */
export async function addShift(ctx: SignedInContext, input: AddShiftInput): Promise<Outcome<HouseReply>> {
  const order = { action: unsaid('put people on shift'), reason: '', idempotencyKey: input.key };
  return runChangeSet<HouseReply>(ctx, order, async (change) => {
    const faults = await teamFaults(change.tx, input);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const tzid = await siteZone(change.tx);
    const span = {
      start: toEpochMinute(input.from, tzid, 'offset-before'),
      end: toEpochMinute(input.to, tzid, 'offset-before'),
    };
    await change.tx.run(
      'INSERT INTO shift (team_id, person_id, start_min, end_min, people) VALUES ($team, $person, $start, $end, $people)',
      { team: input.teamId, person: input.personId, ...span, people: input.people },
    );
    const people = await peopleText(change.tx, input.personId, input.people);
    await noteInHistory(
      change,
      'team',
      input.teamId,
      say`put ${people} on shift, ${writtenForAll(() => spanText(input.from, input.to))}`,
    );
    const atRisk = await atRiskBy(ctx, change, input.teamId, span);
    return done({ summary: `${say(order.action)}; ${riskText(atRisk)}`, atRisk });
  });
}

/** Takes a shift away; one that is gone already is no fault. */
export async function removeShift(
  ctx: SignedInContext,
  id: number,
  key: string,
): Promise<Outcome<HouseReply>> {
  const order = { action: unsaid('took people off shift'), reason: '', idempotencyKey: key };
  return runChangeSet<HouseReply>(ctx, order, async (change) => {
    const [shift] = await change.tx.all(SHIFT_BY_ID, { id });
    if (!shift) return done({ summary: say(order.action), atRisk: 0 });
    await change.tx.table(Shift).remove({ id });
    const tzid = await siteZone(change.tx);
    const when = writtenForAll(() => spanText(toLocal(shift.start_min, tzid), toLocal(shift.end_min, tzid)));
    const people = await peopleText(change.tx, shift.person_id, shift.people);
    await noteInHistory(change, 'team', shift.team_id, say`took ${people} off shift, ${when}`);
    const atRisk = await atRiskBy(ctx, change, shift.team_id, { start: shift.start_min, end: shift.end_min });
    return done({ summary: `${say(order.action)}; ${riskText(atRisk)}`, atRisk });
  });
}

/** Takes somebody into a team, or out of it; what was given to them there goes back to the team. */
export async function setTeamMember(
  ctx: SignedInContext,
  teamId: number,
  input: TeamMemberInput,
): Promise<Outcome<HouseReply>> {
  const action = input.isMember ? unsaid('took somebody into a team') : unsaid('took somebody out of a team');
  return runChangeSet<HouseReply>(ctx, { action, reason: '', idempotencyKey: input.key }, async (change) => {
    const [known] = await change.tx.all(COUNT_TEAM_AND_PERSON, { team: teamId, person: input.personId });
    if (!known!.teams) return refuse({ code: 'not-found', what: say`such team` });
    if (!known!.people) return refuse({ code: 'not-found', what: say`such person` });
    const bind = { team: teamId, person: input.personId };
    if (input.isMember) {
      await inThingHistory(change, 'team', teamId, action, () =>
        change.tx.run('INSERT OR IGNORE INTO team_member (team_id, person_id) VALUES ($team, $person)', bind),
      );
      return done({ summary: say(action), atRisk: 0 });
    }
    await inThingHistory(change, 'team', teamId, action, () =>
      change.tx.run('DELETE FROM team_member WHERE team_id = $team AND person_id = $person', bind),
    );
    const orders = await change.tx.rows<{ id: number }>(
      `SELECT id FROM work_order WHERE team_id = $team AND person_id = $person AND state = 'open'`,
      bind,
    );
    await change.updateVersioned(
      WorkOrder,
      orders.map(({ id }) => id),
      { person_id: null },
    );
    return done({
      summary: say`${action}; ${countText(orders.length, 'order goes', 'orders go')} back to the team`,
      atRisk: 0,
    });
  });
}
