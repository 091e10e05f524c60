import { RegisteredDate } from '@/ui/kit/dates/registered';
import { Button } from '@/ui/kit/button';
import { NumberField, Select, TextField } from '@/ui/kit/fields';
import { t, tAs, texts } from '@/contracts/language/translate';
import { useController, useWatch } from 'react-hook-form';
import { MONTH_NAMES, ruleText, WEEKDAY_NAMES } from '@/contracts/words/rule';
import { dayShort } from '@/contracts/words/when';
import { parseLocalDateTime } from '@/core/time/local-time';
import { useOffice } from '@/ui/hooks/office';
import type { AskForm } from './draft';
import { InlinePick } from '@/ui/kit/inline-pick';
import type { PartProps } from './part-props';

/** Of the form only what says a rule. */
interface RepeatProps extends Pick<PartProps, 'form' | 'faults'> {
  readonly choices: Pick<PartProps['choices'], 'seasons'>;
}

type ListName = 'weekdays' | 'nths' | 'nthWeekdays' | 'months';

/** Some of a few, as words of the sentence. */
function Some({
  form: { control },
  name,
  ...rest
}: Pick<RepeatProps, 'form'> & { name: ListName } & Pick<
    Parameters<typeof InlinePick>[0],
    'label' | 'options' | 'none'
  >) {
  const { field } = useController({ control, name });
  return <InlinePick {...rest} picked={field.value} onChange={field.onChange} />;
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

/** `on days 1, 15 of the month`, `on the 2nd Tuesday`, and in which months. */
function OfMonth({ form, faults }: RepeatProps) {
  const [unit, place] = useWatch({ control: form.control, name: ['unit', 'place'] });
  return (
    <>
      <Select className="w-auto" aria-label={t`On which day`} {...form.register('place')}>
        <option value="days">{t`on day`}</option>
        <option value="weekdays">{t`on the`}</option>
      </Select>
      {place === 'days' ? (
        <TextField
          className="w-32"
          aria-label={t`Days of the month`}
          aria-invalid={Boolean(faults.monthDays)}
          placeholder={t`1, 15, last`}
          {...form.register('monthDays')}
        />
      ) : (
        <>
          <Some form={form} name="nths" label={t`Which of them`} options={NTHS} none={t`every`} />
          <Some form={form} name="nthWeekdays" label={t`Weekdays`} options={weekdays()} none={t`weekday`} />
        </>
      )}
      <span>{tAs('months')`in`}</span>
      <Some
        form={form}
        name="months"
        label={t`Months`}
        options={months()}
        none={unit === 'year' ? t`the month of the first date` : t`every month`}
      />
    </>
  );
}

/** `until Fri 18 Jun 2027`, `for 6 dates`, `until the end of Summer season`, `without an end`. */
function Ending({ form: { control, register }, choices }: RepeatProps) {
  const [ends, startDate] = useWatch({ control, name: ['ends', 'startDate'] });
  return (
    <>
      <Select className="w-auto" aria-label={t`It goes on`} {...register('ends')}>
        <option value="until">{t`until`}</option>
        <option value="count">{t`for`}</option>
        {choices.seasons.length > 0 && <option value="season">{t`until the end of`}</option>}
        <option value="never">{t`without an end`}</option>
      </Select>
      {ends === 'until' && (
        <RegisteredDate
          className="w-48"
          aria-label={t`Until`}
          control={control}
          name="until"
          min={startDate}
        />
      )}
      {ends === 'count' && (
        <>
          <NumberField className="w-20" aria-label={t`Dates`} min={1} step={1} {...register('count')} />
          <span>{t`dates`}</span>
        </>
      )}
      {ends === 'season' && (
        <Select className="w-auto" aria-label={t`Season`} {...register('season')}>
          <option value="">{t`Choose …`}</option>
          {choices.seasons.map(({ name, to }) => (
            <option key={name} value={name}>{t`${name}, to ${dayShort(to)}`}</option>
          ))}
        </Select>
      )}
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

/** How the first date goes on, as a sentence whose words are changed where they stand. */
export function RepeatFields(props: RepeatProps) {
  const { form, faults } = props;
  const { control, register } = form;
  const [unit, ownRule] = useWatch({ control, name: ['unit', 'ownRule'] });
  if (ownRule) return <OwnRule {...props} />;
  const fault = faults.repeat ?? faults.monthDays;
  return (
    <fieldset className="sm:col-span-6">
      <legend className="font-semibold">{t`How it repeats`}</legend>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-2 border-l-4 border-accent bg-sunk px-3 py-2">
        <span>{tAs('rule')`every`}</span>
        <NumberField className="w-16" aria-label={t`Every`} min={1} step={1} {...register('every')} />
        <Select className="w-auto" aria-label={tAs('rule')`Unit`} {...register('unit')}>
          <option value="day">{t`days`}</option>
          <option value="week">{t`weeks`}</option>
          <option value="month">{t`months`}</option>
          <option value="year">{t`years`}</option>
        </Select>
        {unit === 'week' && (
          <>
            <span>{tAs('weekdays')`on`}</span>
            <Some
              form={form}
              name="weekdays"
              label={t`Weekdays`}
              options={weekdays()}
              none={t`the weekday of the first date`}
            />
          </>
        )}
        {(unit === 'month' || unit === 'year') && <OfMonth {...props} />}
        <Ending {...props} />
      </div>
      {fault && <p className="mt-0.5 font-semibold text-conflict">{fault}</p>}
    </fieldset>
  );
}
