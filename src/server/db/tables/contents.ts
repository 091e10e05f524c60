import { z } from 'zod';
import { OWN_FIELDS } from '@/core/changes/patch';
import type { BuildingId, CategoryId, EquipmentTypeId, OrganisationId, PersonId, SpaceId } from '@/core/ids';
import type { CalendarFilter } from '@/core/publishing/calendar-filter';
import { FACTS } from '@/core/publishing/facts';
import type { Readers } from '@/core/publishing/readers';
import { SEEING_ROLES } from '@/core/publishing/right-to-know';
import { ROLES } from '@/core/roles';
import { RULE_NAMES, type FindingFacts } from '@/core/checks/rules/all';
import { doneFactsSchema } from '@/contracts/history/done-facts';
import { LAYOUTS } from '@/core/seating/layouts';
import { SIDES } from '@/core/seating/plan/room';
import { FEATURES } from '@/core/spaces/features';
import type { OrderContent } from '@/core/work-orders/order-content';
import type { TemplateScope } from '@/core/work-orders/template';

// What columns of JSON hold. Older rows may lack what was added later, so parts are optional where code reads them so.

const id = <Id extends number>() => z.custom<Id>((value) => Number.isSafeInteger(value));
const metres = z.number();

export const words = z.array(z.string()).readonly();
export const numbers = z.array(z.number().int()).readonly();
export const features = z.array(z.enum(FEATURES)).readonly();
export const seeingRoles = z.array(z.enum(SEEING_ROLES)).readonly();
export const ownFields = z.array(z.enum(OWN_FIELDS)).readonly();
export const publishedFacts = z.array(z.enum(FACTS)).readonly();

export const doors = z.array(z.object({ side: z.enum(SIDES), offsetM: metres, widthM: metres }));
export const obstacles = z.array(z.object({ x: metres, y: metres, w: metres, h: metres }));
export const layoutMinutes = z.array(
  z.object({ layout: z.enum(LAYOUTS), setupMin: z.number().int(), strikeMin: z.number().int() }),
);
export const whoMayAsk = z.object({ roles: z.array(z.enum(ROLES)), organisations: numbers });

/** Answers by the number of their question. */
export const answers = z.record(z.string(), z.string());

export const calendarFilter: z.ZodType<Partial<CalendarFilter>> = z.object({
  buildings: z.array(id<BuildingId>()).optional(),
  spaces: z.array(id<SpaceId>()).optional(),
  categories: z.array(id<CategoryId>()).optional(),
  hosts: z.array(id<OrganisationId>()).optional(),
  audiences: words.optional(),
});
export const readers: z.ZodType<Readers> = z.union([
  z.object({ kind: z.enum(['everyone', 'signed-in', 'link']) }),
  z.object({
    kind: z.literal('named'),
    people: z.array(id<PersonId>()),
    roles: z.array(z.enum(ROLES)),
    organisations: z.array(id<OrganisationId>()),
  }),
]);

export const templateScope: z.ZodType<Partial<TemplateScope>> = z.object({
  layouts: z.array(z.enum(LAYOUTS)).optional(),
  spaces: z.array(id<SpaceId>()).optional(),
  categories: z.array(id<CategoryId>()).optional(),
  services: numbers.optional(),
  answers: z.array(z.object({ questionId: z.number().int(), answer: z.string() })).optional(),
  equipment: z.array(id<EquipmentTypeId>()).optional(),
});
export const templateQuantities = z.array(
  z.object({ name: z.string(), store: z.string(), formula: z.string() }),
);

const hasTitleAndTimes = z.looseObject({
  title: z.string(),
  reference: z.string(),
  people: z.number(),
  fromMin: z.number(),
  dueMin: z.number(),
  equipment: z.array(z.unknown()),
});
export const orderContent = z.custom<OrderContent>((value) => hasTitleAndTimes.safeParse(value).success);

/** Whatever a form or a reply was at its time: read by schemas of its own where it is read at all. */
/** A finding of a rule: its facts are its own, under its name. */
export const foundRisk = z.object({
  spaceId: id<SpaceId>().nullable(),
  facts: z.custom<FindingFacts>(
    (value) => z.looseObject({ rule: z.enum(RULE_NAMES) }).safeParse(value).success,
  ),
});

export const doneFacts = doneFactsSchema;
export const anything = z.unknown();
/** A row of a table as a history keeps it. */
export const storedRow = z.record(z.string(), z.union([z.string(), z.number(), z.null()]));
export const document = z.record(z.string(), z.unknown());
