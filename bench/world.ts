import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { officeSchema, type OfficeFile } from '@/contracts/administration/office';
import type { PersonId } from '@/core/ids';
import { localDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { handClock } from '@/server/platform/clock';
import type { Context } from '@/server/context/context';
import { keep, openDatabase, type OpenDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { createOffice } from '@/server/use-cases/administration/office-file/create-office';

/** Opens nothing but a made-up world in a temporary folder. */
export const BENCH_PASSWORD = 'bench-made-up-world';
export const ZONE = 'Europe/London';
export interface WorldSize {
  readonly spaces: number;
  readonly types: number;
  readonly occupancies: number;
  readonly uses: number;
}

/** Five years of a large house. */
export const FULL: WorldSize = { spaces: 500, types: 200, occupancies: 1_000_000, uses: 500_000 };
/** Dates of one series. */
const DATES_EACH = 50;

/** A moment of the world, by its own clock. */
export const at = (text: string) => toEpochMinute(localDateTime(text), ZONE, 'offset-before');

/** Who asks in the world, on the morning of its busy day. */
export const asRequester = (db: OpenDatabase): Context => ({
  db,
  clock: handClock(at('2027-04-13T08:00')),
  random: Math.random,
  newId: () => '',
  viewer: { personId: 1 as PersonId, roles: ['requester'] },
});

/** Five years of bookings around the demo day. */
export const BUSY_DAY = at('2027-04-13T00:00');
export const WORLD_START = at('2025-01-01T00:00');

const office = ({ spaces, types }: WorldSize): OfficeFile => ({
  site: {
    name: 'Bench',
    zone: ZONE,
    office: { name: 'Bench', phone: '0', email: 'bench@bench.example' },
    hours: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', to: '23:00' }],
  },
  buildings: Array.from({ length: 10 }, (_, b) => ({
    name: `Building ${b}`,
    spaces: Array.from({ length: spaces / 10 }, (_, s) => ({
      code: `S${b}-${s}`,
      name: `Space ${b}-${s}`,
      // A floor to set for half a thousand.
      ...(b + s === 0 && { lengthM: 36, widthM: 30 }),
      layouts: [{ layout: 'rounds' as const, seats: 40, setupMin: 30, strikeMin: 30 }],
    })),
  })),
  stores: [
    {
      name: 'Store',
      equipment: Array.from({ length: types }, (_, n) => ({
        name: `Type ${n}`,
        quantity: 10_000,
        fetchMin: 10,
        returnMin: 10,
      })),
    },
  ],
  teams: [
    {
      name: 'Setup',
      templates: [
        { phase: 'setup', title: 'Set the space', due: 'access-start' },
        { phase: 'strike', title: 'Clear the space', due: 'occupied-end' },
      ],
    },
  ],
  categories: [{ name: 'Any', mark: 'An', hue: 'green', about: '' }],
  organisations: ['Bench'],
  people: [
    {
      name: 'Bench',
      email: 'bench@bench.example',
      password: BENCH_PASSWORD,
      roles: ['requester', 'manager'],
    },
  ],
});

/**
 * Every space is booked on every working day, on some of them twice; never on a Sunday: those are free to ask for.
 * 2025-01-01 is a Wednesday, so day 4 of each week is a Sunday. Nothing overlaps, by construction.
 */
function fill({ spaces, types, occupancies, uses }: WorldSize): string[] {
  const each = Math.floor(occupancies / spaces);
  const workdays = Math.floor((5 * 365.25 * 6) / 7);
  const requests = Math.ceil(occupancies / DATES_EACH);
  const workday = `(k * ${workdays} / ${each})`;
  return [
    `CREATE TEMP TABLE series AS WITH RECURSIVE n(id) AS (SELECT 1 UNION ALL SELECT id + 1 FROM n WHERE id < ${requests}) SELECT id FROM n`,
    `INSERT INTO request (id, ref, requester_id, title, public_text, notes, people, publish, as_asked, asked_min, audiences)
     SELECT id, 'R' || id, 1, 'Bench event ' || id, '', '', 10, 1, '{}', 0, iif(id % 10 = 0, '["families"]', '[]') FROM series`,
    `INSERT INTO request_host SELECT id, 1, 0 FROM series`,
    `INSERT INTO request_category SELECT id, 1, 0 FROM series`,
    `INSERT INTO segment (id, request_id, no, uid, tzid, start_local, end_local, materialised_until, decided_until, created_min, changed_min)
     SELECT id, id, 1, printf('%08x-0000-4000-8000-%012x@calendario.invalid', id, id), '${ZONE}', '2025-01-01T09:00', '2025-01-01T11:00', '2029-12-31', '2029-12-31', 0, 0 FROM series`,
    `CREATE TEMP TABLE slot AS WITH RECURSIVE n(i) AS (SELECT 0 UNION ALL SELECT i + 1 FROM n WHERE i < ${occupancies - 1}),
       placed AS (SELECT i, i % ${spaces} AS s, i / ${spaces} AS k FROM n),
       timed AS (SELECT i, s + 1 AS resource, ${workday} AS w, (k > 0 AND (k - 1) * ${workdays} / ${each} = ${workday}) AS second FROM placed)
     SELECT i, resource, ${WORLD_START} + ((w / 6) * 7 + w % 6 + (w % 6 >= 4)) * 1440 + 480 + (resource % 4) * 15 + second * 300 AS start FROM timed`,
    // The day of the board is a full one: four bookings in each space.
    `DELETE FROM slot WHERE start >= ${BUSY_DAY} AND start < ${BUSY_DAY} + 1440`,
    `INSERT INTO slot WITH RECURSIVE n(i) AS (SELECT 0 UNION ALL SELECT i + 1 FROM n WHERE i < ${spaces * 4 - 1})
     SELECT ${occupancies} + i, i % ${spaces} + 1, ${BUSY_DAY} + 480 + (i / ${spaces}) * 240 FROM n`,
    `INSERT INTO occurrence (id, request_id, segment_id, recurrence_local, state) SELECT i + 1, i % ${requests} + 1, i % ${requests} + 1, printf('%09d', i), 'approved' FROM slot`,
    `INSERT INTO claim (id, occurrence_id, kind, status, start_local, end_local, start_min, end_min, access_min, exit_min, people)
     SELECT i + 1, i + 1, 'asked', 'in-force', '2025-01-01T09:00', '2025-01-01T11:00', start + 30, start + 150, 0, 0, 10 FROM slot`,
    `UPDATE occurrence SET standing_id = id`,
    // Everything in it is public: readers may know titles.
    `INSERT INTO announced SELECT id FROM occurrence`,
    `INSERT INTO claim_space (id, claim_id, space_id, position, layout, people, setup_min, strike_min, setup_key) SELECT i + 1, i + 1, resource, 0, 'rounds', 10, 30, 30, 'x' FROM slot`,
    `INSERT INTO occupancy (claim_id, claim_space_id, resource_id, start_min, end_min, occupies) SELECT i + 1, i + 1, resource, start, start + 180, 1 FROM slot`,
    `INSERT INTO claim_equipment (id, claim_id, claim_space_id, type_id, quantity, position) SELECT i + 1, i + 1, i + 1, (i / 2) % ${types} + 1, 5, 0 FROM slot WHERE i % 2 = 0 AND i < ${uses * 2}`,
    `INSERT INTO equipment_use (claim_equipment_id, claim_id, type_id, start_min, end_min, quantity, occupies)
     SELECT i + 1, i + 1, (i / 2) % ${types} + 1, start - 10, start + 190, 5, 1 FROM slot WHERE i % 2 = 0 AND i < ${uses * 2}`,
    'ANALYZE',
  ];
}

export const makeWorld = (size: WorldSize): Promise<OpenDatabase> =>
  makeWorldIn(mkdtempSync(join(tmpdir(), 'calendario-bench-')), size);

/** A world in a folder the application can be started on. */
export async function makeWorldIn(folder: string, size: WorldSize): Promise<OpenDatabase> {
  const db = openDatabase(join(folder, 'calendario.sqlite'));
  await migrate(db);
  await createOffice(db, officeSchema.parse(office(size)));
  await db.write(async (tx) => {
    for (const statement of fill(size)) await tx.run(statement);
    return keep(undefined);
  });
  return db;
}
