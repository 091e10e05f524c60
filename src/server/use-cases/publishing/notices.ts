import { t } from '@/contracts/language/translate';
import { weekStartOf } from '@/contracts/language/own-settings';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { addMonths, startOfMonth, startOfWeek, weeksOfMonth } from '@/core/time/weeks';
import { startOfDay, toLocal } from '@/core/time/zone';
import type { NoticeCalendar, NoticeDate, NoticesPage, NoticesQuery } from '@/contracts/publishing/notices';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { calendarFor, readableCalendars, type Calendar } from '../../repositories/publishing/calendars';
import { comingOn } from './coming';
import { factsOn, noticeDate, noticeRowsIn, type NoticeRow } from './notice-rows';
import { CHOICES } from './publish.queries';
import type { Reader } from '../../db/connection';
import type { Interval } from '@/core/time/epoch-minute';
import { at } from '@/core/lists';

/** Days a list looks ahead, and so many dates it tells of them, whole days; the later ones are a step further on. */
const LIST_DAYS = 366;
const LIST_DATES = 100;
/** A step back of a list. */
const LIST_BACK_DAYS = 42;
/** Most dates told at once. */
const MOST = 1500;

interface Span {
  readonly first: LocalDate;
  readonly last: LocalDate;
}

/** The days a view shows around a day. */
function spanOf(view: NoticesQuery['view'], on: LocalDate, weekStart: number): Span {
  switch (view) {
    case 'day':
      return { first: on, last: on };
    case 'week': {
      const first = startOfWeek(on, weekStart);
      return { first, last: addDays(first, 6) };
    }
    case 'month': {
      const weeks = weeksOfMonth(on, weekStart);
      return { first: at(weeks, 0), last: addDays(at(weeks, weeks.length - 1), 6) };
    }
    case 'list':
      return { first: on, last: addDays(on, LIST_DAYS - 1) };
  }
}

/** The day a view is turned to one step on (1) or back (−1). */
function steppedDay(view: NoticesQuery['view'], on: LocalDate, step: 1 | -1): LocalDate {
  if (view === 'month') return addMonths(startOfMonth(on), step);
  return addDays(on, step * { day: 1, week: 7, list: LIST_BACK_DAYS }[view]);
}

/** The dates of a list up to the end of the day of its last one. */
function listed(dates: readonly NoticeDate[]): NoticeDate[] {
  const last = dates[LIST_DATES - 1]?.day;
  return last === undefined ? [...dates] : dates.filter(({ day }) => day <= last);
}

function chosenOf(calendars: readonly Calendar[], query: NoticesQuery): Calendar[] {
  const { c: chosen } = query;
  return calendars.filter(({ slug, startsOn }) => (chosen ? chosen.includes(slug) : startsOn));
}

/** Looked for only in what readers may know: what a calendar does not tell cannot be found by it. */
function isLookedFor(
  row: NoticeRow,
  date: NoticeDate,
  calendars: readonly Calendar[],
  query: NoticesQuery,
): boolean {
  const facts = factsOn(calendars.filter(({ id }) => row.calendars.includes(id)));
  const { category, building, host } = query;
  const text = query.q.trim().toLowerCase();
  if (
    category !== undefined &&
    !(facts.includes('title') && row.categories.some(({ id }) => id === category))
  )
    return false;
  if (building !== undefined && !(facts.includes('place') && row.buildings.some(({ id }) => id === building)))
    return false;
  if (host !== undefined && !(facts.includes('host') && row.hostIds.includes(host))) return false;
  const said = [date.title, date.secondLine, date.text, date.place, date.building, ...date.hosts];
  return text === '' || said.some((each) => each.toLowerCase().includes(text));
}

/** The next day from `from` on with anything on these calendars; within a year, since further on is no help. */
async function nextDayWith(
  { db }: Context,
  calendars: readonly Calendar[],
  query: NoticesQuery,
  from: LocalDate,
  tzid: string,
): Promise<LocalDate | null> {
  const span = { start: startOfDay(from, tzid), end: startOfDay(addDays(from, 366), tzid) };
  const rows = await noticeRowsIn(db, calendars, span, MOST);
  const found = rows.find((row) => isLookedFor(row, noticeDate(row, calendars), calendars, query));
  return found ? dateOf(found.start) : null;
}

/** Whether something beside the day is looked for. */
const isNarrowed = ({ q, category, building, host }: NoticesQuery): boolean =>
  [q || undefined, category, building, host].some((each) => each !== undefined);

/** The dates of a span that are looked for, in order. */
async function datesIn(reader: Reader, chosen: readonly Calendar[], query: NoticesQuery, span: Interval) {
  const most = query.view === 'list' && !isNarrowed(query) ? LIST_DATES * 3 : MOST * 4;
  const rows = await noticeRowsIn(reader, chosen, span, most);
  return rows
    .map((row) => ({ row, date: noticeDate(row, chosen) }))
    .filter(({ row, date }) => isLookedFor(row, date, chosen, query))
    .map(({ date }) => date);
}

async function pageOf(
  ctx: Context,
  calendars: readonly Calendar[],
  chosen: readonly Calendar[],
  query: NoticesQuery,
): Promise<NoticesPage> {
  const tzid = await siteZone(ctx.db);
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  const on = query.on ?? today;
  const { weekStart: siteWeek, ...choices } = await ctx.db.value(CHOICES);
  const weekStart = weekStartOf(siteWeek);
  const { first, last } = spanOf(query.view, on, weekStart);
  // A list of what is on begins with what is still going on, not with what is over.
  const start = query.view === 'list' && first === today ? now : startOfDay(first, tzid);
  const isList = query.view === 'list';
  const all = await datesIn(ctx.db, chosen, query, { start, end: startOfDay(addDays(last, 1), tzid) });
  const coming = await comingOn(ctx.db, calendars, now);
  const dates = isList ? listed(all) : all.slice(0, MOST);
  // Where a list could tell no more, it goes on after its last day.
  const lastShown = isList && dates.length < all.length ? (dates.at(-1)?.day ?? last) : last;
  return {
    query,
    first,
    last: lastShown,
    earlier: steppedDay(query.view, on, -1),
    later: isList ? addDays(lastShown, 1) : steppedDay(query.view, on, 1),
    on,
    today,
    weekStart,
    calendars: calendars.map((each) => noticeCalendar(each, chosen, coming)),
    dates,
    nextDay: all.length ? null : await nextDayWith(ctx, chosen, query, addDays(last, 1), tzid),
    isCut: !isList && all.length > MOST,
    ...choices,
  };
}

const noticeCalendar = (
  { id, slug, name, mark, hue, about, readers }: Calendar,
  chosen: readonly Calendar[],
  coming: Record<string, number>,
): NoticeCalendar => ({
  slug,
  name,
  mark,
  hue,
  about,
  isOn: chosen.some((each) => each.id === id),
  isForEveryone: readers.kind === 'everyone',
  coming: coming[id] ?? 0,
});

/** What is on, over all calendars the viewer may read, each event once. */
export async function notices(ctx: Context, query: NoticesQuery): Promise<NoticesPage> {
  const calendars = await readableCalendars(ctx);
  return pageOf(ctx, calendars, chosenOf(calendars, query), query);
}

/** One calendar by itself; `token` is of a private link. */
export async function noticesOf(
  ctx: Context,
  slug: string,
  token: string | null,
  query: NoticesQuery,
): Promise<Outcome<NoticesPage>> {
  const calendar = await calendarFor(ctx, slug, token);
  if (!calendar) return refuse({ code: 'not-found', what: t`calendar at this address for you to read` });
  return done(await pageOf(ctx, [calendar], [calendar], query));
}
