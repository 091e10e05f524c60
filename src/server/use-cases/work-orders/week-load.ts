import type { z } from 'zod';
import { say } from '@/contracts/language/say';
import { weekStartOf } from '@/contracts/own-settings';
import type { PersonId } from '@/core/ids';
import type { OccurrenceId, RequestId } from '@/core/ids';
import { dayLoad, doubtsOf, type DayJob, type Doubt } from '@/core/labour/week-load';
import type { Roster } from '@/core/labour/crew-load';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import { ordersFor, type OrderOrigin, type OrderPhase } from '@/core/work-orders/orders-for';
import type { LoadCell, ShiftView, TeamWeek, WeekOrder, WeekView } from '@/contracts/week-load';
import { phaseText } from '@/contracts/words/orders';
import { countText, dayShort, daysText, lengthText, sayTime } from '@/contracts/words/when';
import { loadStandingClaims } from '../../repositories/claims/claims';
import { loadRecipes } from '../../effects/orders/load-recipes';
import { orderedDates } from '../../effects/orders/ordered-dates';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { HOUSE_OF_WEEK } from './set-up.queries';

interface OrderRow {
  readonly id: number;
  readonly teamId: number;
  readonly personId: PersonId | null;
  readonly phase: OrderPhase;
  readonly origin: OrderOrigin;
  readonly from: EpochMinute;
  readonly due: EpochMinute;
  readonly work: number;
  readonly state: 'open' | 'done';
  readonly issue: EpochMinute;
  readonly issued: EpochMinute | null;
  readonly title: string;
  readonly place: string;
  readonly eventTitle: string;
  readonly reference: string;
}

interface ShiftRow {
  readonly id: number;
  readonly teamId: number;
  readonly personId: PersonId | null;
  readonly person: string | null;
  readonly people: number;
  readonly start: EpochMinute;
  readonly end: EpochMinute;
}

const ORDERS = `SELECT json_group_array(json_object('id', w.id, 'teamId', w.team_id, 'personId', w.person_id, 'phase', w.phase, 'origin', w.origin, 'from', w.from_min,
  'due', w.due_min, 'work', w.work_min, 'state', w.state, 'issue', w.issue_min, 'issued', w.issued_min, 'title', v.content->>'title', 'place', v.content->>'place',
  'eventTitle', v.content->>'eventTitle', 'reference', v.content->>'reference') ORDER BY w.due_min, w.id) AS json
FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
WHERE w.state <> 'withdrawn' AND w.covered_by IS NULL AND w.due_min > $start AND w.due_min <= $end`;

const SHIFTS = `SELECT json_group_array(json_object('id', s.id, 'teamId', s.team_id, 'personId', s.person_id, 'person', p.name, 'people', s.people, 'start', s.start_min,
  'end', s.end_min) ORDER BY s.start_min, s.id) AS json FROM shift s LEFT JOIN person p ON p.id = s.person_id WHERE s.start_min < $end AND s.end_min > $start`;

const WAITING = `SELECT o.id, o.request_id AS request FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'waiting'
WHERE c.status IN ('wanted', 'held') AND c.start_min < $end AND c.end_min > $start LIMIT 2000`;

interface WaitingJob extends DayJob {
  readonly teamId: number;
}

/** What the teams would have to do if all that waits in the week were approved. */
async function waitingJobs(
  reader: Reader,
  span: { start: EpochMinute; end: EpochMinute },
  tzid: string,
): Promise<WaitingJob[]> {
  const rows = await reader.rows<{ id: OccurrenceId; request: RequestId }>(WAITING, { ...span });
  if (!rows.length) return [];
  const claims = await loadStandingClaims(
    reader,
    rows.map(({ id }) => id),
  );
  const dateFor = await orderedDates(reader, claims);
  const book = await loadRecipes(reader, [...new Set(rows.map(({ request }) => request))]);
  return claims.flatMap((claim) =>
    ordersFor(dateFor(claim), book.forDate(claim.requestId, claim.occurrenceId), tzid).map(
      ({ teamId, workMin, content }) => ({
        teamId,
        workMin,
        isWaiting: true,
        window: { start: content.fromMin, end: content.dueMin },
      }),
    ),
  );
}

function cellText(
  { workMin, shiftMin, waitingMin, isShort, wouldBeShort }: Omit<LoadCell, 'text' | 'date'>,
  hasRoster: boolean,
): string {
  const parts = [
    workMin ? say`${lengthText(workMin)} of work` : say`no work`,
    hasRoster && (shiftMin ? say`${lengthText(shiftMin)} on shift` : say`nobody on shift`),
    waitingMin > 0 && say`${lengthText(waitingMin)} more wait`,
    isShort ? say`cannot be done` : wouldBeShort && say`what waits cannot be done`,
  ];
  return parts.filter(Boolean).join('; ');
}

/** The day an order stands on: being there begins, work is due; midnight ends its day. */
const dayOfOrder = ({ phase, from, due }: OrderRow, tzid: string): LocalDate =>
  dateOf(toLocal(phase === 'attendance' ? from : ((due - 1) as EpochMinute), tzid));

function doubtText(doubt: Doubt, orders: ReadonlyMap<number, OrderRow>): string {
  return doubt.kind === 'not-on-shift'
    ? say`not on shift then`
    : say`also has to be at “${orders.get(doubt.other)!.eventTitle}” then`;
}

function doubtsByOrder(orders: readonly OrderRow[], shifts: readonly ShiftRow[]): Map<number, string[]> {
  const byId = new Map(orders.map((order) => [order.id, order]));
  const people = [...new Set(orders.map(({ personId }) => personId))].filter((id) => id !== null);
  const found = new Map<number, string[]>();
  for (const person of people) {
    const own = shifts.filter(({ personId }) => personId === person);
    const jobs = orders
      .filter(({ personId }) => personId === person)
      .map(({ id, phase, from, due }) => ({
        id,
        window: { start: from, end: due },
        isAttendance: phase === 'attendance',
      }));
    for (const [id, doubts] of doubtsOf(jobs, own.length ? own : null))
      found.set(
        id,
        doubts.map((doubt) => doubtText(doubt, byId)),
      );
  }
  return found;
}

const weekOrder = (row: OrderRow, doubts: readonly string[], tzid: string): WeekOrder => {
  const clock = (at: EpochMinute) => sayTime(toLocal(at, tzid));
  return {
    id: row.id,
    date: dayOfOrder(row, tzid),
    personId: row.personId,
    timeText: row.phase === 'attendance' ? `${clock(row.from)}–${clock(row.due)}` : say`by ${clock(row.due)}`,
    phaseText: phaseText(row.phase, row.origin),
    title: row.title,
    place: row.place,
    eventTitle: row.eventTitle,
    reference: row.reference,
    workText: row.work ? lengthText(row.work) : '',
    isDone: row.state === 'done',
    isIssued: row.issued !== null,
    issueText: row.issued === null ? dayShort(dateOf(toLocal(row.issue, tzid))) : null,
    doubts,
  };
};

const shiftView = (row: ShiftRow, tzid: string): ShiftView => {
  const [start, end] = [toLocal(row.start, tzid), toLocal(row.end, tzid)];
  const until = dateOf(end) === dateOf(start) ? sayTime(end) : `${sayTime(end)}, ${dayShort(dateOf(end))}`;
  return {
    id: row.id,
    date: dateOf(start),
    person: row.person,
    personId: row.personId,
    people: row.people,
    text: `${sayTime(start)}–${until}${row.personId === null ? `, ${countText(row.people, 'person', 'people')}` : ''}`,
  };
};

type HouseOfWeek = z.infer<typeof HOUSE_OF_WEEK.value>;

/** What a team has to do in a week, day by day, against its shifts. */
function teamWeek(
  { id, name, rosteredUntil }: HouseOfWeek['teams'][number],
  days: readonly LocalDate[],
  {
    orders,
    shifts,
    waiting,
    tzid,
  }: {
    readonly orders: readonly OrderRow[];
    readonly shifts: readonly ShiftRow[];
    readonly waiting: Awaited<ReturnType<typeof waitingJobs>>;
    readonly tzid: string;
  },
): TeamWeek {
  const own = orders.filter(({ teamId }) => teamId === id);
  const jobs: DayJob[] = [
    ...own.map(({ from, due, work }) => ({
      window: { start: from, end: due },
      workMin: work,
      isWaiting: false,
    })),
    ...waiting.filter(({ teamId }) => teamId === id),
  ];
  const roster: Roster | null = rosteredUntil && {
    shifts: shifts.filter(({ teamId }) => teamId === id),
    until: rosteredUntil,
  };
  const cells = days.map((date) => {
    const ends = { start: startOfDay(date, tzid), end: startOfDay(addDays(date, 1), tzid) };
    const load = dayLoad(ends, jobs, roster);
    return { date, ...load, text: cellText(load, roster !== null) };
  });
  return { id, name, hasRoster: roster !== null, cells };
}

/** A week of all teams against their shifts, and of one of them its people, shifts and orders. */
export async function weekLoad(
  ctx: SignedInContext,
  wanted: { readonly date: LocalDate | null; readonly team: number | null },
): Promise<WeekView> {
  const house = await ctx.db.value(HOUSE_OF_WEEK);
  const { tzid } = house.site;
  const weekStart = weekStartOf(house.site.weekStart);
  const today = dateOf(toLocal(ctx.clock.now(), tzid));
  const day = wanted.date ?? today;
  const first = addDays(day, -((weekdayOf(day) - weekStart + 7) % 7));
  const days = Array.from({ length: 7 }, (_, index) => addDays(first, index));
  const span = { start: startOfDay(first, tzid), end: startOfDay(addDays(first, 7), tzid) };
  const orders = await ctx.db.json<OrderRow[]>(ORDERS, span);
  const shifts = await ctx.db.json<ShiftRow[]>(SHIFTS, span);
  const waiting = await waitingJobs(ctx.db, span, tzid);
  const team = house.teams.find(({ id }) => id === wanted.team) ?? house.teams[0] ?? null;
  const ofTeam = orders.filter(({ teamId }) => teamId === team?.id);
  const doubts = doubtsByOrder(orders, shifts);
  return {
    first,
    weekText: daysText(first, days[6]!),
    days: days.map((date) => ({
      date,
      text: dayShort(date).replace(/ \d{4}$/, ''),
      isToday: date === today,
    })),
    before: addDays(first, -7),
    after: addDays(first, 7),
    teams: house.teams.map((each) => teamWeek(each, days, { orders, shifts, waiting, tzid })),
    team: team && {
      id: team.id,
      name: team.name,
      people: team.people,
      others: house.people.filter(({ id }) => !team.people.some((each) => each.id === id)),
      shifts: shifts.filter(({ teamId }) => teamId === team.id).map((row) => shiftView(row, tzid)),
      orders: ofTeam.map((row) => weekOrder(row, doubts.get(row.id) ?? [], tzid)),
    },
  };
}
