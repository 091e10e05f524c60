import { CANCELLED_SHOWN_DAYS } from '@/core/publishing/icalendar';
import type { GoneAs } from '../../../effects/publishing/publishing-state';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import type { LedgerLine, LedgerPage, LedgerQuery } from '@/contracts/ledger';
import { MOST_LEDGER } from '@/contracts/ledger';
import { momentText, spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { CALENDARS } from './keep.queries';

interface Row {
  readonly calendar: string;
  readonly mark: string | null;
  readonly hue: string | null;
  readonly title: string;
  readonly reference: string;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly shown: EpochMinute;
  readonly gone: EpochMinute | null;
  readonly goneAs: GoneAs | null;
}

// The calendars the application keeps for spaces, hosts and people say the same again and are left out.
const LEDGER = `SELECT json_group_array(json_object('calendar', calendar, 'mark', mark, 'hue', hue, 'title', title, 'reference', ref, 'start', start_local, 'end', end_local,
    'shown', shown_at_min, 'gone', gone_at_min, 'goneAs', gone_as)) AS json FROM (
  SELECT k.name AS calendar, COALESCE(k.mark, y.mark) AS mark, COALESCE(k.hue, y.hue) AS hue, r.title, r.ref, c.start_local, c.end_local, p.shown_at_min, p.gone_at_min, p.gone_as
  FROM published p JOIN calendar k ON k.id = p.calendar_id AND k.kind = 'made' JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
    JOIN claim c ON c.id = o.standing_id JOIN request r ON r.id = o.request_id
    LEFT JOIN category y ON json_array_length(k.filter, '$.categories') = 1 AND y.id = (k.filter ->> '$.categories[0]')
  WHERE ($calendar IS NULL OR p.calendar_id = $calendar) AND ($what <> 'gone' OR p.gone_at_min IS NOT NULL) AND ($what <> 'owed' OR p.gone_at_min > $old)
    AND ($text = '' OR instr(lower(r.title || ' ' || r.ref), $text))
  ORDER BY MAX(p.shown_at_min, COALESCE(p.gone_at_min, 0)) DESC, c.start_min, k.position LIMIT ${MOST_LEDGER + 1})`;

const SHOWN_MIN = CANCELLED_SHOWN_DAYS * 1440;

/** Which date was shown to readers where, since when, and what they are still owed. */
export async function ledger(ctx: Context, query: LedgerQuery): Promise<LedgerPage> {
  const tzid = await siteZone(ctx.db);
  const now = ctx.clock.now();
  const rows = await ctx.db.json<Row[]>(LEDGER, {
    calendar: query.calendar ?? null,
    what: query.what,
    text: query.q.trim().toLowerCase(),
    old: now - SHOWN_MIN,
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
      owedUntil:
        gone !== null && now - gone < SHOWN_MIN ? momentText((gone + SHOWN_MIN) as EpochMinute, tzid) : '',
    }));
  return { query, calendars, lines, isCut: rows.length > MOST_LEDGER };
}
