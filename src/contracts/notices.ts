/** What readers may know of one date; nothing else reaches a page or a feed. */
export interface NoticeDate {
  /** Stable within the calendars: segment and original start. */
  readonly key: string;
  readonly title: string;
  readonly secondLine: string;
  readonly text: string;
  /** The text with its marks, cleaned; empty where it is plain. */
  readonly html: string;
  /** What happens when. */
  readonly lines: readonly { readonly at: string; readonly text: string }[];
  readonly day: string;
  readonly dayText: string;
  readonly timeText: string;
  readonly place: string;
  readonly building: string;
  readonly mark: string;
  readonly hue: string;
  readonly category: string;
  readonly isCancelled: boolean;
}

export interface NoticeCalendar {
  readonly slug: string;
  readonly name: string;
  readonly about: string;
  readonly mark: string;
  readonly hue: string;
  /** Dates to come. */
  readonly coming: number;
}

export interface NoticePage {
  readonly calendar: NoticeCalendar;
  readonly dates: readonly NoticeDate[];
}
