import { untranslated, texts } from '@/contracts/language/translate';
import { WEEKDAY_NAMES } from '../words/rule';
import type { ChoiceList, NamedChoice } from './docs';

interface Base {
  /** Where it stands in the document, or in its row. */
  readonly name: string;
  readonly label: string;
  readonly hint?: string;
  /** Shown only while another field of the same document or row has this value. */
  readonly when?: readonly [name: string, value: string | boolean];
}

/**
 * A field of a house form; what it may hold is for the schema to say. Bounds are those of the schema; `most` is in
 * letters.
 */
export type Field =
  | (Base & { readonly kind: 'line' | 'text'; readonly most: number; readonly isNarrow?: boolean })
  | (Base & { readonly kind: 'number'; readonly unit?: string; readonly isOptional?: boolean })
  /** A length in minutes, typed in minutes, hours or days. */
  | (Base & { readonly kind: 'span'; readonly isOptional?: boolean })
  | (Base & { readonly kind: 'date' | 'moment' | 'clock'; readonly isOptional?: boolean })
  | (Base & { readonly kind: 'switch' })
  | (Base & { readonly kind: 'hue' })
  /** Words, one to a line. */
  | (Base & { readonly kind: 'words' })
  | (Base & {
      readonly kind: 'choice' | 'several';
      readonly from: ChoiceList | readonly NamedChoice[];
      readonly isOptional?: boolean;
    })
  | (Base & {
      readonly kind: 'rows';
      /** As on the button that adds one. */
      readonly one: string;
      readonly fields: readonly Field[];
      readonly fresh: Readonly<Record<string, unknown>>;
    });

/** Fields of a form under one heading. */
export interface Section {
  readonly title: string;
  readonly about?: string;
  readonly fields: readonly Field[];
}

/** A form as data: its sections, and what a new entry begins with. */
export interface FormOfEntry {
  readonly sections: readonly Section[];
  /** What a new one begins with. */
  readonly fresh: Readonly<Record<string, unknown>>;
}

/** A form whose labels, hints and the like are said in the language of whoever fills it in. */
export const formOfEntry = (form: FormOfEntry): FormOfEntry =>
  texts(form, 'title', 'about', 'label', 'hint', 'one', 'unit');

/** A field that names one entry of a list; null where none is chosen. */
export const named = <Id extends string>(
  ids: readonly Id[],
  words: Readonly<Record<Id, string>>,
): NamedChoice[] =>
  ids.map((id) => ({
    id,
    get name() {
      return words[id];
    },
  }));

/** The name of an entry, of at most so many letters. */
export const nameField = (most: number): Field => ({
  kind: 'line',
  name: 'name',
  label: untranslated('Name'),
  most,
});

const WEEKDAYS: readonly NamedChoice[] = WEEKDAY_NAMES.map((_, index) => ({
  id: index + 1,
  get name() {
    return WEEKDAY_NAMES[index]!;
  },
}));

/** A day of the week, 1 is Monday. */
export const weekdayField: Field = {
  kind: 'choice',
  name: 'weekStart',
  label: untranslated('A week begins on'),
  from: WEEKDAYS,
};

/** Opening hours as lines of a week. */
export const hoursField = (hint: string): Field => ({
  kind: 'rows',
  name: 'hours',
  label: untranslated('Open'),
  hint,
  one: untranslated('line of hours'),
  fresh: { days: [1, 2, 3, 4, 5], from: '09:00', to: '18:00', validFrom: null, validTo: null },
  fields: [
    { kind: 'several', name: 'days', label: untranslated('On'), from: WEEKDAYS },
    { kind: 'clock', name: 'from', label: untranslated('From') },
    { kind: 'clock', name: 'to', label: untranslated('To'), hint: untranslated('Nights go on to 48:00.') },
    { kind: 'date', name: 'validFrom', label: untranslated('First day'), isOptional: true },
    { kind: 'date', name: 'validTo', label: untranslated('Last day'), isOptional: true },
  ],
});

/** The questions a space, a category or a service asks, in their order. */
export const questionsField: Field = {
  kind: 'rows',
  name: 'questions',
  label: untranslated('Questions'),
  hint: untranslated('Asked in the form where this is chosen.'),
  one: untranslated('question'),
  fresh: { id: null, text: '', required: false, choices: [], seenBy: 'office-and-crews', numberName: '' },
  fields: [
    { kind: 'line', name: 'text', label: untranslated('Question'), most: 200 },
    { kind: 'switch', name: 'required', label: untranslated('Must be answered') },
    {
      kind: 'words',
      name: 'choices',
      label: untranslated('Answers to choose from'),
      hint: untranslated('One to a line; none lets anything be written.'),
    },
    {
      kind: 'line',
      name: 'numberName',
      label: untranslated('Name of its number in formulas'),
      hint: untranslated(
        'Only where the answer is a whole number, as in “cars”; empty lets words be written.',
      ),
      most: 30,
    },
    {
      kind: 'choice',
      name: 'seenBy',
      label: untranslated('Who reads the answer'),
      from: named(
        ['office-and-crews', 'office'],
        texts({ 'office-and-crews': 'the office and the crews', office: 'the office alone' }),
      ),
    },
  ],
};
