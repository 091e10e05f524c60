import type { FeedFormat } from '@/contracts/publishing/feed-formats';
import type { NoticeDate, NoticesQuery } from '@/contracts/publishing/notices';

/** The address of what readers look at; what is as it is without saying so is left out. */
export function noticesHref(base: string, query: Partial<NoticesQuery>, link: string | null = null): string {
  const params = new URLSearchParams();
  if (query.view && query.view !== 'list') params.set('view', query.view);
  if (query.on) params.set('on', query.on);
  for (const slug of query.c ?? []) params.append('c', slug);
  for (const key of ['category', 'building', 'host'] as const)
    if (query[key] !== undefined) params.set(key, String(query[key]));
  if (query.q) params.set('q', query.q);
  if (link) params.set('link', link);
  const text = params.toString();
  return text ? `${base}?${text}` : base;
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
