import type { EpochMinute } from '@/core/time/epoch-minute';
import type { News, NewsMark } from '@/contracts/talk';
import { done, type Outcome } from '@/contracts/refusal';
import { momentText } from '@/contracts/words/when';
import type { SignedInContext } from '../../context';
import { keep } from '../../db/connection';
import { siteZone } from '../../db/space-facts';
import { whatOf } from '../since';

const MOST_NEWS = 30;

interface NewsRow {
  readonly kind: 'change' | 'message';
  readonly id: number;
  readonly ref: string;
  readonly title: string;
  readonly who: string | null;
  readonly action: string;
  readonly result: string;
  readonly at: EpochMinute;
}

// Requests of one's own and of those whose deputy one is. What one did oneself is no news.
const MINE = `r.requester_id = $me OR r.requester_id IN (SELECT person_id FROM deputy WHERE deputy_id = $me)`;
const CHANGES = `SELECT 'change' AS kind, c.id AS id, r.ref AS ref, r.title AS title, p.name AS who, c.action AS action, c.result AS result, c.at_min AS at
  FROM request r JOIN change_set_request x ON x.request_id = r.id JOIN change_set c ON c.id = x.change_set_id LEFT JOIN person p ON p.id = c.actor_id
  WHERE (${MINE}) AND c.actor_id IS NOT $me AND c.action <> 'asked' AND c.action NOT LIKE 'marked setup work%'`;
const MESSAGES = `SELECT 'message' AS kind, m.id AS id, r.ref AS ref, r.title AS title, p.name AS who, 'wrote' AS action, 'null' AS result, m.at_min AS at
  FROM request r JOIN thread t ON t.request_id = r.id AND t.kind = 'with-requester' JOIN message m ON m.thread_id = t.id JOIN person p ON p.id = m.author_id
  WHERE (${MINE}) AND m.author_id <> $me`;

const read = async ({ db, viewer }: SignedInContext): Promise<NewsMark> =>
  (
    await db.rows<NewsMark>(
      'SELECT change_set_id AS changeSet, message_id AS message FROM news_read WHERE person_id = $me',
      { me: viewer.personId },
    )
  )[0] ?? { changeSet: 0, message: 0 };

/** What others did to one's requests or wrote about them, newest first. */
export async function newsFor(ctx: SignedInContext): Promise<News> {
  const { db, viewer } = ctx;
  const seen = await read(ctx);
  const tzid = await siteZone(db);
  const rows = await db.rows<NewsRow>(
    `SELECT * FROM (${CHANGES} UNION ALL ${MESSAGES}) ORDER BY at DESC, id DESC LIMIT ${MOST_NEWS}`,
    { me: viewer.personId },
  );
  const lines = rows.map((row) => ({
    reference: row.ref,
    title: row.title,
    who: row.who ?? 'The clock',
    what: row.kind === 'message' ? 'wrote to you' : whatOf(row),
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

/** How many news nobody has read yet, for the mark in the frame. */
export const unreadNews = async (ctx: SignedInContext): Promise<number> => (await newsFor(ctx)).unread;

/** Marks the news as read up to what was shown; what has come meanwhile stays new. */
export async function markNewsRead(ctx: SignedInContext, upTo: NewsMark): Promise<Outcome<NewsMark>> {
  await ctx.db.write(async (tx) =>
    keep(
      await tx.run(
        `INSERT INTO news_read (person_id, change_set_id, message_id) VALUES ($me, $changeSet, $message)
         ON CONFLICT (person_id) DO UPDATE SET change_set_id = MAX(change_set_id, excluded.change_set_id), message_id = MAX(message_id, excluded.message_id)`,
        { me: ctx.viewer.personId, ...upTo },
      ),
    ),
  );
  return done(await read(ctx));
}
