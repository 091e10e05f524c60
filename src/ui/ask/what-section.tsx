'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Button } from '@/ui/kit/button';
import { Radio, Select, TextField } from '@/ui/kit/fields';
import { fieldsAskedIn, PlainFields } from './plain-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import { memo } from 'react';
import { useWatch, type UseFormRegister, type UseFormSetValue } from 'react-hook-form';
import { Combobox, type Option } from '@/ui/kit/combobox';
import type { RequestKind } from '@/contracts/requests/ask-details';
import type { AskForm } from './draft';
import { Field } from '@/ui/kit/field';
import { FormSection } from './fields';
import { ASK_LABELS } from './ask-labels';
import type { PartProps } from './part-props';
import type { AskChoices } from '@/contracts/requests/ask-choices';

const KINDS: readonly { kind: RequestKind; text: string; hint: string }[] = texts(
  [
    { kind: 'space', text: 'A space', hint: 'You name it.' },
    {
      kind: 'office-chooses',
      text: 'Any suitable space',
      hint: 'You say what it must have; the office finds one.',
    },
    { kind: 'loan', text: 'Equipment only', hint: 'Fetched and brought back; no space.' },
    { kind: 'notice', text: 'Announcement only, no space', hint: 'A day or a deadline; it takes nothing.' },
  ],
  'text',
  'hint',
);

/** A loan begins with a line for what is lent; another kind has no use for an empty one. */
function followKind(kind: string, { getValues, setValue }: PartProps['form']): void {
  const said = getValues('equipment').filter(({ typeId }) => typeId);
  const lines = kind === 'loan' && !said.length ? [{ typeId: '', quantity: '', unitId: '' }] : said;
  setValue('equipment', lines, { shouldDirty: true });
}

export const KindSection = memo(function KindSection({ form }: PartProps) {
  const { register, control } = form;
  const kind = useWatch({ control, name: 'kind' });
  const field = register('kind', { onChange: ({ target }) => followKind(target.value as string, form) });
  return (
    <fieldset className="pb-4">
      <legend className="mb-1 font-semibold">{t`What do you ask for?`}</legend>
      <div className="flex flex-wrap gap-x-6 gap-y-1">
        {KINDS.map(({ kind: value, text }) => (
          <label key={value} className="flex items-center gap-2">
            <Radio value={value} {...field} />
            {text}
          </label>
        ))}
      </div>
      <p className="mt-1 text-note text-soft">
        {KINDS.find((each) => each.kind === kind)?.hint} {t`What has to be said is marked with *.`}
      </p>
    </fieldset>
  );
});

interface ChosenOnesProps {
  readonly chosen: string[];
  readonly set: (next: string[]) => void;
  readonly options: readonly Option[];
}

const ChosenOnes = ({ chosen, set, options }: ChosenOnesProps) => (
  <ul className="mt-1 flex flex-wrap gap-2">
    {chosen.map((value) => (
      <li key={value}>
        <Button
          size="small"
          className="font-normal"
          onClick={() => set(chosen.filter((each) => each !== value))}
        >
          {options.find((option) => option.value === value)?.text}
          <span aria-hidden="true">×</span>
          <span className="sr-only">{t`: leave out`}</span>
        </Button>
      </li>
    ))}
  </ul>
);

/** Things of a list picked beside the first: each with its own alternative, and a box to find the next. */
function More({
  form,
  name,
  label,
  options,
  fault,
}: Pick<PartProps, 'form'> & {
  name: 'jointHostIds' | 'moreCategoryIds';
  label: string;
  options: readonly Option[];
  fault?: string;
}) {
  const chosen = useWatch({ control: form.control, name });
  const set = (next: string[]) => form.setValue(name, next, { shouldDirty: true });
  return (
    <div className="sm:col-span-3">
      <Field label={label} fault={fault}>
        <Combobox
          options={options.filter(({ value }) => !chosen.includes(value))}
          value=""
          placeholder={t`none, or type to find`}
          onChange={(value) => set([...chosen, value])}
        />
      </Field>
      {chosen.length > 0 && <ChosenOnes chosen={chosen} set={set} options={options} />}
    </div>
  );
}

const hasNone = (form: AskForm): boolean =>
  !form.moreCategoryIds.length &&
  !form.jointHostIds.length &&
  !form.onBehalfOf &&
  fieldsAskedIn('what').every((name) => !form[name]);

interface OnBehalfOfProps {
  readonly faults: Readonly<Record<string, string>>;
  readonly choices: AskChoices;
  readonly onBehalfOf: string;
  readonly setValue: UseFormSetValue<AskForm>;
}

const OnBehalfOf = ({ faults, choices, onBehalfOf, setValue }: OnBehalfOfProps) => (
  <Field
    label={t`Asked for someone else`}
    hint={t`It becomes their request; you see it too.`}
    fault={faults.onBehalfOf}
    className="sm:col-span-3"
  >
    <Combobox
      options={[
        { value: '', text: t`for myself` },
        ...choices.askFor.map(({ id, name }) => ({ value: String(id), text: name })),
      ]}
      value={onBehalfOf}
      onChange={(value) => setValue('onBehalfOf', value, { shouldDirty: true })}
    />
  </Field>
);

interface FurtherWhatProps {
  readonly parts: PartProps;
  readonly lists: ReturnType<typeof listsOf>;
  readonly chosen: { readonly hostId: string; readonly categoryId: string; readonly onBehalfOf: string };
}

/** What few need: a second line, further hosts, for whom it is asked. */
const FurtherWhat = ({ parts: { form, faults, choices }, lists, chosen }: FurtherWhatProps) => (
  <Disclosure
    summary={t`Second line, more hosts, contact on the day`}
    className="sm:col-span-6"
    open={!hasNone(form.getValues()) || undefined}
  >
    <div className="mt-3 grid gap-4 sm:grid-cols-6">
      <PlainFields form={form} faults={faults} section="what" />
      <More
        form={form}
        name="jointHostIds"
        label={t`Further hosts`}
        options={lists.hosts.filter(({ value }) => value !== chosen.hostId)}
        fault={faults.jointHostIds}
      />
      <More
        form={form}
        name="moreCategoryIds"
        label={t`More categories`}
        options={lists.categories.filter(({ value }) => value !== chosen.categoryId)}
        fault={faults.moreCategoryIds}
      />
      {choices.askFor.length > 0 && (
        <OnBehalfOf
          faults={faults}
          choices={choices}
          onBehalfOf={chosen.onBehalfOf}
          setValue={form.setValue}
        />
      )}
    </div>
  </Disclosure>
);

interface CategoryFieldProps {
  readonly category: AskChoices['categories'][number] | undefined;
  readonly faults: Readonly<Record<string, string>>;
  readonly register: UseFormRegister<AskForm>;
  readonly choices: AskChoices;
}

const CategoryField = ({ category, faults, register, choices }: CategoryFieldProps) => (
  <Field
    label={ASK_LABELS.categoryId()}
    isRequired
    hint={category?.about}
    fault={faults.categoryId}
    className="sm:col-span-3"
  >
    <Select {...register('categoryId')}>
      <option value="">{t`Choose …`}</option>
      {choices.categories.map(({ id, name, mark, about }) => (
        <option key={id} value={id}>
          {mark} · {name}: {about}
        </option>
      ))}
    </Select>
  </Field>
);

interface AskedOfProps {
  readonly question: AskChoices['categories'][number]['questions'][number];
  readonly parts: PartProps;
}

/** A question of the office to a category or a space, and its answer. */
export const AskedOf = ({
  question: { id, text, required, choices: answers, numberName },
  parts: { form, faults },
}: AskedOfProps) => (
  <Question
    form={form}
    name={`answers._${id}`}
    text={text}
    required={required}
    answers={answers}
    isNumber={numberName !== null}
    fault={faults[`answers._${id}`]}
  />
);

/** What can be chosen from, as it is listed. */
function listsOf(choices: AskChoices, categoryId: string) {
  const category = choices.categories.find(({ id }) => String(id) === categoryId);
  const hosts = choices.hosts.map(({ id, name, isOwn }) => ({
    value: String(id),
    text: name,
    ...(isOwn && { hint: t`yours` }),
  }));
  const categories = choices.categories.map(({ id, name, mark }) => ({
    value: String(id),
    text: name,
    hint: mark,
  }));
  return { category, hosts, categories };
}

export const WhatSection = memo(function WhatSection(parts: PartProps) {
  const { form, choices, faults } = parts;
  const { register, control, setValue } = form;
  const [categoryId, hostId, onBehalfOf] = useWatch({
    control,
    name: ['categoryId', 'hostId', 'onBehalfOf'],
  });
  const lists = listsOf(choices, categoryId);
  const { category, hosts } = lists;
  const questions = category?.questions ?? [];
  return (
    <FormSection title={t`What and for whom`}>
      <Field label={ASK_LABELS.title()} isRequired fault={faults.title} className="sm:col-span-6">
        <TextField maxLength={MOST_CHARACTERS.title} {...register('title')} />
      </Field>
      <Field label={ASK_LABELS.hostId()} isRequired fault={faults.hostId} className="sm:col-span-3">
        <Combobox
          options={hosts}
          value={hostId}
          onChange={(value) => setValue('hostId', value, { shouldDirty: true })}
        />
      </Field>
      <CategoryField category={category} faults={faults} register={register} choices={choices} />
      {questions.map((question) => (
        <AskedOf key={question.id} question={question} parts={parts} />
      ))}
      <FurtherWhat parts={parts} lists={lists} chosen={{ hostId, categoryId, onBehalfOf }} />
    </FormSection>
  );
});

interface QuestionProps {
  readonly form: PartProps['form'];
  readonly name: `answers._${number}` | `services.${number}.answers._${number}`;
  readonly text: string;
  readonly required: boolean;
  readonly answers: readonly string[];
  readonly isNumber: boolean;
  readonly fault?: string;
}

/** A question of a space, a category or a service: a choice where it gives one, else a line. */
export function Question({ form, name, text, required, answers, isNumber, fault }: QuestionProps) {
  const label = required ? text : t`${text} (if you know)`;
  return (
    <Field label={label} isRequired={required} fault={fault} className="sm:col-span-3">
      {answers.length ? (
        <Select {...form.register(name)}>
          <option value="">{t`Choose …`}</option>
          {answers.map((answer) => (
            <option key={answer}>{answer}</option>
          ))}
        </Select>
      ) : isNumber ? (
        <TextField
          className="w-32"
          inputMode="numeric"
          maxLength={MOST_CHARACTERS.answer}
          {...form.register(name)}
        />
      ) : (
        <TextField maxLength={MOST_CHARACTERS.answer} {...form.register(name)} />
      )}
    </Field>
  );
}
