import { cpus } from 'node:os';
import { readFileSync, writeFileSync } from 'node:fs';
import { DataTypes, Op } from 'sequelize';
import { checkDates } from '@/core/checks/check';
import type { WantedDate } from '@/core/checks/findings';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import { impliedOccupancy, impliedUses } from '@/core/occupancy/imply';
import { expandRule } from '@/core/recurrence/rule';
import { addWallMinutes, localDate, localDateTime, type LocalDateTime } from '@/core/time/local-time';
import { dayInterval, toEpochMinute } from '@/core/time/zone';
import { handClock } from '@/server/clock';
import type { Context } from '@/server/context';
import type { Database } from '@/server/db/connection';
import { loadSpaceFacts } from '@/server/db/space-facts';
import { loadWorld } from '@/server/db/snapshot';
import { loadClaimSpaces, loadOccupied } from '@/server/use-cases/look/board-rows';
import { boardDay } from '@/server/use-cases/look/board-day';
import { compare, table, type Figure } from './measure';
import { makeWorld, OCCUPANCIES, SPACES, TYPES, USES, ZONE } from './world';

/** 52 weekly dates from a Sunday: free everywhere, or clashing on every second date. */
function series(start: LocalDateTime, shiftEverySecond: boolean): WantedDate[] {
  const rule = { start, tzid: ZONE, rrule: 'FREQ=WEEKLY;COUNT=52' };
  const starts = expandRule(rule, { from: start, to: localDateTime('2030-01-01T00:00'), most: 52 });
  return starts.map((key, index) => {
    const from = shiftEverySecond && index % 2 ? addWallMinutes(key, 1440) : key;
    const event = {
      start: toEpochMinute(from, ZONE, 'offset-before'),
      end: toEpochMinute(addWallMinutes(from, 120), ZONE, 'offset-before'),
    };
    return {
      key,
      claim: {
        event,
        accessMin: 30,
        exitMin: 30,
        spaces: [11, 57, 123].map((id) => ({
          spaceId: id as SpaceId,
          layout: 'rounds' as const,
          people: 20,
          setupMin: 30,
          strikeMin: 30,
        })),
        equipment: [3, 9, 21, 40].map((id, slot) => ({
          typeId: id as EquipmentTypeId,
          quantity: 10,
          spaceIndex: slot % 3,
        })),
      },
    };
  });
}

/** The baseline of the check: one awaited query for each date and resource, as one would write it first. */
async function loopOfQueries(db: Database, dates: readonly WantedDate[]): Promise<number> {
  let found = 0;
  for (const { claim } of dates) {
    for (const { resourceId, span } of impliedOccupancy(claim, {
      partsOf: (id) => [id as never],
      movingMinutes: () => ({ fetchMin: 10, returnMin: 10 }),
    }))
      found += (
        await db.rows(
          'SELECT claim_id, start_min, end_min FROM occupancy WHERE resource_id = $r AND occupies = 1 AND start_min < $end AND start_min > $start - 1440 AND end_min > $start',
          { r: resourceId, start: span.start, end: span.end },
        )
      ).length;
    for (const { typeId, span } of impliedUses(claim, {
      movingMinutes: () => ({ fetchMin: 10, returnMin: 10 }),
    }))
      found += (
        await db.rows(
          'SELECT quantity, start_min, end_min FROM equipment_use WHERE type_id = $t AND occupies = 1 AND end_min - start_min <= 2880 AND start_min < $end AND start_min > $start - 2880 AND end_min > $start',
          { t: typeId, start: span.start, end: span.end },
        )
      ).length;
  }
  return found;
}

async function benchCheck(db: Database, dates: WantedDate[]): Promise<Figure[]> {
  const world = await loadWorld(db, dates);
  return compare([
    { name: 'a loop of one query per date and resource', run: () => loopOfQueries(db, dates) },
    {
      name: 'whole check (load and compute)',
      run: async () => checkDates(dates, await loadWorld(db, dates)),
    },
    { name: '– of it: loading the world', run: () => loadWorld(db, dates) },
    { name: '– of it: the core', run: async () => checkDates(dates, world) },
  ]);
}

const ALL_SPACES = Array.from({ length: SPACES }, (_, index) => (index + 1) as SpaceId);

async function benchBoard(db: Database): Promise<Figure[]> {
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
  console.log(`the day board holds ${taken.length} bookings of ${SPACES} spaces`);
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
      run: async () => loadSpaceFacts(db, ALL_SPACES),
    },
    { name: 'whole day board (rows, hours, closures, privacy)', run: () => boardDay(ctx, date) },
  ]);
}

async function main(): Promise<void> {
  const db = await makeWorld();
  const sunday = localDateTime('2027-04-18T10:00');
  const clear = await benchCheck(db, series(sunday, false));
  const clashing = await benchCheck(db, series(sunday, true));
  const board = await benchBoard(db);
  await db.close();
  const sections = [
    `## Check of a weekly request: 52 dates × 3 spaces × 4 equipment types\n\nNo date clashes:\n\n${table(clear)}\n\nEvery second date moved to a Monday, where the spaces are in use:\n\n${table(clashing)}`,
    `## Day board of ${SPACES} spaces\n\n${table(board)}`,
  ];
  const text = `# Performance

Written by \`npm run bench\`. Medians of 41 alternating rounds in one process; the ratio is to the first line of each table, measured in the same run.
World: ${OCCUPANCIES.toLocaleString('en-GB')} occupancies (less the few that would overlap) over ${SPACES} spaces and five years, ${USES.toLocaleString('en-GB')} equipment uses of ${TYPES} types.
Node ${process.versions.node}, ${cpus().length} × ${cpus()[0]!.model.trim()}, warm cache.

${sections.join('\n\n')}
`;
  console.log(text);
  const file = 'docs/performance.md';
  const before = (() => {
    try {
      return readFileSync(file, 'utf8');
    } catch {
      return '';
    }
  })();
  if (before !== text) writeFileSync(file, text);
}

void main();
