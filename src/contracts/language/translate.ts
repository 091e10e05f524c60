import { createInstance, type i18n } from 'i18next';
import { ownSettings } from './for-whom';
import { catalogueOf, officeLanguage, LOCALES, type Language } from './languages';

/**
 * The application's texts stand in the code in English, and each is its own key: a catalogue holds the same text in another
 * language. `{0}`, `{1}` stand for what is put in, in the order of the English text; a translation may turn them round.
 */
const OPTIONS = {
  keySeparator: false,
  nsSeparator: false,
  initAsync: false,
  showSupportNotice: false,
  interpolation: { prefix: '{', suffix: '}', escapeValue: false },
} as const;

/**
 * `{0, dative}` in a German text: `3 Termine` becomes `3 Terminen`. Nouns that end in n or s stay, and so do names.
 */
export const dative = (counted: string): string =>
  /^\d/.test(counted) && !counted.startsWith('1 ') && !/[ns]$/.test(counted) ? `${counted}n` : counted;

const speakers = new Map<Language, { readonly texts: object; readonly speaker: i18n }>();

function speakerOf(language: Language): i18n | null {
  const texts = catalogueOf(language);
  if (!texts) return null;
  const known = speakers.get(language);
  if (known?.texts === texts) return known.speaker;
  const speaker = createInstance({
    ...OPTIONS,
    lng: language,
    fallbackLng: false,
    resources: { [language]: { translation: texts } },
  });
  void speaker.init();
  speaker.services.formatter?.add('dative', (value) => dative(String(value)));
  speakers.set(language, { texts, speaker });
  return speaker;
}

/** The language of whoever this is written for. That of the office where they have chosen none (null). */
export const ownLanguage = (): Language => ownSettings().language || officeLanguage();

type Put = string | number;

const keys = new WeakMap<TemplateStringsArray, string>();

/**
 * The key of a text in the catalogue: `{0} of {1}` of the parts around what is put in. The first part has no number
 * before it; they count from 0.
 */
export const keyOf = (parts: readonly string[]): string =>
  parts.reduce((text, part, index) => `${text}{${index - 1}}${part}`);

function keyFor(parts: TemplateStringsArray): string {
  const known = keys.get(parts);
  if (known !== undefined) return known;
  const key = keyOf(parts);
  keys.set(parts, key);
  return key;
}

const plain = (parts: readonly string[], values: readonly Put[]): string =>
  parts.reduce((text, part, index) => `${text}${values[index - 1]}${part}`);

function said(text: string): string {
  const catalogue = catalogueOf(ownLanguage());
  return catalogue && Object.hasOwn(catalogue, text) ? catalogue[text]! : text;
}

/**
 * Says a text of this application in the language of whoever reads it: t`${count} of ${all}`, or t(text) of one
 * that is marked elsewhere. A text nobody has translated is said in English, never left empty.
 */
export function t(parts: TemplateStringsArray | string, ...values: readonly Put[]): string {
  const speaker = speakerOf(ownLanguage());
  // Not through the speaker: what is no text of ours comes back as it is, whatever stands in it.
  if (typeof parts === 'string') return said(parts);
  if (!speaker) return plain(parts, values);
  return speaker.t(keyFor(parts), { ...values });
}

/**
 * As `t`, for English that means several things: the catalogue tells them apart by what it is about, under
 * `text_about`. tAs('letter')`To`.
 */
export const tAs =
  (about: string) =>
  (parts: TemplateStringsArray, ...values: readonly Put[]): string =>
    speakerOf(ownLanguage())?.t(keyFor(parts), { ...values, context: about }) ?? plain(parts, values);

/** `1 date`, `12 dates`: the catalogue has both under the English singular. */
export function tCount(count: number, one: string, many: string): string {
  const speaker = speakerOf(ownLanguage());
  if (!speaker) return `${count} ${count === 1 ? one : many}`;
  return `${count} ${speaker.t(one, { count })}`;
}

/**
 * The message of a schema, which is made once and asked later, by readers of any language. Texts put in are said as
 * well.
 */
export const lazyText = (
  parts: TemplateStringsArray,
  ...values: readonly (Put | (() => string))[]
): { readonly error: () => string } => ({
  error: () =>
    t(
      parts,
      ...values.map((value) =>
        typeof value === 'function' ? value() : typeof value === 'string' ? t(value) : value,
      ),
    ),
});

/**
 * Texts that are kept as they are, in English, and said only when somebody reads them: t(text). With names given only
 * what stands under those names is a text.
 */
// The names are for whoever looks for texts in the code.
export const untranslated = <const Things>(things: Things, ..._names: readonly string[]): Things => things;

const isPlain = (value: unknown): value is object =>
  Array.isArray(value) ||
  (typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype);

/**
 * Texts that are written down once: a copy of the things in which each text is said when it is read. With names given
 * only what stands under those names is a text, the rest are keys and the like; without them, all texts are. What is
 * no plain object or list is taken over as it is.
 */
export function texts<Things>(things: Things, ...names: readonly string[]): Things {
  if (!isPlain(things) || '$$typeof' in things) return things;
  const copy = Array.isArray(things) ? [] : {};
  for (const [name, held] of Object.entries(Object.getOwnPropertyDescriptors(things))) {
    if (Array.isArray(things) && name === 'length') continue;
    const value: unknown = held.value;
    const isText = typeof value === 'string' && (names.length === 0 || names.includes(name));
    // What is said when it is read already is taken over as it is.
    const said = held.get
      ? held
      : isText
        ? { enumerable: true, configurable: true, get: () => t(value) }
        : { ...held, value: texts(value, ...names) };
    Object.defineProperty(copy, name, said);
  }
  return copy as Things;
}

/**
 * A number as whoever reads it writes it: `10,000`. At most so many places behind the point, else as many as usual.
 */
export const sayNumber = (value: number, most?: number): string =>
  value.toLocaleString(LOCALES[ownLanguage()], most === undefined ? {} : { maximumFractionDigits: most });
