import { say } from '@/contracts/language/say';
import { isOnCalendar } from '@/core/publishing/calendar-filter';
import { toldWords } from '@/core/publishing/facts';
import { isAnnounced, standsOn, type CalendarChoice } from '@/core/publishing/shown';
import { dateOf, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { CalendarPreview, CalendarPreviewInput } from '@/contracts/calendars';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';

interface ComingRow {
  readonly request: number;
  readonly title: string;
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly place: string | null;
  readonly heldBack: 0 | 1;
  readonly publishFrom: LocalDate | null;
  readonly choice: CalendarChoice | null;
  readonly categories: never[];
  readonly hosts: never[];
  readonly audiences: string[];
  readonly spaces: never[];
  readonly buildings: never[];
}

const spacesOf = (what: string) =>
  `json((SELECT json_group_array(${what}) FROM claim_space s JOIN space p ON p.id = s.space_id WHERE s.claim_id = c.id))`;

// Every date to come that is to be published: what a filter chooses from.
const COMING = `SELECT json_group_array(json_object('request', r.id, 'title', r.title, 'start', c.start_local, 'end', c.end_local,
  'place', (SELECT group_concat(p.name, ' + ' ORDER BY s.position) FROM claim_space s JOIN space p ON p.id = s.space_id WHERE s.claim_id = c.id),
  'heldBack', COALESCE(n.held_back, 0), 'publishFrom', n.publish_from, 'choice', x.choice,
  'categories', json((SELECT json_group_array(k.category_id) FROM request_category k WHERE k.request_id = r.id)),
  'hosts', json((SELECT json_group_array(h.organisation_id) FROM request_host h WHERE h.request_id = r.id)),
  'audiences', json(r.audiences), 'spaces', ${spacesOf('p.id')}, 'buildings', ${spacesOf('p.building_id')}) ORDER BY c.start_min, r.id) AS json
FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id AND r.publish = 1
  LEFT JOIN notice n ON n.request_id = r.id LEFT JOIN request_calendar x ON x.request_id = r.id AND x.calendar_id = $id
WHERE c.status = 'in-force' AND c.end_min > $now`;

const SHOWN_LINES = 8;

/** What a calendar with such a filter would show now, by the rule that will choose. */
export async function previewCalendar(
  ctx: Context,
  { id, filter, facts }: CalendarPreviewInput,
): Promise<CalendarPreview> {
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, await siteZone(ctx.db)));
  const rows = await ctx.db.json<ComingRow[]>(COMING, { id: id ?? 0, now });
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
      title: toldWords(facts, { ...NO_WORDS, title }, say`Taken`).title,
      place: facts.includes('place') ? (place ?? '') : '',
    })),
  };
}

const NO_WORDS = { secondLine: '', text: '', html: '', lines: [], hosts: [], contact: '' };
