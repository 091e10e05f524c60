import { DateField } from '@/ui/kit/dates/date-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { NumberField, Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { mostDays, type PrintKind } from '@/contracts/calendar/print';

interface DaysFieldProps {
  readonly what: PrintKind;
  readonly text: Readonly<Record<string, string>>;
}

const DaysField = ({ what, text }: DaysFieldProps) => (
  <label className="small-caps">
    {t`Days`}
    <NumberField
      className="block w-24 text-base"
      name="days"
      min={1}
      max={mostDays(what)}
      required
      defaultValue={text.days}
    />
  </label>
);

const DetailField = ({ text }: { readonly text: Readonly<Record<string, string>> }) => (
  <label className="small-caps">
    {t`How much`}
    <Select className="block w-32 text-base" name="detail" defaultValue={text.detail ?? 'brief'}>
      <option value="brief">{t`brief`}</option>
      <option value="detailed">{t`detailed`}</option>
    </Select>
  </label>
);

/** Range and form of a print; whatever else was chosen before goes along unseen. */
export function PrintForm({
  text,
  what,
  fault,
}: {
  text: Readonly<Record<string, string>>;
  what: PrintKind;
  fault: string;
}) {
  const own = ['from', 'days', 'detail', 'page'];
  return (
    <form action="/print" className="flex flex-wrap items-end gap-3" aria-label={t`What is printed`}>
      {Object.entries(text)
        .filter(([name]) => !own.includes(name))
        .map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
      <Field label={t`First day`} look="caps">
        <DateField className="block w-48 text-base" name="from" isRequired defaultValue={text.from} />
      </Field>
      <DaysField what={what} text={text} />
      <DetailField text={text} />
      <label className="small-caps">
        {t`Paper`}
        <Select className="block w-32 text-base" name="page" defaultValue={text.page ?? 'upright'}>
          <option value="upright">{t`A4 upright`}</option>
          <option value="wide">{t`A4 wide`}</option>
        </Select>
      </label>
      <Button isSubmit>{t`Show it so`}</Button>
      {fault && (
        <p role="alert" className="w-full text-conflict">
          {fault}
        </p>
      )}
    </form>
  );
}
