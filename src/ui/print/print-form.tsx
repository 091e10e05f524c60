import { t } from '@/contracts/language/translate';
import { mostDays, type PrintKind } from '@/contracts/calendar/print';

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
      <label className="small-caps">
        {t`First day`}
        <input className="field block text-base" type="date" name="from" required defaultValue={text.from} />
      </label>
      <label className="small-caps">
        {t`Days`}
        <input
          className="field block w-24 text-base"
          type="number"
          name="days"
          min={1}
          max={mostDays(what)}
          required
          defaultValue={text.days}
        />
      </label>
      <label className="small-caps">
        {t`How much`}
        <select className="field block w-32 text-base" name="detail" defaultValue={text.detail ?? 'brief'}>
          <option value="brief">{t`brief`}</option>
          <option value="detailed">{t`detailed`}</option>
        </select>
      </label>
      <label className="small-caps">
        {t`Paper`}
        <select className="field block w-32 text-base" name="page" defaultValue={text.page ?? 'upright'}>
          <option value="upright">{t`A4 upright`}</option>
          <option value="wide">{t`A4 wide`}</option>
        </select>
      </label>
      <button type="submit" className="press">{t`Show it so`}</button>
      {fault && (
        <p role="alert" className="w-full text-clash">
          {fault}
        </p>
      )}
    </form>
  );
}
