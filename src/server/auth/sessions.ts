import type { PersonId } from '@/core/ids';
import type { Viewer } from '@/core/publishing/right-to-know';
import { keep, type Database } from '../db/connection';
import { PERSON_OF_SESSION } from './auth.queries';
import { Person, Session } from '../db/tables/people';
import { readJson } from '../db/tables/column';

/** A working day and an evening; renewed by signing in again. */
export const SESSION_MS = 14 * 60 * 60 * 1000;

/** Sessions live in the database, so that signing out ends them at once. They use the real clock. */
export async function beginSession(db: Database, id: string, person: PersonId, nowMs: number): Promise<void> {
  await db.write(async (tx) => {
    await tx
      .table(Session)
      .insert({ id, person_id: person, created_ms: nowMs, expires_ms: nowMs + SESSION_MS });
    return keep(await tx.table(Person).update({ id: person }, { signed_in_ms: nowMs }));
  });
}

export async function endSession(db: Database, id: string): Promise<void> {
  await db.write(async (tx) => keep(await tx.table(Session).remove({ id })));
}

export interface SignedInPerson extends Viewer {
  readonly name: string;
}

/** Who a session belongs to, with the roles as they are now; null when it is unknown, over, or the person retired. */
export async function personOfSession(
  db: Database,
  id: string,
  nowMs: number,
): Promise<SignedInPerson | null> {
  const [row] = await db.all(PERSON_OF_SESSION, { id, now: nowMs });
  return row ? { personId: row.id, name: row.name, roles: readJson(row.roles) } : null;
}
