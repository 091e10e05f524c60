import { z } from 'zod';
import { createHash } from 'node:crypto';
import type { Fact } from '@/core/publishing/facts';
import type { Context } from '../../../context/context';
import { keep, type Reader } from '../../../db/connection';
import { mailOrigin } from '../../../platform/settings';
import { renderParts, storeParts, type RenderedPart } from '../../../effects/publishing/render';
import {
  VERSION_OF_CALENDAR,
  NAMES_IN_TEXT,
  SEGMENTS_LACKING_TEXT,
  STATE_OF_CALENDAR,
  JOINED_TEXT,
} from './feeds.queries';
import {
  DROP_ALL_TEXT,
  COUNT_EVERY_CALENDAR_UP,
  COUNT_UP_WHERE_AGED,
} from '../../../repositories/publishing/published.queries';
import { Setting } from '../../../db/tables/house';

/** What all ready text was made of besides what each event says of itself. */
const madeOfSchema = z.object({
  house: z.string().nullable(),
  origin: z.string(),
  /** Fingerprint of every name that stands in a text, and of the language. */
  names: z.string(),
});
type MadeOf = z.output<typeof madeOfSchema>;

/** How the text of a calendar stands. */
export interface TextState {
  /** The change counter; null where nothing was ever shown there. */
  readonly version: number | null;
  /** Whether some of it has to be made before it can be sent. */
  readonly isMissing: 0 | 1;
  readonly house: string | null;
  /** Of the calendars themselves, as `cachedCalendars` has it. */
  readonly stamp: string;
  readonly madeOf: string | null;
}

/**
 * Drops every ready text where a name that stands in them has changed, or the address of the installation. Anything
 * else that changes in the house leaves them as they are.
 */
async function dropWhereRenamed(ctx: Context, house: string | null, madeOf: MadeOf | null): Promise<void> {
  const origin = mailOrigin();
  await ctx.db.write(async (tx) => {
    const text = JSON.stringify(await tx.value(NAMES_IN_TEXT));
    const names = createHash('sha1').update(text).digest('base64');
    // Text of which nobody has noted what it was made of may lead to another address.
    if (madeOf?.names !== names || madeOf.origin !== origin) {
      await tx.execute(DROP_ALL_TEXT);
      await tx.execute(COUNT_EVERY_CALENDAR_UP);
    }
    await tx.table(Setting).put({
      key: 'feed_text_of',
      value: JSON.stringify({ house, origin, names } satisfies MadeOf),
    });
    return keep(undefined);
  });
}

/** How its text stands, after whatever names have made old is dropped. */
export async function textState(ctx: Context, calendar: number): Promise<TextState> {
  const look = () => ctx.db.one(STATE_OF_CALENDAR, { calendar, now: ctx.clock.now() });
  const state = await look();
  const madeOf = state.madeOf === null ? null : madeOfSchema.parse(JSON.parse(state.madeOf));
  if (madeOf && madeOf.house === state.house && madeOf.origin === mailOrigin()) return state;
  await dropWhereRenamed(ctx, state.house, madeOf);
  return look();
}

/**
 * Keeps texts that were made, unless the calendar has changed since they were read: then they may be old already, and
 * the next reader makes them again. Text that has aged is a change readers have to fetch, so the counter moves on.
 */
async function keepText(
  ctx: Context,
  calendar: number,
  version: number | null,
  parts: readonly RenderedPart[],
): Promise<void> {
  await ctx.db.write(async (tx) => {
    const [row] = await tx.all(VERSION_OF_CALENDAR, { calendar });
    if (row?.version !== version) return keep(undefined);
    await tx.execute(COUNT_UP_WHERE_AGED, { calendar, now: ctx.clock.now() });
    await storeParts(tx, calendar, parts);
    return keep(undefined);
  });
}

/**
 * Makes what text of a calendar is missing.
 * @returns the change counter its text stands at; a change that comes in between is seen at the next look.
 */
export async function makeReady(
  ctx: Context,
  calendar: number,
  facts: readonly Fact[],
): Promise<number | null> {
  const state = await textState(ctx, calendar);
  if (!state.isMissing) return state.version;
  const now = ctx.clock.now();
  const segments = await ctx.db.value(SEGMENTS_LACKING_TEXT, { calendar, now });
  await keepText(ctx, calendar, state.version, await renderParts(ctx.db, calendar, facts, segments, now));
  return (await textState(ctx, calendar)).version;
}

/** The ready texts of a calendar as one, with the zones its times are in. */
export async function joinedText(
  reader: Reader,
  calendar: number,
  format: 'ics' | 'json',
): Promise<{ readonly text: string; readonly zones: readonly string[] }> {
  const row = await reader.first(JOINED_TEXT(format), { calendar });
  return { text: row?.text ?? '', zones: (row?.zones ?? '').split(',').filter(Boolean) };
}
