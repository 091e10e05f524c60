import { Disclosure } from '@/ui/kit/disclosure';
import { Checkbox } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useId, type ReactNode } from 'react';

interface LabelledProps {
  readonly label: ReactNode;
  readonly fault?: string;
  readonly hint?: string;
  children(ids: { id: string; 'aria-invalid': boolean; 'aria-describedby': string }): ReactNode;
}

/** A field with its label, what helps to fill it in, and what is wrong with it. */
export function Labelled({ label, fault = '', hint = '', children }: LabelledProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      {children({ id, 'aria-invalid': fault !== '', 'aria-describedby': `${id}-about` })}
      <p id={`${id}-about`} className="text-note">
        {fault ? <strong className="text-clash">{fault}</strong> : <span className="text-soft">{hint}</span>}
      </p>
    </div>
  );
}

interface PickSeveralProps<Id extends string | number> {
  readonly legend: string;
  readonly options: readonly { readonly id: Id; readonly name: string }[];
  readonly picked: readonly Id[];
  onChange(picked: Id[]): void;
}

/** Any number of things, none meaning all of them. */
export function PickSeveral<Id extends string | number>({
  legend,
  options,
  picked,
  onChange,
}: PickSeveralProps<Id>) {
  const names = options.filter(({ id }) => picked.includes(id)).map(({ name }) => name);
  return (
    <Disclosure
      summary={
        <>
          <span className="font-semibold">{legend}: </span>
          {names.length ? names.join(', ') : <span className="text-soft">{t`any`}</span>}
        </>
      }
      className="border-b border-rule py-1"
    >
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1 pb-2">
        <legend className="sr-only">{legend}</legend>
        {options.map(({ id, name }) => (
          <label key={id} className="flex min-h-8 cursor-pointer items-center gap-2">
            <Checkbox
              checked={picked.includes(id)}
              onChange={({ target }) =>
                onChange(target.checked ? [...picked, id] : picked.filter((each) => each !== id))
              }
            />
            {name}
          </label>
        ))}
      </fieldset>
    </Disclosure>
  );
}
