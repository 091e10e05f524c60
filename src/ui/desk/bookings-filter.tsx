import { DateRangeField } from '@/ui/kit/dates/date-range-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { Select, TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import {
  STATES_SOUGHT,
  type BookingsQuery,
  type BookingsView,
  type StateSought,
} from '@/contracts/decisions/bookings';
import { STATE_WORDS } from '@/contracts/words/states';

const stateSoughtText = (state: StateSought): string =>
  state === 'any' ? t`any state` : state === 'both' ? t`approved or waiting` : STATE_WORDS[state];

interface SpaceSoughtProps {
  readonly query: BookingsQuery;
  readonly spaces: readonly { readonly id: number; readonly name: string; readonly building: string }[];
}

const SpaceSought = ({ query, spaces }: SpaceSoughtProps) => (
  <Field look="note" label={t`Space`}>
    <Select className="w-36" name="space" defaultValue={query.space ?? ''}>
      <option value="">{t`all spaces`}</option>
      {spaces.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Select>
  </Field>
);

const StateSought = ({ query }: { readonly query: BookingsQuery }) => (
  <Field look="note" label={t`State`}>
    <Select className="w-36" name="state" defaultValue={query.state}>
      {STATES_SOUGHT.map((state) => (
        <option key={state} value={state}>
          {stateSoughtText(state)}
        </option>
      ))}
    </Select>
  </Field>
);

interface BookingsFilterProps extends Pick<BookingsView, 'spaces' | 'categories'> {
  readonly query: BookingsQuery;
}

/** What to look for; sent as an address, so that it can be kept and shared, and works without scripts. */
export function BookingsFilter({ query, spaces, categories }: BookingsFilterProps) {
  return (
    <form action="/desk/bookings" className="mb-3 flex flex-wrap items-end gap-3">
      <Field look="note" label={t`Title, name or reference`}>
        <TextField className="w-44" type="search" name="q" defaultValue={query.q} />
      </Field>
      <DateRangeField
        look="note"
        legend={t`Between two days`}
        names={['from', 'to']}
        defaultFrom={query.from ?? ''}
        defaultUntil={query.to ?? ''}
      />
      <SpaceSought query={query} spaces={spaces} />
      <Field look="note" label={t`Category`}>
        <Select className="w-36" name="category" defaultValue={query.category ?? ''}>
          <option value="">{t`all categories`}</option>
          {categories.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      <StateSought query={query} />
      <Field look="note" label={t`Asked for`}>
        <Select className="w-36" name="made" defaultValue={query.made}>
          <option value="any">{t`either way`}</option>
          <option value="single">{t`one by one`}</option>
          <option value="series">{t`as a series`}</option>
        </Select>
      </Field>
      <Button isSubmit>{t`Show`}</Button>
    </form>
  );
}
