import { BUILDING } from '../../../repositories/names';
import { say } from '@/contracts/language/say';
import { isOnCalendar } from '@/core/publishing/calendar-filter';
import type { CalendarChoice } from '@/core/publishing/shown';
import type { LocalDateTime } from '@/core/time/local-time';
import type { NoticePreview } from '@/contracts/calendars';
import { plainAsHtml } from '@/contracts/plain-as-html';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { listText } from '@/contracts/words/rule';
import { readersText } from '@/contracts/words/calendars';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { loadCalendars } from '../../../repositories/publishing/calendars';
import { eventPath } from '../../../effects/publishing/event-address';
import { calendarChoices } from './calendar-book';

interface DateFacts {
  readonly start: LocalDateTime;
  readonly end: LocalDateTime;
  readonly spaces: never[];
  readonly buildings: never[];
}

interface NoticeFacts {
  readonly version: number;
  readonly title: string;
  readonly secondLine: string;
  readonly html: string;
  readonly text: string;
  readonly publish: 0 | 1;
  readonly heldBack: 0 | 1;
  readonly publishFrom: string | null;
  readonly uid: string;
  readonly categories: never[];
  readonly audiences: string[];
  readonly hosts: readonly { readonly id: never; readonly name: string }[];
  readonly dates: readonly DateFacts[];
  readonly places: readonly string[];
  readonly choices: readonly { readonly calendar: number; readonly choice: CalendarChoice }[];
  readonly shown: Record<string, number>;
  readonly announced: 0 | 1;
}

const spacesOf = (what: string) =>
  `json((SELECT json_group_array(${what}) FROM claim_space s JOIN space p ON p.id = s.space_id WHERE s.claim_id = c.id))`;

// Dates that stand or wait: how it will be once they are approved.
const FACTS = `SELECT json_group_array(json_object('version', r.row_version, 'title', r.title, 'secondLine', r.second_line, 'html', r.public_html, 'text', r.public_text, 'publish', r.publish,
  'heldBack', COALESCE(n.held_back, 0), 'publishFrom', n.publish_from, 'uid', g.uid,
  'categories', json((SELECT json_group_array(k.category_id) FROM request_category k WHERE k.request_id = r.id)), 'audiences', json(r.audiences),
  'hosts', json((SELECT json_group_array(json_object('id', o.id, 'name', o.name) ORDER BY h.position) FROM request_host h JOIN organisation o ON o.id = h.organisation_id WHERE h.request_id = r.id)),
  'dates', json((SELECT json_group_array(json_object('start', c.start_local, 'end', c.end_local, 'spaces', ${spacesOf('p.id')}, 'buildings', ${spacesOf('p.building_id')}) ORDER BY c.start_min)
    FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = r.id AND o.state IN ('waiting','approved') AND c.end_min > $now)),
  'places', json((SELECT json_group_array(DISTINCT p.name || ', ' || ${BUILDING}) FROM occurrence o JOIN claim_space s ON s.claim_id = o.standing_id JOIN space p ON p.id = s.space_id
    JOIN building b ON b.id = p.building_id WHERE o.request_id = r.id AND o.state IN ('waiting','approved'))),
  'choices', json((SELECT json_group_array(json_object('calendar', x.calendar_id, 'choice', x.choice)) FROM request_calendar x WHERE x.request_id = r.id)),
  'shown', json((SELECT json_group_object(calendar_id, shown) FROM (SELECT p.calendar_id, COUNT(*) AS shown FROM segment s JOIN published p ON p.segment_id = s.id AND p.gone_at_min IS NULL
    WHERE s.request_id = r.id GROUP BY p.calendar_id))),
  'announced', EXISTS (SELECT 1 FROM occurrence o JOIN announced a ON a.occurrence_id = o.id WHERE o.request_id = r.id))) AS json
FROM request r JOIN segment g ON g.request_id = r.id AND g.no = 1 LEFT JOIN notice n ON n.request_id = r.id WHERE r.ref = $ref`;

const SHOWN_DATES = 3;

/** How the notice of a request will read and where it will be, before it is approved and after. */
export async function noticePreview(ctx: Context, ref: string): Promise<Outcome<NoticePreview>> {
  const [facts] = await ctx.db.json<NoticeFacts[]>(FACTS, { ref, now: ctx.clock.now() });
  if (!facts) return refuse({ code: 'not-found', what: say`request with this reference` });
  const calendars = await loadCalendars(ctx.db);
  const choices = await calendarChoices(ctx.db);
  const choiceOf = new Map(facts.choices.map(({ calendar, choice }) => [calendar, choice]));
  const hosts = facts.hosts.map(({ id }) => id);
  const { categories, audiences, dates } = facts;
  return done({
    version: facts.version,
    title: facts.title,
    secondLine: facts.secondLine,
    publicHtml: facts.html || plainAsHtml(facts.text),
    publish: facts.publish === 1,
    heldBack: facts.heldBack === 1,
    publishFrom: facts.publishFrom,
    place: facts.places.join('; '),
    hosts: listText(facts.hosts.map(({ name }) => name)),
    whens: dates.slice(0, SHOWN_DATES).map(({ start, end }) => spanText(start, end)),
    more: Math.max(0, dates.length - SHOWN_DATES),
    path: facts.announced ? eventPath(facts.uid, facts.title) : null,
    calendars: calendars.map(({ id, name, mark, hue, filter, readers }) => ({
      id,
      name,
      mark,
      hue,
      isForEveryone: readers.kind === 'everyone',
      readersText: readersText(readers, choices),
      isByFilter: dates.some((date) => isOnCalendar(filter, { ...date, categories, audiences, hosts })),
      choice: choiceOf.get(id) ?? null,
      shown: facts.shown[id] ?? 0,
    })),
  });
}
