import { checkDates } from '@/core/checks/check';
import type { WantedDate } from '@/core/checks/asked';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import { impliedOccupancy, impliedUses } from '@/core/occupancy/imply';
import { expandRule } from '@/core/recurrence/rule';
import { addWallMinutes, localDateTime, type LocalDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import type { OpenDatabase, Reader } from '@/server/db/connection';
import { loadWorld } from '@/server/repositories/world/snapshot';
import { compare, type Figure } from './measure';
import { ZONE } from './world';
import { boundValues } from '@/server/db/statement';

const SUNDAY = localDateTime('2025-01-05T10:00');
const SPACES = [11, 57, 123];
const TYPES = [3, 9, 21, 40, 77, 150];

function date(
  key: LocalDateTime,
  from: LocalDateTime,
  spaces: readonly number[],
  types: readonly number[],
): WantedDate {
  return {
    key,
    claim: {
      event: {
        start: toEpochMinute(from, ZONE, 'offset-before'),
        end: toEpochMinute(addWallMinutes(from, 120), ZONE, 'offset-before'),
      },
      accessMin: 30,
      exitMin: 30,
      spaces: spaces.map((id) => ({
        spaceId: id as SpaceId,
        layout: 'rounds' as const,
        people: 20,
        setupMin: 30,
        strikeMin: 30,
      })),
      equipment: types.map((id, slot) => ({
        typeId: id as EquipmentTypeId,
        quantity: 10,
        spaceIndex: slot % spaces.length,
      })),
    },
  };
}

/** Weekly dates from a Sunday, when everything is free; an even share of them moved to the Monday, when nothing is. */
export function series(count: number, shareClashing: number, spaces = SPACES, types = TYPES): WantedDate[] {
  const rule = { start: SUNDAY, tzid: ZONE, rrule: `FREQ=WEEKLY;COUNT=${count}` };
  const starts = expandRule(rule, { from: SUNDAY, to: localDateTime('2060-01-01T00:00'), most: count });
  const clashes = (index: number) =>
    Math.floor((index + 1) * shareClashing) > Math.floor(index * shareClashing);
  return starts.map((key, index) =>
    date(key, clashes(index) ? addWallMinutes(key, 1440) : key, spaces, types),
  );
}

/** The baseline of the check: one awaited query for each date and resource, as one would write it first. */
async function loopOfQueries(db: OpenDatabase, dates: readonly WantedDate[]): Promise<number> {
  const moving = () => ({ fetchMin: 10, returnMin: 10 });
  let found = 0;
  for (const { claim } of dates) {
    for (const { resourceId, span } of impliedOccupancy(claim, {
      partsOf: (id) => [id as never],
      movingMinutes: moving,
    }))
      found += (
        await db.rows(
          'SELECT claim_id, start_min, end_min FROM occupancy WHERE resource_id = $r AND occupies = 1 AND start_min < $end AND start_min > $start - 1440 AND end_min > $start',
          { r: resourceId, start: span.start, end: span.end },
        )
      ).length;
    for (const { typeId, span } of impliedUses(claim, { movingMinutes: moving }))
      found += (
        await db.rows(
          'SELECT quantity, start_min, end_min FROM equipment_use WHERE type_id = $t AND occupies = 1 AND end_min - start_min <= 2880 AND start_min < $end AND start_min > $start - 2880 AND end_min > $start',
          { t: typeId, start: span.start, end: span.end },
        )
      ).length;
  }
  return found;
}

export async function benchCheck(db: OpenDatabase, dates: WantedDate[]): Promise<Figure[]> {
  const world = await loadWorld(db, dates);
  return compare([
    { name: 'a loop of one query per date and resource', run: () => loopOfQueries(db, dates) },
    {
      name: 'whole check (load and compute)',
      run: async () => checkDates(dates, await loadWorld(db, dates)),
    },
    { name: '– of it: loading the world', run: () => loadWorld(db, dates) },
    { name: '– of it: the core', run: async () => checkDates(dates, world) },
    {
      name: 'whole check of a public series, same audience looked for too',
      run: async () => {
        const asked = { audiences: ['families'], withWaiting: true };
        return checkDates(dates, await loadWorld(db, dates, asked), asked);
      },
    },
  ]);
}

/** One date, one space and one type, as a requester types it, against the barest query that could answer anything. */
export async function benchTyped(db: OpenDatabase): Promise<Figure[]> {
  const [wanted] = series(1, 0, [11], [3]);
  const { start } = wanted!.claim.event;
  return compare([
    {
      name: 'one bare indexed Sequelize.query',
      run: () =>
        db.rows(
          'SELECT start_min FROM occupancy WHERE resource_id = 11 AND occupies = 1 AND end_min > $start ORDER BY end_min LIMIT 1',
          {
            start,
          },
        ),
    },
    { name: 'check of one date', run: async () => checkDates([wanted!], await loadWorld(db, [wanted!])) },
  ]);
}

/** The plans of every statement a check sends, read off by sending one. */
export async function queryPlans(db: OpenDatabase): Promise<string> {
  const sent: { sql: string; bind: Record<string, unknown> | undefined }[] = [];
  const spy: Reader = {
    ...db,
    cache: { get: () => undefined, set: () => undefined },
    value: (of, ...args) => {
      sent.push({ sql: of.sql, bind: boundValues(of.bind, (args[0] ?? {}) as Record<string, unknown>) });
      return db.value(of, ...args);
    },
  };
  await loadWorld(spy, series(4, 0.5), { audiences: ['families'], withWaiting: true });
  const plans = await Promise.all(
    sent.map(async ({ sql, bind }, index) => {
      const rows = await db.rows<{ detail: string }>(`EXPLAIN QUERY PLAN ${sql.trim()}`, bind);
      const steps = [...new Set(rows.map(({ detail }) => detail))].filter((detail) =>
        /SEARCH|SCAN/.test(detail),
      );
      return `Statement ${index + 1}:\n\n${steps.map((step) => `- ${step}`).join('\n')}`;
    }),
  );
  return plans.join('\n\n');
}
