import { t } from '@/contracts/language/translate';
import { hoursText } from '@/contracts/words/rule';
import { lengthText } from '@/contracts/words/when';
import { toLocal } from '@/core/time/zone';
import { useOffice } from '@/ui/hooks/office';
import { Disclosure } from '@/ui/kit/disclosure';
import { Field } from '@/ui/kit/field';
import { NumberField } from '@/ui/kit/fields';
import { useWatch } from 'react-hook-form';
import { bandsIn, minutesIn } from './bands';
import type { AskForm } from './draft';
import type { PartProps } from './part-props';

/** What the crew's time amounts to: `The crew needs 45 min before and 30 min after: Quince Hall is taken 16:45–21:00.` */
function crewSentence(form: AskForm, tzid: string, index: number, name: string): string {
  const minutes = minutesIn(form, index);
  if (!minutes) return t`What the crew needs before and after`;
  const { setupMin, strikeMin } = minutes;
  const needs =
    setupMin + strikeMin === 0
      ? t`The crew needs no time before or after`
      : t`The crew needs ${lengthText(setupMin)} before and ${lengthText(strikeMin)} after`;
  const [first, ...others] = bandsIn(form, tzid, index);
  if (!first || form.allDay) return `${needs}.`;
  const last = others[others.length - 1] ?? first;
  const taken = hoursText({ start: toLocal(first.start, tzid), end: toLocal(last.end, tzid) });
  return t`${needs}: ${name} is taken ${taken}.`;
}

interface CrewTimeProps extends Pick<PartProps, 'form' | 'faults'> {
  readonly index: number;
  readonly name: string;
}

/** Setting up and clearing away: usual for the layout, said as what it amounts to, and changed by who knows better. */
export function CrewTime({ form, faults, index, name }: CrewTimeProps) {
  const values = useWatch({ control: form.control }) as AskForm;
  const { tzid } = useOffice();
  const fault = (field: string) => faults[`spaces.${index}.${field}`];
  const isWrong = Boolean(fault('setupMin') ?? fault('strikeMin'));
  return (
    <Disclosure
      className="self-end sm:col-span-6"
      open={isWrong || undefined}
      summary={<span className="font-normal">{crewSentence(values, tzid, index, name)}</span>}
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
