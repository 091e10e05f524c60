import { numbersAsked } from '../../repositories/house/questions';
import { ANY_DATE } from '@/core/work-orders/recipe';
import type { RecipeChoices, RecipeInput, RecipeLine, StoredRecipe } from '@/contracts/recipes';
import { RECIPE_PHASE_WORDS } from '@/contracts/words/orders';
import { dayShort } from '@/contracts/words/when';
import { dateOf } from '@/core/time/local-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Said } from '@/contracts/house-book/kinds';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { aboutText, dueText, issueText } from './recipe-words';
import { RECIPES_TO_EDIT, RECIPE_CHOICES } from './set-up.queries';

/** What recipes can be about, who can do them, and what they can be tried on. */
export const recipeChoices = ({ db, clock }: SignedInContext): Promise<RecipeChoices> =>
  recipeNames(db, clock.now());

async function recipeNames(reader: Reader, now: EpochMinute): Promise<RecipeChoices> {
  const { past, ...rows } = await reader.value(RECIPE_CHOICES, { now });
  return {
    ...rows,
    numbers: await numbersAsked(reader),
    past: past.map(({ id, name, start }) => ({ id, name, dateText: dayShort(dateOf(start)) })),
  };
}

async function rowsOf(reader: Reader, id: number | null): Promise<(StoredRecipe & { open: number })[]> {
  const rows = await reader.value(RECIPES_TO_EDIT, { id });
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
