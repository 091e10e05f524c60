import type { Context } from '../context';
import { keep } from '../db/connection';
import { dropStored } from './store';

/** So long a file waits for what it is to be sent with. */
const WAITS_MIN = 7 * 1440;

/** Clears away files that were never sent with anything. */
export async function clearLooseFiles(ctx: Context): Promise<number> {
  const loose = await ctx.db.write(async (tx) => {
    const rows = await tx.rows<{ stored_as: string }>(
      'SELECT stored_as FROM file WHERE request_id IS NULL AND message_id IS NULL AND uploaded_min < $limit',
      { limit: ctx.clock.now() - WAITS_MIN },
    );
    await tx.run('DELETE FROM file WHERE stored_as IN (SELECT value FROM json_each($names))', {
      names: JSON.stringify(rows.map(({ stored_as }) => stored_as)),
    });
    return keep(rows.map(({ stored_as }) => stored_as));
  });
  for (const name of loose) await dropStored(name);
  return loose.length;
}
