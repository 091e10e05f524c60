'use client';
import {
  serviceStateSchema,
  type EventSetup,
  type ServiceLineView,
} from '@/contracts/work-orders/event-setup';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { Button } from '@/ui/kit/button';
import { Select, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { SERVICE_STATE_WORDS } from '@/contracts/words/services';
import { SERVICE_STATES } from '@/core/work-orders/service-due';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

function ServiceForm({ service, date }: { service: ServiceLineView; date: number }) {
  const { submit, error, said, faultOf: refused } = useSubmit();
  const { register, onSubmit, faultOf, isSending } = useContractForm({
    schema: serviceStateSchema,
    // What others write of it meanwhile comes with the page: the form is then another one.
    defaultValues: { state: service.state, note: service.note },
    bodyOf: (fields) => ({ ...fields, serviceId: service.serviceId }),
    refused,
    keeps: true,
    submit: (body) => submit(`/api/events/${date}/services`, body),
  });
  return (
    <Form className="flex flex-wrap items-end gap-2" onSubmit={onSubmit} noValidate>
      <Select className="w-44" aria-label={t`How far ${service.name} is`} {...register('state')}>
        {SERVICE_STATES.map((each) => (
          <option key={each} value={each}>
            {SERVICE_STATE_WORDS[each]}
          </option>
        ))}
      </Select>
      <TextField
        className="min-w-40 grow basis-40"
        aria-label={t`What is there to say about ${service.name}`}
        placeholder={t`what is to say`}
        maxLength={MOST_CHARACTERS.remark}
        aria-invalid={faultOf('note') !== ''}
        {...register('note')}
      />
      <Button isSubmit isBusy={isSending} aria-label={t`Save: ${service.name}`}>{t`Save`}</Button>
      <span role="status" className="text-soft">
        {said}
      </span>
      <RefusalNote error={error} className="basis-full" />
    </Form>
  );
}

/** The services of a date, how far each is and by when it has to be settled. */
export function Services({ event }: { event: EventSetup }) {
  if (!event.services.length) return null;
  return (
    <section className="sheet p-4" aria-labelledby="services">
      <h2 id="services" className="text-xl">{t`Services`}</h2>
      <ul>
        {event.services.map((service) => (
          <li key={service.serviceId} className="grid gap-1 border-t border-rule py-2">
            <p>
              <strong>{service.name}</strong> <span className="text-soft">{t`by ${service.team}`}</span> ·{' '}
              {service.isOverdue ? (
                <strong className="text-conflict">{t`was to be settled by ${service.dueText}`}</strong>
              ) : (
                t`to be settled by ${service.dueText}`
              )}
            </p>
            {service.answers.map(({ question, answer }) => (
              <p key={question}>
                <span className="text-soft">{question}</span> {answer}
              </p>
            ))}
            {service.isMine ? (
              <ServiceForm key={`${service.state} ${service.note}`} service={service} date={event.date.id} />
            ) : (
              <p>
                {SERVICE_STATE_WORDS[service.state]}
                {service.note && `: ${service.note}`}
              </p>
            )}
            {service.byText && (
              <p className="text-note text-soft">
                {SERVICE_STATE_WORDS[service.state]}, {service.byText}
              </p>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
