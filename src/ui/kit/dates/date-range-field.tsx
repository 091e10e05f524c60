'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { Field } from '../field';
import { DateField } from './date-field';

interface DateRangeFieldProps {
  readonly legend: string;
  /** Names they are sent by, in a plain form. */
  readonly names: readonly [from: string, until: string];
  /** `YYYY-MM-DD` or '' for open. */
  readonly defaultFrom?: string;
  readonly defaultUntil?: string;
  readonly look?: 'note';
}

/**
 * The first and the last day of something, either of them open. Both at once are typed or pasted into the first as one
 * says them (`1–3 June`); neither can pass the other.
 */
export function DateRangeField({
  legend,
  names,
  defaultFrom = '',
  defaultUntil = '',
  look,
}: DateRangeFieldProps) {
  const [from, setFrom] = useState(defaultFrom);
  const [until, setUntil] = useState(defaultUntil);
  const both = (first: string, last: string) => {
    setFrom(first);
    setUntil(last);
  };
  return (
    <fieldset className="flex flex-wrap items-end gap-3">
      <legend className="sr-only">{legend}</legend>
      <Field {...(look && { look })} label={t`From`}>
        <DateField
          className="w-40"
          name={names[0]}
          max={until}
          value={from}
          onChange={setFrom}
          onRange={both}
        />
      </Field>
      <Field {...(look && { look })} label={t`Until`}>
        <DateField className="w-40" name={names[1]} min={from} value={until} onChange={setUntil} />
      </Field>
    </fieldset>
  );
}
