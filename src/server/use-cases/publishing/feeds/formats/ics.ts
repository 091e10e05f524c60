import { tzlib_get_ical_block } from 'timezones-ical-library';
import { cssColour } from '@/core/publishing/colours';
import { feedText } from '@/core/publishing/icalendar';
import type { Context } from '../../../../context/context';
import { wholeAddress } from '../../../../effects/publishing/event-address';
import { joinedText } from '../ready-text';
import type { FeedSource } from '../source';

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

/** A calendar as RFC 5545 text, with the zones its events name. */
export async function icsText(ctx: Context, source: FeedSource, address: string): Promise<string> {
  const { text, zones } = await joinedText(ctx.db, source.id, 'ics');
  const head = {
    name: source.name,
    about: source.about,
    url: source.path && wholeAddress(source.path),
    source: address,
    colour: source.hue && cssColour(source.hue),
  };
  return feedText(head, zones.map(vtimezone), text);
}
