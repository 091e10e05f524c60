import type { OccurrenceId, RequestId } from '@/core/ids';
import type { Recipe } from '@/core/work-orders/recipe';
import { asJsonObject, type Reader } from '../../db/connection';
import {
  HAND_MADE_RECIPES,
  HOUSE_RECIPES,
  houseRecipes,
  toRecipe,
  type HouseRecipeRows,
  type RecipeRow,
} from '../../repositories/world/recipes';

const RECIPES = asJsonObject({ house: HOUSE_RECIPES, byHand: HAND_MADE_RECIPES });

interface RecipeRows {
  readonly house: HouseRecipeRows;
  readonly byHand: readonly RecipeRow[];
}

export interface RecipeBook {
  /** The office's recipes, and those made by hand for this date or for all dates of its request. */
  forDate(requestId: RequestId, occurrenceId: OccurrenceId): readonly Recipe[];
}

/** The recipes in use, a service without one made up for, and what was made by hand for these requests. */
export async function loadRecipes(reader: Reader, requests: readonly RequestId[]): Promise<RecipeBook> {
  const { house: rows, byHand } = await reader.json<RecipeRows>(RECIPES, {
    requests: JSON.stringify(requests),
  });
  const house = houseRecipes(rows);
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
