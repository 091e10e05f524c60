import { DataTypes, Op } from 'sequelize';
import { localDate } from '@/core/time/local-time';
import { dayInterval } from '@/core/time/zone';
import type { OpenDatabase } from '@/server/db/connection';
import { boardData } from '@/server/use-cases/calendar/board-data';
import { boardSpanText } from '@/server/use-cases/calendar/board-span';
import { compare, type Figure } from './measure';
import { asRequester, ZONE } from './world';

const whole = (names: string[]) =>
  Object.fromEntries(names.map((name) => [name, { type: DataTypes.TEXT }])) as Record<
    string,
    { type: typeof DataTypes.TEXT }
  >;

/** The tables a booking is spread over, as models that belong to one another: the baseline one would write first. */
function modelsOf({ sequelize }: OpenDatabase) {
  const options = { timestamps: false, freezeTableName: true };
  const define = (name: string, columns: string[]) => sequelize.define(name, whole(columns), options);
  const occupancy = define('occupancy', ['start_min', 'end_min', 'claim_space_id', 'occupies']);
  const space = define('claim_space', [
    'claim_id',
    'space_id',
    'layout',
    'people',
    'setup_min',
    'strike_min',
  ]);
  const claim = define('claim', [
    'occurrence_id',
    'status',
    'start_min',
    'end_min',
    'access_min',
    'exit_min',
  ]);
  const occurrence = define('occurrence', ['request_id', 'recurrence_local']);
  const request = define('request', ['title', 'ref', 'publish', 'requester_id', 'row_version']);
  occupancy.belongsTo(space, { foreignKey: 'claim_space_id' });
  space.belongsTo(claim, { foreignKey: 'claim_id' });
  claim.belongsTo(occurrence, { foreignKey: 'occurrence_id' });
  occurrence.belongsTo(request, { foreignKey: 'request_id' });
  const include = [
    { model: space, include: [{ model: claim, include: [{ model: occurrence, include: [request] }] }] },
  ];
  return { occupancy, include };
}

/** The day board against the very rows found by their primary key, nothing searched: with their titles, and bare. */
export async function benchBoard(db: OpenDatabase): Promise<Figure[]> {
  const date = localDate('2027-04-13');
  const day = dayInterval(date, ZONE);
  const ctx = asRequester(db);
  const { occupancy, include } = modelsOf(db);
  const taken = await db.rows<{ id: number }>(
    'SELECT id FROM occupancy WHERE occupies = 1 AND start_min < $end AND end_min > $start',
    { ...day },
  );
  const where = { id: { [Op.in]: taken.map(({ id }) => id) } };
  return compare([
    {
      name: 'findAll raw of the same rows by id, joined to their titles',
      run: () => occupancy.findAll({ raw: true, where, include }),
    },
    { name: 'findAll raw of the bare rows by id', run: () => occupancy.findAll({ raw: true, where }) },
    {
      name: 'the day board as JSON text for a requester, privacy, titles and “5 of 14” in it',
      run: () => boardSpanText(ctx, { from: date, days: 1 }),
    },
    { name: 'spaces with their rules, kept while the house does not change', run: () => boardData(db) },
  ]);
}
