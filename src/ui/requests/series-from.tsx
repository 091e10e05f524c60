'use client';
import { useState, type ComponentProps, type FormEvent } from 'react';
import type { SplitBody } from '@/contracts/series';
import type { DateView, RequestView } from '@/contracts/request-view';
import { countText } from '@/contracts/words/when';
import { ruleTextOf, weeklyOn } from '@/core/recurrence/editor-model';
import {
  addDays,
  dateOf,
  daysBetween,
  parseLocalDate,
  timeOf,
  weekdayOf,
  type LocalDate,
} from '@/core/time/local-time';
import { ChangeDone } from './change-done';
import { useChange } from './use-change';

/** Dates of a series that are still to come and not given up. */
const toCome = (dates: readonly DateView[]): DateView[] =>
  dates.filter(({ isPast, state }) => !isPast && (state === 'waiting' || state === 'approved'));

interface SeriesForm {
  readonly from: number;
  readonly day: string;
  readonly start: string;
  readonly end: string;
  readonly weeks: number;
  readonly last: string;
}

/** As they stand now: whole weeks between the first two. */
const weeksBetween = ([a, b]: readonly DateView[]): number =>
  b && a ? Math.max(1, Math.round(daysBetween(dateOf(a.startLocal), dateOf(b.startLocal)) / 7)) : 1;

const formFrom = (date: DateView, dates: readonly DateView[]): SeriesForm => ({
  from: date.id,
  day: dateOf(date.startLocal),
  start: timeOf(date.startLocal),
  end: timeOf(date.endLocal),
  weeks: weeksBetween(dates),
  last: dateOf(dates[dates.length - 1]!.startLocal),
});

function bodyOf(form: SeriesForm, day: LocalDate, last: LocalDate, { version, tzid }: RequestView) {
  const isOverNight = form.end <= form.start;
  return {
    version,
    from: form.from,
    reason: '',
    when: {
      startsAt: `${day}T${form.start}`,
      endsAt: `${isOverNight ? addDays(day, 1) : day}T${form.end}`,
      repeat: { rule: ruleTextOf(weeklyOn(form.weeks, { kind: 'until', date: last }, weekdayOf(day)), tzid) },
    },
  } satisfies Omit<SplitBody, 'key'>;
}

interface EntryProps extends Omit<ComponentProps<'input'>, 'onChange'> {
  readonly label: string;
  onEntry(value: string): void;
}

const Entry = ({ label, onEntry, ...input }: EntryProps) => (
  <label>
    <span className="font-semibold">{label}</span>
    <input {...input} className="field" required onChange={({ target }) => onEntry(target.value)} />
  </label>
);

/** From one date on a series goes on otherwise, or longer: another day, time or rhythm, up to another last day. */
export function SeriesFrom({ request }: { request: RequestView }) {
  const dates = toCome(request.dates);
  const change = useChange(request);
  const [form, setForm] = useState<SeriesForm | null>(() => (dates[0] ? formFrom(dates[0], dates) : null));
  const [fault, setFault] = useState('');
  if (request.dates.length < 2 || !dates.length || !form) return null;
  // Dates are made anew by a change: the first of those there are now stands for one that is gone.
  const at = Math.max(
    0,
    dates.findIndex(({ id }) => id === form.from),
  );
  const from = dates[at]!.id;
  const set = (part: Partial<SeriesForm>) => setForm({ ...form, ...part });
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const [day, last] = [parseLocalDate(form.day), parseLocalDate(form.last)];
    if (!day || !last || last < day)
      return setFault('The last day must not lie before the first. Give both as days of the calendar.');
    setFault('');
    await change.runAt(
      `/api/requests/${request.reference}/series`,
      bodyOf({ ...form, from }, day, last, request),
    );
  };
  return (
    <details className="sheet mt-4 p-3">
      <summary className="cursor-pointer font-semibold">From a date on otherwise, or longer</summary>
      <form className="flex max-w-3xl flex-wrap items-end gap-3 pt-3" onSubmit={submit}>
        <label className="basis-full">
          <span className="font-semibold">From</span>
          <select
            className="field"
            value={from}
            onChange={({ target }) => {
              const date = dates.find(({ id }) => id === Number(target.value));
              if (date) setForm({ ...formFrom(date, dates), weeks: form.weeks, last: form.last });
            }}
          >
            {dates.map(({ id, when }) => (
              <option key={id} value={id}>
                {when}
              </option>
            ))}
          </select>
        </label>
        <Entry label="Then on" type="date" value={form.day} onEntry={(day) => set({ day })} />
        <Entry label="Begins" type="time" value={form.start} onEntry={(start) => set({ start })} />
        <Entry label="Ends" type="time" value={form.end} onEntry={(end) => set({ end })} />
        <Entry
          label="Every so many weeks"
          type="number"
          min={1}
          max={52}
          value={form.weeks}
          onEntry={(weeks) => set({ weeks: Math.max(1, Number(weeks)) })}
        />
        <Entry label="Last day" type="date" value={form.last} onEntry={(last) => set({ last })} />
        <button type="submit" className="press" disabled={change.isSending}>
          Change the series from there on
        </button>
      </form>
      <p className="pt-1 text-[0.95rem] text-soft">
        {countText(dates.length - at, 'date', 'dates')} to come from there on; dates that were given something
        of their own keep it. What is new waits for a decision.
      </p>
      {fault && (
        <p role="alert" className="text-clash">
          {fault}
        </p>
      )}
      <ChangeDone change={change} />
    </details>
  );
}
