'use client';
import { handOrderSchema } from '@/contracts/work-orders/templates';
import { useContractForm, useFields } from '@/ui/hooks/use-contract-form';
import { Checkbox, NumberField, Select, TextArea, TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
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

/** The order as it is written, and making it. */
function useHandOrder(event: EventSetup, done: () => void) {
  const { submit, error, said, faultOf: refused } = useSubmit();
  const form = useContractForm({
    schema: handOrderSchema,
    defaultValues: { ...EMPTY, isForAll: false },
    bodyOf: ({ isForAll, ...fields }) => {
      const { when: _, ...body } = bodyOf(fields);
      return { ...body, occurrenceId: isForAll ? null : event.date.id };
    },
    refused,
    submit: (body) => submit(`/api/requests/${event.reference}/orders`, body),
    done,
  });
  return { ...form, ...useFields(form), error: error?.fields.length ? null : error, said };
}

const WhoAndWhen = ({ event, on: { fields, set, faultOf, register } }: OrderFormProps) => (
  <div className="grid gap-3 sm:grid-cols-3">
    <TeamFields
      teams={event.teams}
      teamId={fields.teamId}
      personId={fields.personId}
      faultOf={faultOf}
      onChange={set}
    />
    <Field label={t`It is done`} fault={faultOf('phase')}>
      <Select {...register('phase')}>
        {TEMPLATE_PHASES.map((phase) => (
          <option key={phase} value={phase}>
            {TEMPLATE_PHASE_WORDS[phase]}
          </option>
        ))}
      </Select>
    </Field>
  </div>
);

const AmountFields = ({ on: { faultOf, register } }: Pick<OrderFormProps, 'on'>) => (
  <div className="grid gap-3 sm:grid-cols-3">
    <Field label={t`Minutes of work`} fault={faultOf('workFormula')} hint={t`a number or a formula`}>
      <TextField {...register('workFormula')} />
    </Field>
    <Field label={t`Issued so many days ahead`} fault={faultOf('leadDays')} hint={t`empty: at once`}>
      <NumberField min={0} {...register('leadDays')} />
    </Field>
  </div>
);

interface OrderFormProps {
  readonly event: EventSetup;
  readonly on: ReturnType<typeof useHandOrder>;
}

function OrderForm({ event, on }: OrderFormProps) {
  const { fields, set, faultOf, register } = on;
  const isThere = fields.phase === 'attendance';
  return (
    <Form className="mt-3 grid gap-3" onSubmit={on.onSubmit} noValidate>
      <Field label={t`What is to be done`} fault={faultOf('title')}>
        <TextField maxLength={MOST_CHARACTERS.workTitle} {...register('title')} />
      </Field>
      <WhoAndWhen event={event} on={on} />
      <EdgeField
        legend={isThere ? t`Someone is there from` : t`Done by`}
        value={fields.due}
        fault={faultOf('offsetMin')}
        onChange={(due) => set({ due })}
      />
      {isThere && (
        <EdgeField legend={t`and until`} value={fields.until} onChange={(until) => set({ until })} />
      )}
      <AmountFields on={on} />
      <Field label={t`Checklist, a line each`} fault={faultOf('checklist')}>
        <TextArea className="min-h-16" {...register('checklist')} />
      </Field>
      {event.dates.length > 1 && (
        <label className="flex min-h-8 items-center gap-2">
          <Checkbox {...register('isForAll')} />
          {t`for all dates of this request that are to come`}
        </label>
      )}
      <RefusalNote error={on.error} />
      <div>
        <Button isMain isSubmit isBusy={on.isSending}>{t`Make the work order`}</Button>
      </div>
    </Form>
  );
}

/** An order in one's own words, for this date or for all to come. */
export function HandOrderForm({ event }: { event: EventSetup }) {
  const [isOpen, setOpen] = useState(false);
  const on = useHandOrder(event, () => setOpen(false));
  return (
    <div>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>{t`A work order of your own`}</Button>{' '}
      <span role="status" className="text-soft">
        {on.said}
      </span>
      {isOpen && <OrderForm event={event} on={on} />}
    </div>
  );
}
