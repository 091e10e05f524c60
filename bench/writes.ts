import type { OpenDatabase } from '@/server/db/connection';
import { compare, type Figure } from './measure';

const DATES = 260;
const SPACES = [11, 57, 123];
const TYPES = [3, 9, 21, 40, 77, 150];
const SUNDAY = Date.UTC(2025, 0, 5, 9) / 60_000;

const occupancy = JSON.stringify(
  Array.from({ length: DATES }, (_, n) =>
    SPACES.map((resource) => [1, 1, resource, SUNDAY + n * 10_080, SUNDAY + n * 10_080 + 240]),
  ).flat(),
);
const uses = JSON.stringify(
  Array.from({ length: DATES }, (_, n) =>
    TYPES.map((type) => [1, 1, type, SUNDAY + n * 10_080 - 10, SUNDAY + n * 10_080 + 250, 10]),
  ).flat(),
);

const INSERTS = [
  [
    `INSERT INTO occupancy (claim_id, claim_space_id, resource_id, start_min, end_min, occupies)
     SELECT value->>0, value->>1, value->>2, value->>3, value->>4, 1 FROM json_each($rows)`,
    occupancy,
  ],
  [
    `INSERT INTO equipment_use (claim_equipment_id, claim_id, type_id, start_min, end_min, quantity, occupies)
     SELECT value->>0, value->>1, value->>2, value->>3, value->>4, value->>5, 1 FROM json_each($rows)`,
    uses,
  ],
] as const;

/** The inserts in a transaction that is rolled back: every round meets the same database. */
const write = (db: OpenDatabase, triggers: readonly string[]) =>
  db.write(async (tx) => {
    for (const name of triggers) await tx.run(`DROP TRIGGER ${name}`);
    for (const [sql, rows] of INSERTS) await tx.run(sql, { rows });
    return { keep: false, value: undefined };
  });

/** 260 dates × 3 spaces × 6 types of rows: without the guards, and with them. */
export async function benchWrites(db: OpenDatabase): Promise<Figure[]> {
  const guards = await db.rows<{ name: string }>(
    `SELECT name FROM sqlite_master WHERE type = 'trigger' AND tbl_name IN ('occupancy', 'equipment_use')`,
  );
  return compare([
    {
      name: 'json_each INSERTs, triggers dropped',
      run: () =>
        write(
          db,
          guards.map(({ name }) => name),
        ),
    },
    { name: 'the same INSERTs, guarded', run: () => write(db, []) },
  ]);
}
