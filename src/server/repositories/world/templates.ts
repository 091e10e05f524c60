import { z } from 'zod';
import { ANY_DATE, type OrderTemplate as CoreOrderTemplate } from '@/core/work-orders/template';
import { templateQuantities, templateScope } from '../../db/tables/contents';
import type { CategoryId, SpaceId } from '@/core/ids';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { Question } from '../../db/tables/house';
import { Service } from '../../db/tables/spaces';
import { OrderTemplate } from '../../db/tables/work-orders';

export const templateRow = z.strictObject({
  id: OrderTemplate.id.schema,
  requestId: OrderTemplate.request_id.schema,
  occurrenceId: OrderTemplate.occurrence_id.schema,
  phase: OrderTemplate.phase.schema,
  title: OrderTemplate.title.schema,
  teamId: OrderTemplate.team_id.schema,
  personId: OrderTemplate.person_id.schema,
  per: OrderTemplate.per.schema,
  scope: templateScope,
  due: OrderTemplate.due_edge.schema,
  offset: OrderTemplate.due_offset_min.schema,
  untilEdge: OrderTemplate.until_edge.schema,
  untilOffset: OrderTemplate.until_offset_min.schema,
  leadDays: OrderTemplate.lead_days.schema,
  checklist: z.array(z.string()),
  crew: OrderTemplate.crew.schema,
  workFormula: OrderTemplate.work_formula.schema,
  quantities: templateQuantities,
});
export type TemplateRow = z.infer<typeof templateRow>;

const serviceRow = z.strictObject({
  id: Service.id.schema,
  name: Service.name.schema,
  teamId: Service.team_id.schema,
  leadDays: Service.lead_days.schema,
  crewMin: Service.crew_min.schema,
});

/** What `HOUSE_RECIPES` gives. */
export const officeTemplateRows = z.strictObject({
  templates: z.array(templateRow),
  services: z.array(serviceRow),
});
export type OfficeTemplateRows = z.infer<typeof officeTemplateRows>;

const templatesWhere = (
  condition: string,
) => `SELECT json_group_array(json_object('id', id, 'requestId', request_id, 'occurrenceId', occurrence_id, 'phase', phase, 'title', title, 'teamId', team_id,
    'personId', person_id, 'per', per, 'scope', json(scope), 'due', due_edge, 'offset', due_offset_min, 'untilEdge', until_edge, 'untilOffset', until_offset_min,
    'leadDays', lead_days, 'checklist', json(checklist), 'crew', crew, 'workFormula', work_formula, 'quantities', json(quantities)) ORDER BY id)
    FROM recipe WHERE retired_at IS NULL AND ${condition}`;

/** A scalar statement: the templates of the office in use, and the services. */
export const OFFICE_TEMPLATES = `SELECT json_object('templates', (${templatesWhere('request_id IS NULL')}),
  'services', (SELECT json_group_array(json_object('id', id, 'name', name, 'teamId', team_id, 'leadDays', lead_days, 'crewMin', crew_min) ORDER BY id) FROM service))`;

/** What `NUMBER_QUESTIONS` gives of each. */
export const numberQuestionRow = z.strictObject({
  id: Question.id.schema,
  name: z.string(),
  question: Question.text.schema,
  isForCrews: zeroOrOne,
  spaceId: numberOf<SpaceId>().nullable(),
  categoryId: numberOf<CategoryId>().nullable(),
  owner: Question.owner_kind.schema,
});

/** A scalar statement: questions in use that are answered by a number. */
export const NUMBER_QUESTIONS = `SELECT json_group_array(json_object('id', id, 'name', number_name, 'question', text, 'isForCrews', seen_by = 'office-and-crews',
  'spaceId', iif(owner_kind = 'space', owner_id, NULL), 'categoryId', iif(owner_kind = 'category', owner_id, NULL), 'owner', owner_kind) ORDER BY owner_kind, owner_id, position)
  FROM question WHERE number_name IS NOT NULL AND retired_at IS NULL`;

/** A scalar statement: templates made by hand for the requests in `$requests`. */
export const HAND_MADE_TEMPLATES = templatesWhere('request_id IN (SELECT value FROM json_each($requests))');

export const toTemplate = (row: TemplateRow): CoreOrderTemplate => ({
  id: row.id,
  isByHand: row.requestId !== null,
  phase: row.phase,
  title: row.title,
  teamId: row.teamId,
  personId: row.personId,
  per: row.per,
  when: { ...ANY_DATE, ...row.scope },
  due: row.due,
  dueOffsetMin: row.offset,
  until: row.untilEdge === null ? null : { edge: row.untilEdge, offsetMin: row.untilOffset },
  leadDays: row.leadDays,
  checklist: row.checklist,
  crew: row.crew,
  workFormula: row.workFormula,
  quantities: row.quantities,
});

/** What a service asks of its team where no template says it better: all of it done when the event begins. */
const serviceTemplate = ({
  id,
  name,
  teamId,
  leadDays,
  crewMin,
}: z.infer<typeof serviceRow>): CoreOrderTemplate => ({
  id: `s${id}`,
  isByHand: false,
  phase: 'setup',
  title: name,
  teamId,
  personId: null,
  per: 'date',
  when: { ...ANY_DATE, services: [id] },
  due: 'event-start',
  dueOffsetMin: 0,
  until: null,
  leadDays,
  checklist: [],
  crew: 1,
  workFormula: String(crewMin),
  quantities: [],
});

/** The office's templates, and one made up for each service that none of them names whatever was answered. */
export function officeTemplates({ templates, services }: OfficeTemplateRows): CoreOrderTemplate[] {
  const named = new Set(
    templates.flatMap(({ scope, phase }) =>
      phase === 'strike' || scope.answers?.length ? [] : (scope.services ?? []),
    ),
  );
  return [...templates.map(toTemplate), ...services.filter(({ id }) => !named.has(id)).map(serviceTemplate)];
}
