'use client';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button, ButtonLink } from '@/ui/kit/button';
import { NumberField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
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

/** The hours and how many come, as typed; a search for spaces with them. */
function useHours(pick: DayPick) {
  const router = useRouter();
  const [fields, setFields] = useState({ from: pick.from ?? '', to: usualEnd(pick), people: '10' });
  const [fault, setFault] = useState('');
  const set = (part: Partial<typeof fields>) => setFields((now) => ({ ...now, ...part }));
  const find = () => {
    const { people } = fields;
    const start = parseLocalDateTime(`${pick.day}T${fields.from}`);
    const end = parseLocalDateTime(`${pick.day}T${fields.to}`);
    if (!start || !end) return setFault(t`Give two times as well as the day.`);
    const many = Number(people);
    if (!Number.isInteger(many) || many < 1) return setFault(t`Give how many people come.`);
    setFault('');
    router.push(
      `/spaces?${new URLSearchParams({ people, day: pick.day, from: timeOf(start), to: timeOf(end) }).toString().replace(/%3A/g, ':')}`,
    );
  };
  return { fields, set, fault, find };
}

function HoursForm({ pick }: { pick: DayPick }) {
  const { fields, set, fault, find } = useHours(pick);
  return (
    <Form
      noValidate
      className="grid grid-cols-2 gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        find();
      }}
    >
      <Field label={t`From`} look="plain">
        <TimeField value={fields.from} onChange={(from) => set({ from })} />
      </Field>
      <Field label={t`To`} look="plain">
        <TimeField value={fields.to} onChange={(to) => set({ to })} />
      </Field>
      <label className="col-span-2">
        {t`People`}
        <NumberField min={1} value={fields.people} onChange={({ target }) => set({ people: target.value })} />
      </label>
      {fault && (
        <p role="alert" className="col-span-2 text-note text-conflict">
          {fault}
        </p>
      )}
      <Button isMain isSubmit className="col-span-2">{t`Find a space then`}</Button>
    </Form>
  );
}

interface PickProps {
  readonly pick: DayPick;
  onClose(): void;
}

/** A day somebody wants something on. It asks for the hours: a day that is pointed at is not yet a whole one. */
export const DayPickDetails = ({ pick, onClose }: PickProps) => (
  <DetailsPanel title={dayLong(pick.day)} onClose={onClose}>
    <DayNote date={pick.day} />
    <HoursForm pick={pick} />
    <p className="mt-3">
      <ButtonLink
        className="w-full"
        href={boardHref({ day: pick.day })}
      >{t`See that day on the board`}</ButtonLink>
    </p>
  </DetailsPanel>
);
