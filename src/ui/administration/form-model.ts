import type { Field, FormOfEntry } from '@/contracts/administration/form-parts';

/** A document while it is typed: numbers are the text in their fields. */
export type Draft = Readonly<Record<string, unknown>>;

const isShown = ({ when }: Field, row: Draft): boolean => !when || row[when[0]] === when[1];

/** The fields that count as the row is now. */
export const shownFields = (fields: readonly Field[], row: Draft): Field[] =>
  fields.filter((field) => isShown(field, row));

export const fieldsOf = ({ sections }: FormOfEntry): Field[] => sections.flatMap(({ fields }) => fields);

function typed(field: Field, value: unknown): unknown {
  if (field.kind === 'rows')
    return ((value as Draft[] | undefined) ?? []).map((row) => toDraft(field.fields, row));
  if (field.kind === 'words') return ((value as string[] | undefined) ?? []).join('\n');
  if (field.kind === 'number' || field.kind === 'span')
    return value === null || value === undefined ? '' : String(value);
  return value ?? (field.kind === 'several' ? [] : field.kind === 'switch' ? false : '');
}

/** A document as its fields show it; what no field shows stays as it is, such as the number of a row. */
export const toDraft = (fields: readonly Field[], doc: Draft): Draft => ({
  ...doc,
  ...Object.fromEntries(fields.map((field) => [field.name, typed(field, doc[field.name])])),
});

function meant(field: Field, value: unknown): unknown {
  switch (field.kind) {
    case 'rows':
      return (value as Draft[]).map((row) => toDoc(field.fields, row));
    case 'words':
      return (value as string)
        .split('\n')
        .map((line) => line.trim())
        .filter(Boolean);
    case 'span':
    case 'number': {
      const text = (value as string).trim().replace(',', '.');
      if (text === '') return null;
      const number = Number(text);
      // What is no number is sent as it was typed: the schema says so beside the field.
      return Number.isNaN(number) ? value : number;
    }
    case 'date':
    case 'moment':
    case 'choice':
      return value === '' ? null : value;
    default:
      return value;
  }
}

/** What the fields mean; fields that are not shown mean nothing. */
export function toDoc(fields: readonly Field[], draft: Draft): Draft {
  const shown = shownFields(fields, draft);
  return {
    ...draft,
    ...Object.fromEntries(
      fields.map((field) => [
        field.name,
        shown.includes(field) ? meant(field, draft[field.name]) : meant(field, typed(field, null)),
      ]),
    ),
  };
}

/** Faults of one field, and of its rows, with paths from there. */
export const faultsUnder = (
  faults: readonly { readonly path: string; readonly message: string }[],
  name: string,
): { readonly path: string; readonly message: string }[] =>
  faults
    .filter(({ path }) => path === name || path.startsWith(`${name}.`))
    .map(({ path, message }) => ({ path: path.slice(name.length + 1), message }));
