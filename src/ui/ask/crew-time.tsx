import { t } from '@/contracts/language/translate';
import { hoursText } from '@/contracts/words/rule';
import { lengthText } from '@/contracts/words/when';
import { addWallMinutes, parseLocalDateTime } from '@/core/time/local-time';
import { Disclosure } from '@/ui/kit/disclosure';
import { Field } from '@/ui/kit/field';
import { NumberField } from '@/ui/kit/fields';
import { useWatch } from 'react-hook-form';
import { timesOf } from './form-body';
import type { AskForm } from './draft';
import type { PartProps } from './part-props';

/** Whole minutes from 0; null while the field says none. */
const minutesIn = (text: string | undefined): number | null =>
  /^\d{1,4}$/.test(text ?? '') ? Number(text) : null;

/** What the crew's time amounts to: `The crew needs 45 min before and 30 min after: Quince Hall is taken 16:45–21:00.` */
function crewSentence(form: AskForm, index: number, name: string): string {
  const { setupMin, strikeMin } = form.spaces[index] ?? {};
  const [setup, strike] = [minutesIn(setupMin), minutesIn(strikeMin)];
  const [before, after] = [minutesIn(form.accessMin), minutesIn(form.exitMin)];
  if (setup === null || strike === null) return t`What the crew needs before and after`;
  const needs =
    setup + strike === 0
      ? t`The crew needs no time before or after`
      : t`The crew needs ${lengthText(setup)} before and ${lengthText(strike)} after`;
  const times = timesOf(form);
  const [start, end] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  if (!start || !end || form.allDay || before === null || after === null) return `${needs}.`;
  const taken = hoursText({
    start: addWallMinutes(start, -setup - before),
    end: addWallMinutes(end, after + strike),
  });
  return t`${needs}: ${name} is taken ${taken}.`;
}

interface CrewTimeProps extends Pick<PartProps, 'form' | 'faults'> {
  readonly index: number;
  readonly name: string;
}

/** Setting up and clearing away: usual for the layout, said as what it amounts to, and changed by who knows better. */
export function CrewTime({ form, faults, index, name }: CrewTimeProps) {
  const values = useWatch({ control: form.control }) as AskForm;
  const fault = (field: string) => faults[`spaces.${index}.${field}`];
  const isWrong = Boolean(fault('setupMin') ?? fault('strikeMin'));
  return (
    <Disclosure
      className="self-end sm:col-span-6"
      open={isWrong || undefined}
      summary={<span className="font-normal">{crewSentence(values, index, name)}</span>}
    >
      <div className="mt-1 grid gap-3 border-l-2 border-rule pl-3 sm:grid-cols-2">
        <Field
          label={t`Setting up, minutes`}
          hint={t`Usual for this layout. The crew is done before your own time begins.`}
          fault={fault('setupMin')}
        >
          <NumberField min={0} step={1} {...form.register(`spaces.${index}.setupMin`)} />
        </Field>
        <Field
          label={t`Clearing away, minutes`}
          hint={t`From when the last of you has left.`}
          fault={fault('strikeMin')}
        >
          <NumberField min={0} step={1} {...form.register(`spaces.${index}.strikeMin`)} />
        </Field>
      </div>
    </Disclosure>
  );
}
