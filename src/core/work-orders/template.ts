import type { CategoryId, EquipmentTypeId, PersonId, SpaceId } from '../ids';
import type { Layout } from '../seating/layouts';
import type { EpochMinute } from '../time/epoch-minute';
import { addDays, dateOf } from '../time/local-time';
import { startOfDay, toLocal } from '../time/zone';

/** Before the event, while it is on, after it. */
export const TEMPLATE_PHASES = ['setup', 'attendance', 'strike'] as const;
export type TemplatePhase = (typeof TEMPLATE_PHASES)[number];

/** Ends of the bands, in order of time. */
export const DUE_EDGES = [
  'occupied-start',
  'access-start',
  'event-start',
  'event-end',
  'exit-end',
  'occupied-end',
] as const;
export type DueEdge = (typeof DUE_EDGES)[number];

/** How a question of a service was answered. */
export interface ServiceAnswer {
  readonly questionId: number;
  readonly answer: string;
}

/** What a date must have for a template to be about it: one of each list that is not empty. */
export interface TemplateScope {
  readonly layouts: readonly Layout[];
  readonly spaces: readonly SpaceId[];
  readonly categories: readonly CategoryId[];
  readonly services: readonly number[];
  readonly answers: readonly ServiceAnswer[];
  readonly equipment: readonly EquipmentTypeId[];
}
/** A template for every date: each list of its scope empty. */
export const ANY_DATE: TemplateScope = {
  layouts: [],
  spaces: [],
  categories: [],
  services: [],
  answers: [],
  equipment: [],
};

/**
 * Something the crew brings that nobody asks for by itself; how much is a formula (see formula.ts). The formula gives
 * whole pieces from 0.
 */
export interface TemplateQuantity {
  readonly name: string;
  readonly store: string;
  readonly formula: string;
}

/** A template of the office, or `s` and the number of a service that has no template of its own. */
export type TemplateId = number | `s${number}`;

/** What a crew does at which point of every approved date it is about. */
export interface OrderTemplate {
  readonly id: TemplateId;
  /** Made for one request, or for one date of it, in somebody's own words. */
  readonly isByHand: boolean;
  readonly phase: TemplatePhase;
  readonly title: string;
  readonly teamId: number;
  /** Who of the team does it; null is whoever is assigned later. */
  readonly personId: PersonId | null;
  /** Once for each space of a date, or once for the date whatever its spaces. */
  readonly per: 'space' | 'date';
  readonly when: TemplateScope;
  /** The moment the work must be done by; an attendance begins then. */
  readonly due: DueEdge;
  /** Added to that moment; negative is earlier. */
  readonly dueOffsetMin: number;
  /** Where an attendance ends; null for work. */
  readonly until: { readonly edge: DueEdge; readonly offsetMin: number } | null;
  /** Issued so many days before the day it is due; null as soon as the date is approved. */
  readonly leadDays: number | null;
  readonly checklist: readonly string[];
  /** How many of the team it takes for the minutes of setup, strike or attendance; 0 is work that costs no minutes of its own. */
  readonly crew: number;
  /** Person-minutes by a formula, instead of those of the band. */
  readonly workFormula: string | null;
  readonly quantities: readonly TemplateQuantity[];
}

/**
 * When an order is issued: at the first minute of the day so many days before it is due, in the site's zone. Null is at
 * once; a moment that has passed is at once too.
 */
export const issueMoment = (due: EpochMinute, leadDays: number | null, tzid: string): EpochMinute | null =>
  leadDays === null ? null : startOfDay(addDays(dateOf(toLocal(due, tzid)), -leadDays), tzid);

/** The facts of a date, or of one of its spaces, that templates look at. */
export type ScopeFacts = TemplateScope;

/** Whether two answers are to the same question and say the same. */
export const isSameAnswer = (a: ServiceAnswer, b: ServiceAnswer): boolean =>
  a.questionId === b.questionId && a.answer === b.answer;

/**
 * Whether a template is about what has these facts: of every list it names, one is there. A list that is empty asks
 * for nothing.
 */
export function isAbout(scope: TemplateScope, facts: ScopeFacts): boolean {
  const meets = <Id>(named: readonly Id[], there: readonly Id[]) =>
    !named.length || named.some((each) => there.includes(each));
  return (
    meets(scope.layouts, facts.layouts) &&
    meets(scope.spaces, facts.spaces) &&
    meets(scope.categories, facts.categories) &&
    meets(scope.services, facts.services) &&
    (!scope.answers.length ||
      scope.answers.some((wanted) => facts.answers.some((given) => isSameAnswer(wanted, given)))) &&
    meets(scope.equipment, facts.equipment)
  );
}
