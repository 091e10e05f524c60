import { cpus } from 'node:os';
import { readFileSync, writeFileSync } from 'node:fs';
import type { OpenDatabase } from '@/server/db/connection';
import { benchApprove } from './approve';
import { isMainThread } from 'node:worker_threads';
import { attackFromThread, benchAttacks } from './attacks';
import { benchBoard } from './board';
import { benchBrowser } from './browser/run';
import { benchCheck, benchTyped, queryPlans, series } from './check';
import { growth } from './growth';
import { table } from './measure';
import { benchFeed } from './feed';
import { benchOrders } from './orders';
import { benchPlan } from './plan';
import { benchReaders } from './readers';
import { benchRecurrence } from './recurrence';
import { benchSearch } from './search';
import { benchSteps } from './steps';
import { benchAlternatives } from './alternatives';
import { benchWrites } from './writes';
import { FULL, makeWorld, type WorldSize } from './world';

const percent = (share: number): string => `${Math.round(share * 100)} % of the dates clash`;

async function memory(db: OpenDatabase): Promise<string> {
  (globalThis as { gc?: () => void }).gc?.();
  const heap = process.memoryUsage();
  const [cache] = await db.rows<{ cache_size: number }>('PRAGMA cache_size');
  const mb = (bytes: number) => `${Math.round(bytes / 1_048_576)} MB`;
  return `JavaScript heap after gc ${mb(heap.heapUsed)}, whole process ${mb(heap.rss)}; page cache of each connection up to ${Math.abs(cache!.cache_size) / 1024} MB (PRAGMA cache_size), beyond that the file is mapped.`;
}

const world = ({ occupancies, spaces, uses, types }: WorldSize): string =>
  `${occupancies.toLocaleString('en-GB')} occupancies over ${spaces} spaces and five years, ${uses.toLocaleString('en-GB')} equipment uses of ${types} types`;

async function approval(db: OpenDatabase): Promise<string> {
  const { figures, rows } = await benchApprove(db);
  return `${table(figures)}\n\n${rows.toLocaleString('en-GB')} rows added; claims and dates that are updated are not counted in the baseline. Must reach: ≤ 5.`;
}

interface Section {
  readonly title: string;
  run(db: OpenDatabase): Promise<string>;
}

const SECTIONS: readonly Section[] = [
  {
    title: 'Check of 260 dates × 3 spaces × 6 equipment types',
    run: async (db) => {
      const checks: string[] = [];
      for (const share of [0, 0.05, 0.5])
        checks.push(`${percent(share)}:\n\n${table(await benchCheck(db, series(260, share)))}`);
      return `${checks.join('\n\n')}\n\nMust reach: whole ≤ 0.10 at 0 % and 5 %.`;
    },
  },
  {
    title: 'Check of one date as it is typed',
    run: async (db) => `${table(await benchTyped(db))}\n\nMust reach: ≤ 5.`,
  },
  {
    title: '260 guarded dates written in one change set',
    run: async (db) => `${table(await benchWrites(db))}\n\nMust reach: ≤ 2.`,
  },
  { title: 'Expanding rules: three months, eight years after their start', run: () => benchRecurrence() },
  {
    title: `Day board of ${FULL.spaces} spaces`,
    run: async (db) => `${table(await benchBoard(db))}\n\nMust reach: the JSON text ≤ 0.5.`,
  },
  {
    title: `Searching ${FULL.spaces} spaces for a series of 30 dates`,
    run: async (db) =>
      `Everything free:\n\n${table(await benchSearch(db, 'free'))}\n\nEverything taken:\n\n${table(await benchSearch(db, 'taken'))}\n\nMust reach: ≤ 3.`,
  },
  { title: `Alternatives of 14 dates with conflicts over ${FULL.spaces} spaces`, run: benchAlternatives },
  {
    title: `In headless Chromium, built, ${FULL.spaces} spaces and 2,000 bookings on the day`,
    run: () => benchBrowser(),
  },
  { title: 'A feed of 10,000 events in 2,000 series', run: () => benchFeed() },
  { title: 'Readers under load', run: () => benchReaders() },
  { title: 'Readers while somebody attacks', run: () => benchAttacks() },
  { title: 'Approving 166 dates × 3 spaces × 6 equipment types', run: approval },
  { title: 'A step on many dates', run: () => benchSteps() },
  {
    title: 'Orders of 260 approved dates',
    run: async (db) => {
      const { figures, orders } = await benchOrders(db);
      return `${table(figures)}\n\n${orders.toLocaleString('en-GB')} orders. Must reach: ≤ 5.`;
    },
  },
  { title: 'A seating plan for 500 people', run: () => benchPlan() },
  { title: 'How the check grows', run: growth },
  {
    title: 'Query plans',
    run: async (db) =>
      `No full scan of a table that grows; \`SCAN w\` and \`SCAN json_each\` walk what was bound.\n\n${await queryPlans(db)}`,
  },
  { title: 'Memory', run: memory },
];

const FILE = 'docs/performance.md';

/** What was measured before, by title; nothing where nothing was. */
function measuredBefore(): Map<string, string> {
  try {
    const [, ...parts] = readFileSync(FILE, 'utf8').split(/^## /m);
    return new Map(
      parts.map((part) => {
        const [title = '', ...lines] = part.split('\n');
        return [title, lines.join('\n').trim()];
      }),
    );
  } catch {
    return new Map();
  }
}

/** All sections, or those whose titles hold a word that was given; the others stay as they were measured. */
async function main(): Promise<void> {
  const words = process.argv.slice(2);
  const before = measuredBefore();
  const db = await makeWorld(FULL);
  const sections: string[] = [];
  for (const { title, run } of SECTIONS) {
    const isWanted = !words.length || words.some((word) => title.includes(word));
    const text = isWanted ? await run(db) : before.get(title);
    if (isWanted) console.log(`## ${title}\n\n${text}\n`);
    if (text !== undefined) sections.push(`## ${title}\n\n${text}`);
  }
  await db.close();
  writeFileSync(
    FILE,
    `# Performance

Written by \`npm run bench\`; \`npm run bench -- Approving\` measures the sections with that word anew. Medians of 31 or more alternating rounds in one process (of 3 for the alternatives, whose baseline takes half a minute); the ratio is to the first line of each table, measured in the same run.
World: ${world(FULL)}.
Node ${process.versions.node}, ${cpus().length} × ${cpus()[0]!.model.trim()}, warm cache.

${sections.join('\n\n')}
`,
  );
}

void (isMainThread ? main() : attackFromThread());
