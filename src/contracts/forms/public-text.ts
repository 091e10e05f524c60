import { lazyText, t } from '@/contracts/language/translate';
import { z } from 'zod';

/** Characters of public text with its marks, before and after it is cleaned: about 2,000 words. */
export const MOST_PUBLIC_HTML = 40_000;

/** Why a public text is not taken. */
export const sayPublicTextTooLong = (): string => t`The public text is too long: at most about 2,000 words.`;

/**
 * Public text with its marks, as an editor writes it; cleaned on the server. At most 40,000 letters with its marks.
 */
export const publicHtmlField = z
  .string(lazyText`Public text is missing.`)
  .max(MOST_PUBLIC_HTML, { error: sayPublicTextTooLong });
