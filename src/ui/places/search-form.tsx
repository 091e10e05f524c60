import { MOST_SEARCH_DATES, SEARCH_REPEATS, type SearchRepeat } from '@/contracts/places';
import { FEATURE_WORDS, LAYOUT_WORDS } from '@/contracts/words/findings';
import { LAYOUTS } from '@/core/seating/capacity';
import { FEATURES } from '@/core/spaces/features';

/** What stands in the fields, as typed. */
export type SearchText = Readonly<Record<string, string>>;

const REPEAT_WORDS: Readonly<Record<SearchRepeat, string>> = {
  once: 'one date',
  daily: 'every day',
  weekly: 'every week',
  fortnightly: 'every two weeks',
  monthly: 'every month, that day',
};

interface FormProps {
  readonly text: SearchText;
  /** What is wrong, by field. */
  readonly faults: Readonly<Record<string, string>>;
  readonly equipment: readonly { readonly id: number; readonly name: string }[];
}

function Field({
  name,
  label,
  type,
  text,
  faults,
  ...more
}: { name: string; label: string; type: string; min?: number; max?: number } & Omit<FormProps, 'equipment'>) {
  const fault = faults[name];
  return (
    <label>
      {label}
      <input
        className="field"
        name={name}
        type={type}
        defaultValue={text[name]}
        aria-invalid={fault !== undefined}
        {...more}
      />
      {fault && (
        <span role="alert" className="block text-[0.92rem] text-clash">
          {fault}
        </span>
      )}
    </label>
  );
}

function Choice({
  name,
  label,
  any,
  options,
  text,
}: {
  name: string;
  label: string;
  any: string | null;
  options: readonly (readonly [value: string, words: string])[];
  text: SearchText;
}) {
  return (
    <label>
      {label}
      <select className="field" name={name} defaultValue={text[name] ?? ''}>
        {any !== null && <option value="">{any}</option>}
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
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
        text={text}
      />
      <Choice
        name="has"
        label="Having"
        any="nothing in particular"
        options={FEATURES.map((each) => [each, FEATURE_WORDS[each]])}
        text={text}
      />
      <Field name="day" label="First day" type="date" {...field} />
      <Field name="from" label="From" type="time" {...field} />
      <Field name="to" label="To" type="time" {...field} />
      <Choice
        name="repeat"
        label="How often"
        any={null}
        options={(Object.keys(SEARCH_REPEATS) as SearchRepeat[]).map((each) => [each, REPEAT_WORDS[each]])}
        text={text}
      />
      <Field name="dates" label="Dates" type="number" min={1} max={MOST_SEARCH_DATES} {...field} />
      <Choice
        name="type"
        label="Equipment"
        any="none"
        options={equipment.map(({ id, name }) => [String(id), name])}
        text={text}
      />
      <Field name="quantity" label="How many of it" type="number" min={1} {...field} />
      <button type="submit" className="press press-main sm:col-span-2">
        Look for places
      </button>
    </form>
  );
}
