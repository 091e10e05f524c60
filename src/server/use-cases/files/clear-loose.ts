import type { Context } from '../../context/context';
import { keep } from '../../db/connection';
import { dropStored } from '../../platform/files/store';
import { LOOSE_FILES } from './clear-loose.queries';
import { File } from '../../db/tables/requests';

/** So long a file waits for what it is to be sent with. */
const WAITS_MIN = 7 * 1440;

/** Clears away files that were never sent with anything. */
export async function clearLooseFiles(ctx: Context): Promise<number> {
  const loose = await ctx.db.write(async (tx) => {
    const rows = await tx.all(LOOSE_FILES, { limit: ctx.clock.now() - WAITS_MIN });
    await tx.table(File).remove({ stored_as: rows.map(({ stored_as }) => stored_as) });
    return keep(rows.map(({ stored_as }) => stored_as));
  });
  for (const name of loose) await dropStored(name);
  return loose.length;
}
