import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { officeSchema, type OfficeFile } from '@/contracts/office';
import { localDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { keep, openDatabase, type Database } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { createOffice } from '@/server/use-cases/office/create-office';

export const ZONE = 'Europe/London';
export const SPACES = 200;
export const TYPES = 50;
export const OCCUPANCIES = 100_000;
export const USES = 50_000;
/** Series the occupancies belong to, some fifty dates each. */
export const REQUESTS = 2000;

const at = (text: string) => toEpochMinute(localDateTime(text), ZONE, 'offset-before');
/** Five years of bookings around the demo day. */
export const BUSY_DAY = at('2027-04-13T00:00');
export const WORLD_START = at('2025-01-01T00:00');

const office: OfficeFile = {
  site: {
    name: 'Bench',
    zone: ZONE,
    office: { name: 'Bench', phone: '0', email: 'bench@bench.example' },
    hours: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '23:00' }],
  },
  buildings: Array.from({ length: 10 }, (_, b) => ({
    name: `Building ${b}`,
    spaces: Array.from({ length: SPACES / 10 }, (_, s) => ({
      code: `S${b}-${s}`,
      name: `Space ${b}-${s}`,
      layouts: [{ layout: 'rounds' as const, seats: 40, setupMin: 30, strikeMin: 30 }],
    })),
  })),
  stores: [
    {
      name: 'Store',
      equipment: Array.from({ length: TYPES }, (_, n) => ({
        name: `Type ${n}`,
        quantity: 10_000,
        fetchMin: 10,
        returnMin: 10,
      })),
    },
  ],
  categories: [{ name: 'Any', mark: 'An', hue: 'green', about: '' }],
  organisations: ['Bench'],
  people: [{ name: 'Bench', email: 'bench@bench.example' }],
};

/** Every space is booked 500 times, evenly spread, mornings and afternoons, never on Sundays: those are free to ask for. */
const FILL = [
  `CREATE TEMP TABLE series AS WITH RECURSIVE n(id) AS (SELECT 1 UNION ALL SELECT id + 1 FROM n WHERE id < ${REQUESTS}) SELECT id FROM n`,
  `INSERT INTO request (id, ref, requester_id, title, public_text, notes, people, publish, as_asked, asked_min)
   SELECT id, 'R' || id, 1, 'Bench event ' || id, '', '', 10, 1, '{}', 0 FROM series`,
  `INSERT INTO request_host SELECT id, 1, 0 FROM series`,
  `INSERT INTO request_category SELECT id, 1, 0 FROM series`,
  `INSERT INTO segment (id, request_id, no, uid, tzid, start_local, end_local, materialised_until, decided_until, created_min, changed_min)
   SELECT id, id, 1, 'bench' || id, '${ZONE}', '2025-01-01T09:00', '2025-01-01T11:00', '2029-12-31', '2029-12-31', 0, 0 FROM series`,
  `CREATE TEMP TABLE slot AS WITH RECURSIVE n(i) AS (SELECT 0 UNION ALL SELECT i + 1 FROM n WHERE i < ${OCCUPANCIES - 1})
   SELECT i, i % ${SPACES} + 1 AS resource, ${WORLD_START} + ((i / ${SPACES}) * 5000 + (i % ${SPACES}) * 37) / 1440 * 1440 + 540 + (i % 5) * 60 AS start FROM n`,
  // 2025-01-01 is a Wednesday: day 4 of each week is a Sunday.
  // One full day: three bookings in each space on the day of the board.
  `INSERT INTO slot WITH RECURSIVE n(i) AS (SELECT 0 UNION ALL SELECT i + 1 FROM n WHERE i < ${SPACES * 3 - 1})
   SELECT ${OCCUPANCIES} + i, i % ${SPACES} + 1, ${BUSY_DAY} + 480 + (i / ${SPACES}) * 240 FROM n`,
  `UPDATE slot SET start = start + 1440 WHERE ((start - ${WORLD_START}) / 1440) % 7 = 4`,
  `DELETE FROM slot WHERE i IN (SELECT b.i FROM slot a JOIN slot b ON b.resource = a.resource AND b.i < a.i AND b.start < a.start + 180 AND b.start + 180 > a.start)`,
  `INSERT INTO occurrence (id, request_id, segment_id, recurrence_local, state) SELECT i + 1, i % ${REQUESTS} + 1, i % ${REQUESTS} + 1, printf('%09d', i), 'approved' FROM slot`,
  `INSERT INTO claim (id, occurrence_id, kind, status, start_local, end_local, start_min, end_min, access_min, exit_min, people)
   SELECT i + 1, i + 1, 'asked', 'in-force', '2025-01-01T09:00', '2025-01-01T11:00', start + 30, start + 150, 0, 0, 10 FROM slot`,
  `INSERT INTO claim_space (id, claim_id, space_id, position, layout, people, setup_min, strike_min, setup_key) SELECT i + 1, i + 1, resource, 0, 'rounds', 10, 30, 30, 'x' FROM slot`,
  `INSERT INTO occupancy (claim_id, claim_space_id, resource_id, start_min, end_min, occupies) SELECT i + 1, i + 1, resource, start, start + 180, 1 FROM slot`,
  `INSERT INTO claim_equipment (id, claim_id, claim_space_id, type_id, quantity, position) SELECT i + 1, i + 1, i + 1, i % ${TYPES} + 1, 5, 0 FROM slot WHERE i < ${USES}`,
  `INSERT INTO equipment_use (claim_equipment_id, claim_id, type_id, start_min, end_min, quantity, occupies)
   SELECT i + 1, i + 1, i % ${TYPES} + 1, start - 10, start + 190, 5, 1 FROM slot WHERE i < ${USES}`,
  'ANALYZE',
];

export async function makeWorld(): Promise<Database> {
  const db = openDatabase(join(mkdtempSync(join(tmpdir(), 'calendario-bench-')), 'bench.sqlite'));
  await migrate(db);
  await createOffice(db, officeSchema.parse(office));
  await db.write(async (tx) => {
    for (const statement of FILL) await tx.run(statement);
    return keep(undefined);
  });
  return db;
}
