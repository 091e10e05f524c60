// Run as a process of its own, like seven others at once: asks for twelve hours of one room; as the office it approves
// each, as a requester it takes what it gets.
import { randomUUID } from 'node:crypto';
import { TimeoutError } from 'sequelize';
import { handClock } from '@/server/platform/clock';
import { openDatabase } from '@/server/db/connection';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { ask, at, viewer } from '../builders/office';
import { decideAlone } from '@tests/builders/decide';

/** Eight writers on a slow machine may wait longer than the database does: sent again with the same key, as a client would. */
async function patiently<Value>(work: () => Promise<Value>): Promise<Value> {
  for (let tries = 0; ; tries += 1)
    try {
      return await work();
    } catch (error) {
      if (!(error instanceof TimeoutError) || tries === 5) throw error;
    }
}

async function main(): Promise<void> {
  const [, , file, worker, side] = process.argv;
  const db = openDatabase(file!);
  const as = (name: string) => ({
    db,
    clock: handClock(at('2027-04-13T08:10')),
    random: Math.random,
    newId: randomUUID,
    viewer: viewer(name),
  });
  const counts = { approved: 0, refused: 0 };
  for (let hour = 0; hour < 12; hour += 1) {
    const day = 14 + hour;
    const body = ask({
      title: `Worker ${worker}`,
      when: { startsAt: `2027-04-${day}T10:00`, endsAt: `2027-04-${day}T12:00` },
    });
    const asked = await patiently(() => submitRequest(as('ada'), body));
    if (!asked.ok) throw new Error(JSON.stringify(asked.refusal));
    const { reference } = asked.value;
    const view = await deskRequest(as('mara'), reference);
    if (!view.ok) throw new Error(JSON.stringify(view.refusal));
    const { version, dates } = view.value;
    if (side === 'requester') {
      counts[dates[0]!.state === 'approved' ? 'approved' : 'refused'] += 1;
      continue;
    }
    const occurrences = dates.map(({ id }) => id as never);
    const decision = { key: randomUUID(), version, action: 'approve' as const, occurrences, reason: '' };
    const decided = await patiently(() => decideAlone(as('mara'), reference, decision));
    if (decided.ok) counts.approved += 1;
    else if (decided.refusal.code === 'conflict') counts.refused += 1;
    else throw new Error(JSON.stringify(decided.refusal));
  }
  await db.close();
  process.stdout.write(JSON.stringify(counts));
}

void main();
