'use client';
import { t } from '@/contracts/language/translate';
import { memo } from 'react';
import { useWatch } from 'react-hook-form';
import type { CheckReply } from '@/contracts/requests/ask';
import { monthName } from '@/contracts/words/when';
import type { Verdict } from '@/core/checks/findings';
import { addDays, localDate, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { addMonths, daysInMonth } from '@/core/time/weeks';
import type { PartProps } from './part-props';

/** A longer series is told by its list alone. */
const MOST_MONTHS = 14;

/** A month: its name and its days. */
const ROW = 'grid grid-cols-[2.6rem_repeat(31,minmax(0,1fr))] items-end';

const LOOK: Readonly<Record<Verdict, string>> = {
  clear: 'border-clear bg-clear/25',
  warning: 'border-warning border-dashed bg-warning/25',
  conflict: 'border-conflict bg-conflict',
};

interface Marked {
  /** The start by which it is left out and put back. */
  readonly at: string;
  /** Null where it is left out. */
  readonly verdict: Verdict | null;
}

function monthsBetween(first: LocalDate, last: LocalDate): LocalDate[] {
  const months: LocalDate[] = [];
  for (let month = localDate(`${first.slice(0, 7)}-01`); month <= last; month = addMonths(month, 1)) {
    if (months.push(month) > MOST_MONTHS) return [];
  }
  return months;
}

/** What a press on a day does: leaves a date out, puts it back, or adds a day. */
function usePresses({ getValues, setValue, control }: PartProps['form']) {
  const [leftOut, pattern, picked] = useWatch({ control, name: ['leftOut', 'pattern', 'pickedDays'] });
  const put = (name: 'leftOut' | 'pickedDays', values: string[]) =>
    setValue(name, values, { shouldDirty: true });
  const press = (day: LocalDate, marked: Marked | undefined) => {
    if (!marked) put('pickedDays', [...getValues('pickedDays'), day].sort());
    // What was added to a rule goes again; of days picked one by one each is in the list with the way back.
    else if (pattern === 'rule' && picked.includes(day))
      put(
        'pickedDays',
        picked.filter((each) => each !== day),
      );
    else if (marked.verdict) put('leftOut', [...getValues('leftOut'), marked.at]);
    else
      put(
        'leftOut',
        getValues('leftOut').filter((at) => at !== marked.at),
      );
  };
  return { leftOut, canAdd: pattern !== 'once', press };
}

interface DayProps {
  readonly day: LocalDate;
  readonly marked: Marked | undefined;
  readonly canAdd: boolean;
  press(day: LocalDate, marked: Marked | undefined): void;
}

function Day({ day, marked, canAdd, press }: DayProps) {
  const ground = weekdayOf(day) > 5 ? 'bg-sunk' : '';
  if (!marked && !canAdd) return <span className={`h-5 border-b border-rule ${ground}`} />;
  const look = !marked
    ? 'border-transparent border-b-rule hover:border-ink'
    : marked.verdict
      ? LOOK[marked.verdict]
      : 'border-dotted border-strong-rule';
  return (
    <button
      type="button"
      tabIndex={-1}
      data-day={day}
      className={`h-5 border ${ground} ${look}`}
      onClick={() => press(day, marked)}
    />
  );
}

const DayNumbers = () => (
  <div className={ROW}>
    <span />
    {Array.from({ length: 31 }, (_, index) => (
      <span key={index} className="text-tiny leading-none whitespace-nowrap text-soft">
        {index % 7 === 0 ? index + 1 : ''}
      </span>
    ))}
  </div>
);

/**
 * The dates of a series drawn on the days of their months. For the eye and the pointer: the list beneath says the same,
 * and does the same by keys.
 */
export const DatesStrip = memo(function DatesStrip({
  reply,
  form,
}: {
  reply: CheckReply;
  form: PartProps['form'];
}) {
  const { leftOut, canAdd, press } = usePresses(form);
  const marks = new Map<string, Marked>([
    ...leftOut.map((at) => [at.slice(0, 10), { at, verdict: null }] as const),
    ...reply.dates.map(({ key, verdict }) => [key.slice(0, 10), { at: key, verdict }] as const),
  ]);
  const [first, ...later] = [...marks.keys()].sort();
  const last = later[later.length - 1];
  const months = first && last ? monthsBetween(localDate(first), localDate(last)) : [];
  if (!months.length) return null;
  return (
    <div aria-hidden="true" className="mt-3 grid gap-y-1">
      <p className="text-note text-soft">
        {canAdd
          ? t`Press a date to leave it out or put it back, another day to add it.`
          : t`Press a date to leave it out or put it back.`}
      </p>
      <DayNumbers />
      {months.map((month) => (
        <div key={month} className={ROW}>
          <span className="text-tiny text-soft">{monthName(month).slice(0, 3)}</span>
          {Array.from({ length: daysInMonth(month) }, (_, index) => addDays(month, index)).map((day) => (
            <Day key={day} day={day} marked={marks.get(day)} canAdd={canAdd} press={press} />
          ))}
        </div>
      ))}
    </div>
  );
});
