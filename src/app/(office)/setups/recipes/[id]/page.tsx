import { say, texts } from '@/contracts/language/say';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { signedInPage } from '@/server/http/page';
import { historyOfThing } from '@/server/use-cases/administration/house-book/look-at-things';
import { ThingHistory } from '@/ui/house/thing-history';
import { recipeChoices, storedRecipe } from '@/server/use-cases/work-orders/recipes';
import { RecipeForm } from '@/ui/setups/recipe-form';
import { SetupsLinks, viewsFor } from '@/ui/setups/setups-links';

export const metadata: Metadata = texts({ title: 'Recipe' });

export default async function RecipePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const isNew = id === 'new';
  if (!isNew && !/^\d{1,15}$/.test(id)) notFound();
  const ctx = await signedInPage('recipes.keep', `/setups/recipes/${id}`);
  const stored = isNew ? null : await storedRecipe(ctx.db, Number(id));
  if (!isNew && !stored) notFound();
  return (
    <div className="mx-auto max-w-6xl">
      <SetupsLinks current="recipes" shown={viewsFor(ctx.viewer.roles)} />
      <h1 className="pb-3 text-3xl">{stored ? stored.recipe.title : say`A new recipe`}</h1>
      <RecipeForm choices={await recipeChoices(ctx)} stored={stored} />
      {stored && <ThingHistory lines={await historyOfThing(ctx, 'recipe', stored.id)} />}
    </div>
  );
}
