import { MOST_SEARCH_DATES, SEARCH_REPEATS, type SearchRepeat } from '@/contracts/places';
import { FEATURE_WORDS, LAYOUT_WORDS } from '@/contracts/words/findings';
import { LAYOUTS } from '@/core/seating/capacity';
import { FEATURES } from '@/core/spaces/features';
import { Choice, Field, type FieldText } from './form-fields';

const REPEAT_WORDS: Readonly<Record<SearchRepeat, string>> = {
  once: 'one date',
  daily: 'every day',
  weekly: 'every week',
  fortnightly: 'every two weeks',
  monthly: 'every month, that day',
};

interface FormProps extends FieldText {
  readonly equipment: readonly { readonly id: number; readonly name: string }[];
}

/** Time and needs given, places wanted. A plain form: its answers have an address. */
export function SearchForm({ text, faults, equipment }: FormProps) {
  const field = { text, faults };
  return (
    <form action="/places" role="search" aria-label="Places" className="sheet grid gap-3 p-4 sm:grid-cols-2">
      <Field name="people" label="People" type="number" min={1} {...field} />
      <Choice
        name="layout"
        label="Layout"
        any="any that seats them"
        options={LAYOUTS.map((each) => [each, LAYOUT_WORDS[each]])}
        {...field}
      />
      <Choice
        name="has"
        label="Having"
        any="nothing in particular"
        options={FEATURES.map((each) => [each, FEATURE_WORDS[each]])}
        {...field}
      />
      <Field name="day" label="First day" type="date" {...field} />
      <Field name="from" label="From" type="time" {...field} />
      <Field name="to" label="To" type="time" {...field} />
      <Choice
        name="repeat"
        label="How often"
        any={null}
        options={(Object.keys(SEARCH_REPEATS) as SearchRepeat[]).map((each) => [each, REPEAT_WORDS[each]])}
        {...field}
      />
      <Field name="dates" label="Dates" type="number" min={1} max={MOST_SEARCH_DATES} {...field} />
      <Choice
        name="type"
        label="Equipment"
        any="none"
        options={equipment.map(({ id, name }) => [String(id), name])}
        {...field}
      />
      <Field name="quantity" label="How many of it" type="number" min={1} {...field} />
      <button type="submit" className="press press-main sm:col-span-2">
        Look for places
      </button>
    </form>
  );
}
