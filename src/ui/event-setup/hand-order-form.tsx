'use client';
import { Checkbox, NumberField, Select, TextArea, TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState, type SyntheticEvent } from 'react';
import type { EventSetup } from '@/contracts/work-orders/event-setup';
import { TEMPLATE_PHASE_WORDS } from '@/contracts/words/orders';
import { TEMPLATE_PHASES } from '@/core/work-orders/template';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Field } from '@/ui/kit/field';
import { EdgeField, TeamFields } from '@/ui/work-orders/template-fields';
import { bodyOf, NEW_TEMPLATE, type TemplateFields } from '@/ui/work-orders/template-form-model';
import { Form } from '@/ui/kit/form';

const EMPTY: TemplateFields = { ...NEW_TEMPLATE, per: 'date' };

interface TitleFieldProps {
  readonly faultOf: (field: string) => string;
  readonly fields: TemplateFields;
  readonly set: (part: Partial<TemplateFields>) => void;
}

const TitleField = ({ faultOf, fields, set }: TitleFieldProps) => (
  <Field label={t`What is to be done`} fault={faultOf('title')}>
    {(ids) => (
      <TextField
        {...ids}
        maxLength={MOST_CHARACTERS.workTitle}
        value={fields.title}
        onChange={({ target }) => set({ title: target.value })}
      />
    )}
  </Field>
);

interface PhaseFieldProps {
  readonly faultOf: (field: string) => string;
  readonly fields: TemplateFields;
  readonly set: (part: Partial<TemplateFields>) => void;
}

const PhaseField = ({ faultOf, fields, set }: PhaseFieldProps) => (
  <Field label={t`It is done`} fault={faultOf('phase')}>
    {(ids) => (
      <Select
        {...ids}
        value={fields.phase}
        onChange={({ target }) => set({ phase: target.value as TemplateFields['phase'] })}
      >
        {TEMPLATE_PHASES.map((phase) => (
          <option key={phase} value={phase}>
            {TEMPLATE_PHASE_WORDS[phase]}
          </option>
        ))}
      </Select>
    )}
  </Field>
);

interface AmountFieldsProps {
  readonly faultOf: (field: string) => string;
  readonly fields: TemplateFields;
  readonly set: (part: Partial<TemplateFields>) => void;
}

const AmountFields = ({ faultOf, fields, set }: AmountFieldsProps) => (
  <div className="grid gap-3 sm:grid-cols-3">
    <Field label={t`Minutes of work`} fault={faultOf('workFormula')} hint={t`a number or a formula`}>
      {(ids) => (
        <TextField
          {...ids}
          value={fields.workFormula}
          onChange={({ target }) => set({ workFormula: target.value })}
        />
      )}
    </Field>
    <Field label={t`Issued so many days ahead`} fault={faultOf('leadDays')} hint={t`empty: at once`}>
      {(ids) => (
        <NumberField
          {...ids}
          min={0}
          value={fields.leadDays}
          onChange={({ target }) => set({ leadDays: target.value })}
        />
      )}
    </Field>
  </div>
);

interface ChecklistFieldProps {
  readonly faultOf: (field: string) => string;
  readonly fields: TemplateFields;
  readonly set: (part: Partial<TemplateFields>) => void;
}

const ChecklistField = ({ faultOf, fields, set }: ChecklistFieldProps) => (
  <Field label={t`Checklist, a line each`} fault={faultOf('checklist')}>
    {(ids) => (
      <TextArea
        {...ids}
        className="min-h-16"
        value={fields.checklist}
        onChange={({ target }) => set({ checklist: target.value })}
      />
    )}
  </Field>
);

interface ForAllProps {
  readonly isForAll: boolean;
  readonly setForAll: (forAll: boolean) => void;
}

const ForAll = ({ isForAll, setForAll }: ForAllProps) => (
  <label className="flex min-h-8 items-center gap-2">
    <Checkbox checked={isForAll} onChange={({ target }) => setForAll(target.checked)} />
    {t`for all dates of this request that are to come`}
  </label>
);

/** The order as it is written, and making it. */
function useHandOrder(event: EventSetup) {
  const { submit, error, said, isSending, faultOf } = useSubmit();
  const [isOpen, setOpen] = useState(false);
  const [fields, setFields] = useState<TemplateFields>(EMPTY);
  const [isForAll, setForAll] = useState(false);
  const set = (part: Partial<TemplateFields>) => setFields((before) => ({ ...before, ...part }));
  const isThere = fields.phase === 'attendance';
  const order = async (submitted: SyntheticEvent) => {
    submitted.preventDefault();
    const { when: _, ...body } = bodyOf(fields);
    const isDone = await submit(`/api/requests/${event.reference}/orders`, {
      ...body,
      occurrenceId: isForAll ? null : event.date.id,
    });
    if (isDone) {
      setFields(EMPTY);
      setOpen(false);
    }
  };
  return {
    error,
    said,
    isSending,
    faultOf,
    isOpen,
    setOpen,
    fields,
    isForAll,
    setForAll,
    set,
    isThere,
    order,
  };
}

interface WhoAndWhenProps {
  readonly event: EventSetup;
  readonly fields: TemplateFields;
  readonly faultOf: (field: string) => string;
  readonly set: (part: Partial<TemplateFields>) => void;
}

const WhoAndWhen = ({ event, fields, faultOf, set }: WhoAndWhenProps) => (
  <div className="grid gap-3 sm:grid-cols-3">
    <TeamFields
      teams={event.teams}
      teamId={fields.teamId}
      personId={fields.personId}
      faults={{ teamId: faultOf('teamId'), personId: faultOf('personId') }}
      onChange={set}
    />
    <PhaseField faultOf={faultOf} fields={fields} set={set} />
  </div>
);

/** An order in one's own words, for this date or for all to come. */
export function HandOrderForm({ event }: { event: EventSetup }) {
  const {
    error,
    said,
    isSending,
    faultOf,
    isOpen,
    setOpen,
    fields,
    isForAll,
    setForAll,
    set,
    isThere,
    order,
  } = useHandOrder(event);
  return (
    <div>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>{t`A work order of your own`}</Button>{' '}
      <span role="status" className="text-soft">
        {said}
      </span>
      {isOpen && (
        <Form className="mt-3 grid gap-3" onSubmit={(submitted) => void order(submitted)} noValidate>
          <TitleField faultOf={faultOf} fields={fields} set={set} />
          <WhoAndWhen event={event} fields={fields} faultOf={faultOf} set={set} />
          <EdgeField
            legend={isThere ? t`Someone is there from` : t`Done by`}
            value={fields.due}
            fault={faultOf('offsetMin')}
            onChange={(due) => set({ due })}
          />
          {isThere && (
            <EdgeField legend={t`and until`} value={fields.until} onChange={(until) => set({ until })} />
          )}
          <AmountFields faultOf={faultOf} fields={fields} set={set} />
          <ChecklistField faultOf={faultOf} fields={fields} set={set} />
          {event.dates.length > 1 && <ForAll isForAll={isForAll} setForAll={setForAll} />}
          <RefusalNote error={error} />
          <div>
            <Button isMain isSubmit isBusy={isSending}>{t`Make the work order`}</Button>
          </div>
        </Form>
      )}
    </div>
  );
}
