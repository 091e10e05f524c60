import type { PlaceDirectory } from '@/contracts/calendar/places';
import { familiarRank } from '@/contracts/accounts/own';
import type { Context } from '../../context/context';
import { familiarTo } from '../../repositories/people/familiar';
import { boardData } from './board-data';

/** Every space and pool: first what is pinned, then what one used before, then the others as the house has them. */
export async function placeDirectory(ctx: Context): Promise<PlaceDirectory> {
  const house = await boardData(ctx.db);
  const familiar = await familiarTo(ctx);
  const used = (id: number) => {
    const at = familiar.usedSpaces.indexOf(id);
    return at < 0 ? Infinity : at;
  };
  const spaces = house.spaces
    .map(({ id, code, name, building, seats }) => ({
      id,
      code,
      name,
      building,
      seats,
      isPinned: familiar.spaces.includes(id),
      isUsed: familiar.usedSpaces.includes(id),
    }))
    .sort((a, b) => {
      const ranks = familiarRank(familiar, a.id) - familiarRank(familiar, b.id);
      // Sorting is stable: equals stay as the house has them.
      return ranks || (used(a.id) === used(b.id) ? 0 : used(a.id) - used(b.id));
    });
  const pools = house.pools
    .map(({ id, name, store }) => ({ id, name, store, isPinned: familiar.pools.includes(id) }))
    .sort((a, b) => Number(b.isPinned) - Number(a.isPinned));
  return { spaces, pools };
}
