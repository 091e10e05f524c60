import type { TemplateInput } from '@/contracts/work-orders/templates';
import { formulaSentence } from '@/contracts/words/formulas';
import { formulaProblem } from '@/core/work-orders/formula';
import { ANY_DATE, type DueEdge } from '@/core/work-orders/template';

/** A moment as it is typed: so many minutes before or after an end of a band. */
export interface EdgeFields {
  readonly edge: DueEdge;
  readonly minutes: string;
  readonly side: 'before' | 'after';
}

export interface QuantityFields {
  readonly key: string;
  readonly name: string;
  readonly store: string;
  readonly formula: string;
}

/** A template as it stands in its form. */
export interface TemplateFields {
  readonly title: string;
  readonly phase: TemplateInput['phase'];
  readonly per: TemplateInput['per'];
  readonly teamId: string;
  readonly personId: string;
  readonly when: TemplateInput['when'];
  readonly due: EdgeFields;
  readonly until: EdgeFields;
  /** Empty is as soon as the date is approved. */
  readonly leadDays: string;
  readonly checklist: string;
  readonly crew: string;
  readonly workFormula: string;
  readonly quantities: readonly QuantityFields[];
}

const edgeFields = (edge: DueEdge, offsetMin: number): EdgeFields => ({
  edge,
  minutes: offsetMin ? String(Math.abs(offsetMin)) : '',
  side: offsetMin > 0 ? 'after' : 'before',
});

export const NEW_TEMPLATE: TemplateFields = {
  title: '',
  phase: 'setup',
  per: 'space',
  teamId: '',
  personId: '',
  when: ANY_DATE as TemplateInput['when'],
  due: edgeFields('access-start', 0),
  until: edgeFields('event-end', 0),
  leadDays: '',
  checklist: '',
  crew: '1',
  workFormula: '',
  quantities: [],
};

export const fieldsOf = (template: TemplateInput): TemplateFields => ({
  title: template.title,
  phase: template.phase,
  per: template.per,
  teamId: String(template.teamId),
  personId: template.personId === null ? '' : String(template.personId),
  when: template.when,
  due: edgeFields(template.due, template.offsetMin),
  until: edgeFields(template.until?.edge ?? 'event-end', template.until?.offsetMin ?? 0),
  leadDays: template.leadDays === null ? '' : String(template.leadDays),
  checklist: template.checklist.join('\n'),
  crew: String(template.crew),
  workFormula: template.workFormula ?? '',
  quantities: template.quantities.map((each, index) => ({ ...each, key: String(index) })),
});

const offsetOf = ({ minutes, side }: EdgeFields): number => {
  const offset = Math.abs(Number(minutes || 0));
  return side === 'before' && offset ? -offset : offset;
};

/** What is sent; whether it is right is said by the schema, here and on the server. */
export const bodyOf = (fields: TemplateFields) => ({
  title: fields.title,
  phase: fields.phase,
  per: fields.per,
  teamId: Number(fields.teamId),
  personId: fields.personId ? Number(fields.personId) : null,
  when: fields.when,
  due: fields.due.edge,
  offsetMin: offsetOf(fields.due),
  until:
    fields.phase === 'attendance' ? { edge: fields.until.edge, offsetMin: offsetOf(fields.until) } : null,
  leadDays: fields.leadDays.trim() === '' ? null : Number(fields.leadDays),
  checklist: fields.checklist
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean),
  crew: Number(fields.crew),
  workFormula: fields.workFormula.trim() || null,
  quantities: fields.quantities.map(({ name, store, formula }) => ({ name, store, formula })),
});

/** What is wrong with a formula as it is typed, by the rule the server goes by; empty where it can be read. */
export function formulaFault(text: string, numbers: readonly string[]): string {
  const problem = formulaProblem(text.trim(), numbers);
  return problem ? formulaSentence(problem, numbers) : '';
}
