import { numbersAsked } from '../../repositories/house/questions';
import { ANY_DATE } from '@/core/work-orders/recipe';
import type { RecipeChoices, RecipeInput, RecipeLine, StoredRecipe } from '@/contracts/recipes';
import { RECIPE_PHASE_WORDS } from '@/contracts/words/orders';
import { dayShort } from '@/contracts/words/when';
import { dateOf, type LocalDateTime } from '@/core/time/local-time';
import type { OccurrenceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Said } from '@/contracts/house-book/kinds';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { aboutText, dueText, issueText } from './recipe-words';
import { TEAMS_WITH_PEOPLE } from './set-up.queries';

/** So many events of before are offered to try a recipe on. */
const MOST_PAST = 40;

type ChoiceRows = Omit<RecipeChoices, 'past' | 'numbers'> & {
  readonly past: readonly {
    readonly id: OccurrenceId;
    readonly name: string;
    readonly start: LocalDateTime;
  }[];
};

const CHOICES = `SELECT json_object(
  'teams', ${TEAMS_WITH_PEOPLE},
  'spaces', (SELECT json_group_array(json_object('id', s.id, 'name', s.name) ORDER BY s.name) FROM space s WHERE s.retired_at IS NULL),
  'categories', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY position) FROM category WHERE retired_at IS NULL),
  'services', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY position) FROM service WHERE retired_at IS NULL),
  'answers', (SELECT json_group_array(json_object('questionId', q.id, 'serviceId', s.id, 'question', q.text, 'answer', c.value) ORDER BY s.position, q.position, c.key)
    FROM question q JOIN service s ON s.id = q.owner_id AND s.retired_at IS NULL, json_each(q.choices) c WHERE q.owner_kind = 'service' AND q.retired_at IS NULL),
  'equipment', (SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY name) FROM equipment_type WHERE retired_at IS NULL),
  'stores', (SELECT json_group_array(name) FROM store WHERE retired_at IS NULL),
  'past', (SELECT json_group_array(json_object('id', o.id, 'name', r.title, 'start', c.start_local) ORDER BY c.start_min DESC) FROM
    (SELECT o.id, o.request_id, o.standing_id FROM claim c JOIN occurrence o ON o.standing_id = c.id AND o.state = 'approved'
     WHERE c.status = 'in-force' AND c.start_min < $now ORDER BY c.start_min DESC LIMIT ${MOST_PAST}) o
    JOIN claim c ON c.id = o.standing_id JOIN request r ON r.id = o.request_id)) AS json`;

/** What recipes can be about, who can do them, and what they can be tried on. */
export const recipeChoices = ({ db, clock }: SignedInContext): Promise<RecipeChoices> =>
  recipeNames(db, clock.now());

async function recipeNames(reader: Reader, now: EpochMinute): Promise<RecipeChoices> {
  const { past, ...rows } = await reader.json<ChoiceRows>(CHOICES, { now });
  return {
    ...rows,
    numbers: await numbersAsked(reader),
    past: past.map(({ id, name, start }) => ({ id, name, dateText: dayShort(dateOf(start)) })),
  };
}

interface Row {
  readonly id: number;
  readonly version: number;
  readonly open: number;
  readonly recipe: Omit<RecipeInput, 'until' | 'when'> & {
    readonly when: Partial<RecipeInput['when']>;
    readonly untilEdge: NonNullable<RecipeInput['until']>['edge'] | null;
    readonly untilOffset: number;
  };
}

const RECIPES = `SELECT json_group_array(json_object('id', r.id, 'version', r.row_version,
  'open', (SELECT COUNT(*) FROM work_order w WHERE w.state = 'open' AND w.order_key >= r.id || ':' AND w.order_key < r.id || ';'),
  'recipe', json_object('phase', r.phase, 'title', r.title, 'teamId', r.team_id, 'personId', r.person_id, 'per', r.per, 'when', json(r.scope), 'due', r.due_edge,
    'offsetMin', r.due_offset_min, 'untilEdge', r.until_edge, 'untilOffset', r.until_offset_min, 'leadDays', r.lead_days, 'checklist', json(r.checklist), 'crew', r.crew,
    'workFormula', r.work_formula, 'quantities', json(r.quantities))) ORDER BY r.team_id, r.id) AS json
FROM recipe r WHERE r.retired_at IS NULL AND r.request_id IS NULL`;

async function rowsOf(reader: Reader, id: number | null): Promise<(StoredRecipe & { open: number })[]> {
  const rows = await reader.json<Row[]>(`${RECIPES} AND ($id IS NULL OR r.id = $id)`, { id });
  return rows.map(({ recipe: { untilEdge, untilOffset, when, ...recipe }, ...row }) => ({
    ...row,
    recipe: {
      ...recipe,
      when: { ...ANY_DATE, ...when } as RecipeInput['when'],
      until: untilEdge === null ? null : { edge: untilEdge, offsetMin: untilOffset },
    },
  }));
}

/** A recipe as it is edited; null where there is none, or no more. */
export const storedRecipe = async (reader: Reader, id: number): Promise<StoredRecipe | null> =>
  (await rowsOf(reader, id))[0] ?? null;

/** All recipes of the office as they are told, by team. */
export async function recipeLines(ctx: SignedInContext): Promise<RecipeLine[]> {
  const names = await recipeChoices(ctx);
  const teams = new Map(names.teams.map(({ id, name }) => [id, name]));
  return (await rowsOf(ctx.db, null)).map(({ id, open, recipe }) => ({
    id,
    open,
    title: recipe.title,
    team: teams.get(recipe.teamId) ?? '',
    phaseText: RECIPE_PHASE_WORDS[recipe.phase],
    aboutText: aboutText(recipe, names),
    dueText: dueText(recipe),
    issueText: issueText(recipe.leadDays),
    bringsText: bringsText(recipe),
  }));
}

const bringsText = ({ quantities }: RecipeInput): string =>
  quantities.map(({ name, formula }) => `${name}: ${formula}`).join('; ');

/** A recipe in words, as its history keeps it. */
export async function saidOfRecipe(reader: Reader, now: EpochMinute, recipe: RecipeInput): Promise<Said> {
  const names = await recipeNames(reader, now);
  const team = names.teams.find(({ id }) => id === recipe.teamId);
  return {
    Name: recipe.title,
    About: aboutText(recipe, names),
    Done: dueText(recipe),
    By: [team?.name, team?.people.find(({ id }) => id === recipe.personId)?.name].filter(Boolean).join(', '),
    Issued: issueText(recipe.leadDays),
    People: recipe.workFormula ?? String(recipe.crew),
    Brings: bringsText(recipe),
    Checklist: recipe.checklist.join('; '),
  };
}
