import { addDays } from '@/core/time/local-time';
import { startOfDay } from '@/core/time/zone';
import { MOST_DATES, type DateChoices, type DatesQuery, type DatesReply } from '@/contracts/calendar/dates';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { readableCalendars } from '../../repositories/publishing/calendars';
import { rightsOf } from './rights';
import { DATES_CHOICES } from './calendar.queries';
import { asFlag } from '../../db/tables/column';
import { DATES_OF } from './dates.queries';

const stateCode = { approved: 0, held: 1, waiting: 2, cancelled: 3 } as const;

/** Every date of some days once, as far as the viewer may know it, in order of its start. */
export async function datesOf(ctx: Context, query: DatesQuery): Promise<DatesReply> {
  const { db, viewer } = ctx;
  const tzid = await siteZone(db);
  const { from, days, only, q, state, cancelled } = query;
  const text = q.trim().toLowerCase();
  const calendars = await readableCalendars(ctx);
  const rows = await db.value(DATES_OF({ by: query.by, hasOnly: only !== undefined, hasText: text !== '' }), {
    start: startOfDay(from, tzid),
    end: startOfDay(addDays(from, days), tzid),
    ...(await rightsOf(db, viewer)),
    calendars: calendars.map(({ id }) => id),
    cancelled: asFlag(cancelled === '1' || state === 'cancelled'),
    state: state === undefined ? -1 : stateCode[state],
    most: MOST_DATES + 1,
    only: only ?? [],
    text,
  });
  return {
    from,
    days,
    now: ctx.clock.now(),
    dates: rows.slice(0, MOST_DATES),
    isCut: rows.length > MOST_DATES,
  };
}

export async function dateChoices(ctx: Context): Promise<DateChoices> {
  const choices = await ctx.db.value(DATES_CHOICES);
  const calendar = (await readableCalendars(ctx)).map(({ id, name, mark, hue }) => ({ id, name, mark, hue }));
  return { ...choices, calendar };
}
