import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import type { PersonId } from '@/core/ids';
import { toEpochMinute } from '@/core/time/zone';
import { askSchema } from '@/contracts/requests/ask';
import { changeSchema, MOST_IN_STEP, type ChangeBody } from '@/contracts/requests/change';
import type { Outcome } from '@/contracts/base/refusal';
import { frozenClock } from '@/server/platform/clock';
import type { SignedInContext } from '@/server/context/context';
import { openDatabase, type OpenDatabase } from '@/server/db/connection';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { loadDates, loadRequest } from '@/server/repositories/requests/request-rows';
import { DEMO_START } from '@demo/seed';
import { onDemo } from './demo';
import { exponent } from './growth';

const SIZES = [62, 125, 250, MOST_IN_STEP];

/** The database, telling how long each write held the lock. */
function watched(db: OpenDatabase): { readonly db: OpenDatabase; readonly heldMs: () => number } {
  let heldMs = 0;
  const write: OpenDatabase['write'] = (work) =>
    db.write(async (tx) => {
      const started = performance.now();
      const result = await work(tx);
      heldMs = Math.max(heldMs, performance.now() - started);
      return result;
    });
  return {
    db: { ...db, write },
    heldMs: () => {
      const most = heldMs;
      heldMs = 0;
      return most;
    },
  };
}

const value = <Value>(outcome: Outcome<Value>): Value => {
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return outcome.value;
};

const series = (dates: number) =>
  askSchema.parse({
    key: randomUUID(),
    title: 'Every day',
    people: 12,
    accessMin: 0,
    exitMin: 0,
    equipment: [],
    spaces: [{ spaceId: 8, layout: 'classroom', setupMin: 30, strikeMin: 30 }],
    when: {
      startsAt: '2029-01-02T09:00',
      endsAt: '2029-01-02T10:00',
      repeat: { rule: `FREQ=DAILY;COUNT=${dates}` },
    },
    publicText: '',
    categoryId: 2,
    hostId: 2,
    notes: '',
    publish: true,
  });

/** What is done to so many dates in one step, with how long each held the lock, in ms. */
async function stepsOn(ctx: SignedInContext, dates: number, heldMs: () => number) {
  const { reference } = value(await submitRequest(ctx, series(dates)));
  const held: Record<string, number> = { asked: heldMs() };
  const step = async (name: string, wanted: ChangeBody['step']) => {
    const { id, version } = (await loadRequest(ctx.db, reference))!;
    const occurrences = (await loadDates(ctx.db, [id])).map((date) => date.id);
    const input = changeSchema.parse({
      key: randomUUID(),
      items: [{ reference, version, occurrences }],
      step: wanted,
    });
    const { changeSet } = value(await changeDates(ctx, input));
    held[name] = heldMs();
    return changeSet!;
  };
  await step('approved', { action: 'approve', reason: 'Agreed.' });
  const moved = await step('moved', { action: 'move', patch: { shiftMin: 60 }, reason: 'Agreed.' });
  value(await undoChange(ctx, moved, randomUUID()));
  held['taken back'] = heldMs();
  await step('cancelled', { action: 'cancel', reason: 'Rain.' });
  return held;
}

/** How long a step on many dates of the demo holds the lock, and how that grows. */
export const benchSteps = (): Promise<string> => onDemo(stepsIn);

async function stepsIn(folder: string): Promise<string> {
  const { db, heldMs } = watched(openDatabase(join(folder, 'calendario.sqlite')));
  try {
    const [manager] = await db.rows<{ id: PersonId }>(
      `SELECT id FROM person WHERE email = 'wren.calloway@quillmere.example'`,
    );
    const ctx: SignedInContext = {
      db,
      clock: frozenClock(toEpochMinute(DEMO_START, 'Europe/London', 'offset-before')),
      random: Math.random,
      newId: randomUUID,
      viewer: { personId: manager!.id, roles: ['manager'] },
    };
    // Once unmeasured: code that has not run yet is slow.
    for (let n = 0; n < 3; n += 1) await stepsOn(ctx, SIZES[0]!, heldMs);
    const bySize: [number, Record<string, number>][] = [];
    for (const size of SIZES) bySize.push([size, await stepsOn(ctx, size, heldMs)]);
    const rows = Object.keys(bySize[0]![1]).map((name) => {
      const points = bySize.map(([size, held]) => [size, held[name]!] as const);
      return `| ${name} | ${points.map(([size, ms]) => `${size.toLocaleString('en-GB')}: ${ms.toFixed(0)}`).join(' · ')} | ${exponent(points).toFixed(2)} |`;
    });
    return [
      '| dates of a series, in one step | dates: ms the lock is held | exponent |',
      '|---|---|---|',
      ...rows,
      '',
      `${MOST_IN_STEP.toLocaleString('en-GB')} dates times spaces are the most in one step. Must reach: exponent ≤ 1.2, so that the most takes no more than a second where this machine is quiet.`,
    ].join('\n');
  } finally {
    await db.close();
  }
}
