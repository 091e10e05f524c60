import { createHash } from 'node:crypto';
import type { Fact } from '@/core/publishing/facts';
import type { SegmentId } from '@/core/ids';
import type { Context } from '../../../context';
import { keep, type Reader } from '../../../db/connection';
import { mailOrigin } from '../../../settings';
import { renderParts, type RenderedPart } from './render';

/** What all ready text was made of besides what each event says of itself. */
interface MadeOf {
  readonly house: string | null;
  readonly origin: string;
  /** Fingerprint of every name that stands in a text. */
  readonly names: string;
}

/** What of a calendar's text has to be made before it can be sent. */
interface Missing {
  readonly version: number;
  readonly segments: readonly SegmentId[];
  readonly house: string | null;
  readonly madeOf: MadeOf | null;
}

const NAMES = `SELECT json_array((SELECT json_group_array(json_array(id, name, building_id)) FROM space), (SELECT json_group_array(json_array(id, name)) FROM building),
  (SELECT json_group_array(json_array(id, name, hue)) FROM category), (SELECT json_group_array(json_array(id, name)) FROM organisation)) AS json`;

/**
 * Drops every ready text where a name that stands in them has changed, or the address of the installation. Anything
 * else that changes in the house leaves them as they are.
 */
async function dropWhereRenamed(ctx: Context, house: string | null, madeOf: MadeOf | null): Promise<void> {
  const origin = mailOrigin();
  await ctx.db.write(async (tx) => {
    const text = JSON.stringify(await tx.json<unknown>(NAMES));
    const names = createHash('sha1').update(text).digest('base64');
    if (madeOf && (madeOf.names !== names || madeOf.origin !== origin)) {
      await tx.run('UPDATE feed_part SET ics = NULL, json = NULL, fresh_until_min = NULL');
      await tx.run('UPDATE calendar SET version = version + 1');
    }
    await tx.run(
      `INSERT INTO setting (key, value) VALUES ('feed_text_of', $value) ON CONFLICT DO UPDATE SET value = excluded.value`,
      { value: JSON.stringify({ house, origin, names } satisfies MadeOf) },
    );
    return keep(undefined);
  });
}

// Two look-ups by their own indexes: what has no text yet, and what says by now what is no longer so.
const MISSING = `SELECT json_object('version', (SELECT version FROM calendar WHERE id = $calendar),
  'house', (SELECT value FROM setting WHERE key = 'house_version'), 'madeOf', json((SELECT value FROM setting WHERE key = 'feed_text_of')),
  'segments', json((SELECT json_group_array(segment_id) FROM (
    SELECT segment_id FROM feed_part INDEXED BY feed_part_missing WHERE calendar_id = $calendar AND (ics IS NULL OR json IS NULL)
    UNION SELECT segment_id FROM feed_part INDEXED BY feed_part_aging WHERE calendar_id = $calendar AND fresh_until_min IS NOT NULL AND fresh_until_min <= $now)))) AS json`;

/** What text is missing, after whatever names have made old is dropped. */
export async function missingText(ctx: Context, calendar: number): Promise<Missing> {
  const look = () => ctx.db.json<Missing>(MISSING, { calendar, now: ctx.clock.now() });
  const missing = await look();
  const { house, madeOf } = missing;
  if (madeOf && madeOf.house === house && madeOf.origin === mailOrigin()) return missing;
  await dropWhereRenamed(ctx, house, madeOf);
  return look();
}

/**
 * Keeps texts that were made, unless the calendar has changed since they were read: then they may be old already, and
 * the next reader makes them again. Text that has aged is a change readers have to fetch, so the counter moves on.
 */
async function keepText(
  ctx: Context,
  calendar: number,
  version: number,
  parts: readonly RenderedPart[],
): Promise<void> {
  await ctx.db.write(async (tx) => {
    const [row] = await tx.rows<{ version: number }>('SELECT version FROM calendar WHERE id = $calendar', {
      calendar,
    });
    if (row?.version !== version) return keep(undefined);
    await tx.run(
      `UPDATE calendar SET version = version + 1 WHERE id = $calendar AND EXISTS (SELECT 1 FROM feed_part INDEXED BY feed_part_aging
        WHERE calendar_id = $calendar AND fresh_until_min IS NOT NULL AND fresh_until_min <= $now)`,
      { calendar, now: ctx.clock.now() },
    );
    await tx.run(
      `UPDATE feed_part SET ics = j.value->>1, json = j.value->>2, fresh_until_min = j.value->>3 FROM json_each($rows) j
       WHERE feed_part.calendar_id = $calendar AND feed_part.segment_id = j.value->>0`,
      {
        calendar,
        rows: JSON.stringify(
          parts.map(({ segment, ics, json, freshUntil }) => [segment, ics, json, freshUntil]),
        ),
      },
    );
    return keep(undefined);
  });
}

/**
 * Makes what text of a calendar is missing.
 * @returns the change counter its text stands at; a change that comes in between is seen at the next look.
 */
export async function makeReady(ctx: Context, calendar: number, facts: readonly Fact[]): Promise<number> {
  const missing = await missingText(ctx, calendar);
  if (!missing.segments.length) return missing.version;
  const parts = await renderParts(ctx.db, calendar, facts, missing.segments, ctx.clock.now());
  await keepText(ctx, calendar, missing.version, parts);
  return (await missingText(ctx, calendar)).version;
}

interface Joined {
  readonly text: string | null;
  readonly zones: string;
}

const joined = (format: 'ics' | 'json', between: string) =>
  `SELECT group_concat(${format}, '${between}' ORDER BY segment_id) AS text,
    (SELECT group_concat(DISTINCT tzid) FROM feed_part WHERE calendar_id = $calendar) AS zones
   FROM feed_part WHERE calendar_id = $calendar AND ${format} <> ''`;

/** The ready texts of a calendar as one, with the zones its times are in. */
export async function joinedText(
  reader: Reader,
  calendar: number,
  format: 'ics' | 'json',
): Promise<{ readonly text: string; readonly zones: readonly string[] }> {
  const [row] = await reader.rows<Joined>(joined(format, format === 'json' ? ',' : ''), { calendar });
  return { text: row?.text ?? '', zones: (row?.zones ?? '').split(',').filter(Boolean) };
}
