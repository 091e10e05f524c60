'use client';
import { Checkbox } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import type { NamedChoice } from '@/contracts/administration/docs';
import { Combobox } from '@/ui/kit/combobox';

/** More than these are found by typing instead of ticked. */
const MOST_TICKED = 16;

interface PickedOneProps {
  readonly id: string | number;
  readonly name: string;
  onChange(picked: (number | string)[]): void;
  readonly without: (id: number | string) => (string | number)[];
}

const PickedOne = ({ id, name, onChange, without }: PickedOneProps) => (
  <li className="flex items-center gap-1 border border-rule bg-raised pl-2">
    {name}
    <button
      type="button"
      className="min-h-7 min-w-7 cursor-pointer font-semibold"
      aria-label={t`Leave out ${name}`}
      onClick={() => onChange(without(id))}
    >
      ×
    </button>
  </li>
);

interface TickedProps {
  readonly options: readonly NamedChoice[];
  readonly picked: readonly (number | string)[];
  onChange(picked: (number | string)[]): void;
  readonly without: (id: number | string) => (string | number)[];
}

/** Few are ticked in sight. */
const Ticked = ({ options, picked, onChange, without }: TickedProps) => (
  <div className="flex flex-wrap gap-x-4">
    {options.map(({ id, name }) => (
      <label key={id} className="flex min-h-8 cursor-pointer items-center gap-2">
        <Checkbox
          checked={picked.includes(id)}
          onChange={({ target }) => onChange(target.checked ? [...picked, id] : without(id))}
        />
        {name}
      </label>
    ))}
    {options.length === 0 && <p className="text-soft">{t`There are none yet.`}</p>}
  </div>
);

interface TypedProps {
  readonly picked: readonly (number | string)[];
  readonly options: readonly NamedChoice[];
  onChange(picked: (number | string)[]): void;
  readonly without: (id: number | string) => (string | number)[];
  readonly legend: string;
  readonly within: string;
}

/** Many are typed, and stand above once they are picked. */
const Typed = ({ picked, options, onChange, without, legend, within }: TypedProps) => (
  <>
    <ul className="flex flex-wrap gap-2 py-1">
      {picked.map((id) => {
        const name = options.find((option) => option.id === id)?.name ?? String(id);
        return <PickedOne key={id} id={id} name={name} onChange={onChange} without={without} />;
      })}
    </ul>
    <Combobox
      aria-label={t`Add to ${legend}${within ? t` of ${within}` : ''}`}
      placeholder={t`type to add`}
      options={options
        .filter(({ id }) => !picked.includes(id))
        .map(({ id, name }) => ({ value: String(id), text: name }))}
      value=""
      onChange={(text) => {
        const found = options.find(({ id }) => String(id) === text);
        if (found) onChange([...picked, found.id]);
      }}
    />
  </>
);

interface SeveralProps {
  readonly legend: string;
  readonly hint?: string;
  readonly fault: string;
  readonly within: string;
  readonly options: readonly NamedChoice[];
  readonly picked: readonly (number | string)[];
  onChange(picked: (number | string)[]): void;
}

/** Any number of things: few are ticked, many are found by typing and stand in the order chosen. */
export function SeveralInput({ legend, hint, fault, within, options, picked, onChange }: SeveralProps) {
  const without = (id: number | string) => picked.filter((each) => each !== id);
  return (
    <fieldset>
      <legend className="font-semibold">
        {legend}
        {within && <span className="sr-only">{t` of ${within}`}</span>}
      </legend>
      {options.length <= MOST_TICKED ? (
        <Ticked options={options} picked={picked} onChange={onChange} without={without} />
      ) : (
        <Typed
          picked={picked}
          options={options}
          onChange={onChange}
          without={without}
          legend={legend}
          within={within}
        />
      )}
      <p className="text-note">
        {fault ? (
          <strong className="text-conflict">{fault}</strong>
        ) : (
          <span className="text-soft">{hint}</span>
        )}
      </p>
    </fieldset>
  );
}
