import { t } from '@/contracts/language/translate';
/** Dates told one by one in a mail; the rest is counted. */
const MOST_LINES = 40;

/** As many lines as a mail tells, and how many more there are. */
export const cutLines = (lines: readonly string[]): string[] =>
  lines.length > MOST_LINES
    ? [...lines.slice(0, MOST_LINES), t`and ${lines.length - MOST_LINES} more`]
    : [...lines];
