import { t } from '@/contracts/language/translate';
import type { Rule } from '@/core/checks/rules/all';
import type { DocOf } from '@/contracts/administration/docs';
import type { EntryKind } from '@/contracts/administration/kinds';
import { refuse, type FieldFault, type Outcome } from '@/contracts/base/refusal';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import type { Reader, Writer } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { Where } from '../../../db/models';
import type { LooseRow, NewRow, RowOf, Table } from '../../../db/tables/table';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { NAMED_ALIKE, type Counting, type Listing } from './entry-repository.queries';
import { knownIds } from '../../../repositories/known-ids';

/** What of the calendar a change of a thing can reach. */
export interface Touched {
  readonly spaces: readonly number[];
  readonly types: readonly number[];
  /** By which rules the dates there are looked at again. */
  readonly rules: readonly Rule[];
  /** Orders quote it. */
  readonly isQuoted: boolean;
  /** Requests whose dates may come onto calendars or go from them. */
  readonly isFiltered: boolean;
}

export const NOTHING_TOUCHED: Touched = {
  spaces: [],
  types: [],
  rules: [],
  isQuoted: false,
  isFiltered: false,
};

/** Reads and writes one kind of thing as the document its form holds. */
export interface EntryRepository<Kind extends EntryKind> {
  readonly table: Table;
  /** Whether a row can be taken out of use; what cannot is removed, or stays. */
  readonly retires: boolean;
  readonly lines: Listing;
  /** Says what stands in the note, where that is an array in JSON and no text by itself. */
  noteOf?(facts: readonly (string | number | null)[]): string;
  nameOf(doc: DocOf<Kind>): string;
  load(reader: Reader, id: number): Promise<DocOf<Kind> | null>;
  /** What is wrong with it beside its shape: names taken, things that are not there. */
  faults(reader: Reader, id: number | null, doc: DocOf<Kind>): Promise<FieldFault[]>;
  /** Writes it; the number of the row. */
  store(
    change: ChangeSet,
    id: number | null,
    doc: DocOf<Kind>,
    before: DocOf<Kind> | null,
  ): Promise<Outcome<number>>;
  touches?(
    reader: Reader,
    id: number,
    before: DocOf<Kind> | null,
    after: DocOf<Kind> | null,
  ): Promise<Partial<Touched>>;
  /** Why it cannot be taken out of use yet, a sentence each. */
  holdsBack?(reader: Reader, id: number, now: EpochMinute): Promise<string[]>;
  /** What goes on naming it when it is out of use, a sentence each. */
  usedBy?(reader: Reader, id: number, now: EpochMinute): Promise<string[]>;
  /** Takes away the row with what is its own. What else names it makes the database refuse. */
  remove(tx: Writer, id: number): Promise<unknown>;
}

/** The day of the site on which a change is made. */
export const todayOf = async ({ tx, at }: ChangeSet): Promise<string> =>
  dateOf(toLocal(at, await siteZone(tx)));

/** Inserts a row, or writes over the one there is. */
export async function writeRow<T extends Table>(
  tx: Writer,
  table: T,
  id: number | null,
  row: Partial<LooseRow<T>>,
): Promise<number> {
  // What only a new row needs, such as its place in the order, is there where there is none yet.
  if (id === null) return tx.table(table).insertLoose(row as LooseRow<T>);
  await tx.table(table).update({ id } as unknown as Where<T>, row as unknown as Partial<RowOf<T>>);
  return id;
}

/** Makes the rows that belong to one owner exactly these. */
export async function replaceRows<T extends Table>(
  tx: Writer,
  table: T,
  owner: Where<T>,
  rows: readonly object[],
): Promise<void> {
  await tx.table(table).remove(owner);
  await tx.table(table).insertAll(rows.map((row) => ({ ...owner, ...row }) as unknown as NewRow<T>));
}

/** The place after the last of them in the order of the house. */
export async function lastPosition<T extends Table>(
  reader: Reader,
  table: T,
  where: Where<T> = {},
): Promise<number> {
  return 1 + ((await reader.table(table).max('position', where)) ?? -1);
}

/** What every table of entries has, where entries are taken out of use too; null where there is no such row. */
export async function entryState(
  reader: Reader,
  table: Table,
  id: number,
): Promise<{ readonly rowVersion: number; readonly isRetired: boolean } | null> {
  const row = await reader.table(table).first({ id });
  return row && { rowVersion: Number(row.row_version), isRetired: (row.retired_at ?? null) !== null };
}

/** Counts its versions up: a form that was opened before is stale now. */
export async function countVersionUp(tx: Writer, table: Table, id: number): Promise<void> {
  const state = await entryState(tx, table, id);
  await tx.table(table).update({ id }, { row_version: 1 + (state?.rowVersion ?? 0) });
}

/** Said where another has the name; one out of use counts, since it keeps its name. */
export async function nameFaults(
  reader: Reader,
  table: Table,
  id: number | null,
  value: string,
  { column = 'name', path = 'name', what = 'name' } = {},
): Promise<FieldFault[]> {
  const row = await reader.first(NAMED_ALIKE({ table, column }), { value, id });
  return row
    ? [{ path, message: t`“${row.name}” is there already, perhaps out of use. Give another ${what}.` }]
    : [];
}

export interface Reference {
  readonly path: string;
  readonly table: Table;
  readonly ids: readonly (number | null)[];
}

/** Things a document names that are not there. */
export async function referenceFaults(
  reader: Reader,
  references: readonly Reference[],
): Promise<FieldFault[]> {
  const faults: FieldFault[] = [];
  for (const { path, table, ids } of references) {
    const wanted = ids.filter((id) => id !== null);
    const there = await knownIds(reader, table, wanted, { isInUse: false });
    if (!wanted.every((id) => there.has(id)))
      faults.push({ path, message: t`This is there no more. Reload the page and choose again.` });
  }
  return faults;
}

export const fault = (path: string, message: string) =>
  refuse({ code: 'bad-input', fields: [{ path, message }] });

/** Sentences of what is counted, where there is any. */
export async function counted(
  reader: Reader,
  of: { readonly id: number; readonly now: EpochMinute },
  ...asked: readonly (readonly [statement: Counting, say: (count: number) => string])[]
): Promise<string[]> {
  const said: string[] = [];
  for (const [statement, say] of asked) {
    const count = (await reader.first(statement, of))?.n ?? 0;
    if (count > 0) said.push(say(count));
  }
  return said;
}
