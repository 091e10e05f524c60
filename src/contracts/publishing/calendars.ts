import { askedFieldSchemas } from '@/contracts/requests/request-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { publicHtmlField } from '@/contracts/forms/public-text';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { FACTS } from '@/core/publishing/facts';
import type { CalendarFilter } from '@/core/publishing/calendar-filter';
import { READER_KINDS, type Readers } from '@/core/publishing/readers';
import { isSlug, SLUG_MOST } from '@/core/publishing/slug';
import { ROLES } from '@/core/roles';
import type { BuildingId, CategoryId, OrganisationId, PersonId, SpaceId } from '@/core/ids';
import { idempotencyKey, optionalLine, plainText, requiredLine, rowId } from '@/contracts/forms/fields';

/** Colours of the palette, by the names the style sheet gives them. */
export const CALENDAR_HUES = [
  'orange',
  'sky',
  'green',
  'yellow',
  'blue',
  'vermilion',
  'rose',
  'ink',
] as const;

/**
 * Addresses below `/whats-on` that are pages of their own. A calendar whose name gives one of them has a number behind
 * it, from 2.
 */
export const RESERVED_SLUGS: readonly string[] = ['follow', 'kept', 'ledger', 'new'];

const several = <Id extends number>(what: string) =>
  z
    .array(rowId<Id>(what), lazyText`Choose ${what}, or none.`)
    .max(500, lazyText`At most five hundred.`)
    .default([]);

/** What a calendar shows; an empty list asks for nothing. */
export const calendarFilterSchema = z.object({
  buildings: several<BuildingId>(untranslated('a building')),
  spaces: several<SpaceId>(untranslated('a space')),
  categories: several<CategoryId>(untranslated('a category')),
  hosts: several<OrganisationId>(untranslated('a host')),
  audiences: z
    .array(requiredLine(untranslated('Audience'), 40))
    .max(12, lazyText`At most twelve audiences.`)
    .default([]),
});

const readersSchema = z
  .object({
    kind: z.enum(READER_KINDS, lazyText`Say who may read it.`),
    people: several<PersonId>(untranslated('a person')),
    roles: z.array(z.enum(ROLES, lazyText`Choose from the list.`)).default([]),
    organisations: several<OrganisationId>(untranslated('an organisation')),
  })
  .refine(
    ({ kind, people, roles, organisations }) =>
      kind !== 'named' || people.length + roles.length + organisations.length > 0,
    {
      path: ['people'],
      ...lazyText`Name at least one person, role or organisation, or let all who sign in read it.`,
    },
  )
  .transform(({ kind, ...named }): Readers => (kind === 'named' ? { kind, ...named } : { kind }));

const calendarFields = z.object({
  name: requiredLine(untranslated('Name'), MOST_CHARACTERS.calendarName),
  /** Empty is from the name. */
  slug: z
    .string(lazyText`The address is missing.`)
    .trim()
    .refine(
      (text) => text === '' || isSlug(text),
      lazyText`An address is made of small letters, digits and hyphens between them, at most ${SLUG_MOST}.`,
    )
    .refine(
      (text) => !RESERVED_SLUGS.includes(text),
      lazyText`This address is taken by a page. Choose another.`,
    )
    .default(''),
  about: optionalLine(untranslated('What it is for'), MOST_CHARACTERS.calendarAbout),
  mark: z
    .string(lazyText`The mark is missing.`)
    .trim()
    .regex(/^\p{L}{2}$/u, lazyText`A mark is two letters.`),
  hue: z.enum(CALENDAR_HUES, lazyText`Choose a colour from the list.`),
  filter: calendarFilterSchema,
  facts: z
    .array(z.enum(FACTS, lazyText`Choose from the list.`))
    .refine((all) => new Set(all).size === all.length, lazyText`A fact is listed twice.`),
  readers: readersSchema,
  startsOn: z.boolean(lazyText`Say whether it is switched on.`).default(true),
});

/** What a filter would show, before it is saved. A null number is a calendar that is not kept yet. */
export const calendarPreviewSchema = calendarFields.pick({ filter: true, facts: true }).extend({
  /** A calendar there is: what is picked for it and left out of it counts too. */
  id: rowId<number>(untranslated('a calendar')).nullable().default(null),
});
export type CalendarPreviewInput = z.output<typeof calendarPreviewSchema>;

/** A calendar as it is saved; `id` null is a new one. */
export const saveCalendarSchema = calendarFields.extend({
  key: idempotencyKey,
  /** Null is a new one. */
  id: rowId<number>(untranslated('a calendar')).nullable().default(null),
  /** Of the calendar as whoever saves it saw it. */
  rowVersion: z.number().int().default(0),
});
export type SaveCalendarInput = z.output<typeof saveCalendarSchema>;
export type SaveCalendarBody = z.input<typeof saveCalendarSchema>;

/** What is done to a calendar by a press. */
export const calendarCommandSchema = z.object({
  key: idempotencyKey,
  command: z.enum(['retire', 'replace-link', 'up', 'down'], lazyText`Choose what to do.`),
});
export type CalendarCommandInput = z.output<typeof calendarCommandSchema>;

/** What a filter shows now: dates, events, and the first of them. */
export interface CalendarPreview {
  /** Dates to come, and of how many events. */
  readonly dates: number;
  readonly events: number;
  /** The first of them, as readers will see them. */
  readonly lines: readonly { readonly when: string; readonly title: string; readonly place: string }[];
}

/** A calendar as those who keep it see it. */
export interface StoredCalendar {
  readonly id: number;
  readonly slug: string;
  readonly name: string;
  readonly about: string;
  readonly mark: string;
  readonly hue: string;
  readonly filter: CalendarFilter;
  readonly facts: readonly (typeof FACTS)[number][];
  readonly readers: Readers;
  readonly startsOn: boolean;
  readonly rowVersion: number;
  readonly coming: number;
  /** The private link; null where it has none. */
  readonly link: string | null;
  /** In words: what it shows, who reads it. */
  readonly showsText: string;
  readonly readersText: string;
}

interface Named {
  readonly id: number;
  readonly name: string;
}

/** What a calendar can be made of. */
export interface CalendarChoices {
  readonly buildings: readonly Named[];
  readonly spaces: readonly Named[];
  readonly categories: readonly (Named & { readonly mark: string; readonly hue: string })[];
  readonly hosts: readonly Named[];
  readonly people: readonly Named[];
  readonly audiences: readonly string[];
}

/** What readers are told of a request, as the office says it. A null day is none: then nothing waits for one. */
export const editNoticeSchema = z.object({
  key: idempotencyKey,
  version: z.number(lazyText`Reload the page.`).int(lazyText`Reload the page.`),
  publish: z.boolean(lazyText`Say whether readers see it.`),
  heldBack: z.boolean(lazyText`Say whether it is held back.`),
  publishFrom: z
    .union([z.literal(''), z.string().regex(/^\d{4}-\d{2}-\d{2}$/, lazyText`Give a date.`)])
    .transform((text) => text || null)
    .nullable()
    .default(null),
  secondLine: askedFieldSchemas.secondLine,
  publicHtml: publicHtmlField,
  /** Calendars it stands on besides those that show it anyway. */
  picked: several<number>(untranslated('a calendar')),
  /** Calendars it is kept off. */
  excluded: several<number>(untranslated('a calendar')),
  reason: plainText(untranslated('Reason'), MOST_CHARACTERS.reason),
});
export type EditNoticeInput = z.output<typeof editNoticeSchema>;
export type EditNoticeBody = z.input<typeof editNoticeSchema>;

/** How the notice of a request will read, and where it will be. */
export interface NoticePreview {
  readonly version: number;
  readonly title: string;
  readonly secondLine: string;
  readonly publicHtml: string;
  readonly publish: boolean;
  readonly heldBack: boolean;
  readonly publishFrom: string | null;
  readonly place: string;
  readonly hosts: string;
  readonly whens: readonly string[];
  readonly more: number;
  /** Its page, once it is announced. */
  readonly path: string | null;
  readonly calendars: readonly {
    readonly id: number;
    readonly name: string;
    readonly mark: string;
    readonly hue: string;
    readonly isForEveryone: boolean;
    readonly readersText: string;
    /** Shows it by itself. */
    readonly isByFilter: boolean;
    readonly choice: 'wanted' | 'picked' | 'excluded' | null;
    /** Dates that stand there now. */
    readonly shown: number;
  }[];
}

/** Showing readers at once what was approved a moment ago. */
export const publishNowSchema = z.object({ key: idempotencyKey });
