'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRef, type JSX, type RefObject } from 'react';
import type { EntryChoices } from '@/contracts/administration/docs';
import type { Field as FormField } from '@/contracts/administration/form-parts';
import { Field } from '@/ui/kit/field';
import { Switch } from '@/ui/kit/switch';
import { faultsUnder, shownFields, toDraft, type Draft } from './form-model';
import { ChoiceInput, HueInput, optionsOf, TextInput, type FieldProps } from './plain-inputs';
import { SpanInput } from './span-input';
import { SeveralInput } from './several-input';

interface SwitchInputProps {
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
  readonly label: JSX.Element;
  readonly fault: string;
}

const SwitchInput = ({ value, onChange, label, fault }: SwitchInputProps) => (
  <div>
    <Switch isOn={value === true} onChange={onChange}>
      {label}
    </Switch>
    {fault && <p className="font-semibold text-conflict">{fault}</p>}
  </div>
);

/** One field of a house form, whatever it holds. */
export function FieldInput(props: FieldProps) {
  const { field, value, choices, faults, within = '', onChange } = props;
  const fault = faults.find(({ path }) => path === '')?.message ?? '';
  const label = (
    <>
      {field.label}
      {within && <span className="sr-only">{t` of ${within}`}</span>}
    </>
  );
  // Nothing to choose from, and nothing has to be chosen.
  if (field.kind === 'choice' && field.isOptional && !optionsOf(field.from, choices).length) return null;
  if (field.kind === 'rows') return <RowsInput {...props} field={field} />;
  if (field.kind === 'hue') return <HueInput {...props} />;
  if (field.kind === 'several')
    return (
      <SeveralInput
        legend={field.label}
        hint={field.hint}
        fault={fault}
        within={within}
        options={optionsOf(field.from, choices)}
        picked={value as (number | string)[]}
        onChange={onChange}
      />
    );
  if (field.kind === 'switch')
    return <SwitchInput value={value} onChange={onChange} label={label} fault={fault} />;
  return (
    <Field label={label} fault={fault} hint={field.hint}>
      {(ids) =>
        field.kind === 'choice' ? (
          <ChoiceInput {...props} field={field} ids={ids} />
        ) : field.kind === 'span' ? (
          <SpanInput {...props} ids={ids} />
        ) : (
          <TextInput {...props} ids={ids} />
        )
      }
    </Field>
  );
}

const ALWAYS_WIDE: readonly FormField['kind'][] = ['several', 'rows', 'text', 'words', 'hue'];

/** Short ones stand beside one another; in a row of a list a line is short too unless it holds a sentence. */
const isWide = (field: FormField, isInRow: boolean): boolean =>
  field.kind === 'line'
    ? !field.isNarrow && field.most > (isInRow ? 120 : 40)
    : ALWAYS_WIDE.includes(field.kind);

interface FieldsProps {
  readonly fields: readonly FormField[];
  readonly draft: Draft;
  readonly choices: EntryChoices;
  readonly faults: FieldProps['faults'];
  readonly within?: string;
  set(name: string, value: unknown): void;
}

/** The fields that count as the document, or its row, is now. */
export const Fields = ({ fields, draft, choices, faults, within, set }: FieldsProps) =>
  shownFields(fields, draft).map((field) => (
    <div
      key={field.name}
      className={isWide(field, within !== undefined) ? 'min-w-0 basis-full' : 'max-w-full'}
    >
      <FieldInput
        field={field}
        value={draft[field.name]}
        choices={choices}
        faults={faultsUnder(faults, field.name)}
        within={within}
        onChange={(value) => set(field.name, value)}
      />
    </div>
  ));

interface RowProps {
  readonly index: number;
  readonly field: Extract<FormField, { kind: 'rows' }>;
  readonly row: Readonly<Record<string, unknown>>;
  readonly choices: FieldProps<FormField>['choices'];
  readonly faults: readonly { readonly path: string; readonly message: string }[];
  readonly name: string;
  readonly replace: (index: number, row: Draft) => void;
  readonly onChange: (value: unknown) => void;
  readonly rows: readonly Readonly<Record<string, unknown>>[];
}

const Row = ({ index, field, row, choices, faults, name, replace, onChange, rows }: RowProps) => (
  <div role="listitem" className="flex flex-wrap items-start gap-x-4 gap-y-2 border-l-2 border-rule pl-3">
    <Fields
      fields={field.fields}
      draft={row}
      choices={choices}
      faults={faultsUnder(faults, String(index))}
      within={name}
      set={(part, changed) => replace(index, { ...row, [part]: changed })}
    />
    <Button className="self-center" onClick={() => onChange(rows.filter((_, at) => at !== index))}>
      {t`Leave out`}
      <span className="sr-only"> {name}</span>
    </Button>
  </div>
);

interface RowsNoteProps {
  readonly fault: string;
  readonly field: Extract<FormField, { kind: 'rows' }>;
}

const RowsNote = ({ fault, field }: RowsNoteProps) => (
  <p className="text-note">
    {fault ? (
      <strong className="text-conflict">{fault}</strong>
    ) : (
      <span className="text-soft">{field.hint}</span>
    )}
  </p>
);

interface RowsListProps {
  readonly list: RefObject<HTMLDivElement | null>;
  readonly rows: readonly Readonly<Record<string, unknown>>[];
  readonly field: Extract<FormField, { kind: 'rows' }>;
  readonly within: string;
  readonly choices: FieldProps<FormField>['choices'];
  readonly faults: readonly { readonly path: string; readonly message: string }[];
  readonly replace: (index: number, row: Draft) => void;
  readonly onChange: (value: unknown) => void;
}

const RowsList = ({ list, rows, field, within, choices, faults, replace, onChange }: RowsListProps) => (
  <div ref={list} role="list" className="grid gap-2 py-1">
    {rows.map((row, index) => {
      const name = `${field.one} ${index + 1}${within ? t` of ${within}` : ''}`;
      return (
        <Row
          key={index}
          index={index}
          field={field}
          row={row}
          choices={choices}
          faults={faults}
          name={name}
          replace={replace}
          onChange={onChange}
          rows={rows}
        />
      );
    })}
  </div>
);

/** A list of rows, each with fields of its own. */
function RowsInput({
  field,
  value,
  choices,
  faults,
  within = '',
  onChange,
}: FieldProps<Extract<FormField, { kind: 'rows' }>>) {
  const rows = value as readonly Draft[];
  const list = useRef<HTMLDivElement>(null);
  const fault = faults.find(({ path }) => path === '')?.message ?? '';
  const replace = (index: number, row: Draft) =>
    onChange(rows.map((each, at) => (at === index ? row : each)));
  const add = () => {
    onChange([...rows, toDraft(field.fields, field.fresh)]);
    // The new row is there with the next drawing; typing goes on in it.
    requestAnimationFrame(() =>
      list.current?.querySelector<HTMLElement>(':scope > :last-child :is(input, select, textarea)')?.focus(),
    );
  };
  return (
    <fieldset>
      <legend className="font-semibold">{field.label}</legend>
      {(fault || field.hint) && <RowsNote fault={fault} field={field} />}
      <RowsList
        list={list}
        rows={rows}
        field={field}
        within={within}
        choices={choices}
        faults={faults}
        replace={replace}
        onChange={onChange}
      />
      <Button onClick={add}>
        {t`Another ${field.one}`}
        {within && <span className="sr-only">{t` of ${within}`}</span>}
      </Button>
    </fieldset>
  );
}
