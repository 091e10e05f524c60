import { t, texts } from '@/contracts/language/translate';
import { FACTS, type Fact } from '@/core/publishing/facts';
import { OPEN_FACTS } from '@/core/publishing/shown';
import { CANCELLED_SHOWN_DAYS } from '@/core/publishing/icalendar';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import {
  calendarFor,
  endedCalendars,
  cachedCalendars,
  type Calendar,
} from '../../../repositories/publishing/calendars';
import { holderOf } from '../../../repositories/publishing/link-holder';
import { addMinutes } from '@/core/time/epoch-minute';
import { FOLLOWED_SPACE, FOLLOWED_HOST, FOLLOWED_PERSON } from './feeds.queries';

/** What a feed is asked for by. */
export type FeedOf =
  | { readonly kind: 'calendar'; readonly slug: string; readonly token: string | null }
  | { readonly kind: 'space'; readonly code: string }
  | { readonly kind: 'host'; readonly id: number }
  /** One's own bookings, by the private link alone: programs that read feeds cannot sign in. */
  | { readonly kind: 'own'; readonly token: string };

/** A calendar as a feed of it is made. */
export interface FeedSource {
  readonly id: number;
  readonly name: string;
  readonly about: string;
  readonly hue: string;
  readonly facts: readonly Fact[];
  /** Path of the page that shows the same; empty where there is none. */
  readonly path: string;
  /** Path of the feeds, without the file. */
  readonly feedPath: string;
  readonly fileName: string;
  /** Whether anybody may have it who asks. */
  readonly isForEveryone: boolean;
}

const NO_CALENDAR = refuse(
  texts({ code: 'not-found', what: 'calendar at this address for you to read' }, 'what'),
);
const NO_FEED = refuse(texts({ code: 'not-found', what: 'feed at this address' }, 'what'));

/** A calendar that has ended, for as long as those who follow it have to be told that nothing stands there any more. */
async function endedCalendar(
  ctx: Pick<Context, 'db' | 'viewer' | 'clock'>,
  { slug, token }: Extract<FeedOf, { kind: 'calendar' }>,
): Promise<Calendar | null> {
  const since = addMinutes(ctx.clock.now(), -CANCELLED_SHOWN_DAYS * 1440);
  return (await endedCalendars(ctx, token, since)).find((each) => each.slug === slug) ?? null;
}

interface Followed {
  readonly id: number;
  readonly name: string;
  readonly kept: number | null;
}

function sourceOf<Row extends Followed>(
  row: Row | null,
  of: (row: Row) => Omit<FeedSource, 'id' | 'hue' | 'name'>,
): Outcome<FeedSource> {
  if (!row) return NO_FEED;
  // Nothing was ever public there: an empty feed, which fills as soon as something is.
  return done({ ...of(row), id: row.kept ?? 0, hue: '', name: row.name });
}

function calendarSource(calendar: Calendar): FeedSource {
  const { id, slug, name, about, hue, facts, readers } = calendar;
  const path = `/whats-on/${slug}`;
  const isForEveryone = readers.kind === 'everyone';
  return {
    id,
    name,
    about,
    hue,
    facts,
    path,
    feedPath: `/feeds/calendar/${slug}`,
    fileName: slug,
    isForEveryone,
  };
}

/**
 * The same for a public calendar from what was read before, without asking the database; good only where the stamp it
 * comes with still stands.
 */
export function cachedSource(
  reader: Reader,
  of: FeedOf,
): { readonly stamp: string; readonly source: FeedSource } | null {
  const kept = cachedCalendars(reader);
  if (!kept || of.kind !== 'calendar' || of.token !== null) return null;
  const calendar = kept.calendars.find(
    ({ slug, readers }) => slug === of.slug && readers.kind === 'everyone',
  );
  return calendar ? { stamp: kept.stamp, source: calendarSource(calendar) } : null;
}

const spaceSource = async (reader: Reader, code: string): Promise<Outcome<FeedSource>> =>
  sourceOf(await reader.first(FOLLOWED_SPACE, { code }), ({ name }) => ({
    about: t`What is on in ${name}.`,
    facts: OPEN_FACTS,
    path: `/spaces/${code}`,
    feedPath: `/feeds/space/${code}`,
    fileName: code.toLowerCase(),
    isForEveryone: true,
  }));

const hostSource = async (reader: Reader, host: number): Promise<Outcome<FeedSource>> =>
  sourceOf(await reader.first(FOLLOWED_HOST, { id: host }), ({ name, id }) => ({
    about: t`What ${name} hosts.`,
    facts: OPEN_FACTS,
    path: `/whats-on?host=${id}`,
    feedPath: `/feeds/host/${id}`,
    fileName: `host-${id}`,
    isForEveryone: true,
  }));

/** What somebody has booked, for whoever holds the private link. */
async function ownSource(reader: Reader, token: string): Promise<Outcome<FeedSource>> {
  const holder = await holderOf(reader, token);
  if (!holder) return NO_FEED;
  return sourceOf(await reader.first(FOLLOWED_PERSON, { id: holder.personId }), ({ name }) => ({
    about: t`What ${name} has booked.`,
    facts: FACTS,
    path: '/requests',
    feedPath: `/feeds/own/${token}`,
    fileName: 'bookings',
    isForEveryone: false,
  }));
}

/** Finds what a feed is of and whether it may be read. */
export async function feedSource(
  ctx: Pick<Context, 'db' | 'viewer' | 'clock'>,
  of: FeedOf,
): Promise<Outcome<FeedSource>> {
  switch (of.kind) {
    case 'calendar': {
      const calendar = (await calendarFor(ctx, of.slug, of.token)) ?? (await endedCalendar(ctx, of));
      return calendar ? done(calendarSource(calendar)) : NO_CALENDAR;
    }
    case 'space':
      return spaceSource(ctx.db, of.code);
    case 'host':
      return hostSource(ctx.db, of.id);
    case 'own':
      return ownSource(ctx.db, of.token);
  }
}
