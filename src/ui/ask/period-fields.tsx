'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useWatch } from 'react-hook-form';
import { periodsOn, type Period } from '@/core/spaces/timetable';
import { clockText, parseLocalDate } from '@/core/time/local-time';
import { dayShort, sayClock } from '@/contracts/words/when';
import type { PartProps } from './part-props';

interface PeriodButtonsProps {
  readonly periods: readonly Period[];
  readonly isIn: (period: Period) => boolean;
  readonly take: (index: number) => void;
}

const PeriodButtons = ({ periods, isIn, take }: PeriodButtonsProps) => (
  <div className="mt-1 flex flex-wrap gap-2">
    {periods.map((period, index) => (
      <Button
        key={period.fromMin}
        aria-pressed={isIn(period)}
        className={`px-2.5 py-1 ${isIn(period) ? 'border-ink bg-sunk' : 'font-normal'}`}
        onClick={() => take(index)}
      >
        {period.name}{' '}
        <span className="font-normal text-soft">
          {sayClock(period.fromMin)}–{sayClock(period.toMin)}
        </span>
      </Button>
    ))}
  </div>
);

/** Of a space given by periods: those of the first date, to be taken singly or several in a row. */
export function PeriodFields({ form, choices }: PartProps) {
  const { control, setValue } = form;
  const [spaces, kind, startDate, startTime, endTime] = useWatch({
    control,
    name: ['spaces', 'kind', 'startDate', 'startTime', 'endTime'],
  });
  const space = choices.spaces.find(({ id }) => String(id) === spaces[0]?.spaceId);
  const date = parseLocalDate(startDate);
  const periods = kind === 'space' && space && date ? periodsOn(space.timetables, date) : null;
  if (!space || !date || !periods) return null;
  const set = (name: 'startTime' | 'endTime' | 'endDate' | 'accessMin' | 'exitMin', value: string) =>
    setValue(name, value, { shouldDirty: true });
  const isIn = ({ fromMin, toMin }: Period) => clockText(fromMin) >= startTime && clockText(toMin) <= endTime;
  /** A period pressed beside those that are taken joins them; any other begins anew. */
  const take = (index: number) => {
    const taken = periods.flatMap((period, at) => (isIn(period) ? [at] : []));
    const [first, last] = [taken[0] ?? index, taken[taken.length - 1] ?? index];
    const joins = taken.length > 0 && (index === last + 1 || index === first - 1);
    const [from, to] = joins ? [Math.min(first, index), Math.max(last, index)] : [index, index];
    set('startTime', clockText(periods[from]!.fromMin));
    set('endTime', clockText(periods[to]!.toMin));
    set('endDate', startDate);
    // Periods have their breaks: nobody needs minutes around them unless they ask.
    set('accessMin', '0');
    set('exitMin', '0');
  };
  return (
    <fieldset className="sm:col-span-6">
      <legend className="font-semibold">{t`${space.name} is booked by period; those of ${dayShort(date)}`}</legend>
      {periods.length ? (
        <PeriodButtons periods={periods} isIn={isIn} take={take} />
      ) : (
        <p className="text-soft">{t`It has none on that day. Choose another day, or another space.`}</p>
      )}
    </fieldset>
  );
}
