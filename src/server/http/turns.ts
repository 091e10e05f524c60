import { performance } from 'node:perf_hooks';

/** Requests of one source that are worked on at once: browsers open six connections. */
export const MOST_AT_ONCE = 6;
/** Requests of one source that wait for their turn. */
export const MOST_WAITING = 200;
/** A source that sends more than this many at a stretch, and then more than so many a second, steps back for others. */
const STRETCH = 80;
const PER_SECOND = 20;
/** So long somebody who steps back waits at most while others are served. */
const LONGEST_STEP_BACK_MS = 1000;

const MOST_REMEMBERED = 10_000;
const CLEARED_EVERY_MS = 5000;

type Work = (done: () => void) => void;

interface Waiting {
  readonly work: Work;
  readonly since: number;
}

interface Line {
  running: number;
  /** Requests of late, less those that are allowed for by the time since. */
  level: number;
  at: number;
  readonly waiting: Waiting[];
}

/**
 * Turns by source. Each has a few requests worked on at once; one that sends many has them only while nobody else is
 * being served: a page takes many small steps, and between any two of them the others would get theirs.
 */
export class Turns {
  private readonly lines = new Map<string, Line>();
  private served = 0;
  private clearedAt = 0;

  constructor(
    private readonly most = { atOnce: MOST_AT_ONCE, waiting: MOST_WAITING },
    private readonly nowMs: () => number = () => performance.now(),
  ) {}

  /** Does the work when it is its turn, now or later; false where too many of that source wait already. */
  take(source: string, work: Work): boolean {
    const now = this.nowMs();
    const line = this.lines.get(source) ?? { running: 0, level: 0, at: now, waiting: [] };
    if (line.waiting.length >= this.most.waiting) return false;
    line.level = Math.max(0, line.level - ((now - line.at) * PER_SECOND) / 1000) + 1;
    line.at = now;
    line.waiting.push({ work, since: now });
    this.lines.set(source, line);
    this.goOn();
    return true;
  }

  /** How many sources are remembered. */
  get size(): number {
    return this.lines.size;
  }

  private goOn(): void {
    const now = this.nowMs();
    this.forget(now);
    for (const line of this.lines.values()) {
      for (let [next] = line.waiting; next && this.isItsTurn(line, next.since, now); [next] = line.waiting) {
        line.waiting.shift();
        this.run(line, next.work);
      }
    }
  }

  private isItsTurn(line: Line, since: number, now: number): boolean {
    if (line.level <= STRETCH || this.served === 0) return line.running < this.most.atOnce;
    return line.running === 0 && now - since > LONGEST_STEP_BACK_MS;
  }

  private run(line: Line, work: Waiting['work']): void {
    const isServed = line.level <= STRETCH;
    line.running += 1;
    if (isServed) this.served += 1;
    let isDone = false;
    work(() => {
      if (isDone) return;
      isDone = true;
      line.running -= 1;
      if (isServed) this.served -= 1;
      this.goOn();
    });
  }

  /** A source is remembered while it has work here and until what it has sent no longer counts. */
  private forget(now: number): void {
    if (now - this.clearedAt < CLEARED_EVERY_MS && this.lines.size < MOST_REMEMBERED) return;
    this.clearedAt = now;
    for (const [source, { running, waiting, level, at }] of this.lines) {
      const isOver = level <= ((now - at) * PER_SECOND) / 1000 || this.lines.size >= MOST_REMEMBERED;
      if (running === 0 && waiting.length === 0 && isOver) this.lines.delete(source);
    }
  }
}
