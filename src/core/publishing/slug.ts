/** Longest address of a calendar or an event, in letters. At most so many characters. */
export const SLUG_MOST = 60;

/**
 * A name as part of an address: plain letters, digits and hyphens; `calendar` where nothing is left of it. At most 60
 * characters.
 */
export function slugOf(name: string, empty = 'calendar'): string {
  const slug = name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, SLUG_MOST)
    .replace(/^-+|-+$/g, '');
  return slug || empty;
}

/** Whether a text can stand in an address: small letters, digits and single hyphens between them, at most `SLUG_MOST`. */
export const isSlug = (text: string): boolean =>
  /^[a-z0-9]+(-[a-z0-9]+)*$/.test(text) && text.length <= SLUG_MOST;
