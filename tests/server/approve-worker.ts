// Run as a process of its own: asks for twelve hours of one room and approves each, like seven others at once.
import { randomUUID } from 'node:crypto';
import { handClock } from '@/server/clock';
import { openDatabase } from '@/server/db/connection';
import { submitRequest } from '@/server/use-cases/ask/submit-request';
import { decideRequest } from '@/server/use-cases/decide/decide-request';
import { deskRequest } from '@/server/use-cases/decide/desk';
import { ask, at, viewer } from '../builders/office';

async function main(): Promise<void> {
  const [, , file, worker] = process.argv;
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
    const asked = await submitRequest(
      as('ada'),
      ask({
        title: `Worker ${worker}`,
        when: { startsAt: `2027-04-${day}T10:00`, endsAt: `2027-04-${day}T12:00` },
      }),
    );
    if (!asked.ok) throw new Error(JSON.stringify(asked.refusal));
    const { reference } = asked.value;
    const view = await deskRequest(as('mara'), reference);
    if (!view.ok) throw new Error(JSON.stringify(view.refusal));
    const { version, dates } = view.value;
    const occurrences = dates.map(({ id }) => id as never);
    const decided = await decideRequest(as('mara'), reference, {
      key: randomUUID(),
      version,
      action: 'approve',
      occurrences,
      reason: '',
    });
    if (decided.ok) counts.approved += 1;
    else if (decided.refusal.code === 'clash') counts.refused += 1;
    else throw new Error(JSON.stringify(decided.refusal));
  }
  await db.close();
  process.stdout.write(JSON.stringify(counts));
}

void main();
