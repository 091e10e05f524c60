'use client';
import { Button } from '@/ui/kit/button';
import { Select, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useId, useState, type SyntheticEvent } from 'react';
import type { EventSetup, ServiceLineView } from '@/contracts/work-orders/event-setup';
import { SERVICE_STATE_WORDS } from '@/contracts/words/services';
import { SERVICE_STATES, type ServiceState } from '@/core/work-orders/service-due';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

interface StateChoiceProps {
  readonly id: string;
  readonly service: ServiceLineView;
  readonly state: 'asked' | 'arranging' | 'agreed' | 'refused';
  readonly setState: (state: 'asked' | 'arranging' | 'agreed' | 'refused') => void;
}

const StateChoice = ({ id, service, state, setState }: StateChoiceProps) => (
  <div>
    <label htmlFor={`${id}-state`} className="sr-only">{t`How far ${service.name} is`}</label>
    <Select
      id={`${id}-state`}
      className="w-44"
      value={state}
      onChange={({ target }) => setState(target.value as ServiceState)}
    >
      {SERVICE_STATES.map((each) => (
        <option key={each} value={each}>
          {SERVICE_STATE_WORDS[each]}
        </option>
      ))}
    </Select>
  </div>
);

function ServiceForm({ service, date }: { service: ServiceLineView; date: number }) {
  const { submit, error, said, isSending, faultOf } = useSubmit();
  const id = useId();
  const [state, setState] = useState<ServiceState>(service.state);
  const [note, setNote] = useState(service.note);
  const save = (event: SyntheticEvent) => {
    event.preventDefault();
    void submit(`/api/events/${date}/services`, { serviceId: service.serviceId, state, note });
  };
  return (
    <Form className="flex flex-wrap items-end gap-2" onSubmit={save}>
      <StateChoice id={id} service={service} state={state} setState={setState} />
      <div className="grow">
        <label
          htmlFor={`${id}-note`}
          className="sr-only"
        >{t`What is there to say about ${service.name}`}</label>
        <TextField
          id={`${id}-note`}
          placeholder={t`what is to say`}
          maxLength={MOST_CHARACTERS.remark}
          value={note}
          aria-invalid={faultOf('note') !== ''}
          onChange={({ target }) => setNote(target.value)}
        />
      </div>
      <Button isSubmit isBusy={isSending} aria-label={t`Save: ${service.name}`}>{t`Save`}</Button>
      <span role="status" className="text-soft">
        {said}
      </span>
      {error && (
        <div className="basis-full">
          <RefusalNote error={error} />
        </div>
      )}
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
                <strong className="text-clash">{t`was to be settled by ${service.dueText}`}</strong>
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
