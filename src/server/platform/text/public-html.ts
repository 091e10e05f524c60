import { convert } from 'html-to-text';
import sanitizeHtml from 'sanitize-html';
import { t } from '@/contracts/language/translate';
import type { FieldFault } from '@/contracts/base/refusal';
import { MOST_PUBLIC_HTML, sayPublicTextTooLong } from '@/contracts/forms/public-text';

/** What public text may be made of: what the editor can write, and nothing that runs, loads or places itself. */
const ALLOWED: sanitizeHtml.IOptions = {
  allowedTags: ['p', 'br', 'strong', 'em', 'u', 's', 'a', 'ul', 'ol', 'li', 'h3', 'h4', 'blockquote'],
  allowedAttributes: { a: ['href', 'rel'] },
  allowedSchemes: ['http', 'https', 'mailto', 'tel'],
  allowProtocolRelative: false,
  // Their text is no text.
  nonTextTags: ['script', 'style', 'textarea', 'option', 'noscript', 'title', 'iframe', 'svg', 'math'],
  transformTags: {
    b: 'strong',
    i: 'em',
    h1: 'h3',
    h2: 'h3',
    h5: 'h4',
    h6: 'h4',
    // Readers leave for it knowingly; what is linked to learns nothing of where they came from.
    a: (tagName, { href }) => ({
      tagName,
      attribs: { ...(href !== undefined && { href }), rel: 'noopener noreferrer nofollow' },
    }),
  },
  // An anchor whose address was no address is its text.
  exclusiveFilter: ({ tag, text, attribs }) => tag === 'a' && !attribs.href && text === '',
};

export interface PublicText {
  readonly html: string;
  /** The same for feeds, prints and searching. */
  readonly plain: string;
}

const isEmpty = (html: string): boolean => sanitizeHtml(html, { allowedTags: [] }).trim() === '';

/** Tags within one another. What the editor writes stays below ten; those who read it walk into each of them. */
export const MOST_DEPTH = 24;

class TooDeep extends Error {}

/** Ends as soon as tags stand too deep within one another: deeper down the work grows with the square. */
function cleaned(source: string): string {
  let depth = 0;
  return sanitizeHtml(source, {
    ...ALLOWED,
    onOpenTag: () => {
      depth += 1;
      if (depth > MOST_DEPTH) throw new TooDeep();
    },
    onCloseTag: () => {
      depth -= 1;
    },
  }).trim();
}

const plainOf = (html: string): string =>
  convert(html, {
    wordwrap: false,
    selectors: [
      { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
      { selector: 'h3', options: { uppercase: false } },
      { selector: 'h4', options: { uppercase: false } },
      { selector: 'ul', options: { itemPrefix: '– ' } },
    ],
  }).trim();

/** Cleans what came from an editor or was pasted into it, or says why not. Idempotent: what is clean stays as it is. */
export function cleanPublicHtml(source: string): PublicText | 'too-deep' | 'too-long' {
  if (source.length > MOST_PUBLIC_HTML) return 'too-long';
  let html: string;
  try {
    html = cleaned(source);
  } catch (error) {
    if (error instanceof TooDeep) return 'too-deep';
    throw error;
  }
  if (isEmpty(html)) return { html: '', plain: '' };
  const plain = plainOf(html);
  // Cleaning adds to links, and plain text to quotes and lists.
  return Math.max(html.length, plain.length) > MOST_PUBLIC_HTML ? 'too-long' : { html, plain };
}

const FAULTS = {
  'too-deep': () =>
    t`Lists and quotes in the public text are more than ${MOST_DEPTH} deep within one another. Take some of them out.`,
  'too-long': sayPublicTextTooLong,
};

/** What is wrong with public text as it was sent, where something is. */
export function publicTextFaults(source: string): FieldFault[] {
  const clean = cleanPublicHtml(source);
  return typeof clean === 'string' ? [{ path: 'publicHtml', message: FAULTS[clean]() }] : [];
}

/**
 * The clean text of a source that has no faults.
 *
 * @throws Error where it has: they are looked for first.
 */
export function publicTextOf(source: string): PublicText {
  const clean = cleanPublicHtml(source);
  if (typeof clean === 'string') throw new Error(`public text is ${clean}`);
  return clean;
}
