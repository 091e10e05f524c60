import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Writer } from '../db/connection';
import { ChangeSetRow } from '../db/tables/records';
import { EFFECTS_OF_TIME } from './follow';
import { ChangeSet } from '../repositories/changes/change-set';

interface Command {
  /** What time did, as histories tell it. */
  readonly action: string;
  /** One command is done once, whenever it is tried again; made of the number of the change where nothing else names it. */
  key(changeSet: number): string;
}

const LONGEST_KEY = 200;

/** A change that time makes and nobody else, as part of the write it is called in: all of it or nothing. */
export async function changeByTime<Value>(
  tx: Writer,
  now: EpochMinute,
  { action, key }: Command,
  work: (change: ChangeSet) => Promise<Value>,
): Promise<Value> {
  const [id = 1] = await tx.table(ChangeSetRow).nextIds(1);
  const idempotency_key = key(id).slice(0, LONGEST_KEY);
  await tx.table(ChangeSetRow).insert({ id, actor_id: null, at_min: now, action, idempotency_key });
  const change = new ChangeSet(tx, id, null, now, EFFECTS_OF_TIME);
  const value = await work(change);
  await change.finish();
  return value;
}
