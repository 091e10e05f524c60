import { tryRecipeSchema } from '@/contracts/recipes';
import { signedIn, writeRoute } from '@/server/http/route';
import { tryRecipe } from '@/server/use-cases/work-orders/try-recipe';

export const POST = writeRoute({
  action: 'recipes.keep',
  body: tryRecipeSchema,
  run: (ctx, body) => tryRecipe(signedIn(ctx), body),
});
