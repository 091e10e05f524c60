'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, TextArea, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { TemplateChoices, TemplateReply, StoredTemplate } from '@/contracts/work-orders/templates';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { FORMULA_NAME_WORDS } from '@/contracts/words/formulas';
import { TEMPLATE_PHASE_WORDS } from '@/contracts/words/orders';
import { LAYOUTS } from '@/core/seating/layouts';
import { FORMULA_FUNCTIONS, FORMULA_NAMES } from '@/core/work-orders/formula';
import { isSameAnswer, TEMPLATE_PHASES, type ServiceAnswer } from '@/core/work-orders/template';
import Link from '@/ui/kit/link';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Field } from '@/ui/kit/field';
import { RadioGroup } from '@/ui/kit/radio-group';
import { PickSeveral } from '@/ui/kit/pick-several';
import { EdgeField, QuantityList, TeamFields } from './template-fields';
import { formulaFault, type TemplateFields } from './template-form-model';
import { TemplateTry } from './template-try';
import { useTemplateForm, type TemplateEditing } from './use-template-form';
import { Form } from '@/ui/kit/form';

interface PartProps {
  readonly on: TemplateEditing;
  readonly choices: TemplateChoices;
}

function WhatPart({ on: { fields, set, faultOf, register }, choices }: PartProps) {
  return (
    <section className="grid gap-3">
      <Field label={t`What is to be done`} fault={faultOf('title')}>
        {(ids) => <TextField {...ids} maxLength={MOST_CHARACTERS.workTitle} {...register('title')} />}
      </Field>
      <div className="grid gap-3 sm:grid-cols-2">
        <TeamFields
          teams={choices.teams}
          teamId={fields.teamId}
          personId={fields.personId}
          faultOf={faultOf}
          onChange={set}
        />
      </div>
    </section>
  );
}

const answerKey = ({ questionId, answer }: ServiceAnswer): string => `${questionId} ${answer}`;

interface ServicesPickedProps {
  readonly choices: TemplateChoices;
  readonly when: TemplateFields['when'];
  readonly about: (part: Partial<TemplateFields['when']>) => void;
  readonly offered: (services: readonly number[]) => TemplateChoices['answers'];
}

const ServicesPicked = ({ choices, when, about, offered }: ServicesPickedProps) => (
  <PickSeveral
    legend={t`Service`}
    options={choices.services}
    picked={when.services}
    onChange={(services) =>
      about({
        services,
        answers: when.answers.filter((given) => offered(services).some((each) => isSameAnswer(each, given))),
      })
    }
  />
);

interface AnswersPickedProps {
  readonly offered: (services: readonly number[]) => TemplateChoices['answers'];
  readonly when: TemplateFields['when'];
  readonly about: (part: Partial<TemplateFields['when']>) => void;
  readonly choices: TemplateChoices;
}

const AnswersPicked = ({ offered, when, about, choices }: AnswersPickedProps) => (
  <PickSeveral
    legend={t`Answer`}
    options={offered(when.services).map((each) => ({
      id: answerKey(each),
      name: `${each.question} ${each.answer}`,
    }))}
    picked={when.answers.map(answerKey)}
    onChange={(keys) =>
      about({
        answers: choices.answers
          .filter((each) => keys.includes(answerKey(each)))
          .map(({ questionId, answer }) => ({ questionId, answer })),
      })
    }
  />
);

interface PerDateProps {
  readonly fields: TemplateFields;
  set(part: Partial<TemplateFields>): void;
}

const PerDate = ({ fields, set }: PerDateProps) => (
  <label className="mt-2 flex min-h-8 items-center gap-2">
    <Checkbox
      checked={fields.per === 'date'}
      onChange={({ target }) => set({ per: target.checked ? 'date' : 'space' })}
    />
    {t`once for an event, however many spaces it has`}
  </label>
);

function AboutPart({ on: { fields, set }, choices }: PartProps) {
  const { when } = fields;
  const about = (part: Partial<typeof when>) => set({ when: { ...when, ...part } });
  const offered = (services: readonly number[]) =>
    choices.answers.filter(({ serviceId }) => services.includes(serviceId));
  return (
    <section>
      <h2 className="text-xl">{t`Only for events with`}</h2>
      <PickSeveral
        legend={t`Layout`}
        options={LAYOUTS.map((id) => ({ id, name: LAYOUT_WORDS[id] }))}
        picked={when.layouts}
        onChange={(layouts) => about({ layouts })}
      />
      <PickSeveral
        legend={t`Space`}
        options={choices.spaces}
        picked={when.spaces}
        onChange={(spaces) => about({ spaces })}
      />
      <PickSeveral
        legend={t`Category`}
        options={choices.categories}
        picked={when.categories}
        onChange={(categories) => about({ categories })}
      />
      <ServicesPicked choices={choices} when={when} about={about} offered={offered} />
      {offered(when.services).length > 0 && (
        <AnswersPicked offered={offered} when={when} about={about} choices={choices} />
      )}
      <PickSeveral
        legend={t`Equipment`}
        options={choices.equipment}
        picked={when.equipment}
        onChange={(equipment) => about({ equipment })}
      />
      <PerDate fields={fields} set={set} />
    </section>
  );
}

interface PhaseFieldsProps {
  readonly fields: TemplateFields;
  set(part: Partial<TemplateFields>): void;
}

const PhaseFields = ({ fields, set }: PhaseFieldsProps) => (
  <RadioGroup
    legend={t`It is done`}
    name="phase"
    options={TEMPLATE_PHASES.map((phase) => [phase, TEMPLATE_PHASE_WORDS[phase]] as const)}
    value={fields.phase}
    onChange={(phase) => set({ phase })}
  />
);

const LeadDays = ({ on: { faultOf, register } }: Pick<PartProps, 'on'>) => (
  <Field
    label={t`Issued so many days ahead`}
    fault={faultOf('leadDays')}
    hint={t`Empty: as soon as the event is approved. A day that has passed is at once.`}
  >
    {(ids) => <NumberField {...ids} min={0} max={366} className="w-28" {...register('leadDays')} />}
  </Field>
);

function WhenPart({ on }: Pick<PartProps, 'on'>) {
  const { fields, set, faultOf } = on;
  const isThere = fields.phase === 'attendance';
  return (
    <section className="grid gap-3">
      <h2 className="text-xl">{t`When`}</h2>
      <PhaseFields fields={fields} set={set} />
      <EdgeField
        legend={isThere ? t`Someone is there from` : t`Done by`}
        value={fields.due}
        fault={faultOf('offsetMin')}
        onChange={(due) => set({ due })}
      />
      {isThere && (
        <EdgeField
          legend={t`and until`}
          value={fields.until}
          fault={faultOf('until.offsetMin') || faultOf('until')}
          onChange={(until) => set({ until })}
        />
      )}
      <LeadDays on={on} />
    </section>
  );
}

const FormulaNames = ({ choices }: { readonly choices: TemplateChoices }) => (
  <Disclosure summary={t`What formulas know`}>
    <dl className="grid grid-cols-[auto_1fr] gap-x-4">
      {FORMULA_NAMES.map((name) => (
        <div key={name} className="contents">
          <dt>
            <code>{name}</code>
          </dt>
          <dd>{FORMULA_NAME_WORDS[name]}</dd>
        </div>
      ))}
      {choices.numbers.map(({ name, question }) => (
        <div key={name} className="contents">
          <dt>
            <code>{name}</code>
          </dt>
          <dd>{t`what was answered: ${question}`}</dd>
        </div>
      ))}
    </dl>
    <p className="text-soft">{t`+ − * / % and brackets; ${FORMULA_FUNCTIONS.join(', ')}; “people > 40 ? 2 : 1”. What comes out is rounded up to whole things.`}</p>
  </Disclosure>
);

interface CrewAndMinutesProps {
  readonly on: TemplateEditing;
  /** Names of answers that formulas can count with. */
  readonly numbers: readonly string[];
}

const CrewAndMinutes = ({ on: { fields, faultOf, register }, numbers }: CrewAndMinutesProps) => (
  <div className="grid gap-3 sm:grid-cols-[8rem_1fr]">
    <Field label={t`People it takes`} fault={faultOf('crew')}>
      {(ids) => <NumberField {...ids} min={0} {...register('crew')} />}
    </Field>
    <Field
      label={t`Minutes of work, by a formula`}
      fault={
        faultOf('workFormula') || (fields.workFormula.trim() && formulaFault(fields.workFormula, numbers))
      }
      hint={t`Empty: the minutes of setup, strike or being there, for each of the people.`}
    >
      {(ids) => (
        <TextField
          {...ids}
          className="font-mono text-note"
          placeholder={t`10 + tables * 3`}
          {...register('workFormula')}
        />
      )}
    </Field>
  </div>
);

function WorkPart({ on, choices }: PartProps) {
  const { fields, set, faultOf, register } = on;
  const numbers = choices.numbers.map(({ name }) => name);
  return (
    <section className="grid gap-3">
      <h2 className="text-xl">{t`How much`}</h2>
      <CrewAndMinutes on={on} numbers={numbers} />
      <QuantityList
        value={fields.quantities}
        stores={choices.stores}
        numbers={numbers}
        faultOf={faultOf}
        onChange={(quantities) => set({ quantities })}
      />
      <FormulaNames choices={choices} />
      <Field label={t`Checklist, a line each`} fault={faultOf('checklist')}>
        {(ids) => <TextArea {...ids} className="min-h-24" {...register('checklist')} />}
      </Field>
    </section>
  );
}

interface SavePartProps {
  readonly on: TemplateEditing;
  readonly stored: StoredTemplate | null;
}

function SavePart({ on, stored }: SavePartProps) {
  const { preview, error, isSending } = on;
  return (
    <section className="sheet grid gap-3 p-4" aria-label={t`Saving`}>
      <div aria-live="polite">
        {!preview && (
          <p className="text-soft">{t`Before it is saved, you see what it does to the work orders of coming dates.`}</p>
        )}
        {preview && (
          <p>
            <strong>{t(preview.verb)}:</strong> {preview.reply.summary.split('; ')[1]}.
          </p>
        )}
      </div>
      <RefusalNote error={error} />
      <div className="flex flex-wrap gap-2">
        {preview ? (
          <>
            <Button isMain isBusy={isSending} onClick={on.confirm}>{t`${t(preview.verb)} it`}</Button>
            <Button onClick={on.back}>{t`Not yet`}</Button>
          </>
        ) : (
          <>
            <Button isMain isSubmit isBusy={isSending}>{t`See what saving does`}</Button>
            {stored && <Button isBusy={isSending} onClick={on.retire}>{t`Take out of use`}</Button>}
          </>
        )}
      </div>
    </section>
  );
}

function Saved({ reply }: { reply: TemplateReply }) {
  return (
    <div className="sheet p-6" role="status">
      <p className="text-lg font-semibold">{t`The office ${reply.summary}.`}</p>
      <p className="mt-2 flex flex-wrap gap-x-5">
        <Link href="/work-orders/templates" className="min-h-7 underline">{t`All work order templates`}</Link>
        <Link href="/work-orders" className="min-h-7 underline">{t`Today’s work orders`}</Link>
      </p>
    </div>
  );
}

interface TemplateFormProps {
  readonly choices: TemplateChoices;
  readonly stored: StoredTemplate | null;
}

/** A template, tried while it is written, saved after what saving does is seen. */
export function TemplateForm({ choices, stored }: TemplateFormProps) {
  const [saved, setSaved] = useState<TemplateReply | null>(null);
  const on = useTemplateForm(stored, setSaved);
  if (saved) return <Saved reply={saved} />;
  return (
    <Form className="grid gap-5 lg:grid-cols-[1fr_24rem]" onSubmit={on.onSubmit} noValidate>
      <div className="sheet grid content-start gap-6 p-4">
        <WhatPart on={on} choices={choices} />
        <AboutPart on={on} choices={choices} />
        <WhenPart on={on} />
        <WorkPart on={on} choices={choices} />
      </div>
      <div className="grid content-start gap-5 lg:sticky lg:top-4">
        <TemplateTry fields={on.fields} past={choices.past} />
        <SavePart on={on} stored={stored} />
      </div>
    </Form>
  );
}
