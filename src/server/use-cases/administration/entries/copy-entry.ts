import { t } from '@/contracts/language/translate';
import type { StoredEntry } from '@/contracts/administration/docs';
import type { EntryKind } from '@/contracts/administration/kinds';

/** What has to be its own in a copy, and what of it is said to be new. */
const OWN: Partial<Record<EntryKind, Readonly<Record<string, unknown>>>> = {
  space: { code: '' },
  category: { mark: '' },
  person: { name: '', email: '' },
  closure: { from: '', to: '' },
  season: { from: '', to: '' },
};

const withoutIds = (rows: unknown): unknown =>
  Array.isArray(rows) && rows.every((row) => typeof row === 'object' && row !== null && 'id' in row)
    ? rows.map((row: object) => ({ ...row, id: null }))
    : rows;

/** A document as the start of another: nothing that is one thing's alone, no number of its own rows. */
export function asCopy(kind: EntryKind, doc: StoredEntry['doc']): StoredEntry['doc'] {
  const rows = Object.fromEntries(Object.entries(doc).map(([name, value]) => [name, withoutIds(value)]));
  return {
    ...rows,
    ...('name' in doc && { name: t`${String(doc.name)}, copy` }),
    ...('units' in doc && { units: [] }),
    ...OWN[kind],
  };
}
