import type { ClaimId } from '@/core/ids';
import { loadClaims, type StoredClaim } from '../repositories/claims/claims';
import { impliedRows, OCCUPANCY_LISTS, USE_LISTS } from './occupancy';
import { entityId, type AnyRow } from '../repositories/changes/change-set';
import { TRACKED } from '../repositories/changes/tracked-tables';
import { factsOf, type Table } from '../db/tables/table';
import type { Reader } from '../db/connection';

export interface Invariant {
  readonly name: string;
  /** What violates it, a line each; empty when it holds. */
  check(reader: Reader): Promise<string[]>;
}

const query =
  (sql: string) =>
  async (reader: Reader): Promise<string[]> =>
    (await reader.rows<{ what: string }>(sql)).map(({ what }) => what);

// Between two changes of stock or use the level is constant, so it is enough to look at the moments it can fall.
const STOCK = `
WITH moment AS (
  SELECT type_id, start_min AS at FROM equipment_use WHERE occupies = 1
  UNION SELECT type_id, from_min FROM stock WHERE delta < 0
  UNION SELECT type_id, to_min FROM stock WHERE delta > 0 AND to_min IS NOT NULL)
SELECT 'type ' || m.type_id || ' at minute ' || m.at || ' is short' AS what FROM moment m WHERE
  COALESCE((SELECT SUM(u.quantity) FROM equipment_use u WHERE u.type_id = m.type_id AND u.occupies = 1 AND u.start_min <= m.at AND u.end_min > m.at), 0)
  > COALESCE((SELECT SUM(s.delta) FROM stock s WHERE s.type_id = m.type_id AND s.from_min <= m.at AND (s.to_min IS NULL OR s.to_min > m.at)), 0)

  AND NOT EXISTS (SELECT 1 FROM at_risk k JOIN equipment_use u ON u.claim_id = k.claim_id AND u.type_id = m.type_id AND u.start_min <= m.at AND u.end_min > m.at
    WHERE k.rule = 'equipment-short')`;

const differing = (name: string, stored: readonly string[], implied: readonly string[]): string[] => {
  const count = (list: readonly string[]) => {
    const counts = new Map<string, number>();
    for (const each of list) counts.set(each, (counts.get(each) ?? 0) + 1);
    return counts;
  };
  const [a, b] = [count(stored), count(implied)];
  return [...new Set([...a.keys(), ...b.keys()])]
    .filter((key) => a.get(key) !== b.get(key))
    .map((key) => `${name} ${key}: stored ${a.get(key) ?? 0}, implied ${b.get(key) ?? 0}`);
};

async function rowsAreImplied(reader: Reader): Promise<string[]> {
  const ids = (await reader.rows<{ id: ClaimId }>('SELECT id FROM claim')).map(({ id }) => id);
  const claims: StoredClaim[] = await loadClaims(reader, ids);
  const implied = await impliedRows(reader, claims);
  const stored = (table: string, list: string) =>
    reader.json<unknown[]>(`SELECT json_group_array(${list}) AS json FROM ${table}`);
  const text = (rows: readonly unknown[]) => rows.map((row) => JSON.stringify(row));
  const occupancy = await stored('occupancy', OCCUPANCY_LISTS.list);
  const uses = await stored('equipment_use', USE_LISTS.list);
  return [
    ...differing('occupancy', text(occupancy), text(OCCUPANCY_LISTS.lists(implied.occupancy))),
    ...differing('equipment use', text(uses), text(USE_LISTS.lists(implied.uses))),
  ];
}

interface HistoryRow {
  readonly entity_id: string;
  readonly before: string | null;
  readonly after: string | null;
}

const canonical = (row: AnyRow): string =>
  JSON.stringify(Object.entries(row).sort(([a], [b]) => (a < b ? -1 : 1)));

async function historyGives(reader: Reader, of: Table): Promise<string[]> {
  const table = factsOf(of).name;
  const lines = await reader.rows<HistoryRow>(
    'SELECT entity_id, before, after FROM history WHERE entity = $table ORDER BY id',
    { table },
  );
  const last = new Map<string, string>();
  const broken: string[] = [];
  for (const { entity_id, before, after } of lines) {
    const known = last.get(entity_id) ?? null;
    if ((before && canonical(JSON.parse(before) as AnyRow)) !== known)
      broken.push(`${table} ${entity_id}: history has a gap`);
    if (after === null) last.delete(entity_id);
    else last.set(entity_id, canonical(JSON.parse(after) as AnyRow));
  }
  const rows = await reader.rows<AnyRow>(`SELECT * FROM ${table}`);
  const stored = new Map(rows.map((row) => [entityId(of, row), canonical(row)]));
  const keys = new Set([...last.keys(), ...stored.keys()]);
  return [
    ...broken,
    ...[...keys]
      .filter((key) => last.get(key) !== stored.get(key))
      .map((key) => `${table} ${key}: history does not give it`),
  ];
}

async function replay(reader: Reader): Promise<string[]> {
  const found: string[] = [];
  for (const table of TRACKED.values()) found.push(...(await historyGives(reader, table)));
  return found;
}

/** What must hold in any database at any time; numbered as in the data model. */
export const INVARIANTS: readonly Invariant[] = [
  {
    name: '1 no two occupying rows of one resource overlap',
    check: query(`SELECT 'rows ' || a.id || ' and ' || b.id AS what FROM occupancy a JOIN occupancy b
      ON b.resource_id = a.resource_id AND b.id > a.id AND b.occupies = 1 AND b.start_min < a.end_min AND b.end_min > a.start_min WHERE a.occupies = 1`),
  },
  { name: '2 stock covers peak use', check: query(STOCK) },
  {
    name: '3 an approved occurrence has exactly one claim in force, any other none',
    check: query(`SELECT 'occurrence ' || o.id || ' (' || o.state || ')' AS what FROM occurrence o
      WHERE (SELECT COUNT(*) FROM claim c WHERE c.occurrence_id = o.id AND c.status = 'in-force') <> (o.state = 'approved')`),
  },
  {
    name: '3 the claim a date stands on is its own, live while the date is, released when it has ended',
    check:
      query(`SELECT 'occurrence ' || o.id || ' (' || o.state || ')' AS what FROM occurrence o LEFT JOIN claim c ON c.id = o.standing_id
      WHERE c.occurrence_id IS NOT o.id OR CASE o.state WHEN 'approved' THEN c.status <> 'in-force' WHEN 'waiting' THEN c.status NOT IN ('wanted', 'held')
        ELSE EXISTS (SELECT 1 FROM claim k WHERE k.occurrence_id = o.id AND k.status <> 'released') END`),
  },
  {
    name: '4 a turnover link joins two claims that occupy, in one set-up, cut where they meet',
    check:
      query(`SELECT 'link ' || l.before_claim_space_id || ' – ' || l.after_claim_space_id AS what FROM turnover_link l
      JOIN claim_space b ON b.id = l.before_claim_space_id JOIN claim cb ON cb.id = b.claim_id
      JOIN claim_space a ON a.id = l.after_claim_space_id JOIN claim ca ON ca.id = a.claim_id
      WHERE b.setup_key <> a.setup_key OR b.cut_end_min IS NOT l.boundary_min OR a.cut_start_min IS NOT l.boundary_min
        OR cb.status NOT IN ('held', 'in-force') OR ca.status NOT IN ('held', 'in-force')
        OR cb.end_min + cb.exit_min > l.boundary_min OR l.boundary_min > ca.start_min - ca.access_min`),
  },
  { name: '4 occupancy and equipment use are what the claims imply', check: rowsAreImplied },
  {
    name: '5 every open order belongs to a claim in force, unless it takes work back',
    check: query(`SELECT 'order ' || w.order_key AS what FROM work_order w JOIN claim c ON c.id = w.claim_id
      WHERE (w.state = 'open' AND w.origin <> 'counter' AND c.status <> 'in-force') OR NOT EXISTS (SELECT 1 FROM work_order_version v WHERE v.order_id = w.id AND v.version = w.version)`),
  },
  {
    name: '5 a turnover joins two approved dates, and what is covered is covered by one that is asked for',
    check: query(`SELECT 'order ' || w.order_key AS what FROM work_order w WHERE
      (w.origin = 'turnover' AND w.state <> 'withdrawn' AND w.state <> 'done' AND (SELECT COUNT(*) FROM occurrence o WHERE o.id IN (w.occurrence_id, w.after_occurrence_id) AND o.state = 'approved') <> 2)
      OR (w.covered_by IS NOT NULL AND w.state = 'open' AND NOT EXISTS (SELECT 1 FROM work_order t WHERE t.order_key = w.covered_by AND t.state <> 'withdrawn'))`),
  },
  {
    name: '6 nothing is published that is not in force and wanted public',
    check:
      query(`SELECT 'calendar ' || p.calendar_id || ' segment ' || p.segment_id || ' ' || p.recurrence_local AS what FROM published p
      JOIN calendar k ON k.id = p.calendar_id JOIN segment s ON s.id = p.segment_id JOIN request r ON r.id = s.request_id
      LEFT JOIN notice n ON n.request_id = r.id LEFT JOIN request_calendar x ON x.request_id = r.id AND x.calendar_id = k.id
      LEFT JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
      WHERE p.gone_at_min IS NULL AND (o.state IS NOT 'approved' OR k.retired_min IS NOT NULL
        OR k.kind <> 'person' AND (r.publish = 0 OR COALESCE(n.held_back, 0) = 1) OR k.kind = 'made' AND x.choice IS 'excluded')`),
  },
  {
    name: '6 every date that was shown and is gone says how, and every shown segment has its fingerprints',
    check:
      query(`SELECT 'calendar ' || p.calendar_id || ' segment ' || p.segment_id || ' ' || p.recurrence_local AS what FROM published p
      WHERE (p.gone_at_min IS NULL) <> (p.gone_as IS NULL)
        OR NOT EXISTS (SELECT 1 FROM feed_part f WHERE f.calendar_id = p.calendar_id AND f.segment_id = p.segment_id)`),
  },
  {
    name: '6 a title everybody may read stands on a calendar everybody may read',
    check:
      query(`SELECT 'occurrence ' || a.occurrence_id AS what FROM announced a JOIN occurrence o ON o.id = a.occurrence_id
      WHERE o.state NOT IN ('approved','cancelled') OR NOT EXISTS (SELECT 1 FROM published p JOIN calendar k ON k.id = p.calendar_id AND k.kind = 'made'
        AND k.readers ->> '$.kind' = 'everyone' AND instr(k.facts, '"title"') WHERE p.segment_id = o.segment_id AND p.recurrence_local = o.recurrence_local
          AND (p.gone_at_min IS NULL OR p.gone_as = 'cancelled'))`),
  },
  { name: '7 replaying the history gives the present state', check: replay },
];

export interface Violation {
  readonly invariant: string;
  readonly what: readonly string[];
}

/** The invariants that do not hold, with what violates each. */
export async function violations(reader: Reader): Promise<Violation[]> {
  const found: Violation[] = [];
  for (const { name, check } of INVARIANTS) {
    const what = await check(reader);
    if (what.length) found.push({ invariant: name, what });
  }
  return found;
}
