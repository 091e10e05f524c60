import { performance } from 'node:perf_hooks';
import { parentPort, Worker, workerData } from 'node:worker_threads';
import { ATTACKS, carryOut, ownSeries, type Target } from '@tests/attacks/attacks';
import { onDemo } from './demo';
import { startBuilt } from './browser/server';

const ATTACK_MS = 8_000;
const MOST_REQUESTS = 4_000;
const GAP_MS = 250;

const READER = '/whats-on/talks';

/** Reads a page at a fixed rate while something else goes on: the sorted times in ms, each from when it was due. */
async function readDuring(base: string, work: Promise<unknown>): Promise<number[]> {
  let isOver = false;
  void work.finally(() => (isOver = true));
  const times: Promise<number>[] = [];
  const start = performance.now();
  for (let n = 0; !isOver; n += 1) {
    const due = start + n * GAP_MS;
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
    times.push(
      fetch(`${base}${READER}`).then(async (reply) => {
        await reply.arrayBuffer();
        return performance.now() - due;
      }),
    );
  }
  return (await Promise.all(times)).sort((a, b) => a - b);
}

const quiet = () => new Promise((resolve) => setTimeout(resolve, ATTACK_MS));
const at = (times: readonly number[], share: number) =>
  times[Math.min(times.length - 1, Math.floor(times.length * share))]!;

async function cookieOf(base: string, email: string): Promise<string> {
  const reply = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: base },
    body: JSON.stringify({ email, password: 'quillmere-2027' }),
  });
  return reply.headers.get('set-cookie')!.split(';')[0]!;
}

interface Order {
  readonly name: string;
  readonly target: Target;
}

/** In a thread of its own, so that what an attacker does does not hold up the clock of the readers. */
export async function attackFromThread(): Promise<void> {
  const { name, target } = workerData as Order;
  const attack = ATTACKS.find((each) => each.name === name)!;
  parentPort!.postMessage(await carryOut(attack, target, { mostMs: ATTACK_MS, mostRequests: MOST_REQUESTS }));
}

const attackBeside = (order: Order): Promise<Record<string, number>> =>
  new Promise((resolve, reject) => {
    const thread = new Worker(process.argv[1]!, { workerData: order });
    thread.once('message', resolve);
    thread.once('error', reject);
  });

/** Readers of a public calendar of the demo while somebody attacks, who comes from another network. */
export const benchAttacks = (): Promise<string> => onDemo(readersOn);

async function readersOn(folder: string): Promise<string> {
  const { base, stop } = await startBuilt(folder, undefined, { CALENDARIO_TRUSTED_PROXY: 'X-Forwarded-For' });
  try {
    const cookies = {
      requester: await cookieOf(base, 'isolde.marsh@quillmere.example'),
      manager: await cookieOf(base, 'wren.calloway@quillmere.example'),
    };
    const target: Target = { base, cookies, own: await ownSeries({ base, cookies }) };
    for (let n = 0; n < 200; n += 1) await (await fetch(`${base}${READER}`)).arrayBuffer();
    const rows: string[] = [];
    for (const attack of ATTACKS) {
      const before = at(await readDuring(base, quiet()), 0.95);
      let statuses: Record<string, number> = {};
      const times = await readDuring(
        base,
        attackBeside({ name: attack.name, target }).then((all) => (statuses = all)),
      );
      const replies = Object.entries(statuses).map(([status, n]) => `${status}: ${n}`);
      rows.push(
        `| ${attack.name}, ${attack.lanes} at once | ${before.toFixed(0)} ms | ${at(times, 0.95).toFixed(0)} ms | ${(at(times, 0.95) / before).toFixed(1)} | ${at(times, 1).toFixed(0)} ms | ${replies.join(', ')} |`,
      );
    }
    return [
      '| attack | p95 of readers before it | during it | ratio | longest | answers |',
      '|---|---|---|---|---|---|',
      ...rows,
      '',
      'A page of a public calendar is read every 250 ms; each reading counts from when it was due. Server, readers and attacker share two cores. Must reach: ratio \u2264 3, longest within 250 ms of the quiet one.',
    ].join('\n');
  } finally {
    stop();
  }
}
