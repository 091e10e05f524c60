'use client';
import { RegisteredTime } from '@/ui/kit/dates/registered';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, Select, TextField } from '@/ui/kit/fields';
import { PlainFields } from './plain-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { memo } from 'react';
import {
  useFieldArray,
  useWatch,
  type UseFieldArrayAppend,
  type UseFieldArrayRemove,
  type UseFormRegister,
  type UseFormReturn,
} from 'react-hook-form';
import { countText } from '@/contracts/words/when';
import { Field } from '@/ui/kit/field';
import { FormSection } from './fields';
import { ASK_LABELS } from './ask-labels';
import type { PartProps } from './part-props';
import { Question } from './what-section';
import type { AskForm } from '@/ui/ask/draft';
import type { AskChoices } from '@/contracts/requests/ask-choices';

/** How many of each kind of equipment are left at the time asked for, by its number; null while nobody knows. */
export type Left = ReadonlyMap<number, number> | null;

interface UnitChoiceProps {
  readonly register: UseFormRegister<AskForm>;
  readonly index: number;
  readonly type: AskChoices['equipment'][number];
}

const UnitChoice = ({ register, index, type }: UnitChoiceProps) => (
  <Field label={t`Which one`} className="order-last col-span-3">
    <Select {...register(`equipment.${index}.unitId`)}>
      <option value="">{t`any of them`}</option>
      {type.units.map((unit) => (
        <option key={unit.id} value={unit.id}>
          {unit.name}
        </option>
      ))}
    </Select>
  </Field>
);

interface TypeChoiceProps {
  readonly faults: Readonly<Record<string, string>>;
  readonly index: number;
  readonly register: UseFormRegister<AskForm>;
  readonly choices: AskChoices;
  readonly stock: (id: number, all: number) => string;
}

const TypeChoice = ({ faults, index, register, choices, stock }: TypeChoiceProps) => (
  <Field
    label={ASK_LABELS.equipment()}
    isRequired
    fault={faults[`equipment.${index}.typeId`] ?? (index === 0 ? faults.equipment : undefined)}
  >
    <Select {...register(`equipment.${index}.typeId`)}>
      <option value="">{t`Choose …`}</option>
      {choices.equipment.map((each) => (
        <option key={each.id} value={each.id}>
          {each.name} ({stock(each.id, each.stock)})
        </option>
      ))}
    </Select>
  </Field>
);

interface EquipmentLineProps {
  readonly faults: Readonly<Record<string, string>>;
  readonly index: number;
  readonly register: UseFormRegister<AskForm>;
  readonly choices: AskChoices;
  readonly stock: (id: number, all: number) => string;
  readonly type: AskChoices['equipment'][number] | undefined;
  readonly free: number | undefined;
  readonly remove: UseFieldArrayRemove;
}

const EquipmentLine = ({
  faults,
  index,
  register,
  choices,
  stock,
  type,
  free,
  remove,
}: EquipmentLineProps) => (
  <div className="grid grid-cols-[1fr_6rem_auto] items-start gap-3 sm:col-span-6">
    <TypeChoice faults={faults} index={index} register={register} choices={choices} stock={stock} />
    {type && type.units.length > 0 && <UnitChoice register={register} index={index} type={type} />}
    <Field
      label={ASK_LABELS.quantity()}
      isRequired
      hint={free === undefined ? undefined : t`${free} left`}
      fault={faults[`equipment.${index}.quantity`]}
    >
      <NumberField min={1} step={1} {...register(`equipment.${index}.quantity`)} />
    </Field>
    <Button
      className="mt-6"
      onClick={() => remove(index)}
      aria-label={t`Leave line ${index + 1} of equipment out`}
    >{t`Leave out`}</Button>
  </div>
);

interface MoreEquipmentProps {
  readonly append: UseFieldArrayAppend<AskForm, 'equipment'>;
  readonly fields: readonly { readonly id: string }[];
}

const MoreEquipment = ({ append, fields }: MoreEquipmentProps) => (
  <Button
    className="sm:col-span-3 sm:justify-self-start"
    onClick={() => append({ typeId: '', quantity: '', unitId: '' })}
  >
    {fields.length ? t`More equipment` : t`Add equipment`}
  </Button>
);

function Equipment({ form, choices, faults, left }: PartProps & { left: Left }) {
  const { control, register } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'equipment' });
  const values = useWatch({ control, name: 'equipment' });
  const stock = (id: number, all: number) => {
    const free = left?.get(id);
    if (free === undefined || free === all) return t`${all} in all`;
    // What is hired in for the day comes on top of what the office owns.
    return free > all ? t`${free} left then` : t`${free} of ${all} left then`;
  };
  return (
    <>
      {fields.map(({ id }, index) => {
        const type = choices.equipment.find((each) => String(each.id) === values[index]?.typeId);
        const free = type && left?.get(type.id);
        return (
          <EquipmentLine
            key={id}

            faults={faults}
            index={index}
            register={register}
            choices={choices}
            stock={stock}
            type={type}
            free={free}
            remove={remove}
          />
        );
      })}
      <MoreEquipment append={append} fields={fields} />
      {!fields.length && faults.equipment && (
        <p className="font-semibold text-conflict sm:col-span-6">{faults.equipment}</p>
      )}
    </>
  );
}

interface ServiceQuestionsProps {
  readonly index: number;
  readonly questions: AskChoices['services'][number]['questions'];
  readonly form: UseFormReturn<AskForm>;
  readonly faults: Readonly<Record<string, string>>;
}

const ServiceQuestions = ({ index, questions, form, faults }: ServiceQuestionsProps) => (
  <div className="mt-1 mb-2 ml-6 grid gap-3 border-l-2 border-rule pl-3 sm:grid-cols-6">
    {questions.map(({ id: question, text, required, choices: answers, numberName }) => (
      <Question
        key={question}
        form={form}
        name={`services.${index}.answers._${question}`}
        text={text}
        required={required}
        answers={answers}
        isNumber={numberName !== null}
        fault={faults[`services.${index}.answers._${question}`]}
      />
    ))}
  </div>
);

interface ServiceProps {
  readonly service: AskChoices['services'][number];
  readonly index: number;
  readonly append: UseFieldArrayAppend<AskForm, 'services'>;
  readonly remove: UseFieldArrayRemove;
  readonly fields: readonly { readonly id: string }[];
  readonly form: UseFormReturn<AskForm>;
  readonly faults: Readonly<Record<string, string>>;
}

const Service = ({
  service: { id, name, about, leadDays, questions },
  index,
  append,
  remove,
  fields,
  form,
  faults,
}: ServiceProps) => (
  <div>
    <label className="flex items-baseline gap-2">
      <Checkbox
        className="size-4 shrink-0 translate-y-0.5"
        checked={index >= 0}
        onChange={(event) =>
          event.target.checked ? append({ serviceId: String(id), answers: {} }) : remove(index)
        }
      />
      <span>
        <span className="font-semibold">{name}</span>{' '}
        <span className="text-soft">
          {about} {leadDays > 0 && t`Known ${countText(leadDays, 'day', 'days')} ahead.`}
        </span>
      </span>
    </label>
    {index >= 0 && (
      <ServiceQuestions
        key={fields[index]?.id}

        index={index}
        questions={questions}
        form={form}
        faults={faults}
      />
    )}
  </div>
);

function Services({ form, choices, faults }: PartProps) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'services' });
  const values = useWatch({ control: form.control, name: 'services' });
  const isOn = (id: number) => values.findIndex(({ serviceId }) => serviceId === String(id));
  return (
    <fieldset className="sm:col-span-6">
      <legend className="font-semibold">{t`Services`}</legend>
      <div className="grid gap-2">
        {choices.services.map((service) => (
          <Service
            key={service.id}
            service={service}
            index={isOn(service.id)}
            append={append}
            remove={remove}
            fields={fields}
            form={form}
            faults={faults}
          />
        ))}
      </div>
    </fieldset>
  );
}

interface RunningLineProps {
  readonly faults: Readonly<Record<string, string>>;
  readonly index: number;
  readonly control: PartProps['form']['control'];
  readonly register: UseFormRegister<AskForm>;
  readonly remove: UseFieldArrayRemove;
}

const RunningLine = ({ faults, index, control, register, remove }: RunningLineProps) => (
  <div className="grid grid-cols-[7rem_1fr] items-start gap-3 sm:grid-cols-[7rem_1fr_auto_auto]">
    <Field label={t`At`} fault={faults[`lines.${index}.at`]}>
      <RegisteredTime control={control} name={`lines.${index}.at`} />
    </Field>
    <Field label={t`What happens`} fault={faults[`lines.${index}.text`]}>
      <TextField maxLength={MOST_CHARACTERS.orderLine} {...register(`lines.${index}.text`)} />
    </Field>
    <label className="flex items-center gap-2 sm:mt-8">
      <Checkbox className="size-4" {...register(`lines.${index}.isPublic`)} />
      {t`for readers too`}
    </label>
    <Button
      className="sm:mt-6"
      aria-label={t`Leave line ${index + 1} of the running order out`}
      onClick={() => remove(index)}
    >{t`Leave out`}</Button>
  </div>
);

/** Timed lines of what happens: kept as minutes from the start, so that they go along with every date. */
function RunningOrder({ form, faults }: PartProps) {
  const { control, register } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'lines' });
  const startTime = useWatch({ control, name: 'startTime' });
  return (
    <div className="grid gap-2 sm:col-span-6">
      <p className="font-semibold">
        {t`Running order `}
        <span className="font-normal text-soft">{t`(if there is one)`}</span>
      </p>
      {fields.map(({ id }, index) => (
        <RunningLine
          key={id}

          faults={faults}
          index={index}
          control={control}
          register={register}
          remove={remove}
        />
      ))}
      <Button
        className="justify-self-start"
        onClick={() => append({ at: startTime, text: '', isPublic: false })}
      >
        {fields.length ? t`One more line` : t`Add a line`}
      </Button>
    </div>
  );
}

export const NeedsSection = memo(function NeedsSection(props: PartProps & { left: Left }) {
  const { form, faults } = props;
  const kind = useWatch({ control: form.control, name: 'kind' });
  if (kind === 'notice') return null;
  return (
    <FormSection title={kind === 'loan' ? t`What is to be lent` : t`What you need there`}>
      <Equipment {...props} />
      {kind !== 'loan' && <Services {...props} />}
      {kind !== 'loan' && <RunningOrder {...props} />}
      <PlainFields form={form} faults={faults} section="needs" />
    </FormSection>
  );
});
