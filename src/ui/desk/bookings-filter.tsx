import { t } from '@/contracts/language/translate';
import {
  STATES_SOUGHT,
  type BookingsQuery,
  type BookingsView,
  type StateSought,
} from '@/contracts/decisions/bookings';
import { STATE_WORDS } from '@/contracts/words/states';

interface BookingsFilterProps extends Pick<BookingsView, 'spaces' | 'categories'> {
  readonly query: BookingsQuery;
}

const stateSoughtText = (state: StateSought): string =>
  state === 'any' ? t`any state` : state === 'both' ? t`approved or waiting` : STATE_WORDS[state];

const Field = ({ label, children }: { label: string; children: React.ReactNode }) => (
  <label className="text-[0.93rem]">
    <span className="block text-soft">{label}</span>
    {children}
  </label>
);

/** What to look for; sent as an address, so that it can be kept and shared, and works without scripts. */
export function BookingsFilter({ query, spaces, categories }: BookingsFilterProps) {
  return (
    <form action="/desk/bookings" className="mb-3 flex flex-wrap items-end gap-3">
      <Field label={t`Title, host, who asked, reference`}>
        <input className="field w-52" type="search" name="q" defaultValue={query.q} />
      </Field>
      <Field label={t`From`}>
        <input className="field w-36" type="date" name="from" defaultValue={query.from ?? ''} />
      </Field>
      <Field label={t`To`}>
        <input className="field w-36" type="date" name="to" defaultValue={query.to ?? ''} />
      </Field>
      <Field label={t`Space`}>
        <select className="field w-40" name="space" defaultValue={query.space ?? ''}>
          <option value="">{t`all spaces`}</option>
          {spaces.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      <Field label={t`Category`}>
        <select className="field w-36" name="category" defaultValue={query.category ?? ''}>
          <option value="">{t`all categories`}</option>
          {categories.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Field>
      <Field label={t`State`}>
        <select className="field w-40" name="state" defaultValue={query.state}>
          {STATES_SOUGHT.map((state) => (
            <option key={state} value={state}>
              {stateSoughtText(state)}
            </option>
          ))}
        </select>
      </Field>
      <Field label={t`Asked for`}>
        <select className="field w-36" name="made" defaultValue={query.made}>
          <option value="any">{t`either way`}</option>
          <option value="single">{t`one by one`}</option>
          <option value="series">{t`as a series`}</option>
        </select>
      </Field>
      <button type="submit" className="press">{t`Look`}</button>
    </form>
  );
}
