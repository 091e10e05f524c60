import { say } from '@/contracts/language/say';
import { escapeText } from 'entities';
import { Feed } from 'feed';
import { CANCELLED_SHOWN_DAYS } from '@/core/publishing/icalendar';
import { toldWords } from '@/core/publishing/facts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../../../context/context';
import { officeContact } from '../../../../repositories/house/office-contact';
import { eventPath, wholeAddress } from '../../../../effects/publishing/event-address';
import { NOTICE_WORDS, placeOf } from '../../../../effects/publishing/render.queries';
import type { NoticeWords } from '@/core/publishing/facts';
import type { FeedSource } from '../source';

interface NewEvent extends NoticeWords {
  readonly uid: string;
  readonly eventUid: string;
  readonly shown: EpochMinute;
  readonly changed: EpochMinute;
  readonly next: { readonly start: LocalDateTime; readonly end: LocalDateTime; readonly place: string };
  /** Dates to come that take place. */
  readonly left: number;
  /** Dates to come that do not. */
  readonly cancelled: readonly { readonly start: LocalDateTime; readonly end: LocalDateTime }[];
}

/** Most entries of an Atom feed: the newest. */
const MOST = 50;

// What is over is no news; of what is to come, the first date and how many there are.
// A date that is cancelled comes first only where no other is left.
const LAST = 1_000_000_000;
const NEWEST = `
WITH fresh AS (SELECT p.segment_id AS id, MIN(p.shown_at_min) AS shown FROM published p WHERE p.calendar_id = $calendar GROUP BY p.segment_id
    HAVING SUM(p.gone_at_min IS NULL OR p.gone_as = 'cancelled') > 0 ORDER BY shown DESC, id DESC LIMIT ${MOST * 4}),
  coming AS (SELECT f.id, f.shown, c.id AS claim, c.start_local, c.end_local, SUM(p.gone_at_min IS NULL) AS left_over, MIN(c.start_min + iif(p.gone_at_min IS NULL, 0, ${LAST})) FROM fresh f
    JOIN published p ON p.calendar_id = $calendar AND p.segment_id = f.id AND (p.gone_at_min IS NULL OR p.gone_as = 'cancelled' AND p.gone_at_min > $cancelledSince)
    JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local JOIN claim c ON c.id = o.standing_id AND c.end_min > $now
    GROUP BY f.id)
SELECT json_group_array(json_object('uid', s.uid, 'eventUid', e.uid, 'shown', n.shown, 'changed', s.changed_min, 'left', n.left_over, 'cancelled', (SELECT json_group_array(json_object('start', k.start_local, 'end', k.end_local) ORDER BY k.start_min) FROM published g
    JOIN occurrence q ON q.segment_id = g.segment_id AND q.recurrence_local = g.recurrence_local JOIN claim k ON k.id = q.standing_id AND k.end_min > $now
    WHERE g.calendar_id = $calendar AND g.segment_id = n.id AND g.gone_as = 'cancelled' AND g.gone_at_min > $cancelledSince),
  'next', json_object('start', n.start_local, 'end', n.end_local, 'place', ${placeOf('n.claim')}), ${NOTICE_WORDS}) ORDER BY n.shown DESC, s.id DESC) AS json
FROM (SELECT * FROM coming ORDER BY shown DESC, id DESC LIMIT ${MOST}) n JOIN segment s ON s.id = n.id JOIN request r ON r.id = s.request_id JOIN segment e ON e.request_id = r.id AND e.no = 1`;

const dateAt = (at: EpochMinute): Date => new Date(at * 60_000);

/** What an event is told as: its next date and how many more, what was cancelled, or that all of it is. */
function wordsOf({ facts }: FeedSource, event: NewEvent): string {
  const gone = event.cancelled.map((each) => spanText(each.start, each.end)).join('; ');
  if (event.left === 0) return say`Cancelled: ${gone}`;
  const { start, end, place } = event.next;
  const more = event.left > 1 ? say` and ${event.left - 1} more` : '';
  const at = facts.includes('place') && place ? `; ${place}` : '';
  return `${spanText(start, end)}${more}${at}${gone && say`. Cancelled: ${gone}`}`;
}

/** The newest events of a calendar as an Atom feed (RFC 4287): what was announced, not each of its dates. */
export async function atomText(ctx: Context, source: FeedSource, address: string): Promise<string> {
  const office = await officeContact(ctx.db);
  const now = ctx.clock.now();
  const events = await ctx.db.json<NewEvent[]>(NEWEST, {
    calendar: source.id,
    now,
    cancelledSince: now - CANCELLED_SHOWN_DAYS * 1440,
  });
  const made = new Feed({
    id: address,
    title: source.name,
    description: source.about,
    link: wholeAddress(source.path),
    feedLinks: { atom: address },
    copyright: '',
    generator: 'Calendario',
    updated: dateAt(events.length ? (Math.max(...events.map(({ changed }) => changed)) as EpochMinute) : now),
    author: { name: office?.name ?? source.name },
  });
  for (const event of events) {
    const told = toldWords(source.facts, event, say`Taken`);
    made.addItem({
      id: `urn:uuid:${event.uid.slice(0, 36)}`,
      title: escapeText(event.left === 0 ? say`Cancelled: ${told.title}` : told.title),
      link: source.facts.includes('title')
        ? wholeAddress(eventPath(event.eventUid, event.title))
        : wholeAddress(source.path),
      date: dateAt(event.changed),
      published: dateAt(event.shown),
      description: escapeText(wordsOf(source, event)),
      ...(told.html && { content: told.html }),
    });
  }
  return made.atom1();
}
