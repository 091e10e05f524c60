'use client';
import { useController, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { DateField, type DateFieldProps } from './date-field';
import { TimeField } from './time-field';

interface Registered<Form extends FieldValues> extends Omit<
  DateFieldProps,
  'value' | 'defaultValue' | 'onChange' | 'name'
> {
  readonly control: Control<Form>;
  readonly name: FieldPath<Form>;
}

/** A day of a form, as `register` is for the browser's own fields. */
export function RegisteredDate<Form extends FieldValues>({ control, name, ...rest }: Registered<Form>) {
  const { field } = useController({ control, name });
  return <DateField {...rest} value={field.value} onChange={field.onChange} />;
}

/** A time of a form. */
export function RegisteredTime<Form extends FieldValues>({ control, name, ...rest }: Registered<Form>) {
  const { field } = useController({ control, name });
  return <TimeField {...rest} value={field.value} onChange={field.onChange} />;
}
