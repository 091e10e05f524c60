import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, t, sayNumber, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { CategoryId, EquipmentTypeId, OrganisationId, ResourceId, SpaceId } from '@/core/ids';
import { parseRule } from '@/core/recurrence/parse-rule';
import type { Until } from '@/core/recurrence/rule-parts';
import { LAYOUTS } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { addWallMinutes, timeOf, wallMinute, type LocalDateTime } from '@/core/time/local-time';
import { askDetails, REQUEST_KINDS, type RequestKind } from './ask-details';
import { datePatchSchema } from './patch';
import { sayRuleFault } from '@/contracts/words/rule';
import {
  idempotencyKey,
  localDateTimeField,
  plainText,
  requiredLine,
  rowId,
  wholeNumber,
} from '@/contracts/forms/fields';

/** Most dates × spaces one request may hold, and the longest single date. */
export const MOST_DATES_TIMES_SPACES = 3000;
/** One date lasts at most so many days. */
export const LONGEST_DATE_DAYS = 31;
/** At most so many people are expected. */
export const MOST_PEOPLE = 100_000;

const minutes = (what: string) => wholeNumber(what, 0, 1440);

/** A space that is wanted, with how it is to be set. Setup and strike are whole minutes from 0. */
export const wantedSpaceSchema = z.object({
  spaceId: rowId<SpaceId>(untranslated('a space')),
  layout: z.enum(LAYOUTS, lazyText`Choose a layout.`),
  setupMin: minutes(untranslated('Setting up, minutes')),
  strikeMin: minutes(untranslated('Clearing away, minutes')),
  /** In this space, where that is not everybody. */
  people: wholeNumber(untranslated('People in this space'), 1, MOST_PEOPLE).optional(),
  wheelchairs: wholeNumber(untranslated('Wheelchair places'), 0, MOST_PEOPLE).default(0),
  features: z
    .array(z.enum(FEATURES, lazyText`Choose from the list.`))
    .max(FEATURES.length, lazyText`Listed twice.`)
    .default([]),
});

/** Pieces of a type that are wanted; at least one. */
export const wantedEquipmentSchema = z.object({
  typeId: rowId<EquipmentTypeId>(untranslated('equipment from the list')),
  quantity: wholeNumber(untranslated('Quantity'), 1, 10_000),
  /** One numbered unit of the type; then the quantity is 1. */
  unitId: rowId<ResourceId>(untranslated('a unit')).optional(),
});

const pickedStarts = z
  .array(localDateTimeField, lazyText`List dates.`)
  .max(
    MOST_DATES_TIMES_SPACES,
    lazyText`At most ${() => sayNumber(MOST_DATES_TIMES_SPACES)} dates in one request.`,
  );

/** Whether an UNTIL lies before the day of the start in every zone; closer cases are the server's to tell. */
function endsBefore(until: Until, start: LocalDateTime): boolean {
  const day = Math.floor(wallMinute(start) / 1440);
  if (until.kind === 'date') return until.day < day;
  return until.kind === 'local' ? until.wallMinute < day * 1440 : until.epochMinute < (day - 1) * 1440;
}

/** A rule whose end is still to be said, as a form has it on the way. */
export const UNSAID_END = 'UNTIL=';

/** When: one date, dates picked, or a rule. Wall times in the zone of the site. */
export const whenSchema = z
  .object({
    startsAt: localDateTimeField,
    /** The end, or a duration instead of it. */
    endsAt: localDateTimeField.optional(),
    durationMin: wholeNumber(untranslated('Duration in minutes'), 1, LONGEST_DATE_DAYS * 1440).optional(),
    /** Whole days; then start and end are midnights, the end that after the last day. */
    allDay: z.boolean().default(false),
    /** An RRULE value (RFC 5545), `FREQ=WEEKLY;BYDAY=TU`; null for one date or dates picked by hand. */
    repeat: z.object({ rule: z.string(lazyText`Give a rule.`) }).nullable(),
    /** Starts of further dates. */
    extra: pickedStarts.default([]),
    /** Starts the rule names and that are left out. */
    excluded: pickedStarts.default([]),
  })
  .transform(({ startsAt, endsAt, durationMin, ...rest }, context) => {
    const end = endsAt ?? (durationMin === undefined ? undefined : addWallMinutes(startsAt, durationMin));
    const fault = (path: string[], message: string) => context.addIssue({ code: 'custom', path, message });
    if (end === undefined) fault(['endsAt'], t`Give an end or a duration.`);
    else if (end <= startsAt) fault(['endsAt'], t`The end must be after the start.`);
    else if (wallMinute(end) - wallMinute(startsAt) > LONGEST_DATE_DAYS * 1440)
      fault(['endsAt'], t`One date lasts at most ${LONGEST_DATE_DAYS} days; ask the office for longer ones.`);
    if (rest.allDay && (timeOf(startsAt) !== '00:00' || (end && timeOf(end) !== '00:00')))
      fault(['startsAt'], t`Whole days begin and end at midnight.`);
    const rule = rest.repeat && parseRule(rest.repeat.rule);
    if (rest.repeat?.rule === UNSAID_END)
      fault(['repeat', 'rule'], t`Say until when it goes on, for how many dates, or that it has no end.`);
    else if (rule && !rule.ok) fault(['repeat', 'rule'], sayRuleFault(rule.fault));
    else if (rule?.rule.until && endsBefore(rule.rule.until, startsAt))
      fault(['repeat', 'rule'], t`The last day must not be before the first date.`);
    return { startsAt, endsAt: end ?? startsAt, ...rest };
  });

/** What is needed to check: everything that takes place, time or stock. */
const checkFields = z.object({
  people: wholeNumber(untranslated('People expected'), 1, MOST_PEOPLE),
  when: whenSchema,
  accessMin: minutes(untranslated('Your own time before')),
  exitMin: minutes(untranslated('Your own time after')),
  spaces: z
    .array(wantedSpaceSchema, lazyText`Choose a space.`)
    .max(6, lazyText`At most six spaces in one request.`)
    .refine(
      (spaces) => new Set(spaces.map(({ spaceId }) => spaceId)).size === spaces.length,
      lazyText`A space is chosen twice.`,
    ),
  equipment: z
    .array(wantedEquipmentSchema, lazyText`List the equipment, or nothing.`)
    .max(40, lazyText`At most forty kinds of equipment in one request.`)
    .refine(
      (items) => new Set(items.map(({ typeId }) => typeId)).size === items.length,
      lazyText`One kind of equipment is listed twice.`,
    ),
  /** For whom it is; the category's usual audiences where nothing is said. */
  audiences: z
    .array(requiredLine(untranslated('Audience'), 40))
    .max(12, lazyText`At most twelve audiences.`)
    .optional(),
  categoryId: rowId<CategoryId>(untranslated('a category')).optional(),
  moreCategoryIds: z
    .array(rowId<CategoryId>(untranslated('a category')))
    .max(6, lazyText`At most six more categories.`)
    .default([]),
  /** Services wanted, as far as a check needs them: their crews have work with the dates. */
  serviceIds: z
    .array(rowId(untranslated('a service')))
    .max(20, lazyText`At most twenty services.`)
    .optional(),
  publish: z.boolean(lazyText`Say whether to publish.`).default(false),
  kind: z.enum(REQUEST_KINDS, lazyText`Say what you ask for.`).default('space'),
  /** Dates that differ from the others, by their original start. */
  overrides: z
    .array(z.object({ at: localDateTimeField, patch: datePatchSchema }))
    .max(400, lazyText`At most four hundred dates can differ from the others.`)
    .refine(
      (all) => new Set(all.map(({ at }) => at)).size === all.length,
      lazyText`A date is listed twice among those that differ.`,
    )
    .default([]),
});

interface Asked {
  readonly kind: RequestKind;
  readonly spaces: readonly unknown[];
  readonly equipment: readonly unknown[];
}

/** Each kind asks for what its name says; asking for nothing at all is a slip. */
function kindFaults({ kind, spaces, equipment }: Asked, context: z.RefinementCtx): void {
  const fault = (path: string, message: string) =>
    context.addIssue({ code: 'custom', path: [path], message });
  if (kind === 'space' && spaces.length + equipment.length === 0) fault('spaces', t`Choose a space.`);
  if (kind !== 'space' && spaces.length > 0)
    fault('spaces', t`This kind of request names no space. Leave the spaces out.`);
  if (kind === 'loan' && equipment.length === 0) fault('equipment', t`Say what is to be lent.`);
  if (kind === 'notice' && equipment.length > 0)
    fault('equipment', t`An announcement books nothing. Leave the equipment out, or ask for a loan.`);
}

/** What is checked while it is typed. */
export const checkSchema = checkFields.superRefine(kindFaults);

/**
 * What is sent: the same, with everything that takes no place. The title is one line; public text at most 2,000
 * letters.
 */
export const askSchema = checkFields
  .omit({ serviceIds: true })
  .extend({
    key: idempotencyKey,
    title: requiredLine(untranslated('Title'), MOST_CHARACTERS.title),
    publicText: plainText(untranslated('Public text'), 2000),
    categoryId: rowId<CategoryId>(untranslated('a category')),
    hostId: rowId<OrganisationId>(untranslated('a host')),
    publish: z.boolean(lazyText`Say whether to publish.`),
    /** The office may give another space of its own accord. */
    otherSpaceOk: z.boolean().default(false),
    ...askDetails,
  })
  .superRefine(kindFaults);

export type CheckInput = z.output<typeof checkSchema>;
export type AskInput = z.output<typeof askSchema>;
/** What the browser sends, before parsing. */
export type CheckBody = z.input<typeof checkSchema>;
export type AskBody = z.input<typeof askSchema>;

/** A finding in words, for the requester. */
export interface FindingReply {
  readonly rule: string;
  readonly severity: 'blocks' | 'warns' | 'notes';
  readonly sentence: string;
}

/** What was found of one date. */
export interface DateVerdictReply {
  /** The date's identity: its original local start. */
  readonly key: string;
  readonly when: string;
  readonly verdict: 'clear' | 'warning' | 'conflict';
  readonly findings: readonly FindingReply[];
}

/** What was found of all dates. */
export interface CheckReply {
  readonly dates: readonly DateVerdictReply[];
  /** The rule in words, or the single date. */
  readonly inWords: string;
  /** One sentence for all dates together. */
  readonly summary: string;
  /** What was made of the dates: a start moved to the first date of its rule, dates the clocks jump over. */
  readonly notes: readonly string[];
}

/** What became of a request that was sent. */
export interface AskReply {
  readonly reference: string;
  /** Every date was clear and its spaces are granted instantly. */
  readonly isGranted: boolean;
}
