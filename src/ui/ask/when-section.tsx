'use client';
import { DateField } from '@/ui/kit/dates/date-field';
import { TimeField } from '@/ui/kit/dates/time-field';
import { RegisteredDate } from '@/ui/kit/dates/registered';
import { Checkbox, NumberField, Radio } from '@/ui/kit/fields';
import { t, texts } from '@/contracts/language/translate';
import { memo } from 'react';
import { useWatch, type UseFormRegister } from 'react-hook-form';
import { addMinutes } from '@/core/time/epoch-minute';
import {
  addDays,
  addWallMinutes,
  dateOf,
  parseLocalDateTime,
  timeOf,
  wallMinute,
  type LocalDate,
} from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { dayShort, lengthText } from '@/contracts/words/when';
import { useOffice } from '@/ui/hooks/office';
import { usualPlaces, type AskForm, type Pattern } from './draft';
import { Field } from '@/ui/kit/field';
import { FormSection } from './fields';
import { hasOwnTime, isOverDays, timesOf } from './form-body';
import { ASK_LABELS } from './ask-labels';
import type { PartProps } from './part-props';
import { PeriodFields } from './period-fields';
import { PickedDays } from './picked-days';
import { RepeatFields } from './repeat-fields';

const PATTERNS: readonly (readonly [Pattern, string])[] = texts(
  [
    ['once', 'One date'],
    ['picked', 'Dates picked one by one'],
    ['rule', 'Repeating'],
  ],
  '1',
);

/** Moving the start keeps the duration and takes along what was said of single dates; moving the end sets it. */
export function useHours({ getValues, setValue }: PartProps['form'], tzid: string) {
  const at = (edge: 'start' | 'end') => {
    const times = timesOf({ ...getValues(), allDay: false });
    return parseLocalDateTime(edge === 'start' ? times.startsAt : times.endsAt);
  };
  const set = <Name extends keyof AskForm>(name: Name, value: AskForm[Name]) =>
    setValue(name as never, value as never, { shouldDirty: true });
  const setEnd = (end: NonNullable<ReturnType<typeof at>>) => {
    set('endDate', dateOf(end));
    set('endTime', timeOf(end));
  };
  /** Places in week and month follow the first date as long as they are its own. */
  const followPlaces = (before: ReturnType<typeof at>, after: ReturnType<typeof at>) => {
    if (!before || !after) return;
    const [own, next] = [usualPlaces(before), usualPlaces(after)];
    for (const name of ['monthDays', 'nths', 'nthWeekdays'] as const)
      if (String(getValues(name)) === String(own[name])) set(name, next[name]);
  };
  const moveStart = (field: 'startDate' | 'startTime', value: string) => {
    const [start, end] = [at('start'), at('end')];
    set(field, value);
    const moved = at('start');
    if (!start || !moved) return;
    if (end) setEnd(addWallMinutes(moved, wallMinute(end) - wallMinute(start)));
    followPlaces(start, moved);
    if (field !== 'startTime') return;
    const timed = (key: string) =>
      key.endsWith(timeOf(start)) ? `${key.slice(0, 11)}${timeOf(moved)}` : key;
    set('leftOut', getValues('leftOut').map(timed));
    set(
      'differing',
      getValues('differing').map((each) => ({ ...each, at: timed(each.at) })),
    );
  };
  const setMinutes = (minutes: number) => {
    const start = at('start');
    if (start && Number.isSafeInteger(minutes) && minutes > 0 && minutes < 45_000)
      setEnd(toLocal(addMinutes(toEpochMinute(start, tzid, 'offset-before'), minutes), tzid));
  };
  /** An end before the start is of the next day, and of the same day again once it is after it. */
  const moveEnd = (endTime: string) => {
    const { startDate, startTime, endDate, endTime: before } = getValues();
    const wasNight = before <= startTime && endDate > startDate;
    set('endTime', endTime);
    const end = at('end');
    if (!end || endTime === '') return;
    if (wasNight && endTime > startTime && dateOf(end) === addDays(startDate as LocalDate, 1))
      set('endDate', startDate);
    else set('endDate', dateOf(end));
  };
  return { moveStart, moveEnd, setMinutes };
}

/** How long a date really lasts, in minutes; not a number while the fields name no time. */
function exactMinutes(form: AskForm, tzid: string): number {
  const times = timesOf(form);
  const [start, end] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  if (!start || !end || end <= start) return NaN;
  const minutes = toEpochMinute(end, tzid, 'offset-before') - toEpochMinute(start, tzid, 'offset-before');
  return minutes > 0 ? minutes : NaN;
}

/** What the end means where it is not of the day it begins: `The next day, Wed 14 Apr 2027.` */
function endHint(form: AskForm): string | undefined {
  const times = timesOf(form);
  const [start, end] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  if (!start || !end || form.pattern !== 'once' || isOverDays(form)) return undefined;
  return dateOf(end) > dateOf(start) ? t`The next day, ${dayShort(dateOf(end))}.` : undefined;
}

interface LengthFieldProps {
  readonly minutes: number;
  readonly setMinutes: (minutes: number) => void;
}

const LengthField = ({ minutes, setMinutes }: LengthFieldProps) => (
  <Field
    label={t`Lasts, minutes`}
    hint={minutes >= 120 ? lengthText(minutes) : t`Or give the end above.`}
    className="sm:col-span-2"
  >
    <NumberField
      step={1}
      min={1}
      value={Number.isNaN(minutes) ? '' : minutes}
      onChange={(event) => setMinutes(Number(event.target.value))}
    />
  </Field>
);

interface LastDayRoleProps {
  readonly register: UseFormRegister<AskForm>;
  readonly startTime: string;
  readonly endTime: string;
  readonly faults: Readonly<Record<string, string>>;
}

const LastDayRole = ({ register, startTime, endTime, faults }: LastDayRoleProps) => (
  <fieldset className="border-l-4 border-accent bg-sunk px-3 py-2 sm:col-span-6">
    <legend className="sr-only">{t`Over several days`}</legend>
    <p className="font-semibold">{t`It goes over several days. What about the nights?`}</p>
    <div className="flex flex-wrap gap-x-6 gap-y-1">
      <label className="flex items-center gap-2">
        <Radio value="each-day" {...register('overDays')} />
        {t`${startTime}–${endTime} on each of the days`}
      </label>
      <label className="flex items-center gap-2">
        <Radio value="through" {...register('overDays')} />
        {t`round the clock, nights too`}
      </label>
    </div>
    {faults.overDays && <p className="font-semibold text-conflict">{faults.overDays}</p>}
  </fieldset>
);

function Hours({ form, faults }: PartProps) {
  const { register, control } = form;
  const values = useWatch({ control }) as AskForm;
  const { startDate, startTime, endTime, allDay, pattern } = values;
  const { tzid } = useOffice();
  const { moveStart, moveEnd, setMinutes } = useHours(form, tzid);
  const minutes = exactMinutes(values, tzid);
  return (
    <>
      <Field label={ASK_LABELS.startDate()} isRequired fault={faults.startDate} className="sm:col-span-2">
        <DateField value={startDate} onChange={(day) => moveStart('startDate', day)} />
      </Field>
      {!allDay && (
        <>
          <Field label={t`Starts`} className="sm:col-span-1">
            <TimeField value={startTime} onChange={(time) => moveStart('startTime', time)} />
          </Field>
          <Field
            label={ASK_LABELS.endTime()}
            hint={endHint(values)}
            fault={faults.endTime}
            className="sm:col-span-1"
          >
            <TimeField value={endTime} onChange={moveEnd} />
          </Field>
        </>
      )}
      <Field
        label={t`Last day`}
        hint={pattern === 'once' ? undefined : t`Of one date: later only where it runs into the night.`}
        fault={allDay ? faults.endTime : undefined}
        className="sm:col-span-2"
      >
        <RegisteredDate control={control} name="endDate" min={startDate} />
      </Field>
      {!allDay && <LengthField minutes={minutes} setMinutes={setMinutes} />}
      {isOverDays(values) && (
        <LastDayRole register={register} startTime={startTime} endTime={endTime} faults={faults} />
      )}
    </>
  );
}

interface OwnTimeProps {
  readonly faults: Readonly<Record<string, string>>;
  readonly register: UseFormRegister<AskForm>;
}

const OwnTime = ({ faults, register }: OwnTimeProps) => (
  <>
    <Field
      label={t`Your own time before`}
      hint={t`Minutes you need in the space before it starts.`}
      fault={faults.accessMin}
      className="sm:col-span-2"
    >
      <NumberField min={0} step={1} {...register('accessMin')} />
    </Field>
    <Field
      label={t`Your own time after`}
      hint={t`Minutes until the last of you has left.`}
      fault={faults.exitMin}
      className="sm:col-span-2"
    >
      <NumberField min={0} step={1} {...register('exitMin')} />
    </Field>
  </>
);

/** When: one date, dates picked by hand or a rule; at hours, over whole days, or in the periods of a space. */
export const WhenSection = memo(function WhenSection(props: PartProps) {
  const { form, faults } = props;
  const { register, control } = form;
  const [pattern, allDay, kind] = useWatch({ control, name: ['pattern', 'allDay', 'kind'] });
  return (
    <FormSection title={t`When`}>
      <fieldset className="sm:col-span-6">
        <legend className="sr-only">{t`How the dates are given`}</legend>
        <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
          {PATTERNS.map(([value, text]) => (
            <label key={value} className="flex items-center gap-2">
              <Radio value={value} {...register('pattern')} />
              {text}
            </label>
          ))}
          <label className="flex items-center gap-2">
            <Checkbox className="size-4" {...register('allDay')} />
            {t`Whole days`}
          </label>
        </div>
      </fieldset>
      {!allDay && <PeriodFields {...props} />}
      <Hours {...props} />
      {pattern === 'rule' && <RepeatFields {...props} />}
      {pattern !== 'once' && <PickedDays {...props} />}
      {hasOwnTime({ kind }) && <OwnTime faults={faults} register={register} />}
    </FormSection>
  );
});
