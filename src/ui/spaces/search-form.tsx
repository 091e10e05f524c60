import { Button } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import { MOST_SEARCH_DATES, SEARCH_REPEATS, type SearchRepeat } from '@/contracts/calendar/places';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { LAYOUTS } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { Choice } from '@/ui/kit/choice';
import { PlainField, type FieldText } from './form-fields';

const REPEAT_WORDS: Readonly<Record<SearchRepeat, string>> = texts({
  once: 'one date',
  daily: 'every day',
  weekly: 'every week',
  fortnightly: 'every two weeks',
  monthly: 'every month, that day',
});

interface LayoutSoughtProps {
  readonly field: { text: Readonly<Record<string, string>>; faults: Readonly<Record<string, string>> };
}

const LayoutSought = ({ field }: LayoutSoughtProps) => (
  <Choice
    name="layout"
    label={t`Layout`}
    none={t`any that seats them`}
    options={LAYOUTS.map((each) => [each, LAYOUT_WORDS[each]])}
    look="plain"
    defaultValue={field.text.layout ?? ''}
  />
);

interface TypeSoughtProps {
  readonly equipment: readonly { readonly id: number; readonly name: string }[];
  readonly field: { text: Readonly<Record<string, string>>; faults: Readonly<Record<string, string>> };
}

const TypeSought = ({ equipment, field }: TypeSoughtProps) => (
  <Choice
    name="type"
    label={t`Equipment`}
    none={t`none`}
    options={equipment.map(({ id, name }) => [String(id), name])}
    look="plain"
    defaultValue={field.text.type ?? ''}
  />
);

interface FormProps extends FieldText {
  readonly equipment: readonly { readonly id: number; readonly name: string }[];
}

/** Time and needs given, places wanted. A plain form: its answers have an address. */
export function SearchForm({ text, faults, equipment }: FormProps) {
  const field = { text, faults };
  return (
    <form
      action="/spaces"
      role="search"
      aria-label={t`Spaces`}
      className="sheet grid gap-3 p-4 sm:grid-cols-2"
    >
      <PlainField name="people" label={t`People`} kind="number" min={1} {...field} />
      <LayoutSought field={field} />
      <Choice
        name="has"
        label={t`Having`}
        none={t`nothing in particular`}
        options={FEATURES.map((each) => [each, FEATURE_WORDS[each]])}
        look="plain"
        defaultValue={field.text.has ?? ''}
      />
      <PlainField name="day" label={t`First day`} kind="date" {...field} />
      <PlainField name="from" label={t`From`} kind="time" {...field} />
      <PlainField name="to" label={t`To`} kind="time" {...field} />
      <Choice
        name="repeat"
        label={t`How often`}
        options={(Object.keys(SEARCH_REPEATS) as SearchRepeat[]).map((each) => [each, REPEAT_WORDS[each]])}
        look="plain"
        defaultValue={field.text.repeat ?? ''}
      />
      <PlainField name="dates" label={t`Dates`} kind="number" min={1} max={MOST_SEARCH_DATES} {...field} />
      <TypeSought equipment={equipment} field={field} />
      <PlainField name="quantity" label={t`How many`} kind="number" min={1} {...field} />
      <Button isMain isSubmit className="sm:col-span-2">{t`Find spaces`}</Button>
    </form>
  );
}
