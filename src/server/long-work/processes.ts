import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { availableParallelism, constants, setPriority } from 'node:os';
import { Readable } from 'node:stream';
import { ownSettings } from '@/contracts/language/own-settings';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { OwnLongWork, Progress } from '@/contracts/base/long-work';
import type { Context } from '../context/context';
import { clearCopies } from '../db/on-copy';
import { sourceKey } from '../platform/take-points';
import type { FromProcess, LongWork, SendOut, SendOutLines, ToProcess } from '../context/long-work';

/** Two even on few cores: where alternatives are looked for in one, a decision does not wait for them in the other. */
const MOST_PROCESSES = Math.max(2, Math.min(4, availableParallelism() - 1));
const MOST_WAITING = 12;
/** Of one person, or of one source without an account, working and waiting: a page asks for several at once. */
export const MOST_OF_ONE = 6;
const IDLE_MS = 120_000;
const MOST_MEMORY_MB = 1024;
/** So long work that was stopped has to end by itself. */
const TO_END_MS = 500;

const STOPPED = refuse({ code: 'stopped' });

interface Job {
  readonly no: number;
  readonly ctx: Context;
  readonly work: LongWork;
  readonly owner: string;
  readonly settings: ReturnType<typeof ownSettings>;
  progress: Progress;
  isStopped: boolean;
  tell(line: unknown): void;
  settle(outcome: Outcome<never>): void;
  fail(error: Error): void;
}

export interface Processes {
  readonly sendOut: SendOut;
  readonly sendOutLines: SendOutLines;
  /** How far the work is that this person waits for: not pages, which are seen to come, nor what tells of itself. */
  progressOf(ctx: Pick<Context, 'viewer' | 'source'>): readonly OwnLongWork[];
  /** Ends them all, whatever they are at. */
  stop(): void;
}

async function* eachOf<Line>(lines: Readable): AsyncGenerator<Line> {
  yield* lines as AsyncIterable<Line>;
}

const ownerOf = ({ viewer, source }: Pick<Context, 'viewer' | 'source'>): string =>
  viewer ? `person ${viewer.personId}` : `source ${sourceKey(source)}`;

/** One process, which does one piece of work at a time. It is begun with the first and ends when there was none for a while. */
class BesideProcess {
  private child: ChildProcess | null = null;
  private job: Job | null = null;
  private idle: NodeJS.Timeout | undefined;

  constructor(
    private readonly entry: string,
    private readonly onFree: (job: Job) => void,
  ) {}

  get isFree(): boolean {
    return this.job === null;
  }

  take(job: Job): void {
    clearTimeout(this.idle);
    this.job = job;
    const { name, args, kind } = job.work;
    const { viewer, clock } = job.ctx;
    const order = { no: job.no, name, args, viewer, now: clock.now(), settings: job.settings };
    this.send({ kind: 'order', order: { ...order, onCopy: kind === 'previews' } });
    job.ctx.signal?.addEventListener('abort', () => this.stop(job), { once: true });
  }

  /** What writes is asked to keep nothing. What changes nothing is over at once, and cut off where it goes on all the same. */
  private stop(job: Job): void {
    if (this.job !== job) return;
    this.send({ kind: 'stop', no: job.no });
    if (job.work.kind === 'writes') return;
    job.isStopped = true;
    job.settle(STOPPED);
    setTimeout(() => {
      if (this.job !== job) return;
      this.kill();
      this.free(job, () => undefined);
    }, TO_END_MS).unref();
  }

  /** For good: what it is at is over. */
  end(): void {
    this.kill();
    this.job?.settle(STOPPED);
    this.job = null;
  }

  private kill(): void {
    clearTimeout(this.idle);
    const { child } = this;
    this.child = null;
    if (!child) return;
    child.removeAllListeners();
    child.kill('SIGKILL');
    clearCopies(child.pid);
  }

  private send(message: ToProcess): void {
    this.child ??= this.begin();
    this.child.send(message);
  }

  private begin(): ChildProcess {
    const child = fork(this.entry, {
      execArgv: ['--enable-source-maps', `--max-old-space-size=${MOST_MEMORY_MB}`],
      env: process.env,
      serialization: 'advanced',
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    // Whoever reads comes first where cores are short.
    if (child.pid) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
    child.on('message', (message) => this.hear(message as FromProcess));
    child.on('error', (error) => this.lose(error));
    child.on('exit', (code, signal) =>
      this.lose(new Error(`the process for long work ended (${code ?? signal})`)),
    );
    // The server ends without asking it; it ends by itself when the server is gone.
    child.unref();
    child.channel?.unref();
    return child;
  }

  private lose(error: Error): void {
    this.child = null;
    const { job } = this;
    if (job) this.free(job, () => job.fail(error));
  }

  private hear(message: FromProcess): void {
    const { job } = this;
    if (job?.no !== message.no) return;
    if (message.kind === 'progress') {
      job.progress = message.progress;
      return;
    }
    if (message.kind === 'line') return job.isStopped ? undefined : job.tell(message.line);
    this.free(job, () => {
      if (message.kind === 'outcome') job.settle(message.outcome as Outcome<never>);
      else job.fail(Object.assign(new Error('long work failed'), { stack: message.stack }));
    });
  }

  private free(job: Job, tell: () => void): void {
    this.job = null;
    this.idle = setTimeout(() => this.kill(), IDLE_MS).unref();
    tell();
    this.onFree(job);
  }
}

/** What waits for a process and what has one. */
class Queue {
  private readonly waiting: Job[] = [];
  private readonly running = new Set<Job>();
  private readonly processes: readonly BesideProcess[];
  private last = 0;

  constructor(entry: string) {
    this.processes = Array.from(
      { length: MOST_PROCESSES },
      () =>
        new BesideProcess(entry, (job) => {
          this.running.delete(job);
          this.next();
        }),
    );
  }

  private next(): void {
    const free = this.processes.find(({ isFree }) => isFree);
    const patient = [...this.running].filter(({ work }) => work.isPatient).length;
    const job = this.waiting.find(({ work }) => !work.isPatient || patient < this.processes.length - 1);
    if (!free || !job) return;
    this.waiting.splice(this.waiting.indexOf(job), 1);
    this.running.add(job);
    free.take(job);
  }

  private stopsWaiting(job: Job): void {
    const at = this.waiting.indexOf(job);
    if (at < 0) return;
    this.waiting.splice(at, 1);
    job.settle(STOPPED);
  }

  ownedBy(owner: string): Job[] {
    return [...this.running, ...this.waiting].filter((job) => job.owner === owner && !job.isStopped);
  }

  isRunning(job: Job): boolean {
    return this.running.has(job);
  }

  order<Value>(ctx: Context, work: LongWork, tell: Job['tell']): Promise<Outcome<Value>> {
    return new Promise((settle, fail) => {
      if (ctx.signal?.aborted) return settle(STOPPED);
      const owner = ownerOf(ctx);
      if (this.waiting.length >= MOST_WAITING || this.ownedBy(owner).length >= MOST_OF_ONE)
        return settle(refuse({ code: 'long-work-busy' }));
      const no = (this.last += 1);
      const progress = { done: 0, of: 0 };
      const settings = ownSettings();
      const job: Job = { no, ctx, work, owner, settings, progress, isStopped: false, tell, settle, fail };
      if (work.isFirst) this.waiting.unshift(job);
      else this.waiting.push(job);
      ctx.signal?.addEventListener('abort', () => this.stopsWaiting(job), { once: true });
      this.next();
    });
  }

  stop(): void {
    for (const job of this.waiting.splice(0)) job.settle(STOPPED);
    for (const each of this.processes) each.end();
  }
}

/** Lines as they come, once the first is there or nothing is left to come. */
async function linesOf<Line>(
  queue: Queue,
  ctx: Context,
  work: LongWork,
): Promise<Outcome<AsyncGenerator<Line>>> {
  const lines = new Readable({ objectMode: true, read: () => undefined });
  const begun = once(lines, 'readable');
  const outcome = queue.order<null>(ctx, work, (line) => lines.push(line));
  outcome.then(
    () => lines.push(null),
    (error: Error) => lines.destroy(error),
  );
  const first = await Promise.race([outcome, begun]);
  if ('ok' in first && !first.ok) return first;
  return done(eachOf<Line>(lines));
}

/**
 * Processes beside the server for work that takes long. Not threads: those share the four threads in which the server
 * asks SQLite, cannot be cut off inside a statement, and have the priority of the server.
 *
 * @param entry file of the process: `answerOrders` with the table of all work.
 */
export function besideProcesses(entry: string): Processes {
  const queue = new Queue(entry);
  return {
    sendOut: (ctx, work) => queue.order(ctx, work, () => undefined),
    sendOutLines: (ctx, work) => linesOf(queue, ctx, work),
    progressOf: (ctx) =>
      queue
        .ownedBy(ownerOf(ctx))
        .filter(({ work }) => !work.isFirst && !work.isPatient)
        .map((job) => ({ ...job.progress, kind: job.work.kind, isWaiting: !queue.isRunning(job) })),
    stop: () => queue.stop(),
  };
}
