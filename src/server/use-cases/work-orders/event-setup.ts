import { t } from '@/contracts/language/translate';
import type { OccurrenceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import type { OrderedDate } from '@/core/work-orders/orders-for';
import { isServiceOverdue, serviceDue } from '@/core/work-orders/service-due';
import type {
  EventDate,
  EventSetup,
  PromisedLine,
  ServiceLineView,
} from '@/contracts/work-orders/event-setup';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { dayShort, momentText, spanText } from '@/contracts/words/when';
import { loadStandingClaims } from '../../repositories/claims/claims';
import { orderedDates } from '../../effects/orders/ordered-dates';
import type { SignedInContext } from '../../context/context';
import { loadRequest } from '../../repositories/requests/request-rows';
import { sheetFor } from './crew-day';
import { APPROVED_DATES, AROUND_EVENT } from './order.queries';
import type { ResultOf } from '../../db/statement';
import { orderView, type Sheet } from './order-view';
import { ownBind } from './own-orders';
import { pairs, at } from '@/core/lists';

type EventRows = ResultOf<typeof AROUND_EVENT>;
type ServiceRow = EventRows['services'][number];

/** What was promised for a date, a line each: what somebody walks through before it. */
export function promisedLines(date: OrderedDate, services: readonly string[]): string[] {
  const of = (slot: number): string[] =>
    pairs(date.claim.equipment, date.equipment).flatMap(([item, { name }]) =>
      item.spaceIndex === slot ? [`${item.quantity} × ${name}`] : [],
    );
  const spaces = pairs(date.spaces, date.claim.spaces).flatMap(([{ place }, wanted], slot) => {
    const { layout, people, wheelchairs = 0 } = wanted;
    const chairs = wheelchairs ? t`, ${wheelchairs} in wheelchairs` : '';
    return [
      t`${place}: ${LAYOUT_WORDS[layout]}, for ${people}${chairs}`,
      ...of(slot).map((thing) => `${place}: ${thing}`),
    ];
  });
  return [
    ...spaces,
    ...of(-1),
    ...services,
    ...(date.notes ? [date.notes.replace(/\s+/g, ' ').slice(0, 300)] : []),
  ];
}

/** The date that is looked at: the one asked for, else the next, else the last. */
function chosen(dates: readonly EventDate[], wanted: OccurrenceId | null): EventDate | null {
  return dates.find(({ id }) => id === wanted) ?? dates.find(({ isPast }) => !isPast) ?? dates.at(-1) ?? null;
}

const said = (who: string | null, at: EpochMinute | null, { tzid }: Sheet): string | null =>
  who === null || at === null ? null : `${who}, ${momentText(at, tzid)}`;

function serviceView(
  row: ServiceRow,
  date: OrderedDate,
  day: LocalDate,
  sheet: Sheet,
  today: LocalDate,
): ServiceLineView {
  const due = serviceDue(day, row.leadDays);
  const state = row.state ?? 'asked';
  return {
    serviceId: row.id,
    name: row.name,
    team: row.team,
    state,
    note: row.note ?? '',
    dueText: dayShort(due),
    isOverdue: isServiceOverdue(state, due, today),
    byText: said(row.who, row.at, sheet),
    isMine: row.isMine === 1,
    answers: date.services.find(({ serviceId }) => serviceId === row.id)?.answers ?? [],
  };
}

function promisedOf(
  date: OrderedDate,
  rows: Pick<EventRows, 'walked' | 'services'>,
  sheet: Sheet,
): PromisedLine[] {
  const walked = new Map(rows.walked.map((each) => [each.line, each]));
  return promisedLines(
    date,
    rows.services.map(({ name }) => name),
  ).map((line) => {
    const found = walked.get(line);
    return {
      line,
      isRight: found ? found.isRight === 1 : null,
      note: found?.note ?? '',
      byText: found ? said(found.who, found.at, sheet) : null,
    };
  });
}

const attendanceView = (attendance: EventRows['attendance'], sheet: Sheet): EventSetup['attendance'] => ({
  people: attendance?.people ?? null,
  byText: said(attendance?.who ?? null, attendance?.at ?? null, sheet),
});

const followUpView = (
  { id, text, due, who, at, doneAt, doneBy }: EventRows['followUps'][number],
  sheet: Sheet & { readonly today: LocalDate },
): EventSetup['followUps'][number] => ({
  id,
  text,
  dueText: due && dayShort(due),
  isOverdue: due !== null && doneAt === null && due < sheet.today,
  byText: said(who, at, sheet) ?? '',
  doneText: said(doneBy, doneAt, sheet),
});

/** Everything around one approved date of a request: its orders, services, what was promised, who came, what is left to do. */
export async function eventSetup(
  ctx: SignedInContext,
  reference: string,
  wanted: OccurrenceId | null,
): Promise<Outcome<EventSetup>> {
  const request = await loadRequest(ctx.db, reference);
  if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
  const head = await ctx.db.value(APPROVED_DATES, { request: request.id });
  const now = ctx.clock.now();
  const dates = head.dates.map(({ id, start, end, endMin }) => ({
    id,
    text: spanText(start, end),
    isPast: endMin <= now,
  }));
  const date = chosen(dates, wanted);
  if (!date)
    return refuse({ code: 'not-found', what: t`approved date of this request, so that nothing is set up` });
  const claim = at(await loadStandingClaims(ctx.db, [date.id]), 0);
  const ordered = (await orderedDates(ctx.db, [claim]))(claim);
  const day = dateOf(claim.startLocal);
  const sheet = await sheetFor(ctx, day);
  const rows = await ctx.db.value(AROUND_EVENT, { date: date.id, ...ownBind(ctx) });
  return done({
    reference: head.request.reference,
    title: head.request.title,
    dates,
    date,
    placeText: ordered.spaces.map(({ place }) => place).join(' + ') || t`no space`,
    isOffice: ctx.viewer.roles.includes('manager'),
    orders: rows.orders.map((row) => orderView(row, sheet)),
    services: rows.services.map((row) => serviceView(row, ordered, day, sheet, sheet.today)),
    promised: promisedOf(ordered, rows, sheet),
    expected: claim.people,
    attendance: attendanceView(rows.attendance, sheet),
    attendees: rows.attendees.map(({ name, isHere }) => ({ name, isHere: isHere === 1 })),
    followUps: rows.followUps.map((each) => followUpView(each, sheet)),
    teams: rows.teams,
  });
}
