import { saveRecipeSchema } from '@/contracts/recipes';
import { signedIn, writeRoute } from '@/server/http/route';
import { saveRecipe } from '@/server/use-cases/work-orders/save-recipe';

export const POST = writeRoute({
  action: 'recipes.keep',
  body: saveRecipeSchema,
  run: (ctx, body) => saveRecipe(signedIn(ctx), body),
});
