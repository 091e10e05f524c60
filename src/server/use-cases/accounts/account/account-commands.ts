import type { ChangeSet } from '../../../repositories/changes/change-set';
import { writeEntryHistory } from '../../../repositories/house/entry-history';

/** Keeps in somebody's history what was done with their account; what it was done with is nobody's to read. */
export const writeCommand = (change: ChangeSet, id: number, name: string, did: string): Promise<void> =>
  writeEntryHistory(change, { kind: 'person', id, name, did, before: null, after: null });
