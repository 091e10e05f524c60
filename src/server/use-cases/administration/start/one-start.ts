import type { Outcome } from '@/contracts/base/refusal';
import type { Database } from '../../../db/connection';
import { hasOffice, SET_UP } from './has-office';
import { processWide } from '../../../platform/process-wide';

// Next loads the server in several bundles: that a start goes on is known to the process.
const held = processWide<WeakSet<Database>>('starts');
const starts = (): WeakSet<Database> => (held.value ??= new WeakSet());

/** Sets up the office of an empty database; of all who do at once, by the form or with the demo, exactly one. */
export async function onlyStart<Value>(
  db: Database,
  work: () => Promise<Outcome<Value>>,
): Promise<Outcome<Value>> {
  if (starts().has(db)) return SET_UP;
  starts().add(db);
  let isDone = false;
  try {
    if (await hasOffice(db)) return SET_UP;
    const outcome = await work();
    isDone = outcome.ok;
    return outcome;
  } finally {
    // Once it is done it stays taken: by then another database may stand in the place of this one, which is closed.
    if (!isDone) starts().delete(db);
  }
}
