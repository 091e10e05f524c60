'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { TemplateChoices, TriedOrder, TryReply } from '@/contracts/work-orders/templates';
import type { ShownError } from '@/ui/hooks/send';
import { useAsked } from '@/ui/hooks/use-asked';
import { Combobox } from '@/ui/kit/combobox';
import { bodyOf, type TemplateFields } from './template-form-model';

function Tried({ order }: { order: TriedOrder }) {
  return (
    <li className="border-l-4 border-l-strong-rule py-1 pl-3">
      <p className="font-semibold">{order.place}</p>
      <p>{t`${order.fromText} to ${order.dueText}; ${order.workText}`}</p>
      <p className="text-soft">{t`issued ${order.issueText}`}</p>
      {order.workProblem && (
        <p className="font-semibold text-conflict">{t`Minutes of work: ${order.workProblem}`}</p>
      )}
      <ul>
        {order.brings.map(({ name, quantity, problem }) => (
          <li key={name}>
            {problem ? (
              <strong className="text-conflict">
                {name}: {problem}
              </strong>
            ) : (
              <>
                <strong>{quantity}</strong> × {name}
              </>
            )}
          </li>
        ))}
        {order.carries.map((text) => (
          <li key={text} className="text-soft">
            {text}
          </li>
        ))}
      </ul>
    </li>
  );
}

interface WouldMakeProps {
  readonly error: ShownError | null;
  readonly reply: TryReply | null;
}

const WouldMake = ({ error, reply }: WouldMakeProps) => (
  <div aria-live="polite" className="mt-2">
    {error && (
      <ul className="text-soft">
        {error.fields.length ? (
          error.fields.map(({ path, message }) => <li key={path}>{message}</li>)
        ) : (
          <li>{error.message}</li>
        )}
      </ul>
    )}
    {reply && (
      <>
        <p className="text-soft">{reply.eventText}</p>
        {reply.notAbout && <p>{reply.notAbout}</p>}
        <ul className="mt-1 grid gap-2">
          {reply.orders.map((order) => (
            <Tried key={order.place} order={order} />
          ))}
        </ul>
      </>
    )}
  </div>
);

interface TemplateTryProps {
  readonly fields: TemplateFields;
  readonly past: TemplateChoices['past'];
}

/** What the template, as it stands in the form, would have made of an event that was. */
export function TemplateTry({ fields, past }: TemplateTryProps) {
  // Nothing chosen is the last event that the template is about.
  const [event, setEvent] = useState('');
  const body = { template: bodyOf(fields), occurrenceId: event ? Number(event) : null };
  const sent = useAsked<TryReply>('/api/work-order-templates/try', past.length ? body : null, {
    keepsLast: true,
  });
  const reply = sent?.ok ? sent.value : null;
  const error = sent && !sent.ok ? sent.error : null;
  return (
    <section className="sheet p-4" aria-labelledby="try">
      <h2 id="try" className="text-xl">{t`Tried on an event that was`}</h2>
      {past.length ? (
        <Combobox
          aria-label={t`Event to try it on`}
          options={past.map(({ id, name, dateText }) => ({ value: String(id), text: name, hint: dateText }))}
          value={event || String(reply?.occurrenceId ?? '')}
          onChange={setEvent}
        />
      ) : (
        <p>{t`Nothing was on yet to try it on.`}</p>
      )}
      <WouldMake error={error} reply={reply} />
    </section>
  );
}
