import type { SpaceId } from '@/core/ids';
import { patchDate, type DatePatch } from '@/core/changes/patch';
import { checkDates } from '@/core/checks/check';
import type { DateInTrouble } from '@/core/alternatives/of-date';
import { toLocal } from '@/core/time/zone';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addWallMinutes, dateOf, localDateTime } from '@/core/time/local-time';
import { alternativesSchema, type AlternativesLine } from '@/contracts/alternatives/alternatives';
import type { OpenDatabase } from '@/server/db/connection';
import { loadWorld } from '@/server/repositories/world/snapshot';
import { knownSpaces } from '@/server/use-cases/calendar/board-data';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';
import { datesOfForm } from '@/server/use-cases/alternatives/of-form';
import { MOST_SHIFT_MIN, alternativesBounds } from '@/server/use-cases/alternatives/house';
import { compare, table } from './measure';
import { asRequester, at, ZONE } from './world';

const DATES = 14;
const SPACE = 7;

/** Days on which the space is booked a second time: a date in the early afternoon clashes there, and in some others. */
async function clashingStarts(db: OpenDatabase): Promise<string[]> {
  const rows = await db.rows<{ start: EpochMinute }>(
    `SELECT start_min AS start FROM occupancy WHERE resource_id = (SELECT resource_id FROM space_part WHERE space_id = $space)
     AND start_min > $from ORDER BY start_min`,
    { space: SPACE, from: at('2027-05-01T00:00') },
  );
  const days = rows.map(({ start }) => dateOf(toLocal(start, ZONE)));
  const twice = days.filter((day, index) => days[index - 1] === day);
  return twice.slice(0, DATES).map((day) => `${day}T14:00`);
}

/** Every other space at the same time, every other start within the bound and every other day, each checked alone. */
async function oneByOne(db: OpenDatabase, dates: readonly DateInTrouble[]): Promise<number> {
  const spaces = await knownSpaces(db);
  const bounds = await alternativesBounds(db, 'requester');
  const layouts = new Map(spaces.map(({ facts }) => [facts.id, facts.layouts]));
  let checks = 0;
  for (const { draft, date } of dates) {
    const from = draft.content.spaces[0]!.spaceId;
    const patches: DatePatch[] = spaces
      .filter(({ id }) => id !== from)
      .map(({ id }) => ({ spaces: [{ from, to: id as SpaceId }] }));
    for (let shift = -MOST_SHIFT_MIN; shift <= MOST_SHIFT_MIN; shift += bounds.grainMin)
      if (shift) patches.push({ shiftMin: shift });
    for (let day = -6; day <= 6; day += 1) if (day) patches.push({ shiftMin: day * 1440 });
    for (const patch of patches) {
      const { content } = patchDate(draft, patch, ZONE, (id) => layouts.get(id) ?? []);
      const wanted = [{ ...date, claim: content }];
      checkDates(wanted, await loadWorld(db, wanted), {});
      checks += 1;
    }
  }
  return checks;
}

async function prepared(db: OpenDatabase) {
  const ctx = asRequester(db);
  const starts = await clashingStarts(db);
  const [startsAt, ...extra] = starts as [string, ...string[]];
  const body = alternativesSchema.parse({
    of: 'form',
    check: {
      people: 20,
      accessMin: 0,
      exitMin: 0,
      spaces: [{ spaceId: SPACE, layout: 'rounds', setupMin: 30, strikeMin: 30 }],
      equipment: [],
      when: { startsAt, endsAt: addWallMinutes(localDateTime(startsAt), 120), repeat: null, extra },
    },
  });
  if (body.of !== 'form') throw new Error('a form was put together');
  const looked = await datesOfForm(ctx, body.check);
  if (!looked.ok) throw new Error(JSON.stringify(looked.refusal));
  const lines: AlternativesLine[] = [];
  const run = async () => {
    const found = await findAlternatives(ctx, body);
    if (!found.ok) throw new Error('refused');
    lines.length = 0;
    for await (const line of found.value) lines.push(line);
  };
  return { dates: looked.value.dates, lines, run };
}

/** All alternatives of a series of 14 dates that all clash, with sentences, against checking every candidate by itself. */
export async function benchAlternatives(db: OpenDatabase): Promise<string> {
  const { dates: looked, lines, run } = await prepared(db);
  let checks = 0;
  const figures = await compare(
    [
      {
        name: 'every candidate checked by itself',
        run: async () => {
          checks = await oneByOne(db, looked);
        },
      },
      { name: 'all alternatives: of each date, of the series, with their sentences', run },
    ],
    { rounds: 3, warmUp: 1 },
  );
  const dates = lines.filter((line) => line.line === 'date');
  const cut = dates.filter((line) => line.line === 'date' && line.cut !== null).length;
  const best = dates.reduce((sum, line) => sum + (line.line === 'date' ? line.best.length : 0), 0);
  return `${table(figures)}

${checks.toLocaleString('en-GB')} candidates; ${dates.length} dates in trouble, ${best} best alternatives; the bound cut something off ${cut} of them. Must reach: ≤ 0.02, and 0 cut off.`;
}
