import { t } from '@/contracts/language/translate';
import type { News, NewsMark } from '@/contracts/requests/talk';
import { done, type Outcome } from '@/contracts/base/refusal';
import { momentText } from '@/contracts/words/when';
import type { SignedInContext } from '../../../context/context';
import { keep, cacheKey } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { turnsOfMany, whatOf } from '../../../repositories/requests/since';
import { NEWS, NEWS_READ_TO, NEWS_VERSION, UNREAD_NEWS } from './own.queries';
import { NewsRead } from '../../../db/tables/people';

const read = async ({ db, viewer }: SignedInContext): Promise<NewsMark> =>
  (await db.all(NEWS_READ_TO, { me: viewer.personId }))[0] ?? { changeSet: 0, message: 0 };

/** What others did to one's requests or wrote about them, newest first; of one minute what was written. */
export async function newsFor(ctx: SignedInContext): Promise<News> {
  const { db, viewer } = ctx;
  const seen = await read(ctx);
  const tzid = await siteZone(db);
  const rows = await db.all(NEWS, { me: viewer.personId });
  const changes = rows.filter(({ kind }) => kind === 'change').map((row) => ({ ...row, changeSet: row.id }));
  const turns = await turnsOfMany(db, changes);
  const lines = rows.map((row) => ({
    reference: row.ref,
    title: row.title,
    who: row.who ?? t`The clock`,
    what: row.kind === 'message' ? t`wrote to you` : whatOf({ ...row, changeSet: row.id }, turns),
    when: momentText(row.at, tzid),
    isNew: row.id > (row.kind === 'message' ? seen.message : seen.changeSet),
  }));
  const upTo = (kind: (typeof rows)[number]['kind'], least: number) =>
    Math.max(least, ...rows.filter((row) => row.kind === kind).map(({ id }) => id));
  return {
    lines,
    unread: lines.filter(({ isNew }) => isNew).length,
    upTo: { changeSet: upTo('change', seen.changeSet), message: upTo('message', seen.message) },
  };
}

/** How many of the latest news are not read yet, for the mark in the frame; kept while nothing happens. */
export async function unreadNews(ctx: SignedInContext): Promise<number> {
  const { db, viewer } = ctx;
  const row = await db.one(NEWS_VERSION, { me: viewer.personId });
  const key = cacheKey<{ version: string; count: number }>(`unread news ${viewer.personId}`);
  const known = db.cache.get(key);
  if (known && known.version === row.version) return known.count;
  const count = (await db.first(UNREAD_NEWS, { me: viewer.personId, ...(await read(ctx)) }))?.count ?? 0;
  db.cache.set(key, { version: row.version, count });
  return count;
}

/** Marks the news as read up to what was shown; what has come meanwhile stays new. */
export async function markNewsRead(ctx: SignedInContext, upTo: NewsMark): Promise<Outcome<NewsMark>> {
  const person_id = ctx.viewer.personId;
  await ctx.db.write(async (tx) => {
    const known = await tx.table(NewsRead).first({ person_id });
    const change_set_id = Math.max(known?.change_set_id ?? 0, upTo.changeSet);
    const message_id = Math.max(known?.message_id ?? 0, upTo.message);
    return keep(await tx.table(NewsRead).put({ person_id, change_set_id, message_id }));
  });
  return done(await read(ctx));
}
