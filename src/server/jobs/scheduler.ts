import type { Context } from '../context/context';
import { keep } from '../db/connection';
import { JOBS, type Job } from './jobs';
import { HAS_RUN } from './jobs.queries';
import { DROP_OLD_RUNS } from './jobs.queries';
import { JobRun } from '../db/tables/house';

const KEEP_RUNS_MS = 30 * 86_400_000;

async function hasRun(ctx: Context, job: string, key: string): Promise<boolean> {
  return (await ctx.db.all(HAS_RUN, { job, key })).length > 0;
}

async function record(ctx: Context, job: string, key: string, nowMs: number, note: string): Promise<void> {
  await ctx.db.write(async (tx) => {
    await tx.table(JobRun).addMissing([{ job, key, finished_ms: nowMs, note }]);
    return keep(await tx.execute(DROP_OLD_RUNS, { job, old: nowMs - KEEP_RUNS_MS }));
  });
}

/** Runs every job whose present key has not been run; returns their names. A failing job is tried again next time. */
export async function runDueJobs(
  ctx: Context,
  nowMs: number,
  onError: (job: string, error: unknown) => void,
  jobs: readonly Job[] = JOBS,
): Promise<string[]> {
  const ran: string[] = [];
  for (const job of jobs) {
    const key = job.keyAt(ctx.clock.now(), nowMs);
    if (await hasRun(ctx, job.name, key)) continue;
    try {
      await record(ctx, job.name, key, nowMs, await job.run(ctx, nowMs));
      ran.push(job.name);
    } catch (error) {
      onError(job.name, error);
    }
  }
  return ran;
}
