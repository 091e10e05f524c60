'use client';
import { Select, TextField } from '@/ui/kit/fields';
import { useState } from 'react';
import { t, texts } from '@/contracts/language/translate';
import type { FieldProps } from './plain-inputs';

const UNITS = texts({ 1: 'minutes', 60: 'hours', 1440: 'days' } as const);
type Unit = keyof typeof UNITS;
const LARGEST_FIRST: readonly Unit[] = [1440, 60, 1];

/** The largest unit in which so many minutes are a whole number. */
const unitOf = (minutes: string): Unit =>
  LARGEST_FIRST.find((unit) => Number(minutes) > 0 && Number(minutes) % unit === 0) ?? 60;

/** What is no number is sent as it was typed: the schema says so beside the field. */
function meant(text: string, unit: Unit): string {
  const number = Number(text.trim().replace(',', '.'));
  return text.trim() === '' ? '' : Number.isNaN(number) ? text : String(Math.round(number * unit));
}

const shownIn = (minutes: string, unit: Unit): string =>
  minutes === '' || Number.isNaN(Number(minutes)) ? minutes : String(Number(minutes) / unit);

/** A length of time: typed in whichever unit suits, kept in minutes. */
export function SpanInput({ field, value, onChange, ids, within = '' }: FieldProps & { ids: object }) {
  const minutes = String(value ?? '');
  const [said, setSaid] = useState(() => ({
    text: shownIn(minutes, unitOf(minutes)),
    unit: unitOf(minutes),
  }));
  // Another row may have come into this place: then what was typed is not what is kept.
  const isSaid = meant(said.text, said.unit) === minutes;
  const unit = isSaid ? said.unit : unitOf(minutes);
  const text = isSaid ? said.text : shownIn(minutes, unit);
  const mean = (typed: string, by: Unit) => {
    setSaid({ text: typed, unit: by });
    onChange(meant(typed, by));
  };
  return (
    <span className="flex items-center gap-2">
      <TextField
        {...ids}
        className="w-24"
        inputMode="decimal"
        value={text}
        onChange={({ target }) => mean(target.value, unit)}
      />
      <Select
        className="w-28"
        aria-label={within ? t`Unit of ${field.label} of ${within}` : t`Unit of ${field.label}`}
        value={unit}
        onChange={({ target }) => mean(text, Number(target.value) as Unit)}
      >
        {LARGEST_FIRST.map((each) => (
          <option key={each} value={each}>
            {UNITS[each]}
          </option>
        ))}
      </Select>
    </span>
  );
}
