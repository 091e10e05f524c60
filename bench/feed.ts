import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { SegmentId } from '@/core/ids';
import { OPEN_FACTS } from '@/core/publishing/shown';
import { keep } from '@/server/db/connection';
import { renderParts, storeParts } from '@/server/effects/publishing/render';
import { feed } from '@/server/use-cases/publishing/feeds/feed';
import { FEED_SLUG, makeFeedWorld, type FeedWorld } from './feed-world';
import { compare, table, type Contender } from './measure';

const packed = promisify(gzip);

const OF = { kind: 'calendar', slug: FEED_SLUG, token: null } as const;

async function served(
  { reader }: FeedWorld,
  known: string | null = null,
): Promise<{ text: string; etag: string }> {
  const outcome = await feed(reader, OF, 'ics', known);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return { text: outcome.value.text ?? '', etag: outcome.value.etag };
}

/** What a change of one date leaves behind: its series has other text, which the change wrote. */
const changeOne = ({ db, calendar, reader }: FeedWorld, segment: number): Promise<void> =>
  db.write(async (tx) => {
    const ids = [segment as SegmentId];
    const parts = await renderParts(tx, calendar, OPEN_FACTS, ids, reader.clock.now());
    await storeParts(tx, calendar, parts);
    return keep(await tx.run('UPDATE calendar SET version = version + 1 WHERE id = $calendar', { calendar }));
  });

/** A change too large to write all its text: whoever reads first makes it. */
const dropAll = ({ db, calendar }: FeedWorld): Promise<void> =>
  db.write(async (tx) => {
    await tx.run(
      'UPDATE feed_part SET ics = NULL, json = NULL, fresh_until_min = NULL WHERE calendar_id = $calendar',
      {
        calendar,
      },
    );
    return keep(await tx.run('UPDATE calendar SET version = version + 1 WHERE id = $calendar', { calendar }));
  });

/** A large feed: as it stands, after one date has changed, made from nothing, and to whoever holds it already. */
export async function benchFeed(): Promise<string> {
  const world = await makeFeedWorld();
  const { db, calendar } = world;
  const { text } = await served(world);
  let etag = '';
  let n = 0;
  const joined: Contender = {
    name: 'reading the rows of ready text and joining them',
    run: async () =>
      (
        await db.rows<{ ics: string }>(
          'SELECT ics FROM feed_part WHERE calendar_id = $calendar ORDER BY segment_id',
          {
            calendar,
          },
        )
      )
        .map(({ ics }) => ics)
        .join(''),
  };
  const figures = await compare([
    joined,
    { name: 'served, nothing changed', run: () => served(world) },
    { name: 'the same, packed as it goes out (gzip)', run: async () => packed((await served(world)).text) },
    {
      name: 'served after one date has changed',
      prepare: () => changeOne(world, 100_001 + (n++ % 2_000)),
      run: () => served(world),
    },
    {
      name: 'nothing new for whoever holds it (304)',
      prepare: async () => {
        etag = (await served(world)).etag;
      },
      run: () => served(world, etag),
    },
  ]);
  const cold = await compare(
    [joined, { name: 'made from nothing', prepare: () => dropAll(world), run: () => served(world) }],
    { rounds: 5, warmUp: 1 },
  );
  const [, unchanged, gzipped, changed, known] = figures.map(({ medianMs }) => medianMs);
  await db.close();
  return `${table([...figures, cold[1]!])}

${(Buffer.byteLength(text) / 1_048_576).toFixed(1)} MB. Served : joined must reach ≤ 3; one changed date : unchanged = ${(changed! / unchanged!).toFixed(2)}, must reach ≤ 1.2; 200 as it goes out : 304 = ${(gzipped! / known!).toFixed(1)}, must reach ≥ 20 (not packed ${(unchanged! / known!).toFixed(1)}: one query through the driver is half a millisecond). Made from nothing is stated alone.`;
}
