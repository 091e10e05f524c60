import { CANCELLED_SHOWN_DAYS } from '@/core/publishing/icalendar';
import { addMinutes } from '@/core/time/epoch-minute';
import type { LedgerLine, LedgerPage, LedgerQuery } from '@/contracts/publishing/ledger';
import { MOST_LEDGER } from '@/contracts/publishing/ledger';
import { momentText, spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { CALENDARS, LEDGER } from './keep.queries';

const SHOWN_MIN = CANCELLED_SHOWN_DAYS * 1440;

/** Which date was shown to readers where, since when, and what they are still owed. */
export async function ledger(ctx: Context, query: LedgerQuery): Promise<LedgerPage> {
  const tzid = await siteZone(ctx.db);
  const now = ctx.clock.now();
  const rows = await ctx.db.value(LEDGER, {
    calendar: query.calendar ?? null,
    what: query.what,
    text: query.q.trim().toLowerCase(),
    old: addMinutes(now, -SHOWN_MIN),
  });
  const calendars = await ctx.db.all(CALENDARS);
  const lines = rows
    .slice(0, MOST_LEDGER)
    .map(({ calendar, mark, hue, title, reference, start, end, shown, gone, goneAs }): LedgerLine => ({
      calendar,
      mark: mark ?? '··',
      hue: hue ?? 'ink',
      title,
      reference,
      when: spanText(start, end),
      shownAt: momentText(shown, tzid),
      goneAt: gone === null ? '' : momentText(gone, tzid),
      toldAs: goneAs ?? '',
      owedUntil: gone !== null && now - gone < SHOWN_MIN ? momentText(addMinutes(gone, SHOWN_MIN), tzid) : '',
    }));
  return { query, calendars, lines, isCut: rows.length > MOST_LEDGER };
}
