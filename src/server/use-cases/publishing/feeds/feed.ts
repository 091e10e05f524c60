import { tzlib_get_ical_block } from 'timezones-ical-library';
import { cssColour } from '@/core/publishing/colours';
import { feedText } from '@/core/publishing/icalendar';
import { JSON_FEED_VERSION } from '@/core/publishing/json-feed';
import { done, type Outcome } from '@/contracts/refusal';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { wholeAddress } from '../../../effects/publishing/event-address';
import { atomText } from './atom';
import { joinedText, makeReady, textState, type TextState } from './ready-text';
import { feedSource, keptSource, type FeedOf, type FeedSource } from './source';

export const FEED_FORMATS = ['ics', 'json', 'atom'] as const;
export type FeedFormat = (typeof FEED_FORMATS)[number];

const zoneTexts = new Map<string, string>();

/** VTIMEZONE text of a zone, from the IANA data the library ships. */
export function vtimezone(tzid: string): string {
  const kept = zoneTexts.get(tzid);
  if (kept) return kept;
  const [block] = [tzlib_get_ical_block(tzid)].flat();
  if (typeof block !== 'string') throw new Error(`no VTIMEZONE for ${tzid}`);
  zoneTexts.set(tzid, block);
  return block;
}

/** The head of a file that holds one event. */
export const eventHead = (title: string, path: string) => ({
  name: title,
  about: '',
  url: wholeAddress(path),
  source: '',
  colour: '',
});

const feedAddress = ({ feedPath }: FeedSource, format: FeedFormat): string =>
  wholeAddress(`${feedPath}/feed.${format}`);

async function icsText(ctx: Context, source: FeedSource): Promise<string> {
  const { text, zones } = await joinedText(ctx.db, source.id, 'ics');
  const head = {
    name: source.name,
    about: source.about,
    url: source.path && wholeAddress(source.path),
    source: feedAddress(source, 'ics'),
    colour: source.hue && cssColour(source.hue),
  };
  return feedText(head, zones.map(vtimezone), text);
}

async function jsonText(ctx: Context, source: FeedSource): Promise<string> {
  const { text } = await joinedText(ctx.db, source.id, 'json');
  const head = {
    format: 'calendario-notices',
    version: JSON_FEED_VERSION,
    name: source.name,
    about: source.about,
    url: wholeAddress(source.path),
    source: feedAddress(source, 'json'),
    zone: await siteZone(ctx.db),
  };
  return `${JSON.stringify(head).slice(0, -1)},"events":[${text}]}\n`;
}

const TEXT: Readonly<Record<FeedFormat, (ctx: Context, source: FeedSource) => Promise<string>>> = {
  ics: icsText,
  json: jsonText,
  atom: (ctx, source) => atomText(ctx, source, feedAddress(source, 'atom')),
};

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
  const kept = keptSource(ctx.db, of);
  const state = kept && (await textState(ctx, kept.source.id));
  const stands = kept !== null && state!.stamp === kept.stamp;
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
  const version = state.isMissing ? await makeReady(ctx, source.id, source.facts) : state.version;
  return { text: await TEXT[format](ctx, source), etag: etagAt(version), source };
}
