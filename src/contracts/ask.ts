import { z } from 'zod';
import type { CategoryId, EquipmentTypeId, SpaceId } from '@/core/ids';
import { LAYOUTS } from '@/core/seating/capacity';
import { addWallMinutes, dateOf, wallMinute } from '@/core/time/local-time';
import {
  idempotencyKey,
  localDateField,
  localDateTimeField,
  plainText,
  requiredLine,
  rowId,
  wholeNumber,
} from './fields';

/** Most dates × spaces one request may hold, and the longest single date. */
export const MOST_DATES_TIMES_SPACES = 3000;
export const LONGEST_DATE_DAYS = 31;
export const MOST_PEOPLE = 100_000;

const minutes = (what: string) => wholeNumber(what, 0, 1440);

export const wantedSpaceSchema = z.object({
  spaceId: rowId<SpaceId>('a space'),
  layout: z.enum(LAYOUTS, 'Choose a layout.'),
  setupMin: minutes('Setup minutes'),
  strikeMin: minutes('Strike minutes'),
});

export const wantedEquipmentSchema = z.object({
  typeId: rowId<EquipmentTypeId>('equipment from the list'),
  quantity: wholeNumber('Quantity', 1, 10_000),
});

const whenSchema = z
  .object({
    startsAt: localDateTimeField,
    /** The end, or a duration instead of it. */
    endsAt: localDateTimeField.optional(),
    durationMin: wholeNumber('Duration in minutes', 1, LONGEST_DATE_DAYS * 1440).optional(),
    repeat: z
      .object({ everyWeeks: wholeNumber('Weeks between dates', 1, 52), until: localDateField })
      .nullable(),
  })
  .transform(({ startsAt, endsAt, durationMin, repeat }, context) => {
    const end = endsAt ?? (durationMin === undefined ? undefined : addWallMinutes(startsAt, durationMin));
    const fault = (path: string[], message: string) => context.addIssue({ code: 'custom', path, message });
    if (end === undefined) fault(['endsAt'], 'Give an end or a duration.');
    else if (end <= startsAt) fault(['endsAt'], 'The end must be after the start.');
    else if (wallMinute(end) - wallMinute(startsAt) > LONGEST_DATE_DAYS * 1440)
      fault(['endsAt'], `One date lasts at most ${LONGEST_DATE_DAYS} days; ask the office for longer ones.`);
    if (repeat && repeat.until < dateOf(startsAt))
      fault(['repeat', 'until'], 'The last day must not be before the first date.');
    return { startsAt, endsAt: end ?? startsAt, repeat };
  });

/** What is needed to check: everything that takes place, time or stock. */
export const checkSchema = z.object({
  people: wholeNumber('People expected', 1, MOST_PEOPLE),
  when: whenSchema,
  accessMin: minutes('Access minutes'),
  exitMin: minutes('Exit minutes'),
  spaces: z
    .array(wantedSpaceSchema, 'Choose a space.')
    .min(1, 'Choose a space.')
    .max(6, 'At most six spaces in one request.')
    .refine(
      (spaces) => new Set(spaces.map(({ spaceId }) => spaceId)).size === spaces.length,
      'A space is chosen twice.',
    ),
  equipment: z
    .array(wantedEquipmentSchema, 'List the equipment, or nothing.')
    .max(40, 'At most forty kinds of equipment in one request.')
    .refine(
      (items) => new Set(items.map(({ typeId }) => typeId)).size === items.length,
      'One kind of equipment is listed twice.',
    ),
});

export const askSchema = checkSchema.extend({
  key: idempotencyKey,
  title: requiredLine('Title', 120),
  publicText: plainText('Public text', 2000),
  categoryId: rowId<CategoryId>('a category'),
  hostId: rowId('a lead host'),
  notes: plainText('Setup notes', 4000),
  publish: z.boolean('Say whether to publish.'),
});

export type CheckInput = z.output<typeof checkSchema>;
export type AskInput = z.output<typeof askSchema>;
/** What the browser sends, before parsing. */
export type CheckBody = z.input<typeof checkSchema>;
export type AskBody = z.input<typeof askSchema>;

export interface FindingReply {
  readonly rule: string;
  readonly severity: 'blocks' | 'warns';
  readonly sentence: string;
}

export interface DateVerdictReply {
  /** The date's identity: its original local start. */
  readonly key: string;
  readonly when: string;
  readonly verdict: 'clear' | 'look' | 'clash';
  readonly findings: readonly FindingReply[];
}

export interface CheckReply {
  readonly dates: readonly DateVerdictReply[];
  /** The rule in words, or the single date. */
  readonly inWords: string;
  /** One sentence for all dates together. */
  readonly summary: string;
}

export interface AskReply {
  readonly reference: string;
}
