import { TextArea, TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import {
  fieldLabel,
  REQUEST_FIELD_NAMES,
  requestField,
  type RequestFieldSection,
} from '@/contracts/requests/request-fields';
import { Field } from '@/ui/kit/field';
import type { PartProps } from './part-props';

export const fieldsAskedIn = (section: RequestFieldSection) =>
  REQUEST_FIELD_NAMES.filter((name) => requestField[name].askedIn === section);

/** The plain texts of a request that a part of the form asks for. */
export function PlainFields({
  form,
  faults,
  section,
}: Pick<PartProps, 'form' | 'faults'> & { readonly section: RequestFieldSection }) {
  return fieldsAskedIn(section).map((name) => {
    const { hint, most, lines } = requestField[name];
    return (
      <Field
        key={name}
        label={fieldLabel(name)}
        hint={t(hint)}
        fault={faults[name]}
        className={lines === 1 ? 'sm:col-span-3' : 'sm:col-span-6'}
      >
        {lines === 1 ? (
          <TextField maxLength={most} {...form.register(name)} />
        ) : (
          <TextArea rows={lines} {...form.register(name)} />
        )}
      </Field>
    );
  });
}
