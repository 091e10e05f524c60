import type { DoneFacts } from '@/contracts/done-facts';
import type { JsonText } from '../../../db/tables/column';
import { say } from '@/contracts/language/say';
import type { RequestId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { News, NewsMark } from '@/contracts/talk';
import { done, type Outcome } from '@/contracts/refusal';
import { momentText } from '@/contracts/words/when';
import type { SignedInContext } from '../../../context/context';
import { keep } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { MINE } from '../../calendar/known-bookings';
import { REQUESTS_OF_CHANGE } from '../../../repositories/requests/requests.queries';
import { turnsOfMany, whatOf } from '../../../repositories/requests/since';
import { NEWS_READ_TO, NEWS_VERSION } from './own.queries';
import { NewsRead } from '../../../db/tables/people';

const MOST_NEWS = 30;

interface NewsRow {
  readonly kind: 'change' | 'message';
  readonly id: number;
  readonly request: RequestId;
  readonly requests: number;
  readonly ref: string;
  readonly title: string;
  readonly who: string | null;
  readonly action: string;
  readonly facts: JsonText<DoneFacts> | null;
  readonly result: string;
  readonly at: EpochMinute;
}

// Requests of one's own and of those whose deputy one is. What one did oneself is no news.
const BY_OTHERS = `c.actor_id IS NOT $me AND c.action <> 'asked' AND c.action NOT LIKE 'marked setup work%' AND c.action <> 'opened setup work again'`;
const CHANGES = `SELECT 'change' AS kind, c.id AS id, r.id AS request, ${REQUESTS_OF_CHANGE}, r.ref AS ref, r.title AS title, p.name AS who, c.action AS action, c.result AS result, c.facts AS facts, c.at_min AS at
  FROM request r JOIN change_set_request x ON x.request_id = r.id JOIN change_set c ON c.id = x.change_set_id LEFT JOIN person p ON p.id = c.actor_id
  WHERE (${MINE}) AND ${BY_OTHERS}`;
const MESSAGES = `SELECT 'message' AS kind, m.id AS id, r.id AS request, 1 AS requests, r.ref AS ref, r.title AS title, p.name AS who, 'wrote' AS action, 'null' AS result, NULL AS facts, m.at_min AS at
  FROM request r JOIN thread t ON t.request_id = r.id AND t.kind = 'with-requester' JOIN message m ON m.thread_id = t.id JOIN person p ON p.id = m.author_id
  WHERE (${MINE}) AND m.author_id <> $me`;

const read = async ({ db, viewer }: SignedInContext): Promise<NewsMark> =>
  (await db.all(NEWS_READ_TO, { me: viewer.personId }))[0] ?? { changeSet: 0, message: 0 };

/** What others did to one's requests or wrote about them, newest first; of one minute what was written. */
export async function newsFor(ctx: SignedInContext): Promise<News> {
  const { db, viewer } = ctx;
  const seen = await read(ctx);
  const tzid = await siteZone(db);
  const rows = await db.rows<NewsRow>(
    `SELECT * FROM (${CHANGES} UNION ALL ${MESSAGES}) ORDER BY at DESC, kind DESC, id DESC LIMIT ${MOST_NEWS}`,
    { me: viewer.personId },
  );
  const changes = rows.filter(({ kind }) => kind === 'change').map((row) => ({ ...row, changeSet: row.id }));
  const turns = await turnsOfMany(db, changes);
  const lines = rows.map((row) => ({
    reference: row.ref,
    title: row.title,
    who: row.who ?? say`The clock`,
    what: row.kind === 'message' ? say`wrote to you` : whatOf({ ...row, changeSet: row.id }, turns),
    when: momentText(row.at, tzid),
    isNew: row.id > (row.kind === 'message' ? seen.message : seen.changeSet),
  }));
  const upTo = (kind: NewsRow['kind'], least: number) =>
    Math.max(least, ...rows.filter((row) => row.kind === kind).map(({ id }) => id));
  return {
    lines,
    unread: lines.filter(({ isNew }) => isNew).length,
    upTo: { changeSet: upTo('change', seen.changeSet), message: upTo('message', seen.message) },
  };
}

// The mark stands on every page: it looks at the latest changes alone, whatever an office has behind it.
const LATEST = 500;
const UNREAD = `SELECT (SELECT COUNT(*) FROM change_set c JOIN change_set_request x ON x.change_set_id = c.id JOIN request r ON r.id = x.request_id
    WHERE c.id > MAX($changeSet, (SELECT MAX(id) FROM change_set) - ${LATEST}) AND (${MINE}) AND ${BY_OTHERS})
  + (SELECT COUNT(*) FROM message m JOIN thread t ON t.id = m.thread_id AND t.kind = 'with-requester' JOIN request r ON r.id = t.request_id
    WHERE m.id > MAX($message, (SELECT MAX(id) FROM message) - ${LATEST}) AND (${MINE}) AND m.author_id <> $me) AS count`;

/** How many of the latest news are not read yet, for the mark in the frame; kept while nothing happens. */
export async function unreadNews(ctx: SignedInContext): Promise<number> {
  const { db, viewer } = ctx;
  const [row] = await db.all(NEWS_VERSION, { me: viewer.personId });
  const key = `unread news ${viewer.personId}`;
  const known = db.kept.get(key) as { version: string; count: number } | undefined;
  if (known && known.version === row!.version) return known.count;
  const [found] = await db.rows<{ count: number }>(UNREAD, { me: viewer.personId, ...(await read(ctx)) });
  db.kept.set(key, { version: row!.version, count: found!.count });
  return found!.count;
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
