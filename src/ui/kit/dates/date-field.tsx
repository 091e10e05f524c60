'use client';
import { t } from '@/contracts/language/translate';
import { dayShort } from '@/contracts/words/when';
import { addDays, parseLocalDate, type LocalDate } from '@/core/time/local-time';
import { useOffice } from '@/ui/hooks/office';
import { CalendarPopover } from './calendar-popover';
import { bringReader, readDayNow, readTypedDate, readTypedDates } from './typed-date';
import { TypedInput, type TypedProps } from './typed-input';
import { useTyped, type TypedKind } from './use-typed';
import { useValue, type ValueProps } from './use-value';

/** Looks like more than one day: `1–3 June`, `1 to 3 June`, `1.6., 3.6.`; a day as `2027-06-01` does not. */
const SEVERAL = /[–—,;]|\d\.?\s+-\s*\d|^\s*\d{1,2}\.?-\d{1,2}\.?\s|\b(?:to|until|bis)\b/i;

type OnRange = (first: LocalDate, last: LocalDate) => void;

/** A day, or of several at once the first, where somebody takes the last. */
async function readLate(
  text: string,
  today: LocalDate,
  onRange: OnRange | undefined,
): Promise<LocalDate | null> {
  if (!onRange) return readTypedDate(text, today);
  const { days, unread } = await readTypedDates(text, today);
  const [first, ...more] = [...days].sort();
  const last = more[more.length - 1];
  if (!first || !last || unread.length) return readTypedDate(text, today);
  onRange(first, last);
  return first;
}

const kindOf = (today: LocalDate, onRange: OnRange | undefined): TypedKind => ({
  write(value) {
    const day = parseLocalDate(value);
    return day ? dayShort(day) : value;
  },
  read: (text) => (onRange && SEVERAL.test(text) ? undefined : readDayNow(text, today)),
  readLater: (text) => readLate(text, today, onRange),
  whole: /^\d{4}-\d\d-\d\d$/,
  step: (value, by) => addDays(parseLocalDate(value) ?? today, by),
});

export interface DateFieldProps extends TypedProps, ValueProps {
  /** The first and the last day that can be given, both included. */
  readonly min?: string;
  readonly max?: string;
  /** Takes several days typed at once, as `1–3 June`; the field itself holds the first. */
  readonly onRange?: OnRange;
}

function outside(day: LocalDate | null, first: LocalDate | null, last: LocalDate | null): string {
  if (day && first && day < first) return t`Not before ${dayShort(first)}.`;
  if (day && last && day > last) return t`Not after ${dayShort(last)}.`;
  return '';
}

/**
 * A day, `YYYY-MM-DD` or '' for none: shown in the reader's language, typed as one says it (`18 May`, `tue`,
 * `in 3 weeks`), pasted, moved by the arrow keys, or picked from a calendar.
 */
export function DateField({
  value: given,
  defaultValue,
  onChange,
  min = '',
  max = '',
  onRange,
  ...rest
}: DateFieldProps) {
  const { today } = useOffice();
  const [value, set] = useValue({ value: given, defaultValue, onChange });
  const typed = useTyped(kindOf(today, onRange), value, set);
  const [first, last] = [parseLocalDate(min), parseLocalDate(max)];
  const fault = typed.isUnread
    ? t`Write a day as “tue”, “12 may”, “in 3 weeks” or 2027-05-12.`
    : outside(parseLocalDate(value), first, last);
  const pick = (day: LocalDate) => {
    typed.forget();
    set(day);
  };
  return (
    <TypedInput
      {...rest}
      typed={typed}
      value={value}
      fault={fault}
      plain={t`2027-05-12`}
      own={{ onFocus: () => void bringReader(), placeholder: t`tue, 12 may …` }}
    >
      <CalendarPopover value={parseLocalDate(value)} first={first} last={last} onPick={pick} />
    </TypedInput>
  );
}
