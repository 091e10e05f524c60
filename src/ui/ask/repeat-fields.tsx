import { RegisteredDate } from '@/ui/kit/dates/registered';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, Select, TextField } from '@/ui/kit/fields';
import { t, tAs, texts } from '@/contracts/language/translate';
import { useWatch } from 'react-hook-form';
import { MONTH_NAMES, ruleText, WEEKDAY_NAMES } from '@/contracts/words/rule';
import { dayShort } from '@/contracts/words/when';
import { parseLocalDateTime } from '@/core/time/local-time';
import { useOffice } from '@/ui/hooks/office';
import type { AskForm } from './draft';
import { Field } from '@/ui/kit/field';
import type { PartProps } from './part-props';

/** Of the form only what says a rule. */
interface RepeatProps extends Pick<PartProps, 'form' | 'faults'> {
  readonly choices: Pick<PartProps['choices'], 'seasons'>;
}

interface BoxesProps {
  readonly form: PartProps['form'];
  readonly name: 'weekdays' | 'nths' | 'nthWeekdays' | 'months';
  readonly legend: string;
  readonly options: readonly (readonly [value: string, text: string])[];
  readonly hint?: string;
}

function Boxes({ form, name, legend, options, hint }: BoxesProps) {
  return (
    <fieldset className="sm:col-span-6">
      <legend className="font-semibold">{legend}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {options.map(([value, text]) => (
          <label key={value} className="flex items-center gap-1.5">
            <Checkbox className="size-4" value={value} {...form.register(name)} />
            {text}
          </label>
        ))}
      </div>
      {hint && <p className="mt-0.5 text-note text-soft">{hint}</p>}
    </fieldset>
  );
}

const weekdays = () => WEEKDAY_NAMES.map((name, index) => [String(index + 1), name] as const);
const months = () => MONTH_NAMES.map((name, index) => [String(index + 1), name.slice(0, 3)] as const);
const NTHS = texts(
  [
    ['1', '1st'],
    ['2', '2nd'],
    ['3', '3rd'],
    ['4', '4th'],
    ['5', '5th'],
    ['-2', 'last but one'],
    ['-1', 'last'],
  ] as const,
  '1',
);

function MonthFields({ form, faults }: RepeatProps) {
  const [unit, place] = useWatch({ control: form.control, name: ['unit', 'place'] });
  return (
    <>
      <Field label={t`On which day`} className="sm:col-span-3">
        <Select {...form.register('place')}>
          <option value="days">{t`on days of the month`}</option>
          <option value="weekdays">{t`on certain weekdays of the month`}</option>
        </Select>
      </Field>
      {place === 'days' ? (
        <Field
          label={t`Days of the month`}
          hint={t`As in 1, 15, last.`}
          fault={faults.monthDays}
          className="sm:col-span-3"
        >
          <TextField {...form.register('monthDays')} />
        </Field>
      ) : (
        <>
          <Boxes form={form} name="nths" legend={t`Which of them`} options={NTHS} />
          <Boxes form={form} name="nthWeekdays" legend={t`Weekdays`} options={weekdays()} />
        </>
      )}
      <Boxes
        form={form}
        name="months"
        legend={t`Months`}
        options={months()}
        hint={unit === 'year' ? t`None picked: the month of the first date.` : t`None picked: every month.`}
      />
    </>
  );
}

/** A rule that came from elsewhere and that no field can show: kept as it is until somebody replaces it. */
function OwnRule({ form }: RepeatProps) {
  const { tzid } = useOffice();
  const values = useWatch({ control: form.control }) as AskForm;
  const [start, end] = [
    parseLocalDateTime(`${values.startDate}T${values.startTime}`),
    parseLocalDateTime(`${values.endDate}T${values.endTime}`),
  ];
  return (
    <div className="border-l-4 border-strong-rule bg-sunk px-3 py-2 sm:col-span-6">
      <p>
        {t`These dates follow a rule of their own, which these fields cannot show. It is kept exactly as it came`}
        {start && end && `: ${ruleText(values.ownRule, { start, end, tzid, allDay: values.allDay }, null)}`}.
      </p>
      <p className="mt-1 font-mono text-small break-all">{values.ownRule}</p>
      <Button
        className="mt-2"
        onClick={() => form.setValue('ownRule', '', { shouldDirty: true })}
      >{t`Say another rule instead`}</Button>
    </div>
  );
}

/** How the first date goes on: each part a field, the whole said in words beside the form. */
export function RepeatFields(props: RepeatProps) {
  const { form, choices, faults } = props;
  const { control, register } = form;
  const [unit, ends, startDate, ownRule] = useWatch({
    control,
    name: ['unit', 'ends', 'startDate', 'ownRule'],
  });
  if (ownRule) return <OwnRule {...props} />;
  return (
    <>
      <Field label={t`Every`} fault={faults.repeat}>
        <NumberField min={1} step={1} {...register('every')} />
      </Field>
      <Field label={tAs('rule')`Unit`}>
        <Select {...register('unit')}>
          <option value="day">{t`days`}</option>
          <option value="week">{t`weeks`}</option>
          <option value="month">{t`months`}</option>
          <option value="year">{t`years`}</option>
        </Select>
      </Field>
      <Field label={t`It goes on`} className="sm:col-span-2">
        <Select {...register('ends')}>
          <option value="until">{t`until a day`}</option>
          <option value="count">{t`for so many dates`}</option>
          {choices.seasons.length > 0 && <option value="season">{t`until the end of a season`}</option>}
          <option value="never">{t`without an end`}</option>
        </Select>
      </Field>
      {ends === 'until' && (
        <Field label={t`Until`} hint={t`The last day on which there may be one.`} className="sm:col-span-2">
          <RegisteredDate control={control} name="until" min={startDate} />
        </Field>
      )}
      {ends === 'count' && (
        <Field label={t`Dates`} className="sm:col-span-2">
          <NumberField min={1} step={1} {...register('count')} />
        </Field>
      )}
      {ends === 'season' && (
        <Field label={t`Season`} className="sm:col-span-2">
          <Select {...register('season')}>
            <option value="">{t`Choose …`}</option>
            {choices.seasons.map(({ name, to }) => (
              <option key={name} value={name}>{t`${name}, to ${dayShort(to)}`}</option>
            ))}
          </Select>
        </Field>
      )}
      {unit === 'week' && (
        <Boxes
          form={form}
          name="weekdays"
          legend={t`On`}
          options={weekdays()}
          hint={t`None picked: the weekday of the first date.`}
        />
      )}
      {(unit === 'month' || unit === 'year') && <MonthFields {...props} />}
    </>
  );
}
