import { z } from 'zod';
import type { CalendarFilter } from '@/core/publishing/calendar-filter';
import type { Fact } from '@/core/publishing/facts';
import { mayRead, type Readers } from '@/core/publishing/readers';
import type { OrganisationId } from '@/core/ids';
import type { Viewer } from '@/core/publishing/right-to-know';
import { isLink } from '../../auth/feed-links';
import { filterOf } from '@/core/publishing/calendar-filter';
import { cacheKey, Reader } from '../../db/connection';
import { holderOf } from './link-holder';
import { STAMP_NOW, SLUG_NOW } from './calendars.queries';
import { Membership } from '../../db/tables/people';
import { Calendar as CalendarTable } from '../../db/tables/publishing';
import { calendarFilter, publishedFacts, readers } from '../../db/tables/contents';
import { zeroOrOne } from '../../db/shapes';
import { jsonQuery } from '../../db/statement';
import type { EpochMinute } from '@/core/time/epoch-minute';

/** A calendar of the office's making. */
export interface Calendar {
  readonly id: number;
  readonly slug: string;
  readonly name: string;
  readonly about: string;
  readonly mark: string;
  readonly hue: string;
  readonly filter: CalendarFilter;
  readonly facts: readonly Fact[];
  readonly readers: Readers;
  /** Switched on where readers see several together. */
  readonly startsOn: boolean;
  readonly linkNo: number;
  readonly rowVersion: number;
}

const calendarRow = z.strictObject({
  id: CalendarTable.id.schema,
  slug: z.string(),
  name: z.string(),
  about: z.string(),
  mark: z.string().nullable(),
  hue: z.string().nullable(),
  filter: calendarFilter,
  facts: publishedFacts,
  readers,
  startsOn: zeroOrOne,
  linkNo: z.int(),
  rowVersion: z.int(),
});

// A calendar of one category wears its mark unless it has one of its own.
const CALENDARS = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', k.id, 'slug', k.slug, 'name', k.name, 'about', k.about, 'mark', COALESCE(k.mark, c.mark), 'hue', COALESCE(k.hue, c.hue),
  'filter', json(k.filter), 'facts', json(k.facts), 'readers', json(k.readers), 'startsOn', k.starts_on, 'linkNo', k.link_no, 'rowVersion', k.row_version)
  ORDER BY k.position, k.id) AS json
FROM calendar k LEFT JOIN category c ON json_array_length(k.filter, '$.categories') = 1 AND c.id = (k.filter ->> '$.categories[0]')
WHERE k.kind = 'made' AND iif($endedSince IS NULL, k.retired_min IS NULL, k.retired_min > $endedSince)`,
  bind: { endedSince: CalendarTable.retired_min },
  value: z.array(calendarRow),
});

/** Calendars as they were at a stamp; good while the stamp stands. */
export interface CachedCalendars {
  readonly stamp: string;
  readonly calendars: readonly Calendar[];
}

const KEPT = cacheKey<CachedCalendars>('calendars');

/** What was read before, to be used by who looks whether its stamp still stands. */
export const cachedCalendars = (reader: Reader): CachedCalendars | undefined => reader.cache.get(KEPT);

/** The calendars there are, read anew only when one of them, or a category, has changed. */
export async function loadCalendars(reader: Reader): Promise<readonly Calendar[]> {
  const now = await reader.one(STAMP_NOW);
  const known = cachedCalendars(reader);
  if (known?.stamp === now.stamp) return known.calendars;
  const calendars = await readCalendars(reader, null);
  reader.cache.set(KEPT, { stamp: now.stamp, calendars });
  return calendars;
}

async function readCalendars(reader: Reader, endedSince: EpochMinute | null): Promise<Calendar[]> {
  const rows = await reader.value(CALENDARS, { endedSince });
  return rows.map(({ mark, hue, startsOn, filter, ...row }) => ({
    ...row,
    mark: mark ?? '··',
    hue: hue ?? 'ink',
    startsOn: startsOn === 1,
    filter: filterOf(filter),
  }));
}

/** Who wants to read, in a transaction or outside one. */
export interface Requester {
  readonly db: Reader;
  readonly viewer: Viewer | null;
}

/** Somebody who reads: signed in, or by the private link that is theirs. */
interface Reads {
  readonly viewer: Viewer | null;
  readonly organisations: readonly OrganisationId[];
}

async function whoReads({ db, viewer }: Requester, token: string | null, isAsked: boolean): Promise<Reads> {
  if (token !== null) {
    const holder = await holderOf(db, token);
    return { viewer: holder, organisations: holder?.organisations ?? [] };
  }
  // Most calendars are for everybody; whose members one is need not be asked for those.
  if (!viewer || !isAsked) return { viewer, organisations: [] };
  const rows = await db.table(Membership).all({ person_id: viewer.personId });
  return { viewer, organisations: rows.map(({ organisation_id }) => organisation_id) };
}

const isOpenedBy = (token: string | null, { id, linkNo, readers }: Calendar): boolean =>
  token !== null && readers.kind === 'link' && isLink(token, { kind: 'calendar', id, linkNo });

async function readableOf(
  ctx: Requester,
  token: string | null,
  calendars: readonly Calendar[],
): Promise<Calendar[]> {
  const isAsked = calendars.some(({ readers }) => readers.kind === 'named');
  const who = await whoReads(ctx, token, isAsked);
  return calendars.filter((each) => mayRead(each.readers, who) || isOpenedBy(token, each));
}

/** The calendars the viewer may read, in their order; with a private link those that it opens and the public ones. */
export const readableCalendars = async (ctx: Requester, token: string | null = null): Promise<Calendar[]> =>
  readableOf(ctx, token, await loadCalendars(ctx.db));

/** The same of those that have ended since a minute. */
export const endedCalendars = async (
  ctx: Requester,
  token: string | null,
  since: EpochMinute,
): Promise<Calendar[]> => readableOf(ctx, token, await readCalendars(ctx.db, since));

/** A calendar at an address, where the viewer or the holder of the private link may read it. */
export async function calendarFor(
  ctx: Requester,
  slug: string,
  token: string | null,
): Promise<Calendar | null> {
  const now = await slugNow(ctx.db, slug);
  return now === null
    ? null
    : ((await readableCalendars(ctx, token)).find((each) => each.slug === now) ?? null);
}

/** Where an address leads now: a calendar's own, or one it had before. */
export async function slugNow(reader: Reader, slug: string): Promise<string | null> {
  const [row] = await reader.all(SLUG_NOW, { slug });
  return row?.slug ?? null;
}
