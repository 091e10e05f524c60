'use client';
import { Checkbox, Select, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import type { ShortChoices } from '@/contracts/requests/ask-choices';
import type { ErrorReply } from '@/contracts/base/refusal';
import { faultIn } from '@/ui/hooks/send';

export interface ShortForm {
  readonly title: string;
  readonly people: string;
  readonly quantity: string;
  readonly categoryId: string;
  readonly hostId: string;
  /** Null until somebody says so. */
  readonly publish: boolean | null;
}

interface ShortSelectProps {
  readonly label: string;
  readonly form: ShortForm;
  readonly name: 'categoryId' | 'hostId';
  setForm(form: ShortForm): void;
  readonly options: readonly { id: number; name: string }[];
}

const ShortSelect = ({ label, form, name, setForm, options }: ShortSelectProps) => (
  <label className="col-span-2">
    {label}
    <Select value={form[name]} onChange={({ target }) => setForm({ ...form, [name]: target.value })}>
      {options.map(({ id, name: each }) => (
        <option key={id} value={id}>
          {each}
        </option>
      ))}
    </Select>
  </label>
);

interface ShortTextProps {
  readonly name: 'title' | 'people' | 'quantity';
  readonly label: string;
  readonly type: 'text' | 'number';
  readonly form: ShortForm;
  readonly error: ErrorReply['error'] | null;
  setForm(form: ShortForm): void;
}

const ShortText = ({ name, label, type, form, error, setForm }: ShortTextProps) => (
  <label className={name === 'title' ? 'col-span-2' : ''}>
    {label}
    <TextField
      type={type}
      min={1}
      required
      maxLength={MOST_CHARACTERS.title}
      value={form[name]}
      aria-invalid={faultIn(error, name) !== undefined}
      onChange={({ target }) => setForm({ ...form, [name]: target.value })}
    />
    {faultIn(error, name) && <span className="block text-note text-conflict">{faultIn(error, name)}</span>}
  </label>
);

export function ShortFields({
  form,
  setForm,
  error,
  choices,
  isLoan,
  isPublic,
}: {
  form: ShortForm;
  setForm(form: ShortForm): void;
  error: ErrorReply['error'] | null;
  choices: ShortChoices;
  isLoan: boolean;
  isPublic: boolean;
}) {
  const text = (name: 'title' | 'people' | 'quantity', label: string, type: 'text' | 'number') => (
    <ShortText name={name} label={label} type={type} form={form} error={error} setForm={setForm} />
  );
  const select = (
    name: 'categoryId' | 'hostId',
    label: string,
    options: readonly { id: number; name: string }[],
  ) => <ShortSelect label={label} form={form} name={name} setForm={setForm} options={options} />;
  return (
    <div className="mt-3 grid grid-cols-2 gap-3">
      {text('title', t`Title`, 'text')}
      {isLoan ? text('quantity', t`How many`, 'number') : text('people', t`People`, 'number')}
      {select('categoryId', t`Category`, choices.categories)}
      {select('hostId', t`Host`, choices.hosts)}
      <label className="col-span-2 flex min-h-8 items-center gap-2">
        <Checkbox
          className="size-4"
          checked={isPublic}
          onChange={({ target }) => setForm({ ...form, publish: target.checked })}
        />
        {t`Publish it once approved`}
      </label>
    </div>
  );
}
