import { texts } from '@/contracts/language/translate';

interface FeedFormatRow {
  /** What people call it. */
  readonly label: string;
  readonly about: string;
  readonly mediaType: string;
  /** Of the file a reader saves; in the address stands the name of the format. */
  readonly extension: string;
  /** Named in the head of a page, for programs that look there (WHATWG HTML, link type “alternate”). */
  readonly isAlternate: boolean;
}

/** Every format a calendar can be followed in, in the order they are offered. Its text is made in `feeds/formats`. */
export const FEED_FORMATS = texts(
  {
    ics: {
      label: 'iCalendar',
      about: 'for calendar programs: give them this address once and they stay current',
      mediaType: 'text/calendar',
      extension: 'ics',
      isAlternate: true,
    },
    atom: {
      label: 'Atom',
      about: 'tells of new events',
      mediaType: 'application/atom+xml',
      extension: 'xml',
      isAlternate: true,
    },
    json: {
      label: 'JSON',
      about: 'for programs of your own',
      mediaType: 'application/json',
      extension: 'json',
      isAlternate: false,
    },
  } as const satisfies Readonly<Record<string, FeedFormatRow>>,
  'label',
  'about',
);

export type FeedFormat = keyof typeof FEED_FORMATS;

/** All formats, in the order in which they are offered. */
export const FEED_FORMAT_NAMES = Object.keys(FEED_FORMATS) as FeedFormat[];
