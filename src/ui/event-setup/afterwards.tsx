'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { DateField } from '@/ui/kit/dates/date-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, TextArea, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, tAs } from '@/contracts/language/translate';
import { useId, useOptimistic, useState, useTransition, type TransitionStartFunction } from 'react';
import type { EventSetup, FollowUpView } from '@/contracts/work-orders/event-setup';
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
  readonly submit: ReturnType<typeof useSubmit>['submit'];
  readonly path: string;
  readonly typed: string;
  readonly setTyped: (typed: string) => void;
  readonly id: string;
}

const NamesForm = ({ submit, path, typed, setTyped, id }: NamesFormProps) => (
  <Form
    className="mt-2 grid gap-2"
    onSubmit={(submitted) => {
      submitted.preventDefault();
      void submit(path, { kind: 'names', names: typed }).then((isDone) => isDone && setTyped(''));
    }}
  >
    <label htmlFor={id} className="font-semibold">{t`More names, a line each`}</label>
    <TextArea id={id} className="min-h-20" value={typed} onChange={({ target }) => setTyped(target.value)} />
    <div>
      <Button isSubmit>{t`Put on the list`}</Button>
    </div>
  </Form>
);

function Names({ event }: { event: EventSetup }) {
  const { submit, error } = useSubmit({ repeats: true });
  const id = useId();
  const [typed, setTyped] = useState('');
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
      <NamesForm submit={submit} path={path} typed={typed} setTyped={setTyped} id={id} />
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
        <span className={each.isOverdue ? 'font-semibold text-clash' : 'text-soft'}>
          {each.doneText
            ? t`done by ${each.doneText}`
            : (each.dueText && t`by ${each.dueText}`) || t`noted by ${each.byText}`}
        </span>
      </span>
    </label>
  </li>
);

interface FollowUpFormProps {
  readonly submit: ReturnType<typeof useSubmit>['submit'];
  readonly event: EventSetup;
  readonly text: string;
  readonly due: string;
  readonly setText: (text: string) => void;
  readonly setDue: (due: string) => void;
  readonly id: string;
  readonly isSending: boolean;
}

const FollowUpForm = ({ submit, event, text, due, setText, setDue, id, isSending }: FollowUpFormProps) => (
  <Form
    className="mt-2 flex flex-wrap items-end gap-2"
    onSubmit={(submitted) => {
      submitted.preventDefault();
      void submit('/api/follow-ups', { occurrenceId: event.date.id, text, due: due || null }).then(
        (isDone) => {
          if (!isDone) return;
          setText('');
          setDue('');
        },
      );
    }}
  >
    <div className="grow">
      <label htmlFor={`${id}-text`} className="block font-semibold">{t`What is left to do`}</label>
      <TextField
        id={`${id}-text`}
        maxLength={MOST_CHARACTERS.followUp}
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
    </div>
    <Field label={tAs('due')`By`}>
      <DateField className="w-44" value={due} onChange={setDue} />
    </Field>
    <Button isSubmit isBusy={isSending}>{t`Save`}</Button>
  </Form>
);

function FollowUps({ event }: { event: EventSetup }) {
  const { submit, error, isSending } = useSubmit();
  const id = useId();
  const [text, setText] = useState('');
  const [due, setDue] = useState('');
  return (
    <div>
      <h3 className="text-lg">{t`Follow-up`}</h3>
      <ul>
        {event.followUps.map((each) => (
          <FollowUp key={each.id} each={each} isSending={isSending} submit={submit} />
        ))}
      </ul>
      <FollowUpForm
        submit={submit}
        event={event}
        text={text}
        due={due}
        setText={setText}
        setDue={setDue}
        id={id}
        isSending={isSending}
      />
      <RefusalNote error={error} />
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
