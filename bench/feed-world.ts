import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { handClock } from '@/server/platform/clock';
import type { Context } from '@/server/context/context';
import { keep, type OpenDatabase } from '@/server/db/connection';
import { at, makeWorldIn, ZONE } from './world';

/** Series on the calendar, and dates of each. */
const SERIES = 2_000;
const DATES = 5;

/** The one category of the world has a calendar of this address. */
export const FEED_SLUG = 'any';

export interface FeedWorld {
  readonly db: OpenDatabase;
  readonly folder: string;
  readonly calendar: number;
  readonly reader: Context;
}

// Weekly evenings over half a year around the busy day; every seventh series has a date cancelled, every tenth one moved.
const FILL = [
  `CREATE TEMP TABLE series AS WITH RECURSIVE n(id) AS (SELECT 100001 UNION ALL SELECT id + 1 FROM n WHERE id < 100000 + ${SERIES}) SELECT id, (id % 120) * 1440 AS day FROM n`,
  `INSERT INTO request (id, ref, requester_id, title, public_text, notes, people, publish, as_asked, asked_min)
   SELECT id, 'F' || id, 1, 'Evening ' || id || ' among the ferns', 'Bring a lamp; the path is dark by then. Tea afterwards.', '', 10, 1, '{}', 0 FROM series`,
  `INSERT INTO request_host SELECT id, 1, 0 FROM series`,
  `INSERT INTO request_category SELECT id, 1, 0 FROM series`,
  `INSERT INTO segment (id, request_id, no, uid, tzid, start_local, end_local, rrule, materialised_until, decided_until, created_min, changed_min)
   SELECT id, id, 1, printf('%08x-0000-4000-8000-%012x@calendario.invalid', id, id), '${ZONE}',
     strftime('%Y-%m-%dT18:30', '2027-02-01', '+' || (id % 120) || ' days'), strftime('%Y-%m-%dT20:00', '2027-02-01', '+' || (id % 120) || ' days'),
     'FREQ=WEEKLY;COUNT=${DATES}', '2029-12-31', '2029-12-31', 0, ${at('2027-04-01T08:00')} FROM series`,
  `CREATE TEMP TABLE evening AS WITH RECURSIVE n(k) AS (SELECT 0 UNION ALL SELECT k + 1 FROM n WHERE k < ${DATES - 1})
   SELECT 10000000 + series.id * 10 + k AS id, series.id AS series, k, strftime('%Y-%m-%d', '2027-02-01', '+' || (series.id % 120 + 7 * k) || ' days') AS day,
     series.id % 7 = 0 AND k = 2 AS cancelled, series.id % 10 = 0 AND k = 3 AS moved FROM series, n`,
  `INSERT INTO occurrence (id, request_id, segment_id, recurrence_local, state) SELECT id, series, series, day || 'T18:30', iif(cancelled, 'cancelled', 'approved') FROM evening`,
  `INSERT INTO claim (id, occurrence_id, kind, status, start_local, end_local, start_min, end_min, access_min, exit_min, people)
   SELECT id, id, 'asked', iif(cancelled, 'released', 'in-force'), day || iif(moved, 'T19:00', 'T18:30'), day || iif(moved, 'T20:30', 'T20:00'),
     unixepoch(day) / 60 + 1110 - 60 * (day >= '2027-03-28') + 30 * moved, unixepoch(day) / 60 + 1200 - 60 * (day >= '2027-03-28') + 30 * moved, 0, 0, 10 FROM evening`,
  `UPDATE occurrence SET standing_id = id WHERE id > 10000000`,
  `INSERT INTO claim_space (id, claim_id, space_id, position, layout, people, setup_min, strike_min, setup_key) SELECT id, id, series % 10 + 1, 0, 'rounds', 10, 30, 30, 'x' FROM evening`,
  `INSERT INTO published (calendar_id, segment_id, recurrence_local, shown_at_min, gone_at_min, gone_as)
   SELECT $calendar, series, day || 'T18:30', 0, iif(cancelled, ${at('2027-04-10T08:00')}, NULL), iif(cancelled, 'cancelled', NULL) FROM evening`,
  `INSERT INTO feed_part (calendar_id, segment_id, tzid, times_hash, words_hash) SELECT $calendar, id, '${ZONE}', '', '' FROM series`,
  'ANALYZE',
];

/** A small house with one large calendar, in a folder the application can be started on. */
export async function makeFeedWorld(): Promise<FeedWorld> {
  const folder = mkdtempSync(join(tmpdir(), 'calendario-feed-bench-'));
  const db = await makeWorldIn(folder, { spaces: 10, types: 2, occupancies: 50, uses: 10 });
  const [row] = await db.rows<{ id: number }>('SELECT id FROM calendar WHERE slug = $slug', {
    slug: FEED_SLUG,
  });
  const calendar = row!.id;
  await db.write(async (tx) => {
    for (const statement of FILL)
      await tx.run(statement, statement.includes('$calendar') ? { calendar } : undefined);
    return keep(undefined);
  });
  const reader = {
    db,
    clock: handClock(at('2027-04-13T08:00')),
    random: Math.random,
    newId: () => '',
    viewer: null,
  };
  return { db, folder, calendar, reader };
}
