import { join } from 'node:path';
import { done, type Outcome } from '@/contracts/base/refusal';
import { makeArrivingFolder } from '../../../archive/folders';
import { officeReplacer, type Context } from '../../../context/context';
import { openDatabase } from '../../../db/connection';
import { migrate } from '../../../db/migrate';
import { onlyStart } from './one-start';

/** Makes the demo beside the empty database and puts it in its place when it is whole. */
export const loadDemo = (ctx: Context): Promise<Outcome<{ loaded: true }>> =>
  onlyStart(ctx.db, async () => {
    const folder = makeArrivingFolder(ctx.newId());
    // Only an office without one needs it: it stays out of all other pages.
    const { seedDemo } = await import('@demo/seed');
    const db = openDatabase(join(folder, 'calendario.sqlite'));
    await migrate(db);
    await seedDemo(db);
    await db.rows('PRAGMA wal_checkpoint(TRUNCATE)');
    await db.close();
    await officeReplacer(ctx)(folder);
    return done({ loaded: true });
  });
