import type { z } from 'zod';
import { t } from '@/contracts/language/translate';
import { weekStartOf } from '@/contracts/language/own-settings';
import { dayLoad, doubtsOf, type DayJob, type Doubt } from '@/core/labour/week-load';
import type { Roster } from '@/core/labour/crew-load';
import { addMinutes, EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import { ordersFor } from '@/core/work-orders/orders-for';
import type { LoadCell, ShiftView, TeamWeek, WeekOrder, WeekView } from '@/contracts/work-orders/week-load';
import { phaseText } from '@/contracts/words/orders';
import { countText, dayShort, daysText, lengthText, sayTime } from '@/contracts/words/when';
import { loadStandingClaims } from '../../repositories/claims/claims';
import { loadTemplates } from '../../effects/orders/load-templates';
import { orderedDates } from '../../effects/orders/ordered-dates';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { HOUSE_OF_WEEK, WAITING_DURING, SHIFTS_OF_WEEK, ORDERS_OF_WEEK } from './set-up.queries';
import { ResultOf } from '../../db/statement';
import { at, given } from '@/core/lists';

type OrderRow = ResultOf<typeof ORDERS_OF_WEEK>[number];
type ShiftRow = ResultOf<typeof SHIFTS_OF_WEEK>[number];

interface WaitingJob extends DayJob {
  readonly teamId: number;
}

/** What the teams would have to do if all that waits in the week were approved. */
async function waitingJobs(
  reader: Reader,
  span: { start: EpochMinute; end: EpochMinute },
  tzid: string,
): Promise<WaitingJob[]> {
  const rows = await reader.all(WAITING_DURING, span);
  if (!rows.length) return [];
  const claims = await loadStandingClaims(
    reader,
    rows.map(({ id }) => id),
  );
  const dateFor = await orderedDates(reader, claims);
  const book = await loadTemplates(reader, [...new Set(rows.map(({ request }) => request))]);
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
    workMin ? t`${lengthText(workMin)} of work` : t`no work`,
    hasRoster && (shiftMin ? t`${lengthText(shiftMin)} on shift` : t`nobody on shift`),
    waitingMin > 0 && t`${lengthText(waitingMin)} more wait`,
    isShort ? t`cannot be done` : wouldBeShort && t`what waits cannot be done`,
  ];
  return parts.filter(Boolean).join('; ');
}

/** The day an order stands on: being there begins, work is due; midnight ends its day. */
const dayOfOrder = ({ phase, from, due }: OrderRow, tzid: string): LocalDate =>
  dateOf(toLocal(phase === 'attendance' ? from : addMinutes(due, -1), tzid));

function doubtText(doubt: Doubt, orders: ReadonlyMap<number, OrderRow>): string {
  return doubt.kind === 'not-on-shift'
    ? t`not on shift then`
    : t`also has to be at “${given('the other order', orders.get(doubt.other)).eventTitle}” then`;
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
    timeText: row.phase === 'attendance' ? `${clock(row.from)}–${clock(row.due)}` : t`by ${clock(row.due)}`,
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

type OfficeOfWeek = z.infer<typeof HOUSE_OF_WEEK.value>;

/** What a team has to do in a week, day by day, against its shifts. */
function teamWeek(
  { id, name, rosteredUntil }: OfficeOfWeek['teams'][number],
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
  const orders = await ctx.db.value(ORDERS_OF_WEEK, span);
  const shifts = await ctx.db.value(SHIFTS_OF_WEEK, span);
  const waiting = await waitingJobs(ctx.db, span, tzid);
  const team = house.teams.find(({ id }) => id === wanted.team) ?? house.teams[0] ?? null;
  const ofTeam = orders.filter(({ teamId }) => teamId === team?.id);
  const doubts = doubtsByOrder(orders, shifts);
  return {
    first,
    weekText: daysText(first, at(days, 6)),
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
