import { texts } from '@/contracts/language/translate';
/** What the office owns, in the order in which a new one makes it. Each kind is kept on pages of its own. */
export const ENTRY_KINDS = [
  'site',
  'further-site',
  'season',
  'closure',
  'day-note',
  'building',
  'space',
  'timetable',
  'store',
  'equipment',
  'team',
  'service',
  'audience',
  'category',
  'organisation',
  'person',
  'letters',
] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

/** Whether entries of that name are kept here. */
export const isEntryKind = (text: string): text is EntryKind =>
  (ENTRY_KINDS as readonly string[]).includes(text);

/** Whose work a kind is: the whole office's, or only of those who keep the house. */
export type Keeping = 'office' | 'housekeeper' | 'people';

/** What a kind is called, and what can be done with its entries. */
export interface KindWords {
  /** As in “another building”. */
  readonly one: string;
  /** As in “12 buildings”, and as a heading. */
  readonly many: string;
  readonly about: string;
  readonly keptBy: Keeping;
  /** There is exactly one. */
  readonly isSingle?: boolean;
  /** Things of the kind stand in an order of the house's own. */
  readonly isOrdered?: boolean;
}

const A_ONE: Readonly<Record<EntryKind, string>> = texts({
  site: 'a site',
  'further-site': 'a further site',
  season: 'a season',
  closure: 'a closure',
  'day-note': 'a note to a day',
  building: 'a building',
  space: 'a space',
  timetable: 'a timetable',
  store: 'a store',
  equipment: 'a kind of equipment',
  team: 'a team',
  service: 'a service',
  audience: 'an audience',
  category: 'a category',
  organisation: 'an organisation',
  person: 'a person',
  letters: 'a wording of letters',
});

/** As in “made an organisation”. */
export const aOne = (kind: EntryKind): string => A_ONE[kind];

/** The words of each kind. */
export const KIND_WORDS: Readonly<Record<EntryKind, KindWords>> = texts(
  {
    site: {
      one: 'site',
      many: 'The site',
      about: 'Its name and zone, whom to ask, its hours, and what holds where nothing nearer is said.',
      keptBy: 'housekeeper',
      isSingle: true,
    },
    'further-site': {
      one: 'further site',
      many: 'Further sites',
      about:
        'Where else spaces of this office are, with hours and closures of their own. Zone, office and everything else are those of the site.',
      keptBy: 'housekeeper',
    },
    season: {
      one: 'season',
      many: 'Seasons',
      about: 'Stretches of the year with a name, offered as the end of a series.',
      keptBy: 'office',
    },
    closure: {
      one: 'closure',
      many: 'Closures and openings',
      about:
        'Days and hours on which the site, a building or a space is shut, or open beside its usual hours.',
      keptBy: 'office',
    },
    'day-note': {
      one: 'note to a day',
      many: 'Notes to days',
      about: 'What a day is, where the office is open all the same: shown on the day strip.',
      keptBy: 'office',
    },
    building: {
      one: 'building',
      many: 'Buildings',
      about: 'What spaces stand in; outdoor ground counts as one.',
      keptBy: 'housekeeper',
      isOrdered: true,
    },
    space: {
      one: 'space',
      many: 'Spaces',
      about: 'Rooms and ground to be asked for: size, layouts, parts, hours, who may ask, what is asked.',
      keptBy: 'housekeeper',
      isOrdered: true,
    },
    timetable: {
      one: 'timetable',
      many: 'Timetables',
      about: 'Periods by which some spaces are booked.',
      keptBy: 'housekeeper',
    },
    store: { one: 'store', many: 'Stores', about: 'Where equipment is kept.', keptBy: 'housekeeper' },
    equipment: {
      one: 'kind of equipment',
      many: 'Equipment',
      about: 'What is lent: how many there are and when, numbered units, kits, what stands in for it.',
      keptBy: 'housekeeper',
      isOrdered: true,
    },
    team: { one: 'team', many: 'Teams', about: 'Crews and who belongs to them.', keptBy: 'housekeeper' },
    service: {
      one: 'service',
      many: 'Services',
      about: 'What a team does for an event when it is asked for, and what it has to know.',
      keptBy: 'housekeeper',
      isOrdered: true,
    },
    audience: {
      one: 'audience',
      many: 'Audiences',
      about: 'For whom events are: two for the same people at the same time are warned of.',
      keptBy: 'housekeeper',
      isOrdered: true,
    },
    category: {
      one: 'category',
      many: 'Categories',
      about: 'Kinds of events, with a colour and two letters, for whom they usually are.',
      keptBy: 'housekeeper',
      isOrdered: true,
    },
    organisation: {
      one: 'organisation',
      many: 'Organisations',
      about: 'Hosts of events, with their members.',
      keptBy: 'office',
    },
    person: {
      one: 'person',
      many: 'People',
      about: 'Everyone with an account: roles, spaces looked after, teams, hosts, deputies.',
      keptBy: 'people',
    },
    letters: {
      one: 'wording of letters',
      many: 'Letters',
      about: 'Subject, opening and closing of what the office writes, where it wants other words than ours.',
      keptBy: 'housekeeper',
      isSingle: true,
    },
  },
  'one',
  'many',
  'about',
);

/** Things with a form of their own elsewhere; their history is kept as what was said of them. */
export const TOLD_KINDS = ['recipe', 'calendar'] as const;
export type ToldKind = (typeof TOLD_KINDS)[number];
export type HistoryKind = EntryKind | ToldKind;
/** What is said of a thing, by what it is about. */
export type Said = Readonly<Record<string, string>>;

/** Whether a history keeps words instead of documents. */
export const isToldKind = (kind: HistoryKind): kind is ToldKind =>
  (TOLD_KINDS as readonly HistoryKind[]).includes(kind);
