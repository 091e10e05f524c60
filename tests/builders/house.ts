import { randomUUID } from 'node:crypto';
import type { EntryCommand } from '@/contracts/administration/docs';
import { ENTRY_FORMS } from '@/contracts/administration/forms';
import type { EntryKind } from '@/contracts/administration/kinds';
import { storedEntry } from '@/server/use-cases/administration/entries/read-entries';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { doWithEntry } from '@/server/use-cases/administration/entries/entry-commands';
import { refusalOf } from './changes';
import type { TestOffice } from './office';

/** Keeping things of the house as Mara does from their forms: what is not said stays as it is, or as a new one begins. */
export const houseRepository = (office: () => TestOffice) => {
  const docOf = async (kind: EntryKind, id: number) => (await storedEntry(office().db, kind, id))!;
  const save = async (
    kind: EntryKind,
    id: number | null,
    change: Readonly<Record<string, unknown>>,
    { preview = false, key = randomUUID() as string } = {},
  ) => {
    const known = id === null ? null : await docOf(kind, id);
    const doc = { ...(known?.doc ?? ENTRY_FORMS[kind].fresh), ...change };
    return saveEntry(office().as('mara'), kind, {
      key,
      id,
      rowVersion: known?.rowVersion ?? 0,
      preview,
      doc,
    });
  };
  const command = (kind: EntryKind, id: number, what: EntryCommand, preview = false) =>
    doWithEntry(office().as('mara'), kind, id, { key: randomUUID(), command: what, preview });
  const faultsOf = async (outcome: ReturnType<typeof save>) => {
    const refusal = refusalOf(await outcome);
    return refusal.code === 'bad-input'
      ? refusal.fields.map(({ path, message }) => `${path}: ${message}`)
      : refusal;
  };
  return { docOf, save, command, faultsOf };
};
