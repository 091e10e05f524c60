import { t } from '@/contracts/language/translate';
import { isOnCalendar } from '@/core/publishing/calendar-filter';
import { toldWords } from '@/core/publishing/facts';
import { isAnnounced, standsOn } from '@/core/publishing/shown';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { CalendarPreview, CalendarPreviewInput } from '@/contracts/publishing/calendars';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { COMING } from './keep.queries';

const SHOWN_LINES = 8;

/** What a calendar with such a filter would show now, by the rule that will choose. */
export async function previewCalendar(
  ctx: Context,
  { id, filter, facts }: CalendarPreviewInput,
): Promise<CalendarPreview> {
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, await siteZone(ctx.db)));
  const rows = await ctx.db.value(COMING, { id: id ?? 0, now });
  const found = rows.filter(
    (row) =>
      isAnnounced({ publish: true, heldBack: row.heldBack === 1, publishFrom: row.publishFrom }, today) &&
      standsOn(row.choice, isOnCalendar(filter, row)),
  );
  return {
    dates: found.length,
    events: new Set(found.map(({ request }) => request)).size,
    lines: found.slice(0, SHOWN_LINES).map(({ title, start, end, place }) => ({
      when: spanText(start, end),
      title: toldWords(facts, { ...NO_WORDS, title }, t`Taken`).title,
      place: facts.includes('place') ? (place ?? '') : '',
    })),
  };
}

const NO_WORDS = { secondLine: '', text: '', html: '', lines: [], hosts: [], contact: '' };
