// Run as a process of its own: approves every date of a request and is killed, without a word, before its n-th write.
import { randomUUID } from 'node:crypto';
import { handClock } from '@/server/platform/clock';
import { openDatabase } from '@/server/db/connection';
import { loadDates, loadRequest } from '@/server/repositories/requests/request-rows';
import { at, viewer } from '../builders/office';
import { decideAlone } from '@tests/builders/decide';

async function main(): Promise<void> {
  const [, , file, reference, killAt] = process.argv;
  const db = openDatabase(file!);
  let writes = 0;
  // Whatever writes, by a statement or through a model, comes by here.
  const { query } = db.sequelize;
  const counted = (sql: string | { readonly query: string }, ...rest: unknown[]): unknown => {
    if (/^\s*(INSERT|UPDATE|DELETE)\b/.test(typeof sql === 'string' ? sql : sql.query)) {
      writes += 1;
      if (writes === Number(killAt)) process.kill(process.pid, 'SIGKILL');
    }
    return (query as (...all: unknown[]) => unknown).call(db.sequelize, sql, ...rest);
  };
  db.sequelize.query = counted as typeof query;
  const request = (await loadRequest(db, reference!))!;
  const occurrences = (await loadDates(db, [request.id])).map(({ id }) => id);
  const ctx = {
    db,
    clock: handClock(at('2027-04-13T08:10')),
    random: Math.random,
    newId: randomUUID,
    viewer: viewer('mara'),
  };
  const outcome = await decideAlone(ctx, reference!, {
    key: randomUUID(),
    version: request.version,
    action: 'approve',
    occurrences,
    reason: 'Open for them.',
  });
  process.stdout.write(JSON.stringify(outcome.ok ? { ok: true, writes } : outcome));
}

void main();
