import { plainText } from '@/contracts/forms/fields';
import { lazyText, t, untranslated } from '@/contracts/language/translate';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';

/** In which part of the form a field stands. */
export type RequestFieldSection = 'what' | 'needs';

/** A plain text of a request, with everything the application has to know of it. */
interface RequestFieldRow {
  /** Of the table `request`; a new one needs a migration that adds it with the default ''. */
  readonly column: string;
  readonly label: string;
  readonly hint: string;
  readonly most: number;
  /** Lines of the field: one is a line, more a text. */
  readonly lines: number;
  /** The part of the form of asking it stands in. */
  readonly askedIn: RequestFieldSection;
  /** Whether pages of the request show it where it is empty too. */
  readonly isAlwaysShown: boolean;
  /** Whether the office may say it otherwise while the request waits. */
  readonly isEdited: boolean;
  /** Whether crews read it beside their orders, on the screen and on paper. Setup notes are part of the order itself. */
  readonly isForCrews: boolean;
}

/** Every plain text a request has, in the order in which they are asked and shown. */
export const REQUEST_FIELDS = untranslated(
  {
    secondLine: {
      column: 'second_line',
      label: 'Second line',
      hint: 'Under the title, as in “with lantern slides”.',
      most: MOST_CHARACTERS.secondLine,
      lines: 1,
      askedIn: 'what',
      isAlwaysShown: false,
      // Put right with all that readers see, on the page of its notice.
      isEdited: false,
      isForCrews: false,
    },
    contact: {
      column: 'contact',
      label: 'Contact on the day',
      hint: 'Name and telephone. The office and the crews see it, and readers of calendars that publish the contact.',
      most: MOST_CHARACTERS.contact,
      lines: 1,
      askedIn: 'what',
      isAlwaysShown: false,
      isEdited: true,
      isForCrews: true,
    },
    notes: {
      column: 'notes',
      label: 'Setup notes',
      hint: 'For the crew: how it should stand, what must not be moved. They are seen at every later step.',
      most: MOST_CHARACTERS.notes,
      lines: 3,
      askedIn: 'needs',
      isAlwaysShown: true,
      isEdited: true,
      isForCrews: false,
    },
  } as const satisfies Readonly<Record<string, RequestFieldRow>>,
  'label',
  'hint',
);

export type RequestFieldName = keyof typeof REQUEST_FIELDS;
/** The texts of all plain fields. */
export type RequestFieldTexts = Readonly<Record<RequestFieldName, string>>;
type ColumnOf<Name extends RequestFieldName> = (typeof REQUEST_FIELDS)[Name]['column'];
/** The same under the names of their columns. */
export type RequestFieldColumns = { readonly [Name in RequestFieldName as ColumnOf<Name>]: string };

/** The names of the plain fields, in their order. */
export const REQUEST_FIELD_NAMES = Object.keys(REQUEST_FIELDS) as RequestFieldName[];
/** What is said of each. */
export const requestField: Readonly<Record<RequestFieldName, RequestFieldRow>> = REQUEST_FIELDS;
/** What a field is called. */
export const fieldLabel = (name: RequestFieldName): string => t(requestField[name].label);

const ofEach = <Value>(value: (name: RequestFieldName) => Value) =>
  Object.fromEntries(REQUEST_FIELD_NAMES.map((name) => [name, value(name)])) as Record<
    RequestFieldName,
    Value
  >;

const schemaOf = (name: RequestFieldName) => {
  const { label, most, lines } = requestField[name];
  return plainText(label, most).refine(
    (text) => lines > 1 || !text.includes('\n'),
    lazyText`${label} is one line.`,
  );
};

/** As they are asked: left out is empty. */
export const askedFieldSchemas = ofEach((name) => schemaOf(name).default(''));
type EditedFieldName = {
  [Name in RequestFieldName]: (typeof REQUEST_FIELDS)[Name]['isEdited'] extends true ? Name : never;
}[RequestFieldName];
/** Those the office may say otherwise while a request waits. */
export const EDITED_FIELD_NAMES = REQUEST_FIELD_NAMES.filter(
  (name): name is EditedFieldName => requestField[name].isEdited,
);
/** As the office says them otherwise: left out is as it was. */
export const editedFieldSchemas = Object.fromEntries(
  EDITED_FIELD_NAMES.map((name) => [name, schemaOf(name).optional()]),
) as Record<EditedFieldName, ReturnType<ReturnType<typeof schemaOf>['optional']>>;
/** All of them empty. */
export const EMPTY_FIELDS: RequestFieldTexts = ofEach(() => '');

/** The plain texts among other things. */
export const fieldsIn = (texts: RequestFieldTexts): Record<RequestFieldName, string> =>
  ofEach((name) => texts[name]);

/** Those of an edit that were said. What was not sent is left out, not empty. */
export const editedFields = (texts: Partial<RequestFieldTexts>): Partial<RequestFieldTexts> =>
  Object.fromEntries(
    EDITED_FIELD_NAMES.flatMap((name) => (texts[name] === undefined ? [] : [[name, texts[name]]])),
  );

/** As the columns of a row hold them. */
export const fieldColumns = (texts: RequestFieldTexts): RequestFieldColumns =>
  Object.fromEntries(
    REQUEST_FIELD_NAMES.map((name) => [requestField[name].column, texts[name]]),
  ) as RequestFieldColumns;

/** The pairs of a `json_object` of some of them, of a row of `request` called `r`. Empty where none is meant. */
export const fieldsAsJson = (isMeant: (row: RequestFieldRow) => boolean = () => true): string =>
  REQUEST_FIELD_NAMES.filter((name) => isMeant(requestField[name]))
    .map((name) => `'${name}', r.${requestField[name].column}`)
    .join(', ');
