import { spawnSync } from 'node:child_process';
import { Agent, get } from 'node:http';
import { performance } from 'node:perf_hooks';
import { FEED_SLUG, makeFeedWorld } from './feed-world';
import { startBuilt } from './browser/server';

interface Reading {
  readonly name: string;
  readonly path: string;
  readonly headers?: Record<string, string>;
}

const agent = new Agent({ keepAlive: true, maxSockets: 512 });

const read = (base: string, { path, headers = {} }: Reading): Promise<{ status: number; etag: string }> =>
  new Promise((resolve, reject) => {
    get(`${base}${path}`, { agent, headers }, (reply) => {
      reply.resume();
      reply.on('end', () => resolve({ status: reply.statusCode!, etag: String(reply.headers.etag ?? '') }));
      reply.on('error', reject);
    }).on('error', reject);
  });

const LANES = 8;
const CLOSED_MS = 4_000;
const OPEN_MS = 8_000;

/** Requests a second that the server manages when it always has eight to work on. */
async function capacity(base: string, reading: Reading): Promise<number> {
  const until = performance.now() + CLOSED_MS;
  let count = 0;
  await Promise.all(
    Array.from({ length: LANES }, async () => {
      while (performance.now() < until) {
        await read(base, reading);
        count += 1;
      }
    }),
  );
  return (count * 1000) / CLOSED_MS;
}

/**
 * p95 in ms of requests sent at a fixed rate, whether earlier ones are answered or not; each counts from when it was
 * meant to be sent, so a server that falls behind cannot hide it.
 */
async function p95At(base: string, reading: Reading, perSecond: number): Promise<number> {
  const gap = 1000 / perSecond;
  const start = performance.now() + 50;
  const wanted = Math.max(20, Math.floor(OPEN_MS / gap));
  const times = await Promise.all(
    Array.from({ length: wanted }, async (_, n) => {
      const due = start + n * gap;
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
      await read(base, reading);
      return performance.now() - due;
    }),
  );
  times.sort((a, b) => a - b);
  return times[Math.floor(times.length * 0.95)]!;
}

/** Readers of a large calendar: the server on one core, those who ask on the other. */
export async function benchReaders(): Promise<string> {
  const { db, folder } = await makeFeedWorld();
  await db.close();
  const { base, stop } = await startBuilt(folder, 0);
  spawnSync('taskset', ['-cp', '1', String(process.pid)]);
  try {
    const feed = `/feeds/calendar/${FEED_SLUG}/feed.ics`;
    const { etag } = await read(base, { name: '', path: feed });
    const readings: Reading[] = [
      { name: 'a day of the calendar as a page', path: `/whats-on/${FEED_SLUG}?view=day&on=2027-04-14` },
      { name: 'its feed, nothing new (304)', path: feed, headers: { 'If-None-Match': etag } },
      { name: 'its whole feed, gzipped', path: feed, headers: { 'Accept-Encoding': 'gzip' } },
    ];
    const still: Reading = { name: 'a static file', path: '/embed/frame.js' };
    const rows: string[] = [];
    for (const reading of readings) {
      for (let n = 0; n < 10; n += 1) await read(base, reading);
      const most = await capacity(base, reading);
      const own = await p95At(base, reading, most / 2);
      const file = await p95At(base, still, most / 2);
      rows.push(
        `| ${reading.name} | ${most.toFixed(0)} | ${own.toFixed(1)} ms | ${file.toFixed(1)} ms | ${(own / file).toFixed(1)} |`,
      );
    }
    return [
      '| | requests a second at most | p95 at half of that | static file at the same rate | ratio |',
      '|---|---|---|---|---|',
      ...rows,
      '',
      'The server on one core, an open-loop generator on the other: each request counts from when it was meant to be sent. A calendar of 10,000 dates, of which the day has some 70.',
    ].join('\n');
  } finally {
    stop();
    spawnSync('taskset', ['-cp', '0-63', String(process.pid)]);
  }
}
