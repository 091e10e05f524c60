import { at } from '@/core/lists';
import type { CategoryId } from '../ids';
import type { CrewJob } from '../labour/crew-load';
import { hostSpan, occupiedOf, type ClaimContent } from '../occupancy/bands';
import { furnitureFor } from '../seating/furniture';
import { addMinutes, type EpochMinute, type Interval } from '../time/epoch-minute';
import { computeFormula, type FormulaValues } from './formula';
import { numbersAnswered, type Answers, type NumberQuestion } from './numbers';
import { isAbout, type DueEdge, type OrderTemplate, type ScopeFacts } from './template';

/** What of a template says how much work it makes and when. */
export type LabourTemplate = Pick<
  OrderTemplate,
  'teamId' | 'phase' | 'per' | 'when' | 'due' | 'dueOffsetMin' | 'until' | 'crew' | 'workFormula'
>;

/** What of a date says how much work it makes; `spaces` runs parallel to those of the claim. */
export interface LabourDate {
  readonly categories: readonly CategoryId[];
  readonly claim: ClaimContent;
  readonly spaces: readonly {
    /** Seats of the space in its layout; 0 where it is not offered so. */
    readonly seats: number;
    readonly areaM2: number;
  }[];
  /** Questions answered by a number, and what the request answered; those of services stand in the claim. */
  readonly numbers?: { readonly questions: readonly NumberQuestion[]; readonly answers: Answers };
}

/** The minutes of a date that work can be due at. */
export type Edges = Readonly<Record<DueEdge, EpochMinute>>;

/** The ends of the bands of one space of a date, turnover cuts applied; null is the whole date. */
export function edgesOf(claim: ClaimContent, slot: number | null): Edges {
  const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
  const spaces = slot === null ? claim.spaces : [at(claim.spaces, slot)];
  const occupied = spaces.map((space) => occupiedOf(claim, space));
  return {
    'occupied-start': Math.min(host.start, ...occupied.map(({ start }) => start)) as EpochMinute,
    'access-start': host.start,
    'event-start': claim.event.start,
    'event-end': claim.event.end,
    'exit-end': host.end,
    'occupied-end': Math.max(host.end, ...occupied.map(({ end }) => end)) as EpochMinute,
  };
}

/** One space of a date, or the date as a whole where `slot` is null: what a template is about. */
export interface Subject<D extends LabourDate = LabourDate> {
  readonly date: D;
  readonly slot: number | null;
  readonly edges: Edges;
}

/** What one order is about: the whole date, or each of its spaces. */
export const subjectsOf = <D extends LabourDate>(date: D, per: OrderTemplate['per']): Subject<D>[] =>
  per === 'date'
    ? [{ date, slot: null, edges: edgesOf(date.claim, null) }]
    : date.claim.spaces.map((_, slot) => ({ date, slot, edges: edgesOf(date.claim, slot) }));

/** The spaces of a subject; one, or all of its date. Empty where the date takes no space. */
export const spacesOf = ({ date, slot }: Subject) =>
  date.claim.spaces.filter((_, index) => slot === null || index === slot);

const itemsOf = ({ date, slot }: Subject) =>
  date.claim.equipment.filter(({ spaceIndex }) => slot === null || spaceIndex === slot);

/** What of a subject a template can be limited to. */
export const scopeFactsOf = (subject: Subject): ScopeFacts => ({
  layouts: spacesOf(subject).map(({ layout }) => layout),
  spaces: spacesOf(subject).map(({ spaceId }) => spaceId),
  categories: subject.date.categories,
  services: (subject.date.claim.services ?? []).map(({ serviceId }) => serviceId),
  answers: (subject.date.claim.services ?? []).flatMap(({ answers }) =>
    Object.entries(answers).map(([questionId, answer]) => ({ questionId: Number(questionId), answer })),
  ),
  equipment: itemsOf(subject).map(({ typeId }) => typeId),
});

const sum = (values: readonly number[]): number => values.reduce((total, each) => total + each, 0);

/** People of a subject: of its space, else of the date; 0 where nobody is counted. */
export const peopleOf = (subject: Subject): number =>
  subject.slot === null
    ? (subject.date.claim.people ?? sum(spacesOf(subject).map(({ people }) => people)))
    : at(spacesOf(subject), 0).people;

/** Wheelchair places of a subject; 0 where none are asked for. */
export const wheelchairsOf = (subject: Subject): number =>
  sum(spacesOf(subject).map(({ wheelchairs }) => wheelchairs ?? 0));

/** Everything a date was answered with: by its request, and to its services. */
export const answersOf = ({ claim, numbers }: LabourDate): Answers =>
  Object.assign({}, numbers?.answers, ...(claim.services ?? []).map(({ answers }) => answers)) as Answers;

const numbersOf = (subject: Subject): Record<string, number> =>
  numbersAnswered(
    subject.date.numbers?.questions ?? [],
    answersOf(subject.date),
    spacesOf(subject).map(({ spaceId }) => spaceId),
  );

/** What a formula can count with, by name; names that nothing was answered to are 0. */
export function valuesOf(subject: Subject, { when }: Pick<OrderTemplate, 'when'>): FormulaValues {
  const spaces = spacesOf(subject);
  const facts = subject.date.spaces.filter((_, index) => subject.slot === null || index === subject.slot);
  const furniture = spaces.map(({ layout, people, wheelchairs }) =>
    furnitureFor(layout, people, wheelchairs ?? 0),
  );
  const { event } = subject.date.claim;
  const about = itemsOf(subject).filter(({ typeId }) => when.equipment.includes(typeId));
  return {
    ...numbersOf(subject),
    people: peopleOf(subject),
    wheelchairs: wheelchairsOf(subject),
    seats: sum(facts.map(({ seats }) => seats)),
    hours: (event.end - event.start) / 60,
    area: sum(facts.map(({ areaM2 }) => areaM2)),
    chairs: sum(furniture.map(({ chairs }) => chairs)),
    tables: sum(furniture.map(({ tables }) => tables)),
    quantity: sum(about.map(({ quantity }) => quantity)),
  };
}

/** What a formula of a template counts with on a date: as a whole, or in one of its spaces. */
export const formulaValuesOf = (
  date: LabourDate,
  slot: number | null,
  template: Pick<OrderTemplate, 'when'>,
): FormulaValues => valuesOf({ date, slot, edges: edgesOf(date.claim, slot) }, template);

/** The span of an attendance; of work when the space is the crew's, when it is due, and how long the band is. */
function spanOf(
  { edges }: Subject,
  template: LabourTemplate,
): { from: EpochMinute; due: EpochMinute; minutes: number } {
  const due = addMinutes(edges[template.due], template.dueOffsetMin);
  if (template.phase === 'attendance') {
    const { edge, offsetMin } = template.until ?? { edge: 'event-end', offsetMin: 0 };
    const end = Math.max(due + 1, edges[edge] + offsetMin) as EpochMinute;
    return { from: due, due: end, minutes: end - due };
  }
  const [start, end] =
    template.phase === 'setup'
      ? [edges['occupied-start'], edges['access-start']]
      : [edges['exit-end'], edges['occupied-end']];
  return { from: start, due, minutes: end - start };
}

function workOf(subject: Subject, template: LabourTemplate, minutes: number): number {
  const formula = template.workFormula;
  const computed = formula === null ? null : computeFormula(formula, valuesOf(subject, template));
  return computed?.ok ? computed.value : template.crew * minutes;
}

/** Work that has to be done before the space is given to the crew is done elsewhere, in its own minutes. */
const elsewhere = (due: EpochMinute, workMin: number): EpochMinute => addMinutes(due, -Math.max(1, workMin));

/** The person-minutes a template asks for, and the span they are done in. */
export function workAt(subject: Subject, template: LabourTemplate): CrewJob {
  const { from, due, minutes } = spanOf(subject, template);
  const workMin = workOf(subject, template, minutes);
  const window: Interval = { start: due > from ? from : elsewhere(due, workMin), end: due };
  return { window, workMin };
}

/** A job a date would bring, of which space of it. A null slot is the date as a whole. */
export interface WantedJob extends CrewJob {
  readonly slot: number | null;
}

/**
 * The work a date would bring by templates, before there is an order of it. What two dates could leave to each other
 * is settled when they are approved and not taken off here. Empty where there is nothing to do; person-minutes.
 */
export const labourFor = (date: LabourDate, templates: readonly LabourTemplate[]): WantedJob[] =>
  (['date', 'space'] as const).flatMap((per) => {
    const own = templates.filter((template) => template.per === per);
    if (!own.length) return [];
    return subjectsOf(date, per).flatMap((subject) => {
      const facts = scopeFactsOf(subject);
      return own.flatMap((template) => {
        if (!isAbout(template.when, facts)) return [];
        const job = workAt(subject, template);
        return job.workMin > 0 ? [{ ...job, slot: subject.slot }] : [];
      });
    });
  });
