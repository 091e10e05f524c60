import type { OccurrenceId, PersonId, RequestId } from '@/core/ids';
import {
  ANY_DATE,
  type DueEdge,
  type Recipe,
  type RecipePhase,
  type RecipeQuantity,
  type RecipeScope,
} from '@/core/work-orders/recipe';
import type { Reader } from '../../db/connection';

interface RecipeRow {
  readonly id: number;
  readonly requestId: RequestId | null;
  readonly occurrenceId: OccurrenceId | null;
  readonly phase: RecipePhase;
  readonly title: string;
  readonly teamId: number;
  readonly personId: PersonId | null;
  readonly per: Recipe['per'];
  readonly scope: Partial<RecipeScope>;
  readonly due: DueEdge;
  readonly offset: number;
  readonly untilEdge: DueEdge | null;
  readonly untilOffset: number;
  readonly leadDays: number | null;
  readonly checklist: string[];
  readonly crew: number;
  readonly workFormula: string | null;
  readonly quantities: RecipeQuantity[];
}

interface ServiceRow {
  readonly id: number;
  readonly name: string;
  readonly teamId: number;
  readonly leadDays: number;
  readonly crewMin: number;
}

interface RecipeRows {
  readonly recipes: RecipeRow[];
  readonly services: ServiceRow[];
}

const RECIPES = `SELECT json_object(
  'recipes', (SELECT json_group_array(json_object('id', id, 'requestId', request_id, 'occurrenceId', occurrence_id, 'phase', phase, 'title', title, 'teamId', team_id,
    'personId', person_id, 'per', per, 'scope', json(scope), 'due', due_edge, 'offset', due_offset_min, 'untilEdge', until_edge, 'untilOffset', until_offset_min,
    'leadDays', lead_days, 'checklist', json(checklist), 'crew', crew, 'workFormula', work_formula, 'quantities', json(quantities)) ORDER BY id)
    FROM recipe WHERE retired_at IS NULL AND (request_id IS NULL OR request_id IN (SELECT value FROM json_each($requests)))),
  'services', (SELECT json_group_array(json_object('id', id, 'name', name, 'teamId', team_id, 'leadDays', lead_days, 'crewMin', crew_min) ORDER BY id) FROM service)) AS json`;

const toRecipe = (row: RecipeRow): Recipe => ({
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
const serviceRecipe = ({ id, name, teamId, leadDays, crewMin }: ServiceRow): Recipe => ({
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

export interface RecipeBook {
  /** The office's recipes, and those made by hand for this date or for all dates of its request. */
  forDate(requestId: RequestId, occurrenceId: OccurrenceId): readonly Recipe[];
}

/** The recipes in use, a service without one made up for, and what was made by hand for these requests. */
export async function loadRecipes(reader: Reader, requests: readonly RequestId[]): Promise<RecipeBook> {
  const { recipes, services } = await reader.json<RecipeRows>(RECIPES, {
    requests: JSON.stringify(requests),
  });
  const named = new Set(
    recipes.flatMap(({ scope, phase }) => (phase === 'strike' ? [] : (scope.services ?? []))),
  );
  const house = [
    ...recipes.filter(({ requestId }) => requestId === null).map(toRecipe),
    ...services.filter(({ id }) => !named.has(id)).map(serviceRecipe),
  ];
  const byHand = recipes.filter(({ requestId }) => requestId !== null);
  return {
    forDate: (requestId, occurrenceId) => {
      const own = byHand.filter(
        (row) =>
          row.requestId === requestId && (row.occurrenceId === null || row.occurrenceId === occurrenceId),
      );
      return own.length ? [...house, ...own.map(toRecipe)] : house;
    },
  };
}
