import { pairs, at } from '@/core/lists';
import type { CategoryId, EquipmentTypeId, OccurrenceId, PersonId, SpaceId } from '../ids';
import type { ClaimContent } from '../occupancy/bands';
import type { EpochMinute, Interval } from '../time/epoch-minute';
import { computeFormula, ownNamesIn } from './formula';
import type { OrderContent } from './order-content';
import { isAbout, issueMoment, type OrderTemplate, type TemplatePhase } from './template';
import {
  peopleOf,
  scopeFactsOf,
  spacesOf,
  subjectsOf,
  valuesOf,
  wheelchairsOf,
  workAt,
  type LabourDate,
  type Subject as SubjectOf,
} from './template-work';

/** When around an event work is done: by a template, or between two events. */
export type OrderPhase = TemplatePhase | 'turnover';
/** Where an order comes from: a template, two templates that meet between two events, work taken back, or somebody's own words. */
export type OrderOrigin = 'recipe' | 'turnover' | 'counter' | 'hand';

/** An order that a date is to have, with when it may begin and is due, in epoch minutes. */
export interface WantedOrder {
  /** Template, occurrence, space slot, phase: however often generation runs, once each. */
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

/** A service of a date, with what was answered to its questions. */
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
  readonly numbers?: LabourDate['numbers'];
  /** Numbers answered to questions of spaces and categories that crews may read. */
  readonly numberAnswers?: readonly NumberAnswer[];
}

/** A question answered by a number, and the number; several of one name are added up. */
export interface NumberAnswer {
  /** What formulas call it. */
  readonly name: string;
  readonly question: string;
  readonly answer: string;
  readonly spaceId: SpaceId | null;
  readonly categoryId: CategoryId | null;
}

type Subject = SubjectOf<OrderedDate>;

const itemsOf = ({ date, slot }: Subject) =>
  pairs(date.claim.equipment, date.equipment).flatMap(([item, named]) =>
    slot === null || item.spaceIndex === slot ? [{ ...item, ...named }] : [],
  );

const sum = (values: readonly number[]): number => values.reduce((total, each) => total + each, 0);

/**
 * A template that names nothing in particular is about setting and clearing. Where there is nothing to carry, no minute
 * of the crew and no word from the host, there is no such work.
 */
function hasWork(subject: Subject, template: OrderTemplate, about: About): boolean {
  const { services, categories, equipment } = template.when;
  if (
    template.isByHand ||
    template.phase === 'attendance' ||
    services.length ||
    categories.length ||
    equipment.length
  )
    return true;
  if (template.checklist.length || template.quantities.length || template.workFormula !== null) return true;
  const minutes = spacesOf(subject).map(({ setupMin, strikeMin }) =>
    template.phase === 'setup' ? setupMin : strikeMin,
  );
  const hasWord = template.phase === 'setup' && subject.date.notes !== '';
  return sum(minutes) > 0 || carried(subject, template, about).length > 0 || hasWord;
}

const isBandWork = ({ per, phase, when, workFormula, crew, isByHand, quantities }: OrderTemplate): boolean =>
  !isByHand &&
  !quantities.length &&
  per === 'space' &&
  phase !== 'attendance' &&
  workFormula === null &&
  crew > 0 &&
  !when.services.length &&
  !when.categories.length &&
  !when.equipment.length;

/** All templates that are about a space of the date, or about the date as a whole, in one order wherever they are looked at. */
type About = (spaceIndex: number) => readonly OrderTemplate[];

/** How well a template is suited to carry a thing: named for it, setting or clearing as such, at a pinch any other work. */
function suits(template: OrderTemplate, typeId: EquipmentTypeId): number {
  const { equipment, services } = template.when;
  if (template.phase === 'attendance' || template.isByHand) return 0;
  if (equipment.length) return equipment.includes(typeId) ? 3 : 0;
  if (services.length) return 0;
  return isBandWork(template) ? 2 : 1;
}

/** What a template carries: before and after an event every thing is carried by one template alone, the best suited and first of them. */
function carried(subject: Subject, template: OrderTemplate, about: About) {
  return itemsOf(subject).filter(({ typeId, spaceIndex }) => {
    const ofPhase = about(spaceIndex).filter(({ phase }) => phase === template.phase);
    const best = Math.max(...ofPhase.map((each) => suits(each, typeId)));
    return best > 0 && ofPhase.find((each) => suits(each, typeId) === best) === template;
  });
}

/** Numbers that were answered to what the template is about, or that it counts with: whoever does it has to know them. */
function countedAnswers(
  subject: Subject,
  template: OrderTemplate,
): { readonly question: string; readonly answer: string }[] {
  const { date } = subject;
  const formulas = [...template.quantities.map(({ formula }) => formula), template.workFormula ?? ''];
  const counted = new Set(formulas.flatMap(ownNamesIn));
  const spaces = spacesOf(subject).map(({ spaceId }) => spaceId);
  return (date.numberAnswers ?? [])
    .filter(({ name, spaceId, categoryId }) => {
      if (spaceId !== null && !spaces.includes(spaceId)) return false;
      const isAboutIt =
        (spaceId !== null && template.when.spaces.includes(spaceId)) ||
        (categoryId !== null && template.when.categories.includes(categoryId));
      return counted.has(name) || isAboutIt;
    })
    .map(({ question, answer }) => ({ question, answer }));
}

function contentOf(subject: Subject, template: OrderTemplate, about: About, window: Interval): OrderContent {
  const { date, slot } = subject;
  const spaces = date.spaces.filter((_, index) => slot === null || index === slot);
  const buildings = [...new Set(spaces.map(({ building }) => building))];
  const wheelchairs = wheelchairsOf(subject);
  const values = valuesOf(subject, template);
  const answers = [
    ...date.services
      .filter(({ serviceId }) => template.when.services.includes(serviceId))
      .flatMap((service) => service.answers),
    ...countedAnswers(subject, template),
  ];
  const brings = template.quantities.map(({ name, store, formula }) => {
    const computed = computeFormula(formula, values);
    return { name, quantity: computed.ok ? computed.value : null, store };
  });
  return {
    title: template.title,
    reference: date.reference,
    eventTitle: date.eventTitle,
    place: spaces.map(({ place }) => place).join(' + '),
    building: buildings.join(' + '),
    layout: spacesOf(subject)
      .map(({ layout }) => layout)
      .join(' + '),
    people: peopleOf(subject),
    ...(wheelchairs > 0 && { wheelchairs }),
    fromMin: window.start,
    dueMin: window.end,
    equipment: carried(subject, template, about).map(({ name, store, quantity }) => ({
      name,
      store,
      quantity,
    })),
    ...(brings.length > 0 && { brings }),
    ...(template.checklist.length > 0 && { checklist: template.checklist }),
    ...(answers.length > 0 && { answers }),
    notes: date.notes,
  };
}

function orderFor(subject: Subject, template: OrderTemplate, about: About, tzid: string): WantedOrder {
  const { date, slot } = subject;
  const { window, workMin } = workAt(subject, template);
  const content = contentOf(subject, template, about, window);
  return {
    key: `${template.id}:${date.occurrenceId}:${slot ?? 'date'}:${template.phase}`,
    origin: template.isByHand ? 'hand' : 'recipe',
    occurrenceId: date.occurrenceId,
    afterOccurrenceId: null,
    spaceId: slot === null ? null : at(date.claim.spaces, slot).spaceId,
    teamId: template.teamId,
    personId: template.personId,
    phase: template.phase,
    workMin,
    issueMin: issueMoment(content.dueMin, template.leadDays, tzid),
    coveredBy: null,
    isBandWork: isBandWork(template),
    content,
  };
}

/**
 * The orders an approved date needs: each template that is about it once, or once for each of its spaces where there
 * is work. Empty where no template is about the date; minutes since 1970 UTC.
 */
export function ordersFor(
  date: OrderedDate,
  templates: readonly OrderTemplate[],
  tzid: string,
): WantedOrder[] {
  const [whole] = subjectsOf(date, 'date') as [Subject];
  const ofWhole = templates.filter(
    (template) => template.per === 'date' && isAbout(template.when, scopeFactsOf(whole)),
  );
  const perSpace = subjectsOf(date, 'space').map((subject) => ({
    subject,
    own: templates.filter(
      (template) => template.per === 'space' && isAbout(template.when, scopeFactsOf(subject)),
    ),
  }));
  // Who carries a thing is settled among all who come to its space, for the space or for the date.
  const abouts = perSpace.map(({ own }) =>
    templates.filter((template) => own.includes(template) || ofWhole.includes(template)),
  );
  const about: About = (spaceIndex) => abouts[spaceIndex] ?? ofWhole;
  return [...perSpace, { subject: whole, own: ofWhole }].flatMap(({ subject, own }) =>
    own
      .filter((template) => hasWork(subject, template, about))
      .map((template) => orderFor(subject, template, about, tzid)),
  );
}
