import { t } from '@/contracts/language/translate';
import { escapeText } from 'entities';
import { Feed } from 'feed';
import { CANCELLED_SHOWN_DAYS } from '@/core/publishing/icalendar';
import { toldWords } from '@/core/publishing/facts';
import { addMinutes, later, type EpochMinute } from '@/core/time/epoch-minute';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../../../context/context';
import { officeContact } from '../../../../repositories/house/office-contact';
import { eventPath, wholeAddress } from '../../../../effects/publishing/event-address';
import type { FeedSource } from '../source';
import { ResultOf } from '../../../../db/statement';
import { NEWEST } from '../feeds.queries';
import { isFilled } from '@/core/lists';

type NewEvent = ResultOf<typeof NEWEST>[number];

const dateAt = (at: EpochMinute): Date => new Date(at * 60_000);

/** What an event is told as: its next date and how many more, what was cancelled, or that all of it is. */
function wordsOf({ facts }: FeedSource, event: NewEvent): string {
  const gone = event.cancelled.map((each) => spanText(each.start, each.end)).join('; ');
  if (event.left === 0) return t`Cancelled: ${gone}`;
  const { start, end, place } = event.next;
  const more = event.left > 1 ? t` and ${event.left - 1} more` : '';
  const at = facts.includes('place') && place ? `; ${place}` : '';
  return `${spanText(start, end)}${more}${at}${gone && t`. Cancelled: ${gone}`}`;
}

/** The newest events of a calendar as an Atom feed (RFC 4287): what was announced, not each of its dates. */
export async function atomText(ctx: Context, source: FeedSource, address: string): Promise<string> {
  const office = await officeContact(ctx.db);
  const now = ctx.clock.now();
  const events = await ctx.db.value(NEWEST, {
    calendar: source.id,
    now,
    cancelledSince: addMinutes(now, -CANCELLED_SHOWN_DAYS * 1440),
  });
  const made = new Feed({
    id: address,
    title: source.name,
    description: source.about,
    link: wholeAddress(source.path),
    feedLinks: { atom: address },
    copyright: '',
    generator: 'Calendario',
    updated: dateAt(isFilled(events) ? events.map(({ changed }) => changed).reduce(later) : now),
    author: { name: office?.name ?? source.name },
  });
  for (const event of events) {
    const told = toldWords(source.facts, event, t`Taken`);
    made.addItem({
      id: `urn:uuid:${event.uid.slice(0, 36)}`,
      title: escapeText(event.left === 0 ? t`Cancelled: ${told.title}` : told.title),
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
