import type { Layout } from '../seating/layouts';
import type { RuleUnit } from '../recurrence/editor-model';

/** Sources of patterns and their meanings: how a request in one line is said in a language. All is read in lower case. */
export interface Grammar {
  /** What stands for a number by itself, `two`, and its value; halves too. */
  readonly numbers: Readonly<Record<string, number>>;
  /** The seven days of the week from Monday, each a source that takes its short forms; without the plural. */
  readonly weekdays: readonly string[];
  /** Ending of several, or of every one: `s` of `Tuesdays`, of `dienstags`. */
  readonly several: string;
  /** The months from January, each a source. */
  readonly months: readonly string[];
  /** Between day and month, as in `18th of May`, `18. Mai`. */
  readonly dayMark: string;
  /** The month may stand first: `May 18`. */
  readonly hasMonthFirst: boolean;
  readonly ordinals: Readonly<Record<string, number>>;
  readonly and: string;
  readonly until: string;
  /** Where something begins, as in `from 4 May`. */
  readonly from: string;
  readonly except: string;
  readonly today: string;
  readonly tomorrow: string;
  readonly dayAfter: string;
  /** `in 3 weeks`: the number is the first group, the unit the second. */
  readonly ahead: string;
  /** Before a weekday: that of the next week. */
  readonly next: string;
  /** Before a weekday: the first to come. */
  readonly thisOne: string;
  /** Behind a weekday: a week later. */
  readonly weekLater: string;
  /** Before a weekday: the same. */
  readonly weekLaterBefore: string;

  /** Before two times with `and` between them. */
  readonly between: string;
  readonly at: string;
  readonly oClock: string;
  readonly am: string;
  readonly pm: string;
  readonly noon: string;
  readonly midnight: string;
  /** Sources of an hour told from another: `half past six` is +30 from 6, `halb sieben` −30 from 7. */
  readonly past: readonly (readonly [source: string, minutes: number])[];
  /** Which half of the day is meant, as in `in the evening`; and what says so only behind a day, `tomorrow evening`. */
  readonly half: { readonly am: string; readonly pm: string };
  readonly halfBehindDay: { readonly am: string; readonly pm: string };
  readonly hour: string;
  readonly minute: string;
  readonly halfHour: string;
  readonly forSpan: string;
  readonly allDay: string;

  readonly every: string;
  /** Between `every` and its unit: the second of each two. */
  readonly other: string;
  readonly units: Readonly<Record<string, RuleUnit>>;
  readonly adverbs: Readonly<Record<string, readonly [every: number, unit: RuleUnit]>>;
  /** Monday to Friday. */
  readonly workdays: string;
  /** Behind a place in the month: `of the month`, `jedes Monats`. */
  readonly ofMonth: string;
  readonly lastDay: string;
  readonly on: string;
  /** In a span: on each of its days. */
  readonly eachDay: string;
  /** Behind a number of dates. */
  readonly times: string;
  readonly seasonEnd: string;
  /** Nobody can say what is meant by it. */
  readonly unsure: readonly string[];

  readonly people: string;
  readonly forPeople: string;
  readonly about: string;
  readonly layouts: Readonly<Record<Layout, readonly string[]>>;
  /** What those names may mean besides a layout: taken for one only where they stand alone. */
  readonly unsureLayouts: readonly string[];
  readonly anySpace: string;
  readonly borrow: string;
  /** Before the name of a place. */
  readonly inPlace: string;
  /** What the names of categories and things end in when there are several. */
  readonly plurals: string;
  /** Words that only join others: not read at the ends of what is said. */
  readonly joining: RegExp;
  /** Words of asking itself: not read where nothing else stands beside them. */
  readonly asking: RegExp;
  /** Articles, which a title may begin with. */
  readonly article: RegExp;
}
