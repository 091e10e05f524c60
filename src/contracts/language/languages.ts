/** The languages there are texts in. */
export const LANGUAGES = ['en', 'de'] as const;
export type Language = (typeof LANGUAGES)[number];

/** One of ours by its tag; English where it is none. */
export const languageOf = (tag: string): Language => LANGUAGES.find((each) => each === tag) ?? 'en';

/** Whose dates and numbers are written in it. */
export const LOCALES: Readonly<Record<Language, string>> = { en: 'en-GB', de: 'de-DE' };

/** How each calls itself. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch' };

/** English texts, and what they are in another language. */
export type Catalogue = Readonly<Record<string, string>>;

// Next loads the server in several bundles, and the browser has its own: what they share hangs on globalThis.
const holder = globalThis as typeof globalThis & {
  calendarioCatalogues?: Partial<Record<Language, Catalogue>>;
  calendarioLanguage?: Language | null;
};

/** Null for English, which needs none, and where it was not brought along. */
export const catalogueOf = (language: Language): Catalogue | null =>
  holder.calendarioCatalogues?.[language] ?? null;

/** Gives the texts of a language; those that are missing are read in English. */
export const bringCatalogue = (language: Language, catalogue: Catalogue): void => {
  holder.calendarioCatalogues = { ...holder.calendarioCatalogues, [language]: catalogue };
};

/**
 * The language of a house is that of what it keeps for all, and of readers who have chosen none. English until an
 * office says otherwise.
 */
export const officeLanguage = (): Language => holder.calendarioLanguage ?? 'en';

/** Null before there is a house. */
export const tellOfficeLanguage = (language: Language | null): void => {
  holder.calendarioLanguage = language;
};

/** Whether a house has said so; until then whoever opens the first page is asked by what their browser wants. */
export const hasOfficeLanguage = (): boolean => Boolean(holder.calendarioLanguage);

/** The first of our languages a browser would have, as in `de-AT,de;q=0.9,en;q=0.8`. */
export const wantedLanguage = (header: string): Language | null =>
  header
    .split(',')
    .map((each) => LANGUAGES.find((language) => language === each.trim().slice(0, 2).toLowerCase()))
    .find((each) => each !== undefined) ?? null;
