import { DataTypes, Op } from 'sequelize';
import type { SpaceId } from '@/core/ids';
import { localDate } from '@/core/time/local-time';
import { dayInterval } from '@/core/time/zone';
import { handClock } from '@/server/clock';
import type { Context } from '@/server/context';
import type { Database } from '@/server/db/connection';
import { loadSpaceFacts } from '@/server/db/space-facts';
import { boardDay } from '@/server/use-cases/look/board-day';
import { loadClaimSpaces, loadOccupied } from '@/server/use-cases/look/board-rows';
import { compare, type Figure } from './measure';
import { ZONE } from './world';

/** The day board against the strongest form of its baseline: the very rows by their primary key, nothing searched. */
export async function benchBoard(db: Database, spaces: number): Promise<Figure[]> {
  const all = Array.from({ length: spaces }, (_, index) => (index + 1) as SpaceId);
  const date = localDate('2027-04-13');
  const day = dayInterval(date, ZONE);
  const ctx: Context = {
    db,
    clock: handClock(day.start),
    random: Math.random,
    newId: () => '',
    viewer: null,
  };
  const occupancy = db.sequelize.define(
    'occupancy',
    {
      resource_id: DataTypes.INTEGER,
      start_min: DataTypes.INTEGER,
      end_min: DataTypes.INTEGER,
      claim_space_id: DataTypes.INTEGER,
      claim_id: DataTypes.INTEGER,
      occupies: DataTypes.INTEGER,
    },
    { timestamps: false, freezeTableName: true },
  );
  // The strongest form of the baseline: the very rows by their primary key, without any search for them.
  const taken = await db.rows<{ id: number }>(
    'SELECT id FROM occupancy WHERE occupies = 1 AND start_min < $end AND end_min > $start',
    { ...day },
  );
  const where = { id: { [Op.in]: taken.map(({ id }) => id) } };
  return compare([
    {
      name: 'findAll raw of the same rows by id, without titles',
      run: () => occupancy.findAll({ raw: true, where }),
    },
    {
      name: 'rows of the day board as JSON text, with titles',
      run: async () => {
        const rows = await loadOccupied(db, day);
        return loadClaimSpaces(db, [...new Set(rows.map(([claimSpace]) => claimSpace))]);
      },
    },
    {
      name: 'facts of all spaces (hours, closures, layouts)',
      run: async () => loadSpaceFacts(db, all),
    },
    { name: 'whole day board (rows, hours, closures, privacy)', run: () => boardDay(ctx, date) },
  ]);
}
