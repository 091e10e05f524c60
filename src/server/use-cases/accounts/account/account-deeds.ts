import type { ChangeSet } from '../../../repositories/changes/change-set';
import { writeThingHistory } from '../../../repositories/house/thing-history';

/** Keeps in somebody's history what was done with their account; what it was done with is nobody's to read. */
export const writeDeed = (change: ChangeSet, id: number, name: string, did: string): Promise<void> =>
  writeThingHistory(change, { kind: 'person', id, name, did, before: null, after: null });
