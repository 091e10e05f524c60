import type { FeedFormat } from '@/contracts/publishing/feed-formats';
import { done, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../../context/context';
import { wholeAddress } from '../../../effects/publishing/event-address';
import { atomText } from './formats/atom';
import { icsText } from './formats/ics';
import { jsonText } from './formats/json';
import { makeReady, textState, type TextState } from './ready-text';
import { feedSource, cachedSource, type FeedOf, type FeedSource } from './source';

type FeedBuilder = (ctx: Context, source: FeedSource, address: string) => Promise<string>;

const BUILDERS: Readonly<Record<FeedFormat, FeedBuilder>> = { ics: icsText, json: jsonText, atom: atomText };

export interface FeedReply {
  /** Null where the reader has it already. */
  readonly text: string | null;
  /** Changes whenever a reader would get other text. */
  readonly etag: string;
  readonly source: FeedSource;
}

/**
 * A feed as it is now. `known` is the ETag the reader holds: where it still is the right one, nothing but the change
 * counter is read.
 */
export async function feed(
  ctx: Context,
  of: FeedOf,
  format: FeedFormat = 'ics',
  known: string | null = null,
): Promise<Outcome<FeedReply>> {
  const kept = cachedSource(ctx.db, of);
  const state = kept && (await textState(ctx, kept.source.id));
  const stands = kept !== null && state?.stamp === kept.stamp;
  const found = stands ? done(kept.source) : await feedSource(ctx, of);
  return found.ok ? done(await replyOf(ctx, found.value, format, known, stands ? state : null)) : found;
}

async function replyOf(
  ctx: Context,
  source: FeedSource,
  format: FeedFormat,
  known: string | null,
  looked: TextState | null,
): Promise<FeedReply> {
  const etagAt = (version: number | null) => `"${source.id}.${version ?? 0}.${format}"`;
  const state = looked ?? (await textState(ctx, source.id));
  if (!state.isMissing && known === etagAt(state.version)) return { text: null, etag: known, source };
  const address = wholeAddress(`${source.feedPath}/feed.${format}`);
  const version = state.isMissing ? await makeReady(ctx, source.id, source.facts) : state.version;
  return { text: await BUILDERS[format](ctx, source, address), etag: etagAt(version), source };
}
