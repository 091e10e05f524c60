import { useWatch, type UseFormReturn } from 'react-hook-form';
import { MONTH_NAMES, WEEKDAY_NAMES } from '@/contracts/words/rule';
import { parseLocalDate, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { nthOf, type AskForm } from './draft';
import { Field } from './fields';

interface RepeatFieldsProps {
  readonly form: UseFormReturn<AskForm>;
  readonly faults: Readonly<Record<string, string>>;
}

const NTH = ['', '1st', '2nd', '3rd', '4th', '5th'] as const;

/** The places in a month the first date could stand for. */
function placesOf(date: LocalDate, unit: AskForm['unit']): readonly (readonly [AskForm['place'], string])[] {
  const weekday = WEEKDAY_NAMES[weekdayOf(date) - 1]!;
  const month = unit === 'year' ? ` of ${MONTH_NAMES[Number(date.slice(5, 7)) - 1]!}` : '';
  return [
    ['day', `on day ${Number(date.slice(8, 10))}${month}`],
    ['nth', `on the ${NTH[nthOf(date)]!} ${weekday}${month}`],
    ['last', `on the last ${weekday}${month}`],
  ];
}

function WeekdayBoxes({ form }: Pick<RepeatFieldsProps, 'form'>) {
  return (
    <fieldset className="sm:col-span-6">
      <legend className="font-semibold">On</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {WEEKDAY_NAMES.map((name, index) => (
          <label key={name} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-(--accent)"
              value={String(index + 1)}
              {...form.register('weekdays')}
            />
            {name}
          </label>
        ))}
      </div>
      <p className="mt-0.5 text-[0.92rem] text-soft">None picked: the weekday of the first date.</p>
    </fieldset>
  );
}

/** How the first date goes on: each part a field, the whole said in words beside the form. */
export function RepeatFields({ form, faults }: RepeatFieldsProps) {
  const { control, register } = form;
  const [unit, ends, startDate] = useWatch({ control, name: ['unit', 'ends', 'startDate'] });
  const date = parseLocalDate(startDate);
  return (
    <>
      <Field label="Every" fault={faults.repeat}>
        <input className="field" type="number" min={1} step={1} {...register('every')} />
      </Field>
      <Field label="Unit">
        <select className="field" {...register('unit')}>
          <option value="day">days</option>
          <option value="week">weeks</option>
          <option value="month">months</option>
          <option value="year">years</option>
        </select>
      </Field>
      {date && (unit === 'month' || unit === 'year') && (
        <Field label="On which day" className="sm:col-span-2">
          <select className="field" {...register('place')}>
            {placesOf(date, unit).map(([value, text]) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
        </Field>
      )}
      {unit === 'week' && <WeekdayBoxes form={form} />}
      <Field label="It goes on" className="sm:col-span-2">
        <select className="field" {...register('ends')}>
          <option value="until">until a day</option>
          <option value="count">for so many dates</option>
          <option value="never">without an end</option>
        </select>
      </Field>
      {ends === 'until' && (
        <Field label="Until" hint="The last day on which there may be one." className="sm:col-span-2">
          <input className="field" type="date" min={startDate} {...register('until')} />
        </Field>
      )}
      {ends === 'count' && (
        <Field label="Dates" className="sm:col-span-2">
          <input className="field" type="number" min={1} step={1} {...register('count')} />
        </Field>
      )}
    </>
  );
}
