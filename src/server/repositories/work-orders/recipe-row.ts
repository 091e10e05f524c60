import type { RecipeInput } from '@/contracts/recipes';

type Scope = { readonly [Kind in keyof RecipeInput['when']]: readonly unknown[] };
type Stored = Omit<RecipeInput, 'when' | 'personId'> & {
  readonly when: Scope;
  readonly personId: number | null;
};

/** A recipe as its row holds it. */
export const recipeRow = (recipe: Stored) => ({
  phase: recipe.phase,
  title: recipe.title,
  team_id: recipe.teamId,
  person_id: recipe.personId,
  per: recipe.per,
  scope: JSON.stringify(recipe.when),
  due_edge: recipe.due,
  due_offset_min: recipe.offsetMin,
  until_edge: recipe.until?.edge ?? null,
  until_offset_min: recipe.until?.offsetMin ?? 0,
  lead_days: recipe.leadDays,
  checklist: JSON.stringify(recipe.checklist),
  crew: recipe.crew,
  work_formula: recipe.workFormula,
  quantities: JSON.stringify(recipe.quantities),
});
