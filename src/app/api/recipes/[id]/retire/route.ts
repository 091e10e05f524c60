import { retireRecipeSchema } from '@/contracts/recipes';
import { numberedRoute } from '@/server/http/numbered-route';
import { retireRecipe } from '@/server/use-cases/work-orders/save-recipe';

export const POST = numberedRoute({
  action: 'recipes.keep',
  body: retireRecipeSchema,
  what: 'such recipe',
  run: retireRecipe,
});
