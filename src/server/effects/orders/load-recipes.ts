import type { OccurrenceId, RequestId } from '@/core/ids';
import type { Recipe } from '@/core/work-orders/recipe';
import type { Reader } from '../../db/connection';
import { houseRecipes, toRecipe } from '../../repositories/world/recipes';
import { RECIPES } from './orders.queries';

export interface RecipeBook {
  /** The office's recipes, and those made by hand for this date or for all dates of its request. */
  forDate(requestId: RequestId, occurrenceId: OccurrenceId): readonly Recipe[];
}

/** The recipes in use, a service without one made up for, and what was made by hand for these requests. */
export async function loadRecipes(reader: Reader, requests: readonly RequestId[]): Promise<RecipeBook> {
  const { house: rows, byHand } = await reader.value(RECIPES, { requests });
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
