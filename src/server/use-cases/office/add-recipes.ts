import type { OfficeInput } from '@/contracts/office';
import type { Writer } from '../../db/connection';
import { recipeRow } from '../set-up/recipe-row';
import { insert, known, OfficeFileError } from './office-rows';

type ByName = ReadonlyMap<string, number>;

async function namesOf(tx: Writer, table: string, column = 'name'): Promise<ByName> {
  const rows = await tx.rows<{ id: number; name: string }>(`SELECT id, ${column} AS name FROM ${table}`);
  return new Map(rows.map(({ id, name }) => [name, id]));
}

/** What the teams do. After everything a recipe may be about. */
export async function addRecipes(tx: Writer, { teams }: OfficeInput, teamIds: ByName): Promise<void> {
  const names = {
    spaces: await namesOf(tx, 'space', 'code'),
    categories: await namesOf(tx, 'category'),
    services: await namesOf(tx, 'service'),
    equipment: await namesOf(tx, 'equipment_type'),
  };
  const people = await namesOf(tx, 'person', 'email');
  const all = (kind: keyof typeof names, wanted: readonly string[]) =>
    wanted.map((name) => known(names[kind], name, kind));
  for (const team of teams)
    for (const recipe of team.recipes) {
      const personId = recipe.person === null ? null : people.get(recipe.person.toLowerCase());
      if (personId === undefined)
        throw new OfficeFileError(`there is nobody with the address ${recipe.person} for “${recipe.title}”`);
      const when = {
        layouts: recipe.layouts,
        spaces: all('spaces', recipe.spaces),
        categories: all('categories', recipe.categories),
        services: all('services', recipe.services),
        equipment: all('equipment', recipe.equipment),
      };
      await insert(
        tx,
        'recipe',
        recipeRow({ ...recipe, teamId: known(teamIds, team.name, 'team'), personId, when }),
      );
    }
}
