import { randomUUID } from 'node:crypto';
import type { Progress } from '@/contracts/base/long-work';
import { done, type Outcome } from '@/contracts/base/refusal';
import { frozenClock } from '../platform/clock';
import type { Context } from '../context/context';
import { openDatabase, type Database } from '../db/connection';
import { onCopy } from '../db/on-copy';
import { bringCatalogues } from '../platform/language/catalogues';
import { speakAsOffice } from '../repositories/house/house-language';
import { writtenFor } from '../platform/ambient';
import { refusalOf } from '../db/refusal-of-error';
import { databaseFile } from '../platform/settings';
import type { FromProcess, LongWorkName, ToProcess, WorkOrder } from '../context/long-work';

/** All that is done in this process, by name. */
export type WorkTable = Readonly<
  Record<LongWorkName, (ctx: Context, ...args: never[]) => Promise<Outcome<unknown>>>
>;

const PROGRESS_EVERY_MS = 200;

function tellSometimes(tell: (progress: Progress) => void): (progress: Progress) => void {
  let toldMs = 0;
  return (progress) => {
    const nowMs = Date.now();
    if (nowMs - toldMs < PROGRESS_EVERY_MS) return;
    toldMs = nowMs;
    tell(progress);
  };
}

interface Hooks {
  readonly signal: AbortSignal;
  tell(progress: Progress): void;
  tellLine(line: unknown): void;
}

/** What comes line by line is told so; what is left then is that it is over. */
async function told(outcome: Outcome<unknown>, tellLine: Hooks['tellLine']): Promise<Outcome<unknown>> {
  const { value } = outcome.ok ? outcome : { value: null };
  if (typeof value !== 'object' || value === null || !(Symbol.asyncIterator in value)) return outcome;
  for await (const line of value as AsyncIterable<unknown>) tellLine(line);
  return done(null);
}

/** Does one piece of work for whoever it was ordered by. */
async function doOrder(
  db: Database,
  works: WorkTable,
  order: WorkOrder,
  hooks: Hooks,
): Promise<Outcome<unknown>> {
  const { viewer, now, settings, name, args } = order;
  const work = async (at: Database) =>
    told(
      await works[name](
        {
          db: at,
          clock: frozenClock(now),
          random: Math.random,
          newId: randomUUID,
          viewer,
          signal: hooks.signal,
          progress: tellSometimes(hooks.tell),
        },
        ...(args as never[]),
      ),
      hooks.tellLine,
    );
  await speakAsOffice(db);
  return writtenFor(settings, () => (order.onCopy ? onCopy(db, work) : work(db)));
}

/** What the process does as long as it lives: one order after the other, on the database of the server that began it. */
export function answerOrders(works: WorkTable): void {
  bringCatalogues();
  const db = openDatabase(databaseFile());
  let stop = new AbortController();
  const send = (message: FromProcess) => process.send!(message);
  const answer = async (order: WorkOrder): Promise<void> => {
    const { no } = order;
    stop = new AbortController();
    try {
      const tell = (progress: Progress) => send({ kind: 'progress', no, progress });
      const outcome = await doOrder(db, works, order, {
        signal: stop.signal,
        tell,
        tellLine: (line) => send({ kind: 'line', no, line }),
      });
      send({ kind: 'outcome', no, outcome });
    } catch (error) {
      const refusal = refusalOf(error);
      if (refusal) send({ kind: 'outcome', no, outcome: { ok: false, refusal } });
      else send({ kind: 'failed', no, stack: error instanceof Error ? (error.stack ?? '') : String(error) });
    }
  };
  process.on('message', (message: ToProcess) => {
    if (message.kind === 'stop') stop.abort();
    else void answer(message.order);
  });
  process.on('disconnect', () => process.exit(0));
}
