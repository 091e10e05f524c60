import { placeSearchSchema } from '@/contracts/calendar/places';
import type { OpenDatabase } from '@/server/db/connection';
import { findPlaces } from '@/server/use-cases/calendar/find-places';
import { compare, type Figure } from './measure';
import { asRequester, at } from './world';

const DATES = 30;
const BAND_MIN = 60;

// One seek for each part of each space that passes, on each date: whether anything stands in the window.
const SEEKS = `SELECT COUNT(*) AS n FROM json_each($windows) w WHERE (SELECT f.start_min FROM occupancy f
  WHERE f.resource_id = w.value->>0 AND f.occupies = 1 AND f.end_min > w.value->>1 ORDER BY f.end_min LIMIT 1) < w.value->>2`;

/** Every space for a weekly series of 30 dates, against nothing but the index seeks for them. */
export async function benchSearch(db: OpenDatabase, on: 'free' | 'taken'): Promise<Figure[]> {
  // Nothing is booked on Sundays; on every other day everything is.
  const day = on === 'free' ? '2027-04-25' : '2027-04-27';
  const search = placeSearchSchema.parse({
    people: '20',
    day,
    from: '10:00',
    to: '12:00',
    repeat: 'weekly',
    dates: String(DATES),
  });
  const ctx = asRequester(db);
  const parts = await db.rows<{ id: number }>(`SELECT id FROM resource WHERE kind = 'part'`);
  const windows = JSON.stringify(
    Array.from({ length: DATES }, (_, week) => at(`${day}T10:00`) + week * 7 * 1440).flatMap((start) =>
      parts.map(({ id }) => [id, start - BAND_MIN, start + 120 + BAND_MIN]),
    ),
  );
  return compare([
    {
      name: `bare index seeks, ${parts.length} spaces × ${DATES} dates`,
      run: () => db.rows(SEEKS, { windows }),
    },
    {
      name: 'the whole search: facts, verdicts, sentences, ranking, what else is on',
      run: () => findPlaces(ctx, search),
    },
  ]);
}
