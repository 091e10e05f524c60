import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { epochMinute } from '@/core/time/epoch-minute';
import { toEpochMinute } from '@/core/time/zone';
import { finishSwap, swapOffice } from '../archive/swap';
import { clockFrom, frozenClock, realClock, type Clock } from '../platform/clock';
import type { Context } from '../context/context';
import { keep, openDatabase, type Database } from '../db/connection';
import { migrate } from '../db/migrate';
import { siteZone } from '../repositories/world/space-facts';
import { clearCopies } from '../db/on-copy';
import { runDueJobs } from '../jobs/scheduler';
import { speakAsOffice } from '../repositories/house/house-language';
import { log } from '../platform/log';
import { besideProcesses, type Processes } from '../long-work/processes';
import { databaseFile, frozenAt } from '../platform/settings';
import { makeAccountLimits, type AccountLimits } from '../use-cases/accounts/account/account-limits';
import { countWorkOfStrangers } from '../context/work-of-strangers';
import { hasOffice } from '../use-cases/administration/start/has-office';
import { makeSignInLimits, type SignInLimits } from '../use-cases/accounts/sign-in/sign-in-limits';
import { Setting } from '../db/tables/house';
import { processWide } from '../platform/process-wide';

/** What lives as long as the process. */
interface Runtime {
  readonly base: Omit<Context, 'viewer'>;
  readonly signInLimits: SignInLimits;
  readonly accountLimits: AccountLimits;
  readonly longWork: Processes;
  /** Ends the jobs, so that the database can be closed. */
  stop(): void;
}

const DEMO_CLOCK = 'demo_clock';

/** Made from `src/app/long-work/process.ts` beside the pages. */
const LONG_WORK = join(process.cwd(), '.next', 'long-work.mjs');

/**
 * Frozen where asked for; on the demo it runs on from where it stood when the server last did, so that what was done
 * is never in the future; else the real one.
 */
async function chooseClock(db: Database): Promise<{ clock: Clock; isDemo: boolean }> {
  const frozen = frozenAt();
  if (frozen) {
    const tzid = (await hasOffice(db)) ? await siteZone(db) : 'UTC';
    return { clock: frozenClock(toEpochMinute(frozen, tzid, 'offset-before')), isDemo: false };
  }
  const stored = await db.table(Setting).first({ key: DEMO_CLOCK });
  return stored
    ? { clock: clockFrom(epochMinute(Number(stored.value))), isDemo: true }
    : { clock: realClock, isDemo: false };
}

/** Stores where the demo clock stands. */
export async function rememberDemoClock(db: Database, minute: number): Promise<void> {
  await db.write(async (tx) => keep(await tx.table(Setting).put({ key: DEMO_CLOCK, value: String(minute) })));
}

async function start(): Promise<Runtime> {
  finishSwap();
  const db = openDatabase(databaseFile());
  await migrate(db);
  await speakAsOffice(db);
  const { clock, isDemo } = await chooseClock(db);
  clearCopies();
  const longWork = besideProcesses(LONG_WORK);
  const within = { db, clock, random: Math.random, newId: randomUUID };
  const stop = startScheduler({ ...within, viewer: null }, isDemo);
  const base = {
    ...within,
    countWork: countWorkOfStrangers(),
    sendOut: longWork.sendOut,
    sendOutLines: longWork.sendOutLines,
    replaceOffice,
  };
  return {
    base,
    signInLimits: makeSignInLimits(),
    accountLimits: makeAccountLimits(),
    longWork,
    stop,
  };
}

const TICK_MS = 30_000;

function startScheduler(ctx: Context, isDemo: boolean): () => void {
  const failed = (job: string, error: unknown) =>
    log.error({ job, err: error }, 'a job failed and will be tried again');
  const tick = async () => {
    // Before the first day there is nothing to do, and no zone to do it in.
    if (!(await hasOffice(ctx.db))) return;
    await runDueJobs(ctx, Date.now(), failed);
    if (isDemo) await rememberDemoClock(ctx.db, ctx.clock.now());
  };
  const guarded = () => tick().catch((error: unknown) => failed('scheduler', error));
  void guarded();
  const timer = setInterval(guarded, TICK_MS).unref();
  return () => clearInterval(timer);
}

// Next loads the server in several bundles: the runtime must be one for the process, so it hangs on globalThis.
const held = processWide<Promise<Runtime>>('runtime');

export const runtime = (): Promise<Runtime> => (held.value ??= start());

/** Puts another whole house into the place of this one and goes on with it. What is asked for meanwhile waits. */
async function replaceOffice(folder: string): Promise<void> {
  const old = await runtime();
  held.value = (async () => {
    old.stop();
    old.longWork.stop();
    // What was being written is written before it is closed.
    await old.base.db.write(async () => keep(null));
    await old.base.db.close();
    swapOffice(folder);
    return start();
  })();
  await held.value;
}
