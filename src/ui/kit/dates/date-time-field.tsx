'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { DateField, type DateFieldProps } from './date-field';
import { SentValue } from './typed-input';
import { TimeField } from './time-field';
import { useValue } from './use-value';

/** A moment on the wall, `YYYY-MM-DDTHH:MM` or '' while a part of it is missing: a day and a time side by side. */
export function DateTimeField({
  value: given,
  defaultValue,
  onChange,
  name,
  className = '',
  ...rest
}: DateFieldProps) {
  const [value, set] = useValue({ value: given, defaultValue, onChange });
  // Together with the moment they make: once another one comes from outside, it is that which counts.
  const [typed, setTyped] = useState({ day: value.slice(0, 10), time: value.slice(11, 16), value });
  const { day, time } =
    typed.value === value ? typed : { day: value.slice(0, 10), time: value.slice(11, 16) };
  const put = (next: { day: string; time: string }) => {
    const moment = next.day && next.time ? `${next.day}T${next.time}` : '';
    setTyped({ ...next, value: moment });
    set(moment);
  };
  return (
    <span data-moment="" className={`flex flex-wrap items-start gap-2 ${className}`}>
      <DateField {...rest} className="w-44" value={day} onChange={(next) => put({ day: next, time })} />
      <TimeField
        className="w-24"
        aria-label={rest['aria-label'] ? t`${rest['aria-label']}: time` : t`Time`}
        aria-invalid={rest['aria-invalid']}
        value={time}
        onChange={(next) => put({ day, time: next })}
      />
      {name !== undefined && <SentValue id={rest.id} name={name} value={value} plain={t`2027-05-12T14:30`} />}
    </span>
  );
}
