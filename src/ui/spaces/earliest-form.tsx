import { Button } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import { MOST_SPAN_DAYS, POOL_LINES, WANT_LINES, type OnDays } from '@/contracts/calendar/earliest';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { LAYOUTS } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { Choice } from '@/ui/kit/choice';
import { PlainField, type FieldText, type SearchText } from './form-fields';

const ON_WORDS: Readonly<Record<OnDays, string>> = texts({
  any: 'any day',
  weekdays: 'Monday to Friday',
  weekends: 'Saturday and Sunday',
});

const lines = (count: number) => Array.from({ length: count }, (_, index) => index + 1);

interface SpaceWantedProps {
  readonly n: number;
  readonly field: { text: SearchText; faults: Readonly<Record<string, string>> };
  readonly spaces: readonly { readonly id: number; readonly name: string }[];
}

const SpaceWanted = ({ n, field, spaces }: SpaceWantedProps) => (
  <fieldset className="col-span-full grid grid-cols-2 gap-2 border-t border-rule pt-2">
    <legend className="small-caps pr-2">{n === 1 ? t`A space` : t`And another space`}</legend>
    <PlainField name={`people${n}`} label={t`For people`} kind="number" min={1} {...field} />
    <Choice
      name={`space${n}`}
      label={t`Which`}
      none={t`any that fits`}
      options={spaces.map(({ id, name }) => [String(id), name])}
      look="plain"
      defaultValue={field.text[`space${n}`] ?? ''}
    />
    <Choice
      name={`layout${n}`}
      label={t`Layout`}
      none={t`any`}
      options={LAYOUTS.map((each) => [each, LAYOUT_WORDS[each]])}
      look="plain"
      defaultValue={field.text[`layout${n}`] ?? ''}
    />
    <Choice
      name={`has${n}`}
      label={t`Having`}
      none={t`nothing in particular`}
      options={FEATURES.map((each) => [each, FEATURE_WORDS[each]])}
      look="plain"
      defaultValue={field.text[`has${n}`] ?? ''}
    />
  </fieldset>
);

interface PiecesWantedProps {
  readonly n: number;
  readonly equipment: readonly { readonly id: number; readonly name: string }[];
  readonly field: { text: SearchText; faults: Readonly<Record<string, string>> };
}

const PiecesWanted = ({ n, equipment, field }: PiecesWantedProps) => (
  <fieldset className="col-span-full grid grid-cols-2 gap-2 border-t border-rule pt-2">
    <legend className="small-caps pr-2">{n === 1 ? t`With equipment` : t`And more equipment`}</legend>
    <Choice
      name={`type${n}`}
      label={t`What`}
      none={t`none`}
      options={equipment.map(({ id, name }) => [String(id), name])}
      look="plain"
      defaultValue={field.text[`type${n}`] ?? ''}
    />
    <PlainField name={`quantity${n}`} label={t`How many`} kind="number" min={1} {...field} />
  </fieldset>
);

interface WhenWantedProps {
  readonly field: { text: SearchText; faults: Readonly<Record<string, string>> };
}

const WhenWanted = ({ field }: WhenWantedProps) => (
  <fieldset className="col-span-full grid grid-cols-2 gap-2 border-t border-rule pt-2">
    <legend className="small-caps pr-2">{t`Some time (at most ${MOST_SPAN_DAYS} days)`}</legend>
    <PlainField name="first" label={t`First day`} kind="date" {...field} />
    <PlainField name="last" label={t`Last day`} kind="date" {...field} />
    <PlainField name="between" label={t`Between`} kind="time" {...field} />
    <PlainField name="and" label={t`And`} kind="time" {...field} />
    <PlainField name="minutes" label={t`For minutes`} kind="number" min={15} {...field} />
    <Choice
      name="on"
      label={t`On`}
      options={(Object.keys(ON_WORDS) as OnDays[]).map((each) => [each, ON_WORDS[each]])}
      look="plain"
      defaultValue={field.text.on ?? ''}
    />
  </fieldset>
);

interface FormProps extends FieldText {
  readonly spaces: readonly { readonly id: number; readonly name: string }[];
  readonly equipment: readonly { readonly id: number; readonly name: string }[];
}

/** Everything that is wanted together, and the span to look through. A plain form: its answers have an address. */
export function EarliestForm({ spaces, equipment, ...field }: FormProps) {
  return (
    <form
      action="/spaces/earliest"
      role="search"
      aria-label={t`Earliest moments`}
      className="sheet grid gap-3 p-4 sm:grid-cols-2"
    >
      {lines(WANT_LINES).map((n) => (
        <SpaceWanted key={n} n={n} field={field} spaces={spaces} />
      ))}
      {lines(POOL_LINES).map((n) => (
        <PiecesWanted key={n} n={n} equipment={equipment} field={field} />
      ))}
      <WhenWanted field={field} />
      <Button isMain isSubmit className="col-span-full">{t`Find the earliest`}</Button>
    </form>
  );
}
