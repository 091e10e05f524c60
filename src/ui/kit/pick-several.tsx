import { Disclosure } from '@/ui/kit/disclosure';
import { Checkbox } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';

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
