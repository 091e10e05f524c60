import type { CategoryId, EquipmentTypeId, OccurrenceId, PersonId, SpaceId } from '../ids';
import { hostSpan, occupiedOf, type ClaimContent } from '../occupancy/bands';
import { furnitureFor } from '../seating/furniture';
import { addMinutes, type EpochMinute } from '../time/epoch-minute';
import { computeFormula, type FormulaValues } from './formula';
import type { OrderContent } from './order-content';
import { isAbout, issueMoment, type DueEdge, type Recipe, type RecipePhase } from './recipe';

export type OrderPhase = RecipePhase | 'turnover';
/** Where an order comes from: a recipe, two recipes that meet between two events, work taken back, or somebody's own words. */
export type OrderOrigin = 'recipe' | 'turnover' | 'counter' | 'hand';

export interface WantedOrder {
  /** Recipe, occurrence, space slot, phase: however often generation runs, once each. */
  readonly key: string;
  readonly origin: OrderOrigin;
  readonly occurrenceId: OccurrenceId;
  /** The later date of a turnover. */
  readonly afterOccurrenceId: OccurrenceId | null;
  /** Null where it is about the date and no single space. */
  readonly spaceId: SpaceId | null;
  readonly teamId: number;
  /** Who it is given to when it is made; assigning is the office's from then on. */
  readonly personId: PersonId | null;
  readonly phase: OrderPhase;
  /** Person-minutes. */
  readonly workMin: number;
  /** Null is at once. */
  readonly issueMin: EpochMinute | null;
  /** Key of the order that does this work too. */
  readonly coveredBy: string | null;
  /** Setting or clearing as such, in the minutes of the band: what one event can leave to the next. */
  readonly isBandWork: boolean;
  readonly content: OrderContent;
}

/** What an order quotes of one space of a date, and what formulas count with. */
export interface OrderedSpace {
  readonly place: string;
  readonly building: string;
  /** Seats of the space in its layout; 0 where it is not offered so. */
  readonly seats: number;
  readonly areaM2: number;
}

export interface OrderedService {
  readonly serviceId: number;
  readonly answers: readonly { readonly question: string; readonly answer: string }[];
}

/** An approved date with the names an order quotes; `spaces` and `equipment` run parallel to those of the claim. */
export interface OrderedDate {
  readonly occurrenceId: OccurrenceId;
  readonly reference: string;
  readonly eventTitle: string;
  readonly notes: string;
  readonly categories: readonly CategoryId[];
  readonly services: readonly OrderedService[];
  readonly claim: ClaimContent;
  readonly spaces: readonly OrderedSpace[];
  readonly equipment: readonly { readonly name: string; readonly store: string }[];
}

export type Edges = Readonly<Record<DueEdge, EpochMinute>>;

/** The ends of the bands of one space of a date, turnover cuts applied; null is the whole date. */
export function edgesOf(claim: ClaimContent, slot: number | null): Edges {
  const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
  const spaces = slot === null ? claim.spaces : [claim.spaces[slot]!];
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

/** One space of a date, or the date as a whole where `slot` is null. */
interface Subject {
  readonly date: OrderedDate;
  readonly slot: number | null;
  readonly edges: Edges;
}

const subjectsOf = (date: OrderedDate, per: Recipe['per']): Subject[] =>
  per === 'date'
    ? [{ date, slot: null, edges: edgesOf(date.claim, null) }]
    : date.spaces.map((_, slot) => ({ date, slot, edges: edgesOf(date.claim, slot) }));

const spacesOf = ({ date, slot }: Subject) =>
  date.claim.spaces.filter((_, index) => slot === null || index === slot);

const itemsOf = ({ date, slot }: Subject) =>
  date.claim.equipment.flatMap((item, index) =>
    slot === null || item.spaceIndex === slot ? [{ ...item, ...date.equipment[index]! }] : [],
  );

const factsOf = (subject: Subject) => ({
  layouts: spacesOf(subject).map(({ layout }) => layout),
  spaces: spacesOf(subject).map(({ spaceId }) => spaceId),
  categories: subject.date.categories,
  services: subject.date.services.map(({ serviceId }) => serviceId),
  equipment: itemsOf(subject).map(({ typeId }) => typeId),
});

const sum = (values: readonly number[]): number => values.reduce((total, each) => total + each, 0);

const peopleOf = (subject: Subject): number =>
  subject.slot === null
    ? (subject.date.claim.people ?? sum(spacesOf(subject).map(({ people }) => people)))
    : spacesOf(subject)[0]!.people;

const wheelchairsOf = (subject: Subject): number =>
  sum(spacesOf(subject).map(({ wheelchairs }) => wheelchairs ?? 0));

function valuesOf(subject: Subject, recipe: Recipe): FormulaValues {
  const spaces = spacesOf(subject);
  const facts = subject.date.spaces.filter((_, index) => subject.slot === null || index === subject.slot);
  const furniture = spaces.map(({ layout, people, wheelchairs }) =>
    furnitureFor(layout, people, wheelchairs ?? 0),
  );
  const { event } = subject.date.claim;
  const about = itemsOf(subject).filter(({ typeId }) => recipe.when.equipment.includes(typeId));
  return {
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

/** Minutes the space is the crew's: setup or strike as they stand, or the span of an attendance. */
function spanOf(
  { edges }: Subject,
  recipe: Recipe,
): { from: EpochMinute; due: EpochMinute; minutes: number } {
  const due = addMinutes(edges[recipe.due], recipe.dueOffsetMin);
  if (recipe.phase === 'attendance') {
    const { edge, offsetMin } = recipe.until ?? { edge: 'event-end', offsetMin: 0 };
    const end = Math.max(due + 1, edges[edge] + offsetMin) as EpochMinute;
    return { from: due, due: end, minutes: end - due };
  }
  const [start, end] =
    recipe.phase === 'setup'
      ? [edges['occupied-start'], edges['access-start']]
      : [edges['exit-end'], edges['occupied-end']];
  return { from: start, due, minutes: end - start };
}

/**
 * A recipe that names nothing in particular is about setting and clearing. Where there is nothing to carry, no minute
 * of the crew and no word from the host, there is no such work.
 */
function hasWork(subject: Subject, recipe: Recipe, about: About): boolean {
  const { services, categories, equipment } = recipe.when;
  if (
    recipe.isByHand ||
    recipe.phase === 'attendance' ||
    services.length ||
    categories.length ||
    equipment.length
  )
    return true;
  if (recipe.checklist.length || recipe.quantities.length || recipe.workFormula !== null) return true;
  const minutes = spacesOf(subject).map(({ setupMin, strikeMin }) =>
    recipe.phase === 'setup' ? setupMin : strikeMin,
  );
  const hasWord = recipe.phase === 'setup' && subject.date.notes !== '';
  return sum(minutes) > 0 || carried(subject, recipe, about).length > 0 || hasWord;
}

function workOf(subject: Subject, recipe: Recipe, minutes: number): number {
  const formula = recipe.workFormula;
  const computed = formula === null ? null : computeFormula(formula, valuesOf(subject, recipe));
  return computed?.ok ? computed.value : recipe.crew * minutes;
}

const isBandWork = ({ per, phase, when, workFormula, crew, isByHand, quantities }: Recipe): boolean =>
  !isByHand &&
  !quantities.length &&
  per === 'space' &&
  phase !== 'attendance' &&
  workFormula === null &&
  crew > 0 &&
  !when.services.length &&
  !when.categories.length &&
  !when.equipment.length;

/** All recipes that are about a space of the date, or about the date as a whole, in one order wherever they are looked at. */
type About = (spaceIndex: number) => readonly Recipe[];

/** How well a recipe is suited to carry a thing: named for it, setting or clearing as such, at a pinch any other work. */
function suits(recipe: Recipe, typeId: EquipmentTypeId): number {
  const { equipment, services } = recipe.when;
  if (recipe.phase === 'attendance' || recipe.isByHand) return 0;
  if (equipment.length) return equipment.includes(typeId) ? 3 : 0;
  if (services.length) return 0;
  return isBandWork(recipe) ? 2 : 1;
}

/** What a recipe carries: before and after an event every thing is carried by one recipe alone, the best suited and first of them. */
function carried(subject: Subject, recipe: Recipe, about: About) {
  return itemsOf(subject).filter(({ typeId, spaceIndex }) => {
    const ofPhase = about(spaceIndex).filter(({ phase }) => phase === recipe.phase);
    const best = Math.max(...ofPhase.map((each) => suits(each, typeId)));
    return best > 0 && ofPhase.find((each) => suits(each, typeId) === best) === recipe;
  });
}

/** Work that has to be done before the space is given to the crew is done elsewhere, in its own minutes. */
const elsewhere = (due: EpochMinute, workMin: number): EpochMinute => addMinutes(due, -Math.max(1, workMin));

function contentOf(subject: Subject, recipe: Recipe, about: About): OrderContent {
  const { date, slot } = subject;
  const { from, due, minutes } = spanOf(subject, recipe);
  const spaces = date.spaces.filter((_, index) => slot === null || index === slot);
  const buildings = [...new Set(spaces.map(({ building }) => building))];
  const wheelchairs = wheelchairsOf(subject);
  const values = valuesOf(subject, recipe);
  const answers = date.services
    .filter(({ serviceId }) => recipe.when.services.includes(serviceId))
    .flatMap((service) => service.answers);
  const brings = recipe.quantities.map(({ name, store, formula }) => {
    const computed = computeFormula(formula, values);
    return { name, quantity: computed.ok ? computed.value : null, store };
  });
  return {
    title: recipe.title,
    reference: date.reference,
    eventTitle: date.eventTitle,
    place: spaces.map(({ place }) => place).join(' + '),
    building: buildings.join(' + '),
    layout: spacesOf(subject)
      .map(({ layout }) => layout)
      .join(' + '),
    people: peopleOf(subject),
    ...(wheelchairs > 0 && { wheelchairs }),
    fromMin: due > from ? from : elsewhere(due, workOf(subject, recipe, minutes)),
    dueMin: due,
    equipment: carried(subject, recipe, about).map(({ name, store, quantity }) => ({
      name,
      store,
      quantity,
    })),
    ...(brings.length > 0 && { brings }),
    ...(recipe.checklist.length > 0 && { checklist: recipe.checklist }),
    ...(answers.length > 0 && { answers }),
    notes: date.notes,
  };
}

function orderFor(subject: Subject, recipe: Recipe, about: About, tzid: string): WantedOrder {
  const { date, slot } = subject;
  const content = contentOf(subject, recipe, about);
  return {
    key: `${recipe.id}:${date.occurrenceId}:${slot ?? 'date'}:${recipe.phase}`,
    origin: recipe.isByHand ? 'hand' : 'recipe',
    occurrenceId: date.occurrenceId,
    afterOccurrenceId: null,
    spaceId: slot === null ? null : date.claim.spaces[slot]!.spaceId,
    teamId: recipe.teamId,
    personId: recipe.personId,
    phase: recipe.phase,
    workMin: workOf(subject, recipe, spanOf(subject, recipe).minutes),
    issueMin: issueMoment(content.dueMin, recipe.leadDays, tzid),
    coveredBy: null,
    isBandWork: isBandWork(recipe),
    content,
  };
}

/** What a formula of a recipe counts with on a date: as a whole, or in one of its spaces. */
export const formulaValuesOf = (date: OrderedDate, slot: number | null, recipe: Recipe): FormulaValues =>
  valuesOf({ date, slot, edges: edgesOf(date.claim, slot) }, recipe);

/**
 * The orders an approved date needs: each recipe that is about it once, or once for each of its spaces where there is
 * work.
 */
export function ordersFor(date: OrderedDate, recipes: readonly Recipe[], tzid: string): WantedOrder[] {
  const [whole] = subjectsOf(date, 'date') as [Subject];
  const ofWhole = recipes.filter((recipe) => recipe.per === 'date' && isAbout(recipe.when, factsOf(whole)));
  const perSpace = subjectsOf(date, 'space').map((subject) => ({
    subject,
    own: recipes.filter((recipe) => recipe.per === 'space' && isAbout(recipe.when, factsOf(subject))),
  }));
  // Who carries a thing is settled among all who come to its space, for the space or for the date.
  const abouts = perSpace.map(({ own }) =>
    recipes.filter((recipe) => own.includes(recipe) || ofWhole.includes(recipe)),
  );
  const about: About = (spaceIndex) => abouts[spaceIndex] ?? ofWhole;
  return [...perSpace, { subject: whole, own: ofWhole }].flatMap(({ subject, own }) =>
    own
      .filter((recipe) => hasWork(subject, recipe, about))
      .map((recipe) => orderFor(subject, recipe, about, tzid)),
  );
}
