import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { CategoryId, EquipmentTypeId, OccurrenceId, PersonId, SpaceId } from '@/core/ids';
import { LAYOUTS } from '@/core/seating/layouts';
import { formulaProblem } from '@/core/work-orders/formula';
import {
  DUE_EDGES,
  TEMPLATE_PHASES,
  type OrderTemplate,
  type ServiceAnswer,
} from '@/core/work-orders/template';
import { versionField } from '@/contracts/requests/change';
import { idempotencyKey, optionalLine, requiredLine, rowId, wholeNumber } from '@/contracts/forms/fields';
import { formulaSentence } from '@/contracts/words/formulas';

const MOST_OFFSET_MIN = 60 * 1440;

/** A formula as it is typed; what cannot be read is said in a sentence. Refused with what is wrong in it. */
export const formulaField = z.string(lazyText`Give a formula.`).transform((text, context) => {
  const formula = text.trim();
  const problem = formulaProblem(formula);
  if (problem) context.addIssue({ code: 'custom', message: formulaSentence(problem) });
  return formula;
});

const edge = z.enum(DUE_EDGES, lazyText`Choose a moment of the event.`);
const offset = wholeNumber(
  untranslated('Minutes before or after'),
  -MOST_OFFSET_MIN,
  MOST_OFFSET_MIN,
).default(0);

/** What a template says by itself, without what it is about and who does it. */
export const templateFields = {
  phase: z.enum(TEMPLATE_PHASES, lazyText`Choose when the work is done.`),
  title: requiredLine(untranslated('What is to be done'), MOST_CHARACTERS.workTitle),
  per: z.enum(['space', 'date']).default('space'),
  due: edge,
  offsetMin: offset,
  /** Where an attendance ends. */
  until: z.object({ edge, offsetMin: offset }).nullable().default(null),
  leadDays: wholeNumber(untranslated('Days ahead'), 0, 366).nullable().default(null),
  checklist: z
    .array(requiredLine(untranslated('A line of the checklist'), 120))
    .max(30, lazyText`A checklist has at most 30 lines.`)
    .default([]),
  /** People it takes for the minutes of setup, strike or attendance. */
  crew: wholeNumber(untranslated('People it takes'), 0, 100).default(1),
  workFormula: formulaField.nullable().default(null),
  quantities: z
    .array(
      z.object({
        name: requiredLine(untranslated('What is brought'), 60),
        store: optionalLine(untranslated('From where'), 60),
        formula: formulaField,
      }),
    )
    .max(20, lazyText`A template brings at most 20 items.`)
    .default([]),
};

interface Spanned {
  readonly phase: OrderTemplate['phase'];
  readonly until: unknown;
}
/** Being there has an end, work has none. */
export const hasItsEnd = ({ phase, until }: Spanned): boolean =>
  (phase === 'attendance') === (until !== null);
/** Why an attendance without an end is not taken. */
export const NO_END = { path: ['until'], ...lazyText`Say until when someone is there.` };

const ids = <Id extends number>(what: string) => z.array(rowId<Id>(what)).max(100).default([]);

const templateBody = {
  ...templateFields,
  teamId: rowId<number>(untranslated('a team')),
  personId: rowId<PersonId>(untranslated('a person')).nullable().default(null),
  when: z.object({
    layouts: z.array(z.enum(LAYOUTS)).default([]),
    spaces: ids<SpaceId>(untranslated('a space')),
    categories: ids<CategoryId>(untranslated('a category')),
    services: ids<number>(untranslated('a service')),
    answers: z
      .array(
        z.object({
          questionId: rowId<number>(untranslated('a question')),
          answer: requiredLine(untranslated('Answer'), MOST_CHARACTERS.answer),
        }),
      )
      .max(100)
      .default([]),
    equipment: ids<EquipmentTypeId>(untranslated('equipment')),
  }),
};

/** A template of the office as it is sent from its form. */
export const templateSchema = z.object(templateBody).refine(hasItsEnd, NO_END);
export type TemplateInput = z.output<typeof templateSchema>;

/** A template as it is saved; `id` null is a new one. */
export const saveTemplateSchema = z.object({
  key: idempotencyKey,
  /** Null makes a new one. */
  id: rowId<number>(untranslated('a work order template')).nullable(),
  version: versionField.nullable(),
  template: templateSchema,
  /** Tells what saving would do, and does nothing. */
  preview: z.boolean().default(false),
});
export type SaveTemplateInput = z.output<typeof saveTemplateSchema>;

/** A template that is taken out of use, or only what that would do. */
export const retireTemplateSchema = z.object({
  key: idempotencyKey,
  version: versionField,
  preview: z.boolean().default(false),
});
export type RetireTemplateInput = z.output<typeof retireTemplateSchema>;

/** What a template would have made of an event that was. */
export const tryTemplateSchema = z.object({
  template: templateSchema,
  /** Null is the last event that the template is about. */
  occurrenceId: rowId<OccurrenceId>(untranslated('an event')).nullable(),
});
export type TryTemplateInput = z.output<typeof tryTemplateSchema>;

/**
 * An order in somebody's own words, for one date of a request or for all of them. A null date is all dates of the
 * request.
 */
export const handOrderSchema = z
  .object({
    key: idempotencyKey,
    occurrenceId: rowId<OccurrenceId>(untranslated('a date')).nullable(),
    ...templateFields,
    teamId: templateBody.teamId,
    personId: templateBody.personId,
  })
  .refine(hasItsEnd, NO_END);
export type HandOrderInput = z.output<typeof handOrderSchema>;

/** What saving or retiring a template does to the orders of coming dates. */
export interface TemplateReply {
  readonly id: number | null;
  readonly summary: string;
  readonly numbers: {
    readonly added: number;
    readonly revised: number;
    readonly replaced: number;
    readonly withdrawn: number;
  };
}

/** An entry by its name. */
export interface Named<Id = number> {
  readonly id: Id;
  readonly name: string;
}

/** What a template can be about and who can do it. */
export interface TemplateChoices {
  readonly teams: readonly (Named & { readonly people: readonly Named<PersonId>[] })[];
  readonly spaces: readonly Named<SpaceId>[];
  readonly categories: readonly Named<CategoryId>[];
  readonly services: readonly Named[];
  /** What can be answered to questions of services that name their answers. */
  readonly answers: readonly (ServiceAnswer & { readonly serviceId: number; readonly question: string })[];
  readonly equipment: readonly Named<EquipmentTypeId>[];
  /** Questions answered by a number, with what formulas call it. */
  readonly numbers: readonly { readonly name: string; readonly question: string }[];
  readonly stores: readonly string[];
  /** Events of before, newest first: what a template is tried on. */
  readonly past: readonly (Named<OccurrenceId> & { readonly dateText: string })[];
}

/** A template as it is edited, with the version that was read. */
export interface StoredTemplate {
  readonly id: number;
  readonly version: number;
  readonly template: TemplateInput;
}

/** A template as the list tells it. */
export interface TemplateLine {
  readonly id: number;
  readonly title: string;
  readonly team: string;
  readonly phaseText: string;
  readonly aboutText: string;
  readonly dueText: string;
  readonly issueText: string;
  readonly bringsText: string;
  /** Open orders of it. */
  readonly open: number;
}

/** One order a template would have made. */
export interface TriedOrder {
  readonly place: string;
  readonly fromText: string;
  readonly dueText: string;
  readonly issueText: string;
  readonly workText: string;
  readonly brings: readonly {
    readonly name: string;
    readonly quantity: number | null;
    readonly problem: string | null;
  }[];
  readonly carries: readonly string[];
  readonly workProblem: string | null;
}

/** The orders a template would make of an event that was. */
export interface TryReply {
  readonly occurrenceId: OccurrenceId;
  readonly eventText: string;
  /** Why the template is not about the event; null where it is. */
  readonly notAbout: string | null;
  readonly orders: readonly TriedOrder[];
}
