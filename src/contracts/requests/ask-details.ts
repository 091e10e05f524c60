import { askedFieldSchemas } from './request-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { publicHtmlField } from '@/contracts/forms/public-text';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { OrganisationId, PersonId, SpaceId } from '@/core/ids';
import { LAYOUTS } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { localDateTimeField, optionalLine, plainText, requiredLine, rowId } from '@/contracts/forms/fields';

// What a request says beside place and time: nothing of this changes what the check finds.

/**
 * What is asked for: named spaces; a space the office chooses by what is wanted; equipment alone; or nothing but a
 * date or deadline that readers are to know.
 */
export const REQUEST_KINDS = ['space', 'office-chooses', 'loan', 'notice'] as const;
export type RequestKind = (typeof REQUEST_KINDS)[number];

const distinct = <Item>(items: readonly Item[], key: (item: Item) => unknown): boolean =>
  new Set(items.map(key)).size === items.length;

/** An answer to a question, as it is written. Empty is no answer. */
export const answerSchema = z.object({
  questionId: rowId<number>(untranslated('a question')),
  answer: plainText(untranslated('The answer'), MOST_CHARACTERS.answer),
});
const answers = z
  .array(answerSchema)
  .max(60, lazyText`At most sixty answers.`)
  .refine((all) => distinct(all, ({ questionId }) => questionId), lazyText`A question is answered twice.`)
  .default([]);

/** A service that is wanted, with the answers to what it asks. */
export const wantedServiceSchema = z.object({ serviceId: rowId<number>(untranslated('a service')), answers });

/** A line of the running order: minutes from the start of the event, so that it goes along when the date moves. */
export const orderLineSchema = z.object({
  fromMin: z
    .number(lazyText`Give a time.`)
    .int(lazyText`Give a time.`)
    .min(-1440, lazyText`At most a day before the start.`)
    .max(31 * 1440, lazyText`At most 31 days after the start.`),
  text: requiredLine(untranslated('What happens then'), MOST_CHARACTERS.orderLine),
  /** Shown to readers; the others are for crews and the office. */
  isPublic: z.boolean().default(false),
});

/** Where and when it could be instead; at least one of both is said. */
export const secondChoiceSchema = z
  .object({
    /** Null: the same space as before. */
    spaceId: rowId<SpaceId>(untranslated('a space')).nullable().default(null),
    /** Null: the same time. */
    startsAt: localDateTimeField.nullable().default(null),
  })
  .refine(({ spaceId, startsAt }) => spaceId !== null || startsAt !== null, {
    path: ['spaceId'],
    ...lazyText`Name another space, another time or both.`,
  });

/** What the office chooses a space by. A null layout is any; an empty list of features none. */
export const spaceWantsSchema = z.object({
  layout: z
    .enum(LAYOUTS, lazyText`Choose a layout.`)
    .nullable()
    .default(null),
  features: z
    .array(z.enum(FEATURES, lazyText`Choose from the list.`))
    .max(FEATURES.length, lazyText`Listed twice.`)
    .default([]),
  building: optionalLine(untranslated('Building'), 100),
});

/** The fields of a request that take neither place nor time. */
export const askDetails = {
  kind: z.enum(REQUEST_KINDS, lazyText`Say what you ask for.`).default('space'),
  ...askedFieldSchemas,
  jointHostIds: z
    .array(rowId<OrganisationId>(untranslated('a host')))
    .max(12, lazyText`At most twelve further hosts.`)
    .default([]),
  services: z
    .array(wantedServiceSchema)
    .max(20, lazyText`At most twenty services.`)
    .refine((all) => distinct(all, ({ serviceId }) => serviceId), lazyText`A service is listed twice.`)
    .default([]),
  /** Answers to what the spaces and the category ask. */
  answers,
  lines: z
    .array(orderLineSchema)
    .max(60, lazyText`At most sixty lines of running order.`)
    .default([]),
  /** Takes the place of the plain text. */
  publicHtml: publicHtmlField.optional(),
  /** Calendars it is wanted on besides those that show it anyway; the office accepts it there. */
  calendarIds: z
    .array(rowId<number>(untranslated('a calendar')))
    .max(12, lazyText`At most twelve calendars.`)
    .refine((all) => distinct(all, (id) => id), lazyText`A calendar is listed twice.`)
    .default([]),
  wants: spaceWantsSchema.nullable().default(null),
  secondChoices: z
    .array(secondChoiceSchema)
    .max(6, lazyText`At most six second choices.`)
    .default([]),
  /** Files uploaded before, by the key they were given. */
  fileKeys: z
    .array(z.uuid(lazyText`This is no file of yours.`))
    .max(20, lazyText`At most twenty files.`)
    .refine((all) => distinct(all, (key) => key), lazyText`A file is listed twice.`)
    .default([]),
  /** For whom it is asked, where that is somebody else. */
  onBehalfOf: rowId<PersonId>(untranslated('a person')).nullable().default(null),
} as const;
