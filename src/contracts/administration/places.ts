import { untranslated, lazyText, t } from '@/contracts/language/translate';
import { z } from 'zod';
import { mailDomains } from '@/contracts/accounts/mail-domains';
import { SEEING_ROLES, USUALLY_SEEN_BY } from '@/core/publishing/right-to-know';
import { LANGUAGES } from '../language/languages';
import type { SpaceId } from '@/core/ids';
import { TOP_UP_MIN } from '@/core/occupancy/turnover';
import { ROLES } from '@/core/roles';
import { LAYOUTS } from '@/core/seating/layouts';
import { SIDES } from '@/core/seating/plan/room';
import { FEATURES } from '@/core/spaces/features';
import { isZone } from '@/core/time/zone';
import {
  localDateField,
  localDateTimeField,
  requiredLine,
  rowId,
  wholeNumber,
} from '@/contracts/forms/fields';
import { OWNER_KINDS } from './stock-and-closures';
import { clockText, fromToDates, hoursRows, ids, minutesOf, questionRows } from './parts';

/** What there is to say of the site of the office. Its hours are wall times in its own zone. */
export const siteDoc = z.object({
  name: requiredLine(untranslated('Name'), 80),
  zone: z.string().refine(isZone, lazyText`This is not a zone of the IANA database, such as Europe/London.`),
  weekStart: wholeNumber(untranslated('First day of the week'), 1, 7),
  language: z.enum(LANGUAGES, lazyText`Choose a language.`).default('en'),
  officeName: requiredLine(untranslated('Name of the office'), 80),
  officePhone: requiredLine(untranslated('Telephone'), 40),
  officeEmail: z.email(lazyText`That is no e-mail address.`),
  accessMin: wholeNumber(untranslated('Access minutes'), 0, 1440),
  exitMin: wholeNumber(untranslated('Exit minutes'), 0, 1440),
  horizonMonths: wholeNumber(untranslated('Months ahead'), 1, 120),
  grainMin: wholeNumber(untranslated('Minutes of the grain'), 1, 240),
  /** Whose people may make an account for themselves; none lets nobody. */
  registerDomains: mailDomains,
  /** What setting and clearing take where a space does not say it. */
  layoutMinutes: z
    .array(
      z.object({
        layout: z.enum(LAYOUTS, lazyText`Choose a layout.`),
        setupMin: wholeNumber(untranslated('Setup minutes'), 0, 1440),
        strikeMin: wholeNumber(untranslated('Strike minutes'), 0, 1440),
      }),
    )
    .max(LAYOUTS.length, lazyText`Each layout once.`)
    .superRefine((rows, context) => {
      rows.forEach(({ layout }, index) => {
        if (rows.findIndex((each) => each.layout === layout) < index)
          context.addIssue({
            code: 'custom',
            path: [index, 'layout'],
            message: t`This layout is listed above already.`,
          });
      });
    })
    .default([]),
  hours: hoursRows,
});
export type SiteDoc = z.output<typeof siteDoc>;

/** What there is to say of a season; its last day is not before its first. */
export const seasonDoc = z
  .object({ name: requiredLine(untranslated('Name'), 60), from: localDateField, to: localDateField })
  .refine(({ from, to }) => to >= from, {
    path: ['to'],
    ...lazyText`The last day must not be before the first.`,
  });
export type SeasonDoc = z.output<typeof seasonDoc>;

/** What there is to say of a note to days. */
export const dayNoteDoc = z
  .object({ name: requiredLine(untranslated('Note'), 80), from: localDateField, to: localDateField })
  .refine(({ from, to }) => to >= from, {
    path: ['to'],
    ...lazyText`The last day must not be before the first.`,
  });
export type DayNoteDoc = z.output<typeof dayNoteDoc>;

/**
 * What there is to say of a closure; it ends after it begins. Wall times without a zone: they are of the site it is
 * in.
 */
export const closureDoc = z
  .object({
    kind: z.enum(['shut', 'open'], lazyText`Say whether it is shut or open.`),
    owner: z.enum(OWNER_KINDS, lazyText`Say whether the site, a building or a space.`),
    /** The site, where it is a further one; the building or space. */
    siteId: rowId<number>(untranslated('a site')).nullable().default(null),
    buildingId: rowId<number>(untranslated('a building')).nullable().default(null),
    spaceId: rowId<SpaceId>(untranslated('a space')).nullable().default(null),
    from: localDateTimeField,
    to: localDateTimeField,
    reason: requiredLine(untranslated('Reason'), 120),
  })
  .refine(({ from, to }) => to > from, { path: ['to'], ...lazyText`The end must be after the start.` })
  .refine(({ owner, buildingId }) => owner !== 'building' || buildingId !== null, {
    path: ['buildingId'],
    ...lazyText`Choose the building.`,
  })
  .refine(({ owner, spaceId }) => owner !== 'space' || spaceId !== null, {
    path: ['spaceId'],
    ...lazyText`Choose the space.`,
  });
export type ClosureDoc = z.output<typeof closureDoc>;

/** What there is to say of a further site. It has at least one line of hours. */
export const furtherSiteDoc = z
  .object({ name: requiredLine(untranslated('Name'), 80), hours: hoursRows })
  .refine(({ hours }) => hours.length > 0, {
    path: ['hours'],
    ...lazyText`Say when it is open: without hours nothing can be asked for there.`,
  });
export type FurtherSiteDoc = z.output<typeof furtherSiteDoc>;

/** What there is to say of a building; `siteId` null is the site of the office. */
export const buildingDoc = z.object({
  name: requiredLine(untranslated('Name'), 80),
  /** Null is the office's own. */
  siteId: rowId<number>(untranslated('a site')).nullable().default(null),
  hours: hoursRows,
});
export type BuildingDoc = z.output<typeof buildingDoc>;

const metres = (what: string) =>
  z
    .number(lazyText`${what} is a number of metres.`)
    .min(0, lazyText`${what} is not below 0.`)
    .max(1000, lazyText`${what} is at most 1000 m.`);
const size = (what: string, most: number) =>
  z
    .number(lazyText`${what} is a number.`)
    .positive(lazyText`${what} is more than 0.`)
    .max(most, lazyText`${what} is at most ${most}.`)
    .nullable()
    .default(null);
const minutes = (what: string, most: number) => wholeNumber(what, 0, most).nullable().default(null);

const policyRow = z.object({
  from: localDateField,
  noticeMin: minutes(untranslated('Notice in minutes'), 366 * 1440),
  horizonMonths: wholeNumber(untranslated('Months ahead'), 1, 120).nullable().default(null),
  shortestMin: minutes(untranslated('Shortest length in minutes'), 31 * 1440),
  longestMin: minutes(untranslated('Longest length in minutes'), 31 * 1440),
  granted: z.enum(['on-request', 'instantly'], lazyText`Say how it is granted.`).default('on-request'),
  /** Nobody named lets everybody ask. */
  roles: z.array(z.enum(ROLES)).default([]),
  organisations: ids<number>(untranslated('an organisation')),
});

/** What there is to say of a space; measures in metres, null where nobody has taken them. */
export const spaceDoc = z
  .object({
    buildingId: rowId<number>(untranslated('a building')),
    code: requiredLine(untranslated('Code'), 12).refine(
      (code) => /^[\p{L}\p{N}-]+$/u.test(code),
      lazyText`A code has letters, figures and dashes only: it stands in addresses.`,
    ),
    name: requiredLine(untranslated('Name'), 80),
    areaM2: size(untranslated('Area'), 1_000_000),
    lengthM: size(untranslated('Length'), 1000),
    widthM: size(untranslated('Width'), 1000),
    stepFree: z.boolean().default(true),
    outdoor: z.boolean().default(false),
    postedLimit: wholeNumber(untranslated('Posted limit'), 1, 100_000).nullable().default(null),
    topUpMin: wholeNumber(untranslated('Top-up minutes'), 0, 1440).default(TOP_UP_MIN),
    madeOf: ids<SpaceId>(untranslated('a space'), 60),
    seenBy: z.array(z.enum(SEEING_ROLES, lazyText`Choose from the list.`)).default([...USUALLY_SEEN_BY]),
    features: z.array(z.enum(FEATURES)).default([]),
    layouts: z
      .array(
        z.object({
          layout: z.enum(LAYOUTS, lazyText`Choose a layout.`),
          /** Left out where the house has not counted them: worked out from the area by published load factors. */
          seats: wholeNumber(untranslated('Seats'), 0, 100_000).nullable().default(null),
          /** Left out: as the house has it for the layout. */
          setupMin: wholeNumber(untranslated('Setup minutes'), 0, 1440).nullable().default(null),
          strikeMin: wholeNumber(untranslated('Strike minutes'), 0, 1440).nullable().default(null),
        }),
      )
      .max(LAYOUTS.length, lazyText`Each layout once.`),
    hours: hoursRows,
    policies: z
      .array(policyRow)
      .max(20, lazyText`At most twenty rules.`)
      .default([]),
    timetables: ids<number>(untranslated('a timetable'), 20),
    questions: questionRows,
    doors: z
      .array(
        z.object({
          side: z.enum(SIDES, lazyText`Choose a wall.`),
          offsetM: metres(untranslated('The way along the wall')),
          widthM: metres(untranslated('The width')).positive(lazyText`A door is wider than 0.`),
        }),
      )
      .max(40, lazyText`At most forty doors.`)
      .default([]),
    obstacles: z
      .array(
        z.object({
          x: metres(untranslated('The way from the left')),
          y: metres(untranslated('The way from above')),
          w: metres(untranslated('The width')).positive(lazyText`It is wider than 0.`),
          h: metres(untranslated('The depth')).positive(lazyText`It is deeper than 0.`),
        }),
      )
      .max(100, lazyText`At most a hundred obstacles.`)
      .default([]),
  })
  .superRefine(({ layouts, areaM2, policies }, context) => {
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    layouts.forEach(({ layout, seats }, index) => {
      if (layouts.findIndex((other) => other.layout === layout) < index)
        fault(['layouts', index, 'layout'], t`This layout is listed above already.`);
      if (seats === null && areaM2 === null)
        fault(['layouts', index, 'seats'], t`Give the seats, or the area to work them out from.`);
    });
    policies.forEach(({ from, shortestMin, longestMin }, index) => {
      if (policies.findIndex((other) => other.from === from) < index)
        fault(['policies', index, 'from'], t`Another rule begins on this day.`);
      if (shortestMin !== null && longestMin !== null && shortestMin > longestMin)
        fault(['policies', index, 'longestMin'], t`The longest is shorter than the shortest.`);
    });
  });
export type SpaceDoc = z.output<typeof spaceDoc>;

const periodRows = z
  .array(
    z
      .object({ name: requiredLine(untranslated('Period'), 40), from: clockText, to: clockText })
      .refine(({ from, to }) => minutesOf(to) > minutesOf(from), {
        path: ['to'],
        ...lazyText`A period ends after it begins.`,
      }),
  )
  .max(40, lazyText`At most forty periods.`)
  .superRefine((periods, context) => {
    periods.forEach(({ from }, index) => {
      const before = periods[index - 1];
      if (before && minutesOf(from) < minutesOf(before.to))
        context.addIssue({
          code: 'custom',
          path: [index, 'from'],
          message: t`This period begins before ${before.name} ends.`,
        });
    });
  });

/**
 * What there is to say of a timetable; periods do not overlap. From one to the other day, both inclusive; at least one
 * period.
 */
export const timetableDoc = z
  .object({
    name: requiredLine(untranslated('Name'), 60),
    ...fromToDates,
    periods: periodRows.refine(
      (periods) => periods.length > 0,
      lazyText`A timetable has one period at least.`,
    ),
    exceptions: z
      .array(
        z.object({
          on: localDateField,
          /** None at all where the list is empty. */
          periods: periodRows.default([]),
        }),
      )
      .max(200, lazyText`At most two hundred days.`)
      .default([]),
  })
  .refine(({ validFrom, validTo }) => !validFrom || !validTo || validTo >= validFrom, {
    path: ['validTo'],
    ...lazyText`The last day must not be before the first.`,
  })
  .superRefine(({ exceptions }, context) => {
    exceptions.forEach(({ on }, index) => {
      if (exceptions.findIndex((other) => other.on === on) < index)
        context.addIssue({
          code: 'custom',
          path: ['exceptions', index, 'on'],
          message: t`This day is listed above already.`,
        });
    });
  });
export type TimetableDoc = z.output<typeof timetableDoc>;
