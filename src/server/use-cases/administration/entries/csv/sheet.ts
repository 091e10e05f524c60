import { t } from '@/contracts/language/translate';
import type { AnyDoc, ChoiceList, DocOf } from '@/contracts/administration/docs';
import type { CsvKind } from '@/contracts/administration/csv';
import { USUAL_SETTINGS } from '@/contracts/language/own-settings';
import type { Reader } from '../../../../db/connection';
import { writtenFor } from '../../../../platform/ambient';

/** Things a table names, by their names: letters large or small are one. */
export interface Lookup {
  idOf(list: ChoiceList, name: string): number | null;
  nameOf(list: ChoiceList, id: number): string;
}

/** Faults of one line, a sentence each; thrown together where the line is read. */
export class LineFault extends Error {}

export interface Column<Doc> {
  readonly head: string;
  write(doc: Doc, names: Lookup): string;
  /** The part of the document the cell says. An empty cell is read too: it says nothing is there. */
  read(cell: string, names: Lookup, known: Doc | null): Partial<Doc>;
}

export interface Sheet<Kind extends CsvKind> {
  readonly columns: readonly Column<DocOf<Kind>>[];
  /** What a new one begins with, where no column says it. */
  readonly fresh: Readonly<Record<string, unknown>>;
  /** The thing a line is about, by what names it; null where it is a new one. */
  find(doc: Partial<DocOf<Kind>>, reader: Reader): Promise<number | null>;
}

/** A table of any kind, whose documents are those of the kind it was asked for by. */
export interface AnySheet {
  readonly columns: readonly Column<AnyDoc>[];
  readonly fresh: Readonly<Record<string, unknown>>;
  find(doc: Partial<AnyDoc>, reader: Reader): Promise<number | null>;
}

const LIST_MARK = '; ';

export const listOf = (cell: string): string[] =>
  cell
    .split(';')
    .map((each) => each.trim())
    .filter(Boolean);
export const joined = (parts: readonly string[]): string => parts.join(LIST_MARK);

export function yesOrNo(cell: string, what: string): boolean {
  const text = cell.toLowerCase();
  if (['yes', 'y', 'true', '1'].includes(text)) return true;
  if (['no', 'n', 'false', '0', ''].includes(text)) return false;
  throw new LineFault(t`${t(what)} is “yes” or “no”, not “${cell}”.`);
}
export const yes = (is: boolean): string => (is ? 'yes' : 'no');

export function numberOrNone(cell: string, what: string): number | null {
  if (cell === '') return null;
  const value = Number(cell.replace(',', '.'));
  if (Number.isNaN(value)) throw new LineFault(t`${t(what)} is a number, not “${cell}”.`);
  return value;
}

export function known(names: Lookup, list: ChoiceList, name: string, what: string): number {
  const id = names.idOf(list, name);
  if (id === null) throw new LineFault(t`There is no ${t(what)} “${name}”.`);
  return id;
}

/** Tables are written in English whoever takes them out: they go from office to office. */
export const inEnglish = <Id extends string>(words: Readonly<Record<Id, string>>, id: Id): string =>
  writtenFor({ ...USUAL_SETTINGS, language: 'en' }, () => words[id]);

/** One of a set of words, as the code it stands for, the English word or that of whoever brings the table. */
export function oneOf<Id extends string>(
  cell: string,
  ids: readonly Id[],
  words: Readonly<Record<Id, string>>,
  what: string,
): Id {
  const text = cell.toLowerCase();
  const found = ids.find(
    (id) => id === text || inEnglish(words, id).toLowerCase() === text || words[id].toLowerCase() === text,
  );
  if (!found)
    throw new LineFault(
      t`“${cell}” is no ${t(what)}. There are: ${ids.map((id) => inEnglish(words, id)).join(', ')}.`,
    );
  return found;
}
