'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { RegisteredDate, RegisteredTime } from '@/ui/kit/dates/registered';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { SplitBody } from '@/contracts/requests/series';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { withEnd } from '@/core/recurrence/editor-model';
import {
  addDays,
  dateOf,
  parseLocalDate,
  parseLocalDateTime,
  timeOf,
  weekdayOf,
} from '@/core/time/local-time';
import { usualPlaces, type AskForm } from '@/ui/ask/draft';
import { RepeatFields } from '@/ui/ask/repeat-fields';
import { ruleFields, ruleOf } from '@/ui/ask/rule-form';
import { ChangeDone } from './change-done';
import { PreviewLines } from './preview-lines';
import { useChange, type ChangeHandle } from './use-change';
import { usePreviewAt } from './use-preview';
import { Form } from '@/ui/kit/form';
import type { ChangeReply } from '@/contracts/requests/change';

/** Dates of a series that are still to come and not given up. */
const toCome = (dates: readonly DateView[]): DateView[] =>
  dates.filter(({ isPast, state }) => !isPast && (state === 'waiting' || state === 'approved'));

/** The fields as the series stands: from that date on, by its own rule, up to its last date. */
function fieldsFrom(
  date: DateView,
  dates: readonly DateView[],
  { rrule, tzid }: RequestView,
): Partial<AskForm> {
  const last = dateOf(dates[dates.length - 1]!.startLocal);
  const start = date.startLocal;
  // A rule that counts its dates would count anew from here: its last day is what is meant.
  const rule = rrule && /COUNT=/.test(rrule) ? withEnd(rrule, { kind: 'until', date: last }, tzid) : rrule;
  const fields = rule ? ruleFields(rule, start, tzid) : {};
  const isOwnWeekday = fields.weekdays?.join() === String(weekdayOf(dateOf(start)));
  return {
    startDate: dateOf(start),
    startTime: timeOf(start),
    endTime: timeOf(date.endLocal),
    every: '1',
    unit: 'week',
    months: [],
    place: 'days',
    ...usualPlaces(start),
    ends: 'until',
    until: last,
    count: '',
    season: '',
    ownRule: '',
    ...fields,
    // None picked is the weekday of the first date, and follows when that is changed.
    weekdays: isOwnWeekday ? [] : (fields.weekdays ?? []),
  };
}

type Split = Omit<SplitBody, 'key' | 'preview'>;

/** What is sent, or what is still to be put right. */
function splitOf(form: AskForm, from: number, { version, tzid }: RequestView): Split | string {
  const { startTime, endTime } = form;
  const [day, until] = [parseLocalDate(form.startDate), parseLocalDate(form.until)];
  const start = day && parseLocalDateTime(`${day}T${startTime}`);
  if (!day || !start || !/^\d\d:\d\d$/.test(endTime))
    return t`Give the first day, when it begins and when it ends.`;
  if (form.ends === 'until' && !form.ownRule && (!until || until < day))
    return t`The last day must not lie before the first. Give both as days of the calendar.`;
  return {
    version,
    from,
    reason: '',
    when: {
      startsAt: start,
      endsAt: `${endTime <= startTime ? addDays(day, 1) : day}T${endTime}`,
      repeat: { rule: ruleOf(form, start, tzid, null) },
    },
  };
}

interface FromDateProps {
  readonly from: number;
  readonly pickFrom: (id: number) => void;
  readonly dates: readonly DateView[];
}

const FromDate = ({ from, pickFrom, dates }: FromDateProps) => (
  <label className="sm:col-span-6">
    <span className="font-semibold">{t`From`}</span>
    <Select value={from} onChange={({ target }) => pickFrom(Number(target.value))}>
      {dates.map(({ id, when }) => (
        <option key={id} value={id}>
          {when}
        </option>
      ))}
    </Select>
  </label>
);

/** The series as it is to go on from the picked date, and what that would do. */
function useSeriesFrom(request: RequestView, dates: readonly DateView[]) {
  const change = useChange(request);
  const form = useForm<AskForm>({ defaultValues: fieldsFrom(dates[0]!, dates, request) });
  const values = useWatch({ control: form.control }) as AskForm;
  const [picked, setPicked] = useState(dates[0]!.id);
  // Dates are made anew by a change: the first of those there are now stands for one that is gone.
  const at = Math.max(
    0,
    dates.findIndex(({ id }) => id === picked),
  );
  const from = dates[at]!.id;
  const split = splitOf(values, from, request);
  const url = `/api/requests/${request.reference}/series`;
  const [hasTyped, setTouched] = useState(false);
  // What is picked from a calendar or moved by keys is no typing.
  const isTouched = hasTyped || form.formState.isDirty;
  const preview = usePreviewAt(url, isTouched && typeof split !== 'string' ? split : null);
  const pickFrom = (id: number) => {
    const date = dates.find((each) => each.id === id);
    if (!date) return;
    setPicked(id);
    const { startDate, startTime, endTime } = fieldsFrom(date, dates, request);
    form.reset({ ...values, startDate, startTime, endTime });
  };
  return { change, form, at, from, split, url, setTouched, isTouched, preview, pickFrom };
}

interface SeriesFootProps {
  readonly change: ChangeHandle;
  readonly split: string | Split;
  readonly preview: string | ChangeReply | null;
}

const SeriesFoot = ({ change, split, preview }: SeriesFootProps) => (
  <Button
    isSubmit
    className="mt-2"
    isBusy={change.isSending}
    off={typeof split === 'string' ? split : typeof preview === 'string' ? preview : null}
  >{t`Change the series from this date`}</Button>
);

function SeriesForm({ request, dates }: { request: RequestView; dates: readonly DateView[] }) {
  const { change, form, at, from, split, url, setTouched, isTouched, preview, pickFrom } = useSeriesFrom(
    request,
    dates,
  );
  return (
    <Form
      className="pt-3"
      onChange={() => setTouched(true)}
      onSubmit={(event) => {
        event.preventDefault();
        if (typeof split !== 'string') void change.runAt(url, split).then(() => setTouched(false));
      }}
    >
      <div className="grid max-w-3xl gap-3 sm:grid-cols-6">
        <FromDate from={from} pickFrom={pickFrom} dates={dates} />
        <Field label={t`Then on`} className="sm:col-span-2">
          <RegisteredDate isRequired control={form.control} name="startDate" />
        </Field>
        <Field label={t`Begins`} className="sm:col-span-2">
          <RegisteredTime isRequired control={form.control} name="startTime" />
        </Field>
        <Field label={t`Ends`} className="sm:col-span-2">
          <RegisteredTime isRequired control={form.control} name="endTime" />
        </Field>
        <RepeatFields form={form} choices={{ seasons: [] }} faults={{}} />
      </div>
      <p className="pt-2 text-note text-soft">{t`${countText(dates.length - at, 'date', 'dates')} to come from this date; dates that were changed on their own keep that. What is new waits for a decision.`}</p>
      {isTouched &&
        (typeof split === 'string' ? (
          <p role="alert" className="text-conflict">
            {split}
          </p>
        ) : (
          <PreviewLines preview={preview} />
        ))}
      <SeriesFoot change={change} split={split} preview={preview} />
      <ChangeDone change={change} />
    </Form>
  );
}

/** From one date on a series goes on otherwise, or longer: another day, time or rhythm, up to another last day. */
export function SeriesFrom({ request }: { request: RequestView }) {
  const dates = toCome(request.dates);
  if (request.dates.length < 2 || !dates.length) return null;
  return (
    <Disclosure summary={t`Change or extend the series`} className="sheet mt-4 p-3">
      <SeriesForm request={request} dates={dates} />
    </Disclosure>
  );
}
