'use client';
import {
  attendanceSchema,
  followUpSchema,
  type EventSetup,
  type FollowUpView,
} from '@/contracts/work-orders/event-setup';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { RegisteredDate } from '@/ui/kit/dates/registered';
import { Disclosure } from '@/ui/kit/disclosure';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, TextArea, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, tAs } from '@/contracts/language/translate';
import { useId, useOptimistic, useState, useTransition, type TransitionStartFunction } from 'react';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

function Count({ event }: { event: EventSetup }) {
  const { submit, error, said } = useSubmit();
  const id = useId();
  const [people, setPeople] = useState(
    event.attendance.people === null ? '' : String(event.attendance.people),
  );
  const keep = () =>
    void submit(`/api/events/${event.date.id}/attendance`, {
      kind: 'count',
      people: people.trim() === '' ? null : Number(people),
    });
  return (
    <div>
      <label htmlFor={id} className="block font-semibold">{t`How many came`}</label>
      <div className="flex flex-wrap items-center gap-3">
        <NumberField
          id={id}
          min={0}
          inputMode="numeric"
          className="h-11 w-32"
          value={people}
          aria-describedby={`${id}-of`}
          onChange={({ target }) => setPeople(target.value)}
          onBlur={() => people !== String(event.attendance.people ?? '') && keep()}
          onKeyDown={({ key }) => key === 'Enter' && keep()}
        />
        <span
          id={`${id}-of`}
          className="text-soft"
        >{t`${event.expected} were expected${event.attendance.byText ? t`; counted by ${event.attendance.byText}` : ''}`}</span>
        <span role="status" className="text-soft">
          {said && t`saved`}
        </span>
      </div>
      <RefusalNote error={error} />
    </div>
  );
}

interface NameLineProps {
  readonly name: string;
  readonly isHere: boolean;
  readonly startTransition: TransitionStartFunction;
  readonly touch: (action: string) => void;
  readonly submit: ReturnType<typeof useSubmit>['submit'];
  readonly path: string;
}

const NameLine = ({ name, isHere, startTransition, touch, submit, path }: NameLineProps) => (
  <li>
    <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule">
      <Checkbox
        className="size-6 shrink-0"
        checked={isHere}
        onChange={() =>
          startTransition(async () => {
            touch(name);
            await submit(path, { kind: 'here', name, isHere: !isHere });
          })
        }
      />
      {name}
    </label>
  </li>
);

interface NamesFormProps {
  readonly sending: ReturnType<typeof useSubmit>;
  readonly path: string;
}

function NamesForm({ sending, path }: NamesFormProps) {
  const { register, onSubmit, faultOf } = useContractForm({
    schema: attendanceSchema,
    defaultValues: { names: '' },
    bodyOf: ({ names }) => ({ kind: 'names', names }),
    refused: sending.faultOf,
    submit: (body) => sending.submit(path, body),
  });
  return (
    <Form className="mt-2 grid gap-2" onSubmit={onSubmit} noValidate>
      <Field label={t`More names, a line each`} fault={faultOf('names')}>
        <TextArea className="min-h-20" {...register('names')} />
      </Field>
      <div>
        <Button isSubmit>{t`Put on the list`}</Button>
      </div>
    </Form>
  );
}

function Names({ event }: { event: EventSetup }) {
  const sending = useSubmit({ repeats: true });
  const { submit, error } = sending;
  const [, startTransition] = useTransition();
  const [names, touch] = useOptimistic(event.attendees, (all, name: string) =>
    all.map((each) => (each.name === name ? { ...each, isHere: !each.isHere } : each)),
  );
  const path = `/api/events/${event.date.id}/attendance`;
  return (
    <Disclosure
      summary={
        <>{t`By name${names.length ? t`: ${names.filter(({ isHere }) => isHere).length} of ${names.length} here` : ''}`}</>
      }
      open={names.length > 0}
    >
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {names.map(({ name, isHere }) => (
          <NameLine
            key={name}
            name={name}
            isHere={isHere}
            startTransition={startTransition}
            touch={touch}
            submit={submit}
            path={path}
          />
        ))}
      </ul>
      <NamesForm sending={sending} path={path} />
      <RefusalNote error={error} />
    </Disclosure>
  );
}

interface FollowUpProps {
  readonly each: FollowUpView;
  readonly isSending: boolean;
  readonly submit: ReturnType<typeof useSubmit>['submit'];
}

const FollowUp = ({ each, isSending, submit }: FollowUpProps) => (
  <li>
    <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule py-1">
      <Checkbox
        className="size-6 shrink-0"
        checked={each.doneText !== null}
        disabled={isSending}
        onChange={() => void submit(`/api/follow-ups/${each.id}`, { isDone: each.doneText === null })}
      />
      <span>
        {each.doneText ? <s>{each.text}</s> : each.text}{' '}
        <span className={each.isOverdue ? 'font-semibold text-conflict' : 'text-soft'}>
          {each.doneText
            ? t`done by ${each.doneText}`
            : (each.dueText && t`by ${each.dueText}`) || t`noted by ${each.byText}`}
        </span>
      </span>
    </label>
  </li>
);

function FollowUpForm({ event, sending }: { event: EventSetup; sending: ReturnType<typeof useSubmit> }) {
  const { register, control, onSubmit, faultOf, isSending } = useContractForm({
    schema: followUpSchema,
    defaultValues: { text: '', due: '' },
    bodyOf: ({ text, due }) => ({ occurrenceId: event.date.id, text, due: due || null }),
    refused: sending.faultOf,
    submit: (body) => sending.submit('/api/follow-ups', body),
  });
  return (
    <Form className="mt-2 flex flex-wrap items-end gap-2" onSubmit={onSubmit} noValidate>
      <Field label={t`What is left to do`} fault={faultOf('text')} className="grow">
        <TextField maxLength={MOST_CHARACTERS.followUp} {...register('text')} />
      </Field>
      <Field label={tAs('due')`By`} fault={faultOf('due')}>
        <RegisteredDate className="w-44" control={control} name="due" />
      </Field>
      <Button isSubmit isBusy={isSending}>{t`Save`}</Button>
    </Form>
  );
}

function FollowUps({ event }: { event: EventSetup }) {
  const sending = useSubmit();
  const { submit, error, isSending } = sending;
  return (
    <div>
      <h3 className="text-lg">{t`Follow-up`}</h3>
      <ul>
        {event.followUps.map((each) => (
          <FollowUp key={each.id} each={each} isSending={isSending} submit={submit} />
        ))}
      </ul>
      <FollowUpForm event={event} sending={sending} />
      <RefusalNote error={error?.fields.length ? null : error} />
    </div>
  );
}

/** Who came and what is left to do; all of it kept as soon as it is said. */
export function Afterwards({ event }: { event: EventSetup }) {
  return (
    <section className="sheet grid gap-4 p-4" aria-labelledby="afterwards">
      <h2 id="afterwards" className="text-xl">{t`Who came, and follow-up`}</h2>
      <Count key={`${event.date.id} ${event.attendance.people}`} event={event} />
      <Names event={event} />
      <FollowUps event={event} />
    </section>
  );
}
