import { z } from 'zod';
import { ANY_DATE, type Recipe as CoreRecipe } from '@/core/work-orders/recipe';
import { recipeQuantities, recipeScope } from '../../db/tables/contents';
import type { CategoryId, SpaceId } from '@/core/ids';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { Question } from '../../db/tables/house';
import { Service } from '../../db/tables/spaces';
import { Recipe } from '../../db/tables/work-orders';

export const recipeRow = z.strictObject({
  id: Recipe.id.schema,
  requestId: Recipe.request_id.schema,
  occurrenceId: Recipe.occurrence_id.schema,
  phase: Recipe.phase.schema,
  title: Recipe.title.schema,
  teamId: Recipe.team_id.schema,
  personId: Recipe.person_id.schema,
  per: Recipe.per.schema,
  scope: recipeScope,
  due: Recipe.due_edge.schema,
  offset: Recipe.due_offset_min.schema,
  untilEdge: Recipe.until_edge.schema,
  untilOffset: Recipe.until_offset_min.schema,
  leadDays: Recipe.lead_days.schema,
  checklist: z.array(z.string()),
  crew: Recipe.crew.schema,
  workFormula: Recipe.work_formula.schema,
  quantities: recipeQuantities,
});
export type RecipeRow = z.infer<typeof recipeRow>;

const serviceRow = z.strictObject({
  id: Service.id.schema,
  name: Service.name.schema,
  teamId: Service.team_id.schema,
  leadDays: Service.lead_days.schema,
  crewMin: Service.crew_min.schema,
});

/** What `HOUSE_RECIPES` gives. */
export const houseRecipeRows = z.strictObject({ recipes: z.array(recipeRow), services: z.array(serviceRow) });
export type HouseRecipeRows = z.infer<typeof houseRecipeRows>;

const recipesWhere = (
  condition: string,
) => `SELECT json_group_array(json_object('id', id, 'requestId', request_id, 'occurrenceId', occurrence_id, 'phase', phase, 'title', title, 'teamId', team_id,
    'personId', person_id, 'per', per, 'scope', json(scope), 'due', due_edge, 'offset', due_offset_min, 'untilEdge', until_edge, 'untilOffset', until_offset_min,
    'leadDays', lead_days, 'checklist', json(checklist), 'crew', crew, 'workFormula', work_formula, 'quantities', json(quantities)) ORDER BY id)
    FROM recipe WHERE retired_at IS NULL AND ${condition}`;

/** A scalar statement: the recipes of the office in use, and the services. */
export const HOUSE_RECIPES = `SELECT json_object('recipes', (${recipesWhere('request_id IS NULL')}),
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

/** A scalar statement: recipes made by hand for the requests in `$requests`. */
export const HAND_MADE_RECIPES = recipesWhere('request_id IN (SELECT value FROM json_each($requests))');

export const toRecipe = (row: RecipeRow): CoreRecipe => ({
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

/** What a service asks of its team where no recipe says it better: all of it done when the event begins. */
const serviceRecipe = ({ id, name, teamId, leadDays, crewMin }: z.infer<typeof serviceRow>): CoreRecipe => ({
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

/** The office's recipes, and one made up for each service that none of them names whatever was answered. */
export function houseRecipes({ recipes, services }: HouseRecipeRows): CoreRecipe[] {
  const named = new Set(
    recipes.flatMap(({ scope, phase }) =>
      phase === 'strike' || scope.answers?.length ? [] : (scope.services ?? []),
    ),
  );
  return [...recipes.map(toRecipe), ...services.filter(({ id }) => !named.has(id)).map(serviceRecipe)];
}
