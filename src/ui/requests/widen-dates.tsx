'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { STATE_WORDS } from '@/contracts/words/states';
import { WEEKDAY_NAMES } from '@/contracts/words/rule';
import { dateOf, weekdayOf } from '@/core/time/local-time';
import { Button } from '@/ui/kit/button';
import { Field } from '@/ui/kit/field';
import { Select } from '@/ui/kit/fields';

/** Which dates of a series are meant; '' is any. */
interface Span {
  readonly from: number;
  readonly to: number;
  readonly weekday: string;
  readonly state: string;
}

/** Those that can still be moved. */
const STATES = ['approved', 'waiting'] as const;

const weekday = ({ startLocal }: DateView): string => String(weekdayOf(dateOf(startLocal)));

/** The dates of a span, with the weekday and the state that are asked for. */
function datesIn(dates: readonly DateView[], span: Span): DateView[] {
  return dates.filter(
    (date, index) =>
      index >= span.from &&
      index <= span.to &&
      (!span.weekday || weekday(date) === span.weekday) &&
      (!span.state || date.state === span.state),
  );
}

interface WeekdayFieldProps {
  readonly span: Span;
  readonly setSpan: (span: Span) => void;
  readonly counted: (text: string, part: Partial<Span>) => string;
  readonly days: string[];
}

const WeekdayField = ({ span, setSpan, counted, days }: WeekdayFieldProps) => (
  <Field label={t`Weekday`} look="note">
    <Select value={span.weekday} onChange={({ target }) => setSpan({ ...span, weekday: target.value })}>
      <option value="">{counted(t`any`, { weekday: '' })}</option>
      {days.map((each) => (
        <option key={each} value={each}>
          {counted(WEEKDAY_NAMES[Number(each) - 1] ?? each, { weekday: each })}
        </option>
      ))}
    </Select>
  </Field>
);

interface StateFieldProps {
  readonly span: Span;
  readonly setSpan: (span: Span) => void;
  readonly counted: (text: string, part: Partial<Span>) => string;
}

const StateField = ({ span, setSpan, counted }: StateFieldProps) => (
  <Field label={t`State`} look="note">
    <Select value={span.state} onChange={({ target }) => setSpan({ ...span, state: target.value })}>
      <option value="">{counted(t`any`, { state: '' })}</option>
      {STATES.map((state) => (
        <option key={state} value={state}>
          {counted(STATE_WORDS[state], { state })}
        </option>
      ))}
    </Select>
  </Field>
);

function whenOptions(dates: readonly DateView[]) {
  return dates.map(({ id, when }, index) => (
    <option key={id} value={index}>
      {when}
    </option>
  ));
}

interface WidenDatesProps {
  readonly dates: readonly DateView[];
  /** The date everything began with. */
  readonly origin: number;
  onPick(ids: ReadonlySet<number>): void;
}

/** Picks more dates of a series than the one it began with: from a date to another, by weekday, by state, with counts. */
export function WidenDates({ dates, origin, onPick }: WidenDatesProps) {
  const [span, setSpan] = useState<Span>({
    from: Math.max(
      0,
      dates.findIndex(({ id }) => id === origin),
    ),
    to: dates.length - 1,
    weekday: '',
    state: '',
  });
  const found = datesIn(dates, span);
  const counted = (text: string, part: Partial<Span>) =>
    `${text} (${datesIn(dates, { ...span, ...part }).length})`;
  const days = [...new Set(dates.map(weekday))].sort();
  const whens = whenOptions(dates);
  return (
    <div className="mb-2 grid grid-cols-2 gap-2">
      <Field label={t`From the date`} look="note">
        <Select value={span.from} onChange={({ target }) => setSpan({ ...span, from: Number(target.value) })}>
          {whens}
        </Select>
      </Field>
      <Field label={t`to the date`} look="note">
        <Select value={span.to} onChange={({ target }) => setSpan({ ...span, to: Number(target.value) })}>
          {whens}
        </Select>
      </Field>
      <WeekdayField span={span} setSpan={setSpan} counted={counted} days={days} />
      <StateField span={span} setSpan={setSpan} counted={counted} />
      <Button
        className="col-span-2"
        off={found.length ? null : t`No date of the series is like that.`}
        onClick={() => onPick(new Set(found.map(({ id }) => id)))}
      >{t`Pick ${countText(found.length, 'date', 'dates')}`}</Button>
    </div>
  );
}
