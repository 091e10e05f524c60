import { convert } from 'html-to-text';
import sanitizeHtml from 'sanitize-html';

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

/** Cleans what came from an editor or was pasted into it. Idempotent: what is clean stays as it is. */
export function cleanPublicHtml(source: string): PublicText {
  const html = sanitizeHtml(source, ALLOWED).trim();
  if (isEmpty(html)) return { html: '', plain: '' };
  const plain = convert(html, {
    wordwrap: false,
    selectors: [
      { selector: 'a', options: { hideLinkHrefIfSameAsText: true } },
      { selector: 'h3', options: { uppercase: false } },
      { selector: 'h4', options: { uppercase: false } },
      { selector: 'ul', options: { itemPrefix: '– ' } },
    ],
  }).trim();
  return { html, plain };
}
