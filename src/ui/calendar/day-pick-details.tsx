'use client';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button, ButtonLink } from '@/ui/kit/button';
import { NumberField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState, type JSX } from 'react';
import { dayLong } from '@/contracts/words/when';
import { clockText, minuteOfDay, parseLocalDateTime, timeOf } from '@/core/time/local-time';
import { boardHref } from '@/ui/board/board-address';
import { DetailsPanel } from '@/ui/kit/details-panel';
import type { DayPick } from './dates-address';
import { DayNote } from '@/ui/frame/day-notes';
import { Form } from '@/ui/kit/form';

const USUAL_MIN = 60;
const LAST_MIN = 24 * 60 - 1;

function usualEnd({ day, from }: DayPick): string {
  const start = from && parseLocalDateTime(`${day}T${from}`);
  return start ? clockText(Math.min(LAST_MIN, minuteOfDay(start) + USUAL_MIN)) : '';
}

interface HoursFormProps {
  readonly look: () => void;
  readonly time: (label: string, value: string, set: (value: string) => void) => JSX.Element;
  readonly from: string;
  readonly setFrom: (from: string) => void;
  readonly to: string;
  readonly setTo: (to: string) => void;
  readonly people: string;
  readonly setPeople: (people: string) => void;
  readonly fault: string;
}

const HoursForm = ({ look, time, from, setFrom, to, setTo, people, setPeople, fault }: HoursFormProps) => (
  <Form
    noValidate
    className="grid grid-cols-2 gap-2"
    onSubmit={(event) => {
      event.preventDefault();
      look();
    }}
  >
    {time(t`From`, from, setFrom)}
    {time(t`To`, to, setTo)}
    <label className="col-span-2">
      {t`People`}
      <NumberField min={1} value={people} onChange={({ target }) => setPeople(target.value)} />
    </label>
    {fault && (
      <p role="alert" className="col-span-2 text-note text-conflict">
        {fault}
      </p>
    )}
    <Button isMain isSubmit className="col-span-2">{t`Find a space then`}</Button>
  </Form>
);

interface PickProps {
  readonly pick: DayPick;
  onClose(): void;
}

/** A day somebody wants something on. It asks for the hours: a day that is pointed at is not yet a whole one. */
export function DayPickDetails({ pick, onClose }: PickProps) {
  const router = useRouter();
  const [from, setFrom] = useState(pick.from ?? '');
  const [to, setTo] = useState(usualEnd(pick));
  const [people, setPeople] = useState('10');
  const [fault, setFault] = useState('');
  const look = () => {
    const start = parseLocalDateTime(`${pick.day}T${from}`);
    const end = parseLocalDateTime(`${pick.day}T${to}`);
    if (!start || !end) return setFault(t`Give two times as well as the day.`);
    const many = Number(people);
    if (!Number.isInteger(many) || many < 1) return setFault(t`Give how many people come.`);
    setFault('');
    router.push(
      `/spaces?${new URLSearchParams({ people, day: pick.day, from: timeOf(start), to: timeOf(end) }).toString().replace(/%3A/g, ':')}`,
    );
  };
  const time = (label: string, value: string, set: (value: string) => void) => (
    <Field label={label} look="plain">
      <TimeField value={value} onChange={set} />
    </Field>
  );
  return (
    <DetailsPanel title={dayLong(pick.day)} onClose={onClose}>
      <DayNote date={pick.day} />
      <HoursForm
        look={look}
        time={time}
        from={from}
        setFrom={setFrom}
        to={to}
        setTo={setTo}
        people={people}
        setPeople={setPeople}
        fault={fault}
      />
      <p className="mt-3">
        <ButtonLink
          className="w-full"
          href={boardHref({ day: pick.day })}
        >{t`See that day on the board`}</ButtonLink>
      </p>
    </DetailsPanel>
  );
}
