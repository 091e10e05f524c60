import { t } from '@/contracts/language/translate';
import { feedText, segmentEvents } from '@/core/publishing/icalendar';
import { dateOf, type LocalDateTime } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import type { EventPage, NoticeDate, NoticePlace } from '@/contracts/publishing/notices';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { boardData } from '../calendar/board-data';
import { officeContact } from '../../repositories/house/office-contact';
import { readableCalendars, type Calendar } from '../../repositories/publishing/calendars';
import { eventPath, uidHeadOf, wholeAddress } from '../../effects/publishing/event-address';
import { dateKey, factsOn, noticeDate, noticeRowsOf, type NoticeRow } from './notice-rows';
import { eventHead, vtimezone } from './feeds/formats/ics';
import { publishedSegments } from '../../effects/publishing/render';
import { SEGMENTS_BY_UID } from './publish.queries';
import { isFilled } from '@/core/lists';

interface Found {
  readonly calendars: readonly Calendar[];
  readonly rows: readonly NoticeRow[];
}

/** The dates of an event whose title the viewer may know; nothing where there are none. */
async function findEvent(ctx: Context, address: string, token: string | null): Promise<Found> {
  const uidHead = uidHeadOf(address);
  if (!uidHead) return { calendars: [], rows: [] };
  const calendars = (await readableCalendars(ctx, token)).filter(({ facts }) => facts.includes('title'));
  const rows = await noticeRowsOf(ctx.db, calendars, uidHead);
  // What a calendar tells counts only for what stands on it.
  return { calendars: calendars.filter(({ id }) => rows.some((row) => row.calendars.includes(id))), rows };
}

const gone = () => refuse({ code: 'not-found', what: t`event announced at this address` });

/** The spaces of these dates, as somebody finds their way there. */
async function placesOf(ctx: Context, { rows, calendars }: Found): Promise<NoticePlace[]> {
  if (!factsOn(calendars).includes('place')) return [];
  const { spaces } = await boardData(ctx.db);
  const codes = new Set(rows.flatMap((row) => row.spaces.map(({ code }) => code)));
  return spaces
    .filter(({ code }) => codes.has(code))
    .map(({ code, name, building, outdoor, stepFree, facts }) => ({
      code,
      name,
      building,
      facts: [
        outdoor ? t`outdoors` : t`indoors`,
        stepFree ? t`step-free` : t`reached by steps`,
        ...(facts.features ?? [])
          .filter((feature) => feature !== 'step-free')
          .map((feature) => FEATURE_WORDS[feature]),
      ],
    }));
}

const withOffset = (at: LocalDateTime, tzid: string): string => {
  const epoch = toEpochMinute(at, tzid, 'offset-before');
  const wall = Date.parse(`${at}:00Z`) / 60_000;
  const offset = wall - epoch;
  const [hours, minutes] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60];
  const two = (value: number) => String(value).padStart(2, '0');
  return `${at}:00${offset < 0 ? '-' : '+'}${two(hours)}:${two(minutes)}`;
};

/** An event as schema.org has it, for machines that read the page; its dates as sub-events. */
function jsonLdOf(page: Omit<EventPage, 'jsonLd'>, site: string): unknown {
  const { words, dates, zone } = page;
  const facts = (date: NoticeDate) => ({
    '@type': 'Event',
    name: date.title,
    startDate: withOffset(date.start, zone),
    endDate: withOffset(date.end, zone),
    eventStatus: `https://schema.org/${date.isCancelled ? 'EventCancelled' : 'EventScheduled'}`,
    eventAttendanceMode: 'https://schema.org/OfflineEventAttendanceMode',
    ...(date.place && {
      location: {
        '@type': 'Place',
        name: date.place,
        address: [date.building, site].filter(Boolean).join(', '),
      },
    }),
    url: wholeAddress(page.path),
  });
  const all = {
    '@context': 'https://schema.org',
    ...(words.text && { description: words.text }),
    ...(words.hosts.length > 0 && {
      organizer: words.hosts.map((name) => ({ '@type': 'Organization', name })),
    }),
  };
  const [first, ...more] = dates;
  const last = more.at(-1);
  if (page.date || !last) return { ...all, ...facts(page.date ?? first) };
  return { ...all, ...facts(first), endDate: withOffset(last.end, zone), subEvent: dates.map(facts) };
}

/** The page of an event, or of one of its dates (`20270420T1400`). */
export async function eventPage(
  ctx: Context,
  address: string,
  key: string | null,
  token: string | null,
): Promise<Outcome<EventPage>> {
  const found = await findEvent(ctx, address, token);
  const first = found.rows[0];
  if (!first) return gone();
  const dates = found.rows.map((row) => ({ row, date: noticeDate(row, found.calendars) }));
  const only = dates.find(({ row }) => key !== null && dateKey(row.recurrence) === key);
  if (key !== null && !only) return gone();
  const now = ctx.clock.now();
  const office = await officeContact(ctx.db);
  const zone = await siteZone(ctx.db);
  const coming = dates.find(({ row, date }) => row.endMin > now && !date.isCancelled);
  const all = dates.map(({ date }) => date);
  if (!isFilled(all)) return gone();
  const page = {
    path: eventPath(first.eventUid, first.title),
    words: (only ?? coming)?.date ?? all[0],
    date: only?.date ?? null,
    dates: all,
    places: await placesOf(ctx, { ...found, rows: only ? [only.row] : found.rows }),
    office: { name: office?.name ?? '', phone: office?.phone ?? '', email: office?.email ?? '' },
    zone,
    today: dateOf(toLocal(now, zone)),
  };
  return done({ ...page, jsonLd: jsonLdOf(page, office?.site ?? '') });
}

export interface EventFile {
  readonly text: string;
  readonly fileName: string;
}

/** An event as a file for one's own calendar: all of it, or one date. */
export async function eventFile(
  ctx: Context,
  address: string,
  key: string | null,
  token: string | null,
): Promise<Outcome<EventFile>> {
  const { rows, calendars } = await findEvent(ctx, address, token);
  const wanted = key === null ? rows : rows.filter(({ recurrence }) => dateKey(recurrence) === key);
  if (!isFilled(wanted)) return gone();
  const segments = await ctx.db.value(SEGMENTS_BY_UID, { uids: [...new Set(wanted.map(({ uid }) => uid))] });
  const made = await publishedSegments(ctx.db, calendars, factsOn(calendars), segments, ctx.clock.now());
  const only = key === null ? null : wanted[0].recurrence;
  const text = made
    .flatMap((segment) => segmentEvents(segment, only))
    .map((vevent) => `${vevent.toString()}\r\n`)
    .join('');
  const { title, eventUid } = wanted[0];
  const path = eventPath(eventUid, title);
  const zones = [...new Set(made.map(({ tzid }) => tzid))];
  return done({
    text: feedText(eventHead(title, path), zones.map(vtimezone), text),
    fileName: path.replace('/events/', ''),
  });
}
