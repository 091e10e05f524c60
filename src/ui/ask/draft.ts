import { EMPTY_FIELDS, type RequestFieldName } from '@/contracts/requests/request-fields';
import { wheelchairPlaces } from '@/core/seating/capacity';
import type { Layout } from '@/core/seating/layouts';
import type { Feature } from '@/core/spaces/features';
import { addWallMinutes, dateOf, timeOf, weekdayOf, type LocalDateTime } from '@/core/time/local-time';
import type { RuleEnd, RuleUnit } from '@/core/recurrence/editor-model';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import type { RequestKind } from '@/contracts/requests/ask-details';
import type { FileLine } from '@/contracts/requests/files';
import type { DatePatchBody } from '@/contracts/requests/patch';
import type { Picked } from './ask-address';
import { ruleFields } from './rule-form';

export interface SpaceForm {
  spaceId: string;
  layout: Layout | '';
  setupMin: string;
  strikeMin: string;
}

/** What is different on one date; empty texts are as on the others. */
export interface DifferingForm {
  /** The date's own start, as the rule or the list of dates names it. */
  at: string;
  startTime: string;
  endTime: string;
  people: string;
  spaceId: string;
  /** An alternative that was taken for it; what the fields say goes before it. */
  taken?: { readonly patch: DatePatchBody; readonly sentence: string };
}

/** How the dates are given. */
export type Pattern = 'once' | 'picked' | 'rule';

/** What stands in the fields: texts as typed, so that nothing is lost while it is not yet right. */
export interface AskForm extends Record<RequestFieldName, string> {
  kind: RequestKind;
  title: string;
  categoryId: string;
  moreCategoryIds: string[];
  hostId: string;
  jointHostIds: string[];
  onBehalfOf: string;
  people: string;
  wheelchairs: string;

  pattern: Pattern;
  allDay: boolean;
  /** Of one date over several days: round the clock, or the same hours each day. Empty until it is said. */
  overDays: '' | 'through' | 'each-day';
  startDate: string;
  startTime: string;
  endDate: string;
  endTime: string;
  /** Days besides the first, or besides those of a rule, picked by hand. */
  pickedDays: string[];
  every: string;
  unit: RuleUnit;
  /** ISO weekdays of a weekly rule; none is the weekday of the first date. */
  weekdays: string[];
  /** Of a monthly or yearly rule: days of the month, or so-manieth weekdays. */
  place: 'days' | 'weekdays';
  monthDays: string;
  nths: string[];
  nthWeekdays: string[];
  /** Only in these months; none is every month, or that of the first date in a yearly rule. */
  months: string[];
  ends: RuleEnd['kind'] | 'season';
  until: string;
  count: string;
  season: string;
  /** A rule no field can show, kept as it came. */
  ownRule: string;
  /** Starts the rule or the list names and that are left out. */
  leftOut: string[];
  differing: DifferingForm[];

  accessMin: string;
  exitMin: string;
  spaces: SpaceForm[];
  wantLayout: Layout | '';
  /** What a space must have: of a named one it is checked, by others it is found. */
  wantFeatures: Feature[];
  wantBuilding: string;
  otherSpaceOk: boolean;
  secondChoices: { spaceId: string; date: string; time: string }[];

  equipment: { typeId: string; quantity: string; unitId: string }[];
  /** Answers by the number of their question, with an underscore before: fields of forms have no bare numbers. */
  services: { serviceId: string; answers: Record<string, string> }[];
  answers: Record<string, string>;
  lines: { at: string; text: string; isPublic: boolean }[];

  /** Null until somebody says so: then it is as usual for its kind and category. */
  publish: boolean | null;
  /** For whom it is; none is what its category usually is for. */
  audiences: string[];
  publicHtml: string;
  /** Calendars it is wanted on besides those that show it anyway. */
  calendarIds: string[];
  files: FileLine[];
}

/** What was taken for a date, as long as it leads away from what the form asks for: another space has other ways. */
export function takenOn(
  { taken }: Pick<DifferingForm, 'taken'>,
  { spaces }: Pick<AskForm, 'spaces'>,
): DifferingForm['taken'] {
  const isOfForm = (from: number) => spaces.some(({ spaceId }) => spaceId === String(from));
  return taken?.patch.spaces?.every(({ from }) => isOfForm(from)) === false ? undefined : taken;
}

/** The form with its idempotency key, as kept in the browser while typing. */
export interface Draft {
  readonly version: number;
  readonly key: string;
  readonly picked: Picked | null;
  readonly form: AskForm;
}

const DRAFT = 'calendario-draft';
/** Goes up when the form changes its fields: what is kept of an older one is not read. */
const VERSION = 5;

/** Null where nothing is kept, or what is kept is of an older version of the form. */
export function loadDraft(): Draft | null {
  const text = localStorage.getItem(DRAFT);
  if (!text) return null;
  const draft = JSON.parse(text) as Partial<Draft>;
  return draft.version === VERSION && draft.key && draft.form ? (draft as Draft) : null;
}

export const saveDraft = (draft: Omit<Draft, 'version'>): void =>
  localStorage.setItem(DRAFT, JSON.stringify({ version: VERSION, ...draft }));
export const dropDraft = (): void => localStorage.removeItem(DRAFT);

type Spaces = Pick<AskChoices, 'spaces'>;

/** Setup and strike of a layout as usual in that space. */
export function usualSpace(choices: Spaces, spaceId: number, layout?: Layout): SpaceForm {
  const space = choices.spaces.find(({ id }) => id === spaceId);
  const offer = space?.layouts.find((each) => each.layout === layout) ?? space?.layouts[0];
  return {
    spaceId: space ? String(space.id) : '',
    layout: offer?.layout ?? '',
    setupMin: String(offer?.setupMin ?? 0),
    strikeMin: String(offer?.strikeMin ?? 0),
  };
}

/** Wheelchair places a layout of a space has by the published table; null where neither is chosen. */
export function placesFor(choices: Spaces, { spaceId, layout }: SpaceForm): number | null {
  const space = choices.spaces.find(({ id }) => String(id) === spaceId);
  const offer = space?.layouts.find((each) => each.layout === layout);
  return offer ? wheelchairPlaces(offer.seats) : null;
}

const noon = (date: string) => `${date}T14:00` as LocalDateTime;

/** The so-manieth of its weekday in the month, 1 to 5. */
export const nthOf = (date: string): number => Math.ceil(Number(date.slice(8, 10)) / 7);

/** The places in week and month a rule would usually go by, from its first date. */
export const usualPlaces = (start: LocalDateTime): Pick<AskForm, 'monthDays' | 'nths' | 'nthWeekdays'> => ({
  monthDays: String(Number(start.slice(8, 10))),
  nths: [String(nthOf(start))],
  nthWeekdays: [String(weekdayOf(dateOf(start)))],
});

export function emptyForm(choices: AskChoices, picked: Picked | null): AskForm {
  const start = picked?.start ?? noon(choices.today);
  const end = addWallMinutes(start, picked?.minutes ?? 90);
  return {
    kind: 'space',
    title: '',
    ...EMPTY_FIELDS,
    // Most ask for the same again: it is seen, and another is chosen at a press.
    categoryId: String(choices.earlier[0]?.categoryId ?? ''),
    moreCategoryIds: [],
    hostId: String(choices.hosts.find(({ isOwn }) => isOwn)?.id ?? ''),
    jointHostIds: [],
    onBehalfOf: '',
    people: picked?.people ? String(picked.people) : '',
    wheelchairs: '',
    pattern: 'once',
    allDay: false,
    overDays: '',
    startDate: dateOf(start),
    startTime: timeOf(start),
    endDate: dateOf(end),
    endTime: timeOf(end),
    pickedDays: [],
    every: '1',
    unit: 'week',
    weekdays: [],
    place: 'days',
    ...usualPlaces(start),
    months: [],
    ends: 'until',
    until: '',
    count: '10',
    season: '',
    ownRule: '',
    leftOut: [],
    differing: [],
    accessMin: String(choices.accessMin),
    exitMin: String(choices.exitMin),
    spaces: [usualSpace(choices, picked?.spaceId ?? 0)],
    wantLayout: '',
    wantFeatures: [],
    wantBuilding: '',
    otherSpaceOk: false,
    secondChoices: [],
    equipment: [],
    services: [],
    answers: {},
    lines: [],
    publish: null,
    audiences: [],
    publicHtml: '',
    calendarIds: [],
    files: [],
    ...(picked?.rule && ruleFields(picked.rule, start, 'UTC')),
  };
}
