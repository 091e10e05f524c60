import { performance } from 'node:perf_hooks';
import type { BoardQuery } from '@/contracts/board-query';
import type { Context } from '../../context';
import type { Reader } from '../../db/connection';
import { boardSpanText } from './board-span';

/** A page that does not come back for its span within this time gets a new one, in real milliseconds. */
const WAITS_MS = 3000;

interface Begun {
  readonly version: string;
  readonly atMs: number;
  readonly text: Promise<string | null>;
}

// Whatever could change what is shown: bookings, the house, and who may know what of them.
const VERSION = `SELECT (SELECT value FROM setting WHERE key = 'house_version') || ' ' || COALESCE((SELECT MAX(id) FROM change_set), 0)
  || ' ' || (SELECT COUNT(*) FROM role_grant) || ' ' || (SELECT COUNT(*) FROM deputy) || ' ' || (SELECT COUNT(*) FROM membership) AS version`;

const versionOf = async (reader: Reader): Promise<string> =>
  (await reader.rows<{ version: string }>(VERSION))[0]!.version;

const keyOf = ({ viewer }: Context, { from, days }: BoardQuery): string =>
  `span ahead ${viewer?.personId ?? 'anyone'} ${viewer?.roles.join() ?? ''} ${from} ${days}`;

/**
 * Begins what the board will ask for while its page is still being drawn: the database works beside it. Handed out
 * once, to the same viewer, and only if nothing has changed since.
 */
export function beginSpan(ctx: Context, query: BoardQuery): void {
  const begin = async (): Promise<Begun> => ({
    version: await versionOf(ctx.db),
    atMs: performance.now(),
    text: boardSpanText(ctx, query).catch(() => null),
  });
  ctx.db.kept.set(
    keyOf(ctx, query),
    begin().catch(() => null),
  );
}

/** The span that was begun for this viewer, or one made now. */
export async function spanText(ctx: Context, query: BoardQuery): Promise<string> {
  const key = keyOf(ctx, query);
  const begun = (await (ctx.db.kept.get(key) as Promise<Begun | null> | undefined)) ?? null;
  if (!begun) return boardSpanText(ctx, query);
  ctx.db.kept.set(key, undefined);
  const isFresh = performance.now() - begun.atMs < WAITS_MS && begun.version === (await versionOf(ctx.db));
  return (isFresh && (await begun.text)) || boardSpanText(ctx, query);
}
