'use client';
import { DateField } from '@/ui/kit/dates/date-field';
import { DateTimeField } from '@/ui/kit/dates/date-time-field';
import { Radio, Select, TextArea, TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { EntryChoices, NamedChoice } from '@/contracts/administration/docs';
import type { Field } from '@/contracts/administration/form-parts';
import { HUES } from '@/contracts/administration/office';
import { hueText, sayHue } from '@/contracts/words/hues';
import { checkHue } from '@/core/printing/hue-check';
import { Combobox } from '@/ui/kit/combobox';
import { Mark } from '@/ui/kit/mark';

/** More than these are found by typing instead of looked through. */
const MOST_LOOKED_THROUGH = 14;

export interface FieldProps<F extends Field = Field> {
  readonly field: F;
  readonly value: unknown;
  readonly choices: EntryChoices;
  readonly faults: readonly { readonly path: string; readonly message: string }[];
  /** Beside a label the same field has in other rows. */
  readonly within?: string;
  onChange(value: unknown): void;
}

export const optionsOf = (
  from: Extract<Field, { from: unknown }>['from'],
  choices: EntryChoices,
): readonly NamedChoice[] => (typeof from === 'string' ? choices[from] : from);

interface LongChoiceProps {
  readonly ids: object;
  readonly options: readonly NamedChoice[];
  readonly value: unknown;
  readonly onChange: (value: unknown) => void;
  readonly field: Extract<Field, { kind: 'choice' | 'several' }>;
}

const LongChoice = ({ ids, options, value, onChange, field }: LongChoiceProps) => (
  <div className="flex gap-2">
    <div className="w-72">
      <Combobox
        {...ids}
        options={options.map(({ id, name }) => ({ value: String(id), text: name }))}
        value={value === '' ? '' : String(value)}
        onChange={(text) => onChange(options.find(({ id }) => String(id) === text)?.id ?? '')}
      />
    </div>
    {field.isOptional && value !== '' && (
      <Button onClick={() => onChange('')}>
        {t`None`}
        <span className="sr-only">{t` for ${field.label}`}</span>
      </Button>
    )}
  </div>
);

export function ChoiceInput({
  field,
  value,
  choices,
  onChange,
  ids,
}: FieldProps<Extract<Field, { kind: 'choice' | 'several' }>> & { ids: object }) {
  const options = optionsOf(field.from, choices);
  if (options.length > MOST_LOOKED_THROUGH)
    return <LongChoice ids={ids} options={options} value={value} onChange={onChange} field={field} />;
  return (
    <Select
      {...ids}
      className="w-auto max-w-full min-w-48"
      value={String(value)}
      onChange={({ target }) => onChange(options.find(({ id }) => String(id) === target.value)?.id ?? '')}
    >
      {(value === '' || field.isOptional) && (
        <option value="">{field.isOptional ? t`none` : t`choose`}</option>
      )}
      {options.map(({ id, name }) => (
        <option key={id} value={String(id)}>
          {name}
        </option>
      ))}
    </Select>
  );
}

export function HueInput({ field, value, choices, onChange }: FieldProps) {
  const others = (hue: string) => choices.hues.find(({ id }) => id === hue)?.name ?? '';
  return (
    <fieldset>
      <legend className="font-semibold">{field.label}</legend>
      <div className="flex flex-wrap gap-3 py-1">
        {HUES.map((hue) => (
          <label key={hue} className="flex min-h-7 items-center gap-1.5">
            <Radio name={field.name} checked={value === hue} onChange={() => onChange(hue)} />
            <Mark mark="Aa" hue={hue} />
            {hueText(hue)}
            {others(hue) && <span className="text-note text-soft">{others(hue)}</span>}
          </label>
        ))}
      </div>
      <p aria-live="polite" className="text-note text-soft">
        {HUES.some((hue) => hue === value) && sayHue(checkHue(String(value)))}
      </p>
    </fieldset>
  );
}

export function TextInput({ field, value, onChange, ids }: FieldProps & { ids: object }) {
  const text = String(value ?? '');
  if (field.kind === 'text' || field.kind === 'words')
    return (
      <TextArea
        {...ids}
        rows={field.kind === 'words' ? Math.min(6, Math.max(2, text.split('\n').length)) : 3}
        value={text}
        onChange={({ target }) => onChange(target.value)}
      />
    );
  if (field.kind === 'date') return <DateField {...ids} className="w-48" value={text} onChange={onChange} />;
  if (field.kind === 'moment') return <DateTimeField {...ids} value={text} onChange={onChange} />;
  const isNarrow =
    field.kind === 'number' || field.kind === 'clock' || (field.kind === 'line' && field.isNarrow);
  return (
    <span className="flex items-center gap-2">
      <TextField
        {...ids}
        className={isNarrow ? 'w-28' : ''}
        inputMode={field.kind === 'number' ? 'decimal' : undefined}
        maxLength={field.kind === 'line' ? field.most : undefined}
        // Nights go on to 48:00, so that it is no time of day.
        placeholder={field.kind === 'clock' ? '09:30' : undefined}
        value={text}
        onChange={({ target }) => onChange(target.value)}
      />
      {field.kind === 'number' && field.unit && <span className="text-soft">{field.unit}</span>}
    </span>
  );
}
