import { t } from '@/contracts/language/translate';
import type { ChoiceList, NamedChoice } from './docs';
import type { Field } from './form-parts';
import { ENTRY_FORMS } from './forms';
import type { EntryKind, Said } from './kinds';
import { dayShort, lengthText } from '../words/when';
import type { LocalDate } from '@/core/time/local-time';

type Doc = Readonly<Record<string, unknown>>;
/**
 * What things are called, by list and number. One that is not known is called by its number, never by an empty name.
 */
export type NameOf = (list: ChoiceList, id: number | string) => string;

const MOST_LETTERS = 90;
const cut = (text: string): string =>
  text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1).trimEnd()}…` : text;

const optionName = (from: ChoiceList | readonly NamedChoice[], id: unknown, nameOf: NameOf): string =>
  typeof from === 'string'
    ? nameOf(from, id as number | string)
    : (from.find((option) => option.id === id)?.name ?? String(id));

function sayValue(field: Field, value: unknown, nameOf: NameOf): string {
  if (value === null || value === undefined || value === '') return t`nothing`;
  switch (field.kind) {
    case 'switch':
      return value ? t`yes` : t`no`;
    case 'number':
      return field.unit ? `${String(value)} ${field.unit}` : String(value);
    case 'span':
      return lengthText(value as number);
    case 'date':
      return dayShort(value as LocalDate);
    case 'moment':
      return String(value).replace('T', ' ');
    case 'choice':
      return optionName(field.from, value, nameOf);
    case 'several':
      return (value as unknown[]).map((id) => optionName(field.from, id, nameOf)).join(', ') || t`nothing`;
    case 'words':
      return (value as string[]).join(', ') || t`nothing`;
    case 'rows':
      return (value as Doc[]).map((row) => sayRow(field.fields, row, nameOf)).join('; ') || t`nothing`;
    default:
      return String(value);
  }
}

const isShown = ({ when }: Field, row: Doc): boolean => !when || row[when[0]] === when[1];
const isEmpty = (value: unknown): boolean =>
  value === null || value === undefined || value === '' || (Array.isArray(value) && !value.length);

/** One row of a list as a line: what it says, empty parts left out. */
function sayRow(fields: readonly Field[], row: Doc, nameOf: NameOf): string {
  return fields
    .filter((field) => isShown(field, row) && !isEmpty(row[field.name]) && row[field.name] !== false)
    .map((field) =>
      field.kind === 'switch' ? field.label.toLowerCase() : sayValue(field, row[field.name], nameOf),
    )
    .join(' ');
}

function changesOfRows(
  field: Field & { kind: 'rows' },
  before: Doc[],
  after: Doc[],
  nameOf: NameOf,
): string[] {
  const said = (rows: Doc[]) => rows.map((row) => sayRow(field.fields, row, nameOf));
  const [was, is] = [said(before), said(after)];
  const gone = was
    .filter((line) => !is.includes(line))
    .map((line) => t`${field.label}: without ${cut(line)}`);
  const come = is.filter((line) => !was.includes(line)).map((line) => t`${field.label}: with ${cut(line)}`);
  return [...gone, ...come];
}

/** From what to what, a line each; of something new what it is. */
export function sayDocChanges(
  kind: EntryKind,
  before: Doc | null,
  after: Doc | null,
  nameOf: NameOf,
): string[] {
  if (!after) return [];
  const fields = ENTRY_FORMS[kind].sections.flatMap((section) => section.fields);
  return fields.flatMap((field) => {
    const [was, is] = [before?.[field.name], after[field.name]];
    if (before && JSON.stringify(was) === JSON.stringify(is)) return [];
    if (!before && isEmpty(is)) return [];
    if (field.kind === 'rows')
      return changesOfRows(field, (was as Doc[] | undefined) ?? [], (is as Doc[] | undefined) ?? [], nameOf);
    const now = cut(sayValue(field, is, nameOf));
    return before
      ? [`${field.label}: ${cut(sayValue(field, was, nameOf))} → ${now}`]
      : [`${field.label}: ${now}`];
  });
}

/** The same of what is kept in words alone. Null before is a new thing; null after gives an empty list. */
export function saySaidChanges(before: Said | null, after: Said | null): string[] {
  if (!after) return [];
  return Object.entries(after).flatMap(([about, is]) => {
    const was = before?.[about] ?? '';
    if (was === is) return [];
    if (!before || !was) return [`${about}: ${cut(is)}`];
    return [`${about}: ${cut(was)} → ${is ? cut(is) : t`nothing`}`];
  });
}
