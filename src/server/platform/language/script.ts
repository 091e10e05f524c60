import { createHash } from 'node:crypto';
import { catalogueOf, type Language } from '@/contracts/language/languages';

interface LanguageScript {
  readonly text: string;
  readonly json: string;
  /** Another one whenever the text is another, so that browsers may keep it for good. */
  readonly path: string;
}

const made = new WeakMap<object, LanguageScript>();

/** The catalogue of a language as a script that pages take before the browser draws them; null for English. */
export function languageScript(language: Language): LanguageScript | null {
  const catalogue = catalogueOf(language);
  if (!catalogue) return null;
  const known = made.get(catalogue);
  if (known) return known;
  const json = JSON.stringify(catalogue).replaceAll('<', '\\u003c');
  const script = {
    json,
    text: `globalThis.calendarioCatalogues=Object.assign(globalThis.calendarioCatalogues||{},{${language}:${json}});`,
    path: `/language/${language}.js?v=${createHash('sha1').update(json).digest('base64url')}`,
  };
  made.set(catalogue, script);
  return script;
}
