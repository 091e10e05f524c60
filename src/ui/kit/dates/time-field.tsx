'use client';
import { t } from '@/contracts/language/translate';
import { sayTime } from '@/contracts/words/when';
import { clockText, minuteOfDay, parseLocalDateTime } from '@/core/time/local-time';
import { TypedInput, type TypedProps } from './typed-input';
import { readTypedTime } from './typed-time';
import { useTyped, type TypedKind } from './use-typed';
import { useValue, type ValueProps } from './use-value';

const DAY_MINUTES = 1440;
/** The arrow keys go by this much, to full quarters. */
const STEP_MIN = 15;

const ofDay = (time: string) => parseLocalDateTime(`2000-01-01T${time}`);

function stepped(time: string, by: number): string {
  const at = ofDay(time);
  const minute = at ? minuteOfDay(at) : 9 * 60 - by * STEP_MIN;
  const next =
    (by > 0 ? Math.floor(minute / STEP_MIN) : Math.ceil(minute / STEP_MIN)) * STEP_MIN + by * STEP_MIN;
  return clockText((next + DAY_MINUTES) % DAY_MINUTES);
}

const TIME: TypedKind = {
  write(value) {
    const at = ofDay(value);
    return at ? sayTime(at) : value;
  },
  read: readTypedTime,
  readLater: (text) => Promise.resolve(readTypedTime(text)),
  whole: /^\d\d:\d\d$/,
  step: stepped,
};

/** A time of day, `HH:MM` or '' for none: shown by the reader's own clock, typed as one says it, moved by the arrow keys. */
export function TimeField({ value: given, defaultValue, onChange, ...rest }: TypedProps & ValueProps) {
  const [value, set] = useValue({ value: given, defaultValue, onChange });
  const typed = useTyped(TIME, value, set);
  const fault = typed.isUnread ? t`Write a time as 14:30, 2:30 pm or noon.` : '';
  return <TypedInput {...rest} typed={typed} value={value} fault={fault} plain={t`14:30`} />;
}
