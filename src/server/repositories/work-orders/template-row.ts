import type { TemplateInput } from '@/contracts/work-orders/templates';

type Scope = { readonly [Kind in keyof TemplateInput['when']]: readonly unknown[] };
type Stored = Omit<TemplateInput, 'when' | 'personId'> & {
  readonly when: Scope;
  readonly personId: number | null;
};

/** A template as its row holds it. */
export const templateRow = (template: Stored) => ({
  phase: template.phase,
  title: template.title,
  team_id: template.teamId,
  person_id: template.personId,
  per: template.per,
  scope: JSON.stringify(template.when),
  due_edge: template.due,
  due_offset_min: template.offsetMin,
  until_edge: template.until?.edge ?? null,
  until_offset_min: template.until?.offsetMin ?? 0,
  lead_days: template.leadDays,
  checklist: JSON.stringify(template.checklist),
  crew: template.crew,
  work_formula: template.workFormula,
  quantities: JSON.stringify(template.quantities),
});
