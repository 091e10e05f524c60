import { noticesQuerySchema, type NoticesPage } from '@/contracts/notices';
import type { Context } from '@/server/context';
import { feed, type FeedFormat } from '@/server/use-cases/publish/feeds/feed';
import type { FeedOf } from '@/server/use-cases/publish/feeds/source';
import { noticesOf } from '@/server/use-cases/publish/notices';
import { expectDone } from './changes';

export const calendarFeed = (slug: string, token: string | null = null): FeedOf => ({
  kind: 'calendar',
  slug,
  token,
});

/** The text of a feed as a reader gets it who holds nothing yet. */
export const feedTextOf = async (
  ctx: Context,
  of: FeedOf | string,
  format: FeedFormat = 'ics',
): Promise<string> =>
  expectDone(await feed(ctx, typeof of === 'string' ? calendarFeed(of) : of, format)).text ?? '';

/** A calendar as its page shows it; the query as an address has it. */
export const noticesAt = async (
  ctx: Context,
  slug: string,
  query: Record<string, unknown> = {},
): Promise<NoticesPage> => expectDone(await noticesOf(ctx, slug, null, noticesQuerySchema.parse(query)));
