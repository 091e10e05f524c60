import { numbersAsked } from '../../repositories/house/questions';
import { say, unsaid } from '@/contracts/language/say';
import type { RecipeInput, RecipeReply, RetireRecipeInput, SaveRecipeInput } from '@/contracts/recipes';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/refusal';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { formulaProblem } from '@/core/work-orders/formula';
import { formulaSentence } from '@/contracts/words/formulas';
import type { Reader } from '../../db/connection';
import { orderNumbers, ordersText } from '../../effects/orders/orders-text';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { recipeRow } from '../../repositories/work-orders/recipe-row';
import { houseWork } from '../administration/house-book/house-work';
import { writeThingHistory } from '../../repositories/house/thing-history';
import { saidOfRecipe, storedRecipe } from './recipes';
import { teamFaults } from './team-people';
import { RETIRE_RECIPE, TITLE_OF_RECIPE } from './set-up.queries';
import { Recipe } from '../../db/tables/work-orders';
import { writeRow } from '../administration/house-book/keeper';
import { Category } from '../../db/tables/house';
import { Space, Service, EquipmentType } from '../../db/tables/spaces';
import { Table } from '../../db/tables/table';

/** What the form can name and somebody may have taken away meanwhile. */
const KNOWN = {
  spaces: Space,
  categories: Category,
  services: Service,
  equipment: EquipmentType,
} as const;

/** Formulas that count with an answer nobody is asked for. */
async function formulaFaults(reader: Reader, recipe: RecipeInput): Promise<FieldFault[]> {
  const known = (await numbersAsked(reader)).map(({ name }) => name);
  const formulas = [
    ...(recipe.workFormula === null ? [] : [{ path: 'recipe.workFormula', formula: recipe.workFormula }]),
    ...recipe.quantities.map(({ formula }, index) => ({
      path: `recipe.quantities.${index}.formula`,
      formula,
    })),
  ];
  return formulas.flatMap(({ path, formula }) => {
    const problem = formulaProblem(formula, known);
    return problem ? [{ path, message: formulaSentence(problem, known) }] : [];
  });
}

async function faultsOf(change: ChangeSet, recipe: RecipeInput): Promise<FieldFault[]> {
  const { when, teamId, personId } = recipe;
  const faults: FieldFault[] = await formulaFaults(change.tx, recipe);
  for (const [kind, table] of Object.entries(KNOWN) as [keyof typeof KNOWN, Table][]) {
    const ids = [...new Set<number>(when[kind])];
    if ((await change.tx.table(table).count({ id: ids })) < ids.length)
      faults.push({
        path: `recipe.when.${kind}`,
        message: say`One of these is there no more. Choose again.`,
      });
  }
  faults.push(...(await teamFaults(change.tx, { teamId, personId }, 'recipe.')));
  return faults;
}

/** Brings the orders of all coming dates in line that the recipe, as it was or as it is, can be about. */
async function followRecipes(change: ChangeSet, recipes: readonly RecipeInput[]): Promise<void> {
  for (const { when } of recipes) change.because({ kind: 'recipe', ...when });
  await change.follow();
}

const replyOf = (change: ChangeSet, id: number | null, did: string): RecipeReply => ({
  id,
  numbers: orderNumbers(change),
  summary: `${did}; ${ordersText(change) || say`no order of a coming date changes`}`,
});

/** Makes or changes a recipe, and brings the orders of coming dates in line with it, all or nothing. */
export const saveRecipe = (ctx: SignedInContext, input: SaveRecipeInput): Promise<Outcome<RecipeReply>> =>
  houseWork(ctx, 'save-recipe', [input], () => saveHere(ctx, input));

async function saveHere(ctx: SignedInContext, input: SaveRecipeInput): Promise<Outcome<RecipeReply>> {
  const order = {
    action: input.id === null ? unsaid('made a recipe') : unsaid('changed a recipe'),
    reason: input.recipe.title,
    idempotencyKey: input.key,
    isPreview: input.preview,
  };
  return runChangeSet<RecipeReply>(ctx, order, async (change) => {
    const before = input.id === null ? null : await storedRecipe(change.tx, input.id);
    if (input.id !== null && !before) return refuse({ code: 'not-found', what: say`such recipe` });
    if (before && before.version !== input.version)
      return refuse({ code: 'stale', since: say`“${before.recipe.title}” was changed by somebody else.` });
    const faults = await faultsOf(change, input.recipe);
    if (faults.length) return refuse({ code: 'bad-input', fields: faults });
    const id = await writeRow(change.tx, Recipe, input.id, {
      ...recipeRow(input.recipe),
      ...(before && { row_version: before.version + 1 }),
    });
    await writeThingHistory(change, {
      kind: 'recipe',
      id,
      name: input.recipe.title,
      did: order.action,
      before: before && (await saidOfRecipe(change.tx, change.at, before.recipe)),
      after: await saidOfRecipe(change.tx, change.at, input.recipe),
    });
    await followRecipes(change, before ? [before.recipe, input.recipe] : [input.recipe]);
    return done(replyOf(change, id, say(order.action)));
  });
}

/** Takes a recipe out of use: its open orders are withdrawn, what is done stays. */
export const retireRecipe = (
  ctx: SignedInContext,
  id: number,
  input: RetireRecipeInput,
): Promise<Outcome<RecipeReply>> =>
  houseWork(ctx, 'retire-recipe', [id, input], () => retireHere(ctx, id, input));

async function retireHere(
  ctx: SignedInContext,
  id: number,
  { key, version, preview }: RetireRecipeInput,
): Promise<Outcome<RecipeReply>> {
  const [named] = await ctx.db.all(TITLE_OF_RECIPE, { id });
  const order = {
    action: unsaid('took a recipe out of use'),
    reason: named?.title ?? '',
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<RecipeReply>(ctx, order, async (change) => {
    const before = await storedRecipe(change.tx, id);
    if (!before) return refuse({ code: 'not-found', what: say`such recipe` });
    if (before.version !== version)
      return refuse({ code: 'stale', since: say`“${before.recipe.title}” was changed by somebody else.` });
    await change.tx.execute(RETIRE_RECIPE, { id, at: String(change.at) });
    const { title } = before.recipe;
    await writeThingHistory(change, {
      kind: 'recipe',
      id,
      name: title,
      did: order.action,
      before: null,
      after: null,
    });
    await followRecipes(change, [before.recipe]);
    return done(replyOf(change, id, say(order.action)));
  });
}
