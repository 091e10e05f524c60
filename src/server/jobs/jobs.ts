import type { EpochMinute } from '@/core/time/epoch-minute';
import { clearArrived } from '../archive/folders';
import { releaseLapsedHolds } from '../effects/lapsed-holds';
import type { Context } from '../context/context';
import { keep } from '../db/connection';
import { clearLooseFiles } from '../use-cases/files/clear-loose';
import { remindStewards } from '../effects/letters/queue-consent';
import { queueReminders } from '../effects/letters/queue-reminders';
import { sendMail } from '../effects/letters/send-mail';
import { publishDue } from '../use-cases/publishing/due-notices';
import { settleApprovals } from '../use-cases/publishing/settle-approvals';
import { isWholeLot, issueDueOrders } from '../use-cases/work-orders/issue-orders';
import { materialiseSeries } from './series-goes-on';
import { DROP_ENDED_SESSIONS } from '../repositories/people/sessions.queries';

/**
 * Work that time causes. Each run has a key; a key is run to its end once. Every job works off all that is due by
 * now, so that after an outage one run of the present key has caught up.
 */
export interface Job {
  readonly name: string;
  /** Of the office's clock, or of the real one for what concerns sessions. */
  keyAt(now: EpochMinute, nowMs: number): string;
  /** @returns what it did, for the record. Must be safe to run again after being cut off anywhere. */
  run(ctx: Context, nowMs: number): Promise<string>;
}

const MINUTE_MS = 60_000;
const DAY_MS = 86_400_000;

async function issueAll(ctx: Context): Promise<number> {
  let issued = 0;
  for (let lot = 0; ; issued += lot) {
    lot = await ctx.db.write(async (tx) => keep(await issueDueOrders(tx, ctx.clock.now())));
    if (!isWholeLot(lot)) return issued + lot;
  }
}

export const JOBS: readonly Job[] = [
  {
    name: 'release-lapsed-holds',
    keyAt: (now) => String(Math.floor(now / 5)),
    run: async (ctx) =>
      `${await ctx.db.write(async (tx) => keep(await releaseLapsedHolds(tx, ctx.clock.now())))} released`,
  },
  {
    name: 'send-mail',
    keyAt: (_, nowMs) => String(Math.floor(nowMs / MINUTE_MS)),
    run: async (ctx) => `${await sendMail(ctx)} sent`,
  },
  {
    name: 'remind-stewards',
    keyAt: (now) => String(Math.floor(now / 1440)),
    run: async (ctx) =>
      `${(await ctx.db.write(async (tx) => keep(await remindStewards(tx, ctx.clock.now(), null)))).written} reminded`,
  },
  {
    name: 'remind-of-bookings',
    keyAt: (now) => String(Math.floor(now / 15)),
    run: async (ctx) =>
      `${await ctx.db.write(async (tx) => keep(await queueReminders(tx, ctx.clock.now())))} reminded`,
  },
  {
    name: 'series-go-on',
    keyAt: (now) => String(Math.floor(now / 1440)),
    run: async (ctx) =>
      `${await ctx.db.write(async (tx) => keep(await materialiseSeries(tx, ctx.clock.now())))} dates made`,
  },
  {
    name: 'issue-orders',
    keyAt: (now) => String(Math.floor(now / 15)),
    run: async (ctx) => `${await issueAll(ctx)} issued`,
  },
  {
    name: 'settle-approvals',
    keyAt: (now) => String(now),
    run: async (ctx) =>
      `${await ctx.db.write(async (tx) => keep(await settleApprovals(tx, ctx.clock.now())))} shown to readers`,
  },
  {
    name: 'publish-due',
    keyAt: (now) => String(Math.floor(now / 15)),
    run: async (ctx) =>
      `${await ctx.db.write(async (tx) => keep(await publishDue(tx, ctx.clock.now())))} put on calendars`,
  },
  {
    name: 'clear-loose-files',
    keyAt: (now) => String(Math.floor(now / 1440)),
    run: async (ctx, nowMs) => {
      clearArrived(nowMs);
      return `${await clearLooseFiles(ctx)} files cleared away`;
    },
  },
  {
    name: 'drop-expired-sessions',
    keyAt: (_, nowMs) => String(Math.floor(nowMs / DAY_MS)),
    run: async (ctx, nowMs) => {
      await ctx.db.write(async (tx) => keep(await tx.execute(DROP_ENDED_SESSIONS, { now: nowMs })));
      return 'expired sessions dropped';
    },
  },
];
