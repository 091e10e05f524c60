import type { FeedFormat } from '@/contracts/publishing/feed-formats';
import type { NoticeDate, NoticesQuery } from '@/contracts/publishing/notices';

/** Where all calendars stand together; in a view of its own it takes the place of one calendar's address. */
export const TOGETHER = '/whats-on';
/** No calendar can have this address: slugs are letters, digits and hyphens. */
export const TOGETHER_SLUG = '_all';

/**
 * The address of what readers look at: calendar, view and day are its path, what narrows it is its query. What is as it is
 * without saying so is left out.
 */
export function noticesHref(base: string, query: Partial<NoticesQuery>, link: string | null = null): string {
  const params = new URLSearchParams();
  for (const slug of query.c ?? []) params.append('c', slug);
  for (const key of ['category', 'building', 'host'] as const)
    if (query[key] !== undefined) params.set(key, String(query[key]));
  if (query.q) params.set('q', query.q);
  if (link) params.set('link', link);
  const text = params.toString();
  const path = `${base}${shownPath(base, query)}`;
  return text ? `${path}?${text}` : path;
}

function shownPath(base: string, { view = 'list', on }: Partial<NoticesQuery>): string {
  if (view === 'list' && !on) return '';
  return [...(base === TOGETHER ? ['', TOGETHER_SLUG] : ['']), view, ...(on ? [on] : [])].join('/');
}

export const feedHref = (base: string, format: FeedFormat, link: string | null = null): string =>
  `${base}/feed.${format}${link ? `?link=${link}` : ''}`;

export const eventHref = (path: string, link: string | null = null): string =>
  link ? `${path}?link=${link}` : path;

/** The address of one date of an event. */
export const dateHref = (
  path: string,
  { dateKey }: Pick<NoticeDate, 'dateKey'>,
  link: string | null = null,
): string => eventHref(`${path}/${dateKey}`, link);
