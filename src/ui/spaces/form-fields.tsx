import { DateField } from '@/ui/kit/dates/date-field';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { NumberField } from '@/ui/kit/fields';

/** What stands in the fields, as typed. */
export type SearchText = Readonly<Record<string, string>>;

export interface FieldText {
  readonly text: SearchText;
  /** What is wrong, by field. */
  readonly faults: Readonly<Record<string, string>>;
}

/** A labelled field of a plain form, with what is wrong below it. */
export function PlainField({
  name,
  label,
  kind,
  text,
  faults,
  ...more
}: {
  name: string;
  label: string;
  kind: 'number' | 'date' | 'time';
  min?: number;
  max?: number;
} & FieldText) {
  const own = { name, defaultValue: text[name] ?? '' };
  return (
    <Field label={label} look="plain" fault={faults[name]}>
      {kind === 'number' ? (
        <NumberField {...own} {...more} />
      ) : kind === 'date' ? (
        <DateField {...own} />
      ) : (
        <TimeField {...own} />
      )}
    </Field>
  );
}
