import { JSON_FEED_VERSION } from '@/core/publishing/json-feed';
import type { Context } from '../../../../context/context';
import { wholeAddress } from '../../../../effects/publishing/event-address';
import { siteZone } from '../../../../repositories/world/space-facts';
import { joinedText } from '../ready-text';
import type { FeedSource } from '../source';

/** A calendar as one JSON object; told in docs/formats. */
export async function jsonText(ctx: Context, source: FeedSource, address: string): Promise<string> {
  const { text } = await joinedText(ctx.db, source.id, 'json');
  const head = {
    format: 'calendario-notices',
    version: JSON_FEED_VERSION,
    name: source.name,
    about: source.about,
    url: wholeAddress(source.path),
    source: address,
    zone: await siteZone(ctx.db),
  };
  return `${JSON.stringify(head).slice(0, -1)},"events":[${text}]}\n`;
}
