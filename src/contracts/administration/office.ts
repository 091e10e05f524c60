import { numberName } from './parts';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { mailDomains } from '@/contracts/accounts/mail-domains';
import { LANGUAGES } from '@/contracts/language/languages';
import { LAYOUTS } from '@/core/seating/layouts';
import { SIDES } from '@/core/seating/plan/room';
import { FEATURES } from '@/core/spaces/features';
import { ROLES } from '@/core/roles';
import { TOP_UP_MIN } from '@/core/occupancy/turnover';
import type { LocalDate } from '@/core/time/local-time';
import { isZone } from '@/core/time/zone';
import {
  localDateField,
  localDateTimeField,
  plainText,
  requiredLine,
  wholeNumber,
} from '@/contracts/forms/fields';
import { hasItsEnd, NO_END, templateFields } from '@/contracts/work-orders/templates';

/** Okabe and Ito (2008), told apart by most colour-blind readers; the colours of categories. */
export const HUES = ['orange', 'sky', 'green', 'yellow', 'blue', 'vermilion', 'rose', 'ink'] as const;

const clock = z
  .string()
  .regex(/^\d\d:\d\d$/, lazyText`A time is written as 09:30; nights go on to 48:00.`)
  .transform((text) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3)))
  .refine((minutes) => minutes <= 2880, lazyText`Hours end at 48:00 at the latest.`);

const hours = z
  .array(
    z.object({ days: z.array(wholeNumber(untranslated('Weekday'), 1, 7)).min(1), from: clock, to: clock }),
  )
  .default([]);
const closures = z
  .array(
    z.object({
      from: localDateTimeField,
      to: localDateTimeField,
      kind: z.enum(['shut', 'open']).default('shut'),
      reason: requiredLine(untranslated('Reason'), 120),
    }),
  )
  .default([]);

const policy = z.object({
  from: localDateField.default('1970-01-01' as LocalDate),
  /** Minutes a request must come ahead of its event. */
  noticeMin: wholeNumber(untranslated('Notice in minutes'), 0, 366 * 1440)
    .nullable()
    .default(null),
  horizonMonths: wholeNumber(untranslated('Horizon in months'), 1, 120).nullable().default(null),
  shortestMin: wholeNumber(untranslated('Shortest length in minutes'), 1, 31 * 1440)
    .nullable()
    .default(null),
  longestMin: wholeNumber(untranslated('Longest length in minutes'), 1, 31 * 1440)
    .nullable()
    .default(null),
  granted: z.enum(['on-request', 'instantly']).default('on-request'),
  /** Who may ask; nobody named lets everybody ask. */
  roles: z.array(z.enum(ROLES)).default([]),
  organisations: z.array(z.string()).default([]),
});

const questions = z
  .array(
    z.object({
      text: requiredLine(untranslated('Question'), 200),
      required: z.boolean().default(false),
      /** What may be answered; anything where the list is empty. */
      choices: z
        .array(requiredLine(untranslated('Answer'), 80))
        .max(12)
        .default([]),
      seenBy: z.enum(['office', 'office-and-crews']).default('office-and-crews'),
      numberName,
    }),
  )
  .default([]);

const period = z.object({ name: requiredLine(untranslated('Period'), 40), from: clock, to: clock });

const metres = z.number().min(0).max(1000);

const space = z.object({
  code: requiredLine(untranslated('Code'), 12),
  name: requiredLine(untranslated('Name'), 80),
  areaM2: z.number().positive().nullable().default(null),
  lengthM: z.number().positive().nullable().default(null),
  widthM: z.number().positive().nullable().default(null),
  /** Along the wall they are in, from its left or upper end; the length runs from left to right. */
  doors: z
    .array(z.object({ side: z.enum(SIDES), offsetM: metres, widthM: metres.positive() }))
    .max(40)
    .default([]),
  /** Columns and the like, from the upper left corner. */
  obstacles: z
    .array(z.object({ x: metres, y: metres, w: metres.positive(), h: metres.positive() }))
    .max(100)
    .default([]),
  stepFree: z.boolean().default(true),
  outdoor: z.boolean().default(false),
  postedLimit: wholeNumber(untranslated('Posted limit'), 1, 100_000).nullable().default(null),
  /** Codes of the spaces it is made of. */
  madeOf: z.array(z.string()).default([]),
  features: z.array(z.enum(FEATURES)).default([]),
  topUpMin: wholeNumber(untranslated('Top-up minutes'), 0, 1440).default(TOP_UP_MIN),
  policies: z.array(policy).default([]),
  /** Names of timetables whose periods it is given by. */
  timetables: z.array(z.string()).default([]),
  layouts: z.array(
    z.object({
      layout: z.enum(LAYOUTS),
      /** Left out where the house has not counted them: worked out from the area by published load factors. */
      seats: wholeNumber(untranslated('Seats'), 0, 100_000).optional(),
      setupMin: wholeNumber(untranslated('Setup minutes'), 0, 1440),
      strikeMin: wholeNumber(untranslated('Strike minutes'), 0, 1440),
    }),
  ),
  questions,
  hours,
  closures,
});

/** A whole office in one file: what a new installation starts from until it is kept in the application. */
export const officeSchema = z.object({
  site: z.object({
    name: requiredLine(untranslated('Site name'), 80),
    zone: z
      .string()
      .refine(isZone, lazyText`This is not a zone of the IANA database, such as Europe/London.`),
    office: z.object({
      name: requiredLine(untranslated('Office'), 80),
      phone: requiredLine(untranslated('Telephone'), 40),
      email: requiredLine(untranslated('E-mail'), 120),
    }),
    /** Whose people may make an account for themselves; none lets nobody. */
    registerDomains: mailDomains,
    language: z.enum(LANGUAGES, lazyText`Choose a language.`).default('en'),
    accessMin: wholeNumber(untranslated('Access minutes'), 0, 1440).default(30),
    exitMin: wholeNumber(untranslated('Exit minutes'), 0, 1440).default(30),
    /** Minutes that times picked on the board snap to. */
    grainMin: wholeNumber(untranslated('Grain in minutes'), 1, 240).default(15),
    hours,
    closures,
  }),
  seasons: z
    .array(
      z.object({ name: requiredLine(untranslated('Season'), 60), from: localDateField, to: localDateField }),
    )
    .default([]),
  timetables: z
    .array(
      z.object({
        name: requiredLine(untranslated('Timetable'), 60),
        from: localDateField.nullable().default(null),
        to: localDateField.nullable().default(null),
        periods: z.array(period).min(1),
        /** Other periods on named dates; none at all where the list is empty. */
        exceptions: z.array(z.object({ on: localDateField, periods: z.array(period) })).default([]),
      }),
    )
    .default([]),
  buildings: z
    .array(
      z.object({ name: requiredLine(untranslated('Building'), 80), hours, closures, spaces: z.array(space) }),
    )
    .min(1),
  stores: z
    .array(
      z.object({
        name: requiredLine(untranslated('Store'), 80),
        equipment: z.array(
          z.object({
            name: requiredLine(untranslated('Equipment'), 80),
            quantity: wholeNumber(untranslated('Quantity'), 0, 100_000),
            fetchMin: wholeNumber(untranslated('Fetch minutes'), 0, 1440),
            returnMin: wholeNumber(untranslated('Return minutes'), 0, 1440),
            /** Names of numbered units; then the quantity is how many there are. */
            units: z.array(requiredLine(untranslated('Unit'), 40)).default([]),
            /** What a kit holds: it counts as its contents and has no stock of its own. */
            kit: z
              .array(z.object({ name: z.string(), quantity: wholeNumber(untranslated('Quantity'), 1, 1000) }))
              .default([]),
            /** Names of other equipment that can stand in for it where it is short, the first choice first. */
            substitutes: z
              .array(requiredLine(untranslated('Equipment'), 80))
              .max(6, lazyText`At most six substitutes.`)
              .default([]),
            /** The team whose people on shift are the stock. */
            poolOf: z.string().nullable().default(null),
            /** Later changes of the stock: negative is out of service, positive hired in. */
            changes: z
              .array(
                z.object({
                  from: localDateTimeField,
                  to: localDateTimeField.nullable(),
                  delta: z.number().int(),
                  reason: requiredLine(untranslated('Reason'), 120),
                }),
              )
              .default([]),
          }),
        ),
      }),
    )
    .default([]),
  teams: z
    .array(
      z.object({
        name: requiredLine(untranslated('Team'), 60),
        templates: z
          .array(
            z
              .object({
                ...templateFields,
                /** E-mail of whoever of the team does it. */
                person: z.string().nullable().default(null),
                layouts: z.array(z.enum(LAYOUTS)).default([]),
                /** Codes of spaces; names of everything else. */
                spaces: z.array(z.string()).default([]),
                categories: z.array(z.string()).default([]),
                services: z.array(z.string()).default([]),
                answers: z.array(z.object({ question: z.string(), answer: z.string() })).default([]),
                equipment: z.array(z.string()).default([]),
              })
              .refine(hasItsEnd, NO_END),
          )
          .default([]),
        shifts: z
          .array(
            z.object({
              from: localDateTimeField,
              to: localDateTimeField,
              people: wholeNumber(untranslated('People on shift'), 1, 1000).default(1),
              /** E-mail of who it is; anybody of the team where nobody is named. */
              person: z.string().nullable().default(null),
            }),
          )
          .default([]),
      }),
    )
    .default([]),
  categories: z
    .array(
      z.object({
        name: requiredLine(untranslated('Category'), 60),
        mark: z.string().length(2, lazyText`A mark has two letters.`),
        hue: z.enum(HUES),
        about: plainText(untranslated('About'), 200),
        publish: z.boolean().default(true),
        /** For whom its events usually are. */
        audiences: z.array(requiredLine(untranslated('Audience'), 40)).default([]),
        questions,
      }),
    )
    .min(1),
  services: z
    .array(
      z.object({
        name: requiredLine(untranslated('Service'), 60),
        about: plainText(untranslated('About'), 200).default(''),
        /** Who does it. */
        team: z.string(),
        leadDays: wholeNumber(untranslated('Lead days'), 0, 366).default(0),
        crewMin: wholeNumber(untranslated('Minutes of work'), 0, 10_000).default(0),
        questions,
      }),
    )
    .default([]),
  organisations: z.array(requiredLine(untranslated('Organisation'), 80)).min(1),
  people: z
    .array(
      z.object({
        name: requiredLine(untranslated('Name'), 80),
        email: z.email(lazyText`That is no e-mail address.`),
        /** Given once at the start; only its argon2id hash is stored. Without one the person cannot sign in. */
        password: z
          .string()
          .min(10, lazyText`A password has at least ten characters.`)
          .optional(),
        roles: z.array(z.enum(ROLES)).default(['requester']),
        teams: z.array(z.string()).default([]),
        organisations: z.array(z.string()).default([]),
        /** Names of buildings and codes of spaces this person looks after. */
        stewardOf: z.array(z.string()).default([]),
        /** Nothing is approved there without the consent of this person. */
        consentNeeded: z.boolean().default(false),
        /** Names of people who may ask, change and cancel for this one. */
        deputies: z.array(z.string()).default([]),
      }),
    )
    .min(1),
});

export type OfficeInput = z.output<typeof officeSchema>;
export type OfficeFile = z.input<typeof officeSchema>;

const teamOfToday = (team: unknown): unknown => {
  const { recipes, ...rest } = Object(team) as { readonly recipes?: unknown };
  return recipes === undefined ? team : { ...rest, templates: recipes };
};

/** A file as it was read, in the words of today: files of before 0.4 call the templates of a team its templates. */
export function inWordsOfToday(file: unknown): unknown {
  const { teams } = Object(file) as { readonly teams?: unknown };
  return Array.isArray(teams) ? { ...Object(file), teams: teams.map(teamOfToday) } : file;
}
