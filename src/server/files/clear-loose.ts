import type { Context } from '../context';
import { keep } from '../db/connection';
import { dropStored } from './store';
import { CLEAR_LOOSE_FILES } from './files.queries';

/** So long a file waits for what it is to be sent with. */
const WAITS_MIN = 7 * 1440;

/** Clears away files that were never sent with anything. */
export async function clearLooseFiles(ctx: Context): Promise<number> {
  const loose = await ctx.db.write(async (tx) => {
    const rows = await tx.all(CLEAR_LOOSE_FILES, { limit: ctx.clock.now() - WAITS_MIN });
    await tx.run('DELETE FROM file WHERE stored_as IN (SELECT value FROM json_each($names))', {
      names: JSON.stringify(rows.map(({ stored_as }) => stored_as)),
    });
    return keep(rows.map(({ stored_as }) => stored_as));
  });
  for (const name of loose) await dropStored(name);
  return loose.length;
}
