import { retireRecipeSchema } from '@/contracts/recipes';
import { refuse } from '@/contracts/refusal';
import { signedIn, writeRoute } from '@/server/http/route';
import { retireRecipe } from '@/server/use-cases/set-up/save-recipe';

export const POST = writeRoute({
  action: 'recipes.keep',
  body: retireRecipeSchema,
  run: async (ctx, body, { id }) =>
    /^\d{1,15}$/.test(id ?? '')
      ? retireRecipe(signedIn(ctx), Number(id), body)
      : refuse({ code: 'not-found', what: 'such recipe' }),
});
