import { loadClaims, type StoredClaim } from '../repositories/claims/claims';
import { impliedRows, OCCUPANCY_LISTS, USE_LISTS } from './occupancy';
import { entityId, type AnyRow } from '../repositories/changes/change-set';
import { TRACKED } from '../repositories/changes/tracked-tables';
import { factsOf, type Table } from '../db/tables/table';
import type { Reader } from '../db/connection';
import type { Binds, JsonQuery } from '../db/statement';
import { Claim } from '../db/tables/claims';
import { History } from '../db/tables/records';
import {
  ANNOUNCED_AMISS,
  LINKS_AMISS,
  NOT_ONE_IN_FORCE,
  ORDERS_AMISS,
  OVERLAPPING,
  PUBLISHED_AMISS,
  SHORT_STOCK,
  SHOWN_AMISS,
  STANDING_AMISS,
  STORED_IN_LISTS,
  TURNOVERS_AMISS,
} from './invariants.queries';
import { readJson } from '../db/tables/column';

export interface Invariant {
  readonly name: string;
  /** What violates it, a line each; empty when it holds. */
  check(reader: Reader): Promise<string[]>;
}

const asked =
  (found: JsonQuery<Binds, string[]>) =>
  (reader: Reader): Promise<string[]> =>
    reader.value(found, {});

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
  const ids = (await reader.table(Claim).all()).map(({ id }) => id);
  const claims: StoredClaim[] = await loadClaims(reader, ids);
  const implied = await impliedRows(reader, claims);
  const text = (rows: readonly unknown[]) => rows.map((row) => JSON.stringify(row));
  const occupancy = await reader.value(STORED_IN_LISTS('occupancy'));
  const uses = await reader.value(STORED_IN_LISTS('equipment use'));
  return [
    ...differing('occupancy', text(occupancy), text(OCCUPANCY_LISTS.lists(implied.occupancy))),
    ...differing('equipment use', text(uses), text(USE_LISTS.lists(implied.uses))),
  ];
}

const canonical = (row: AnyRow): string =>
  JSON.stringify(Object.entries(row).sort(([a], [b]) => (a < b ? -1 : 1)));

async function historyGives(reader: Reader, of: Table): Promise<string[]> {
  const table = factsOf(of).name;
  const lines = await reader.table(History).all({ entity: table }, { by: ['id'] });
  const last = new Map<string, string>();
  const broken: string[] = [];
  for (const { entity_id, before, after } of lines) {
    const known = last.get(entity_id) ?? null;
    if ((before && canonical(readJson(before))) !== known)
      broken.push(`${table} ${entity_id}: history has a gap`);
    if (after === null) last.delete(entity_id);
    else last.set(entity_id, canonical(readJson(after)));
  }
  const rows = await reader.table(of).all();
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
  { name: '1 no two occupying rows of one resource overlap', check: asked(OVERLAPPING) },
  { name: '2 stock covers peak use', check: asked(SHORT_STOCK) },
  {
    name: '3 an approved occurrence has exactly one claim in force, any other none',
    check: asked(NOT_ONE_IN_FORCE),
  },
  {
    name: '3 the claim a date stands on is its own, live while the date is, released when it has ended',
    check: asked(STANDING_AMISS),
  },
  {
    name: '4 a turnover link joins two claims that occupy, in one set-up, cut where they meet',
    check: asked(LINKS_AMISS),
  },
  { name: '4 occupancy and equipment use are what the claims imply', check: rowsAreImplied },
  {
    name: '5 every open order belongs to a claim in force, unless it takes work back',
    check: asked(ORDERS_AMISS),
  },
  {
    name: '5 a turnover joins two approved dates, and what is covered is covered by one that is asked for',
    check: asked(TURNOVERS_AMISS),
  },
  { name: '6 nothing is published that is not in force and wanted public', check: asked(PUBLISHED_AMISS) },
  {
    name: '6 every date that was shown and is gone says how, and every shown segment has its fingerprints',
    check: asked(SHOWN_AMISS),
  },
  {
    name: '6 a title everybody may read stands on a calendar everybody may read',
    check: asked(ANNOUNCED_AMISS),
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
