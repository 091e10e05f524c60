import type { NewsBy, NewsReply } from '@/contracts/history/news';
import { permissionFor } from '../../auth/policy';
import type { Context } from '../../context/context';
import { summaryOf } from '../../repositories/requests/since';
import { DONE_BY_OTHERS, NEWS_VERSION } from './news.queries';

async function doneByOthers({ db, viewer }: Context, since: number): Promise<NewsBy | null> {
  if (!viewer || permissionFor('desk.read', viewer) !== 'allowed') return null;
  const row = await db.first(DONE_BY_OTHERS, { since, me: viewer.personId });
  if (!row) return null;
  const { who, action, result, facts, reference } = row;
  return { who, what: summaryOf({ action, result, facts }), reference };
}

/** Whether anything has changed since, and for the office what a colleague did last. `since` is the last change seen. */
export async function news(ctx: Context, since: number): Promise<NewsReply> {
  const { office, last } = await ctx.db.one(NEWS_VERSION);
  const by = since > 0 && last > since ? await doneByOthers(ctx, since) : null;
  return { version: `${office}-${last}`, office, last, by };
}
