import type { ComponentProps } from 'react';
import { Field, type LabelLook } from './field';
import { Select } from './fields';

interface ChoiceProps extends Omit<ComponentProps<typeof Select>, 'children' | 'id'> {
  readonly label: string;
  readonly look?: LabelLook;
  readonly options: readonly (readonly [value: string | number, words: string])[];
  /** What stands for none of them. */
  readonly none?: string;
  readonly boxClass?: string;
}

/** A labelled choice from a few. */
export const Choice = ({ label, look = 'note', options, none, boxClass, ...select }: ChoiceProps) => (
  <Field label={label} look={look} className={boxClass}>
    <Select {...select}>
      {none !== undefined && <option value="">{none}</option>}
      {options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </Select>
  </Field>
);
