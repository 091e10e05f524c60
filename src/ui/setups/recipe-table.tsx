import { say } from '@/contracts/language/say';
import type { RecipeLine } from '@/contracts/recipes';
import Link from '@/ui/primitives/link';

/** The office's recipes, by the team that does them. */
export function RecipeTable({ recipes }: { recipes: readonly RecipeLine[] }) {
  const teams = [...new Set(recipes.map(({ team }) => team))];
  if (!teams.length)
    return (
      <p className="sheet p-6 text-lg">{say`There is no recipe yet, so that approved events make no setup work.`}</p>
    );
  return (
    <div className="grid gap-4">
      {teams.map((team) => (
        <section key={team} className="sheet p-4" aria-label={team}>
          <h2 className="text-xl">{team}</h2>
          <ul>
            {recipes
              .filter((recipe) => recipe.team === team)
              .map((recipe) => (
                <li
                  key={recipe.id}
                  className="grid gap-x-4 border-t border-rule py-2 md:grid-cols-[15rem_1fr_12rem_6rem]"
                >
                  <Link href={`/setups/recipes/${recipe.id}`} className="min-h-6 font-semibold">
                    {recipe.title}
                  </Link>
                  <span>
                    {recipe.aboutText}
                    <br />
                    <span className="text-soft">{recipe.dueText}</span>
                    {recipe.bringsText && (
                      <>
                        <br />
                        <span className="font-mono text-[0.9rem]">{recipe.bringsText}</span>
                      </>
                    )}
                  </span>
                  <span className="text-soft">{recipe.issueText}</span>
                  <span className="text-soft tabular-nums md:text-right">{say`${recipe.open} open`}</span>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
