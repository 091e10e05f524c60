import type { LocalDate } from '@/core/time/local-time';
import type { SpacePage } from '@/contracts/calendar/places';
import type { Context } from '../../context/context';
import { boardData } from './board-data';
import { spacePage } from './space-page';

/** Spaces side by side, with what is on in each on one day; numbers of no space are left out. */
export async function comparePlaces(
  ctx: Context,
  ids: readonly number[],
  day: LocalDate,
): Promise<SpacePage[]> {
  const { spaces } = await boardData(ctx.db);
  const pages: SpacePage[] = [];
  for (const id of ids) {
    const space = spaces.find((each) => each.id === id);
    const page = space && (await spacePage(ctx, space.code, { from: day }));
    if (page?.ok) pages.push(page.value);
  }
  return pages;
}
