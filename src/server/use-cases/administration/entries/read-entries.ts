import { z } from 'zod';
import { doneFactsSchema } from '@/contracts/history/done-facts';
import { sayDone } from '@/contracts/history/say-done';
import { t } from '@/contracts/language/translate';
import type {
  ChoiceList,
  HistoryOfEntry,
  EntryChoices,
  StoredEntry,
  NamedChoice,
  EntryLine,
} from '@/contracts/administration/docs';
import type { Field } from '@/contracts/administration/form-parts';
import { ENTRY_FORMS } from '@/contracts/administration/forms';
import { ENTRY_KINDS, isToldKind, type HistoryKind, type EntryKind } from '@/contracts/administration/kinds';
import { sayDocChanges, saySaidChanges, type NameOf } from '@/contracts/administration/words';
import { momentText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { entryChoices, entryNames } from './entry-choices';
import { repositoryOf } from './repositories/index';
import type { RowOfShape } from '../../../db/statement';
import { HISTORY_OF_ENTRY } from './entries.queries';
import { entryState } from './entry-repository';
import { keysOf, recordOf } from '@/core/lists';
import { readJson } from '../../../db/tables/column';

const noteSchema = z.array(z.union([z.string(), z.number(), z.null()]));

/** All things of a kind, in use and out of use, in the order of the house. */
export async function entryLines(reader: Reader, kind: EntryKind): Promise<EntryLine[]> {
  const { lines, noteOf } = repositoryOf(kind);
  const rows = await reader.all(lines);
  return rows.map((row) => ({
    ...row,
    note: noteOf ? noteOf(noteSchema.parse(JSON.parse(row.note))) : row.note,
    isRetired: row.isRetired === 1,
  }));
}

/** How many of each kind are in use. */
export async function countEntries(reader: Reader): Promise<Readonly<Record<EntryKind, number>>> {
  const counts = new Map<EntryKind, number>();
  for (const kind of ENTRY_KINDS)
    counts.set(kind, (await entryLines(reader, kind)).filter(({ isRetired }) => !isRetired).length);
  return recordOf(ENTRY_KINDS, (kind) => counts.get(kind) ?? 0);
}

/** A thing as its form shows it; null where there is none. */
export async function storedEntry(reader: Reader, kind: EntryKind, id: number): Promise<StoredEntry | null> {
  const repository = repositoryOf(kind);
  const doc = await repository.load(reader, id);
  const state = await entryState(reader, repository.table, id);
  if (!doc || !state) return null;
  return {
    id,
    rowVersion: state.rowVersion,
    name: repository.nameOf(doc),
    isRetired: state.isRetired,
    doc: doc as unknown as StoredEntry['doc'],
  };
}

/** Everything a field names of a document, with the list it is of. */
function namedIn(
  fields: readonly Field[],
  doc: Readonly<Record<string, unknown>>,
): [ChoiceList, number | string][] {
  return fields.flatMap((field): [ChoiceList, number | string][] => {
    const value = doc[field.name];
    if (field.kind === 'rows')
      return ((value as Record<string, unknown>[] | undefined) ?? []).flatMap((row) =>
        namedIn(field.fields, row),
      );
    if ((field.kind !== 'choice' && field.kind !== 'several') || typeof field.from !== 'string') return [];
    const ids = field.kind === 'several' ? ((value as number[] | undefined) ?? []) : [value as number | null];
    return ids.flatMap((id) => (id === null || id === undefined ? [] : [[field.from as ChoiceList, id]]));
  });
}

/** The choices, and with them what the thing names though it is out of use by now: it can be left as it is. */
export async function choicesFor(
  reader: Reader,
  kind: EntryKind,
  thing: StoredEntry | null,
): Promise<EntryChoices> {
  const choices = await entryChoices(reader);
  if (!thing) return choices;
  const nameOf = await entryNames(reader);
  const fields = ENTRY_FORMS[kind].sections.flatMap((section) => section.fields);
  const more: Partial<Record<ChoiceList, NamedChoice[]>> = {};
  for (const [list, id] of namedIn(fields, thing.doc))
    if (!choices[list].some((each) => each.id === id))
      (more[list] ??= []).push({ id, name: t`${nameOf(list, id)}, out of use` });
  return recordOf(keysOf(choices), (list) => [...choices[list], ...(more[list] ?? [])]);
}

type HistoryRow = RowOfShape<typeof HISTORY_OF_ENTRY.row>;

const saidSchema = z.record(z.string(), z.string());
const docSchema = z.record(z.string(), z.unknown());

const changesOf = (kind: HistoryKind, { before, after }: HistoryRow, nameOf: NameOf): string[] =>
  isToldKind(kind)
    ? saySaidChanges(before && saidSchema.parse(readJson(before)), after && saidSchema.parse(readJson(after)))
    : sayDocChanges(
        kind,
        before && docSchema.parse(readJson(before)),
        after && docSchema.parse(readJson(after)),
        nameOf,
      );

/** What was done to a thing, the latest first. */
export async function historyOfEntry(ctx: Context, kind: HistoryKind, id: number): Promise<HistoryOfEntry[]> {
  const rows = await ctx.db.all(HISTORY_OF_ENTRY, { kind, id });
  if (!rows.length) return [];
  const [nameOf, tzid] = [await entryNames(ctx.db), await siteZone(ctx.db)];
  return rows.map((row) => ({
    when: momentText(row.at, tzid),
    who: row.who ?? 'Calendario',
    did: row.facts === null ? t(row.did) : sayDone(doneFactsSchema.parse(JSON.parse(row.facts))),
    changes: changesOf(kind, row, nameOf),
  }));
}
