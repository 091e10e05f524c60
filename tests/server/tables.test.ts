import { createReadStream, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { z } from 'zod';
import { keepArrived, unpackOffice } from '@/server/archive/unpack';
import { openDatabase, type OpenDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { TABLES } from '@/server/db/tables/all';
import type { AnyColumn } from '@/server/db/tables/column';
import { factsOf } from '@/server/db/tables/table';
import { expectDone } from '@tests/builders/changes';

// A house of before with something in every table, brought up to date.
let folder: string;
let db: OpenDatabase;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'calendario-tables-'));
  const stream = Readable.toWeb(
    createReadStream('tests/fixtures/office-before-0.3.tar.gz'),
  ) as ReadableStream<Uint8Array>;
  expectDone(await keepArrived(stream, folder));
  expectDone(await unpackOffice(folder));
  db = openDatabase(join(folder, 'calendario.sqlite'));
  await migrate(db);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const schema = (type: 'table' | 'trigger') =>
  db.rows<{ name: string; of: string; sql: string }>(
    `SELECT name, tbl_name AS "of", sql FROM sqlite_schema WHERE type = $type AND name NOT LIKE 'sqlite%' ORDER BY name`,
    { type },
  );

interface StoredColumn {
  readonly name: string;
  readonly type: string;
  readonly notnull: number;
  readonly pk: number;
  readonly dflt_value: string | null;
}

const literal = (value: unknown): string | null => {
  if (value === undefined || value === null) return null;
  return typeof value === 'number' ? String(value) : `'${String(value)}'`;
};

/** Words a column may hold, as its table's CHECK lists them. */
const listed = (sql: string, column: string): string[] | null => {
  const [, list] = new RegExp(`CHECK \\(${column} IN \\(([^)]*)\\)\\)`).exec(sql) ?? [];
  return list && list.includes("'") ? [...list.matchAll(/'([^']*)'/g)].map(([, word]) => word!) : null;
};

const described = (name: string, column: AnyColumn, key: readonly string[]) => ({
  name,
  type: column.sql,
  isNullable: column.isNullable,
  initial: literal(column.initial),
  key: key.indexOf(name) + 1,
  references: column.references,
});

test('every table of the migrated schema is described, and no other', async () => {
  expect([...TABLES.keys()].sort()).toEqual((await schema('table')).map(({ name }) => name));
});

test('each column is as it is described: type, null, default, key, what it names, the words it may hold', async () => {
  for (const { name, sql } of await schema('table')) {
    const { columns, key } = factsOf(TABLES.get(name)!);
    const stored = await db.rows<StoredColumn>(`SELECT * FROM pragma_table_info('${name}')`);
    const hasKey = stored.some(({ pk }) => pk > 0);
    // A table without a primary key is named by what is unique there.
    if (!hasKey) expect([name, sql.includes(`${key[0]} INTEGER NOT NULL UNIQUE`)]).toEqual([name, true]);
    const names = await db.rows<{ from: string; table: string }>(
      `SELECT "from", "table" FROM pragma_foreign_key_list('${name}')`,
    );
    const actual = stored.map((column) => ({
      name: column.name,
      type: column.type,
      isNullable: column.notnull === 0 && column.pk === 0,
      initial: column.dflt_value,
      key: column.pk,
      references: names.find(({ from }) => from === column.name)?.table ?? null,
    }));
    const sorted = <Each extends { name: string }>(all: Each[]) =>
      all.sort((a, b) => a.name.localeCompare(b.name));
    expect([
      name,
      sorted(Object.entries(columns).map(([each, column]) => described(each, column, hasKey ? key : []))),
    ]).toEqual([name, sorted(actual)]);
    for (const [each, column] of Object.entries(columns)) {
      const words = listed(sql, each);
      if (words) expect([name, each, [...(column.words ?? [])].sort()]).toEqual([name, each, words.sort()]);
    }
  }
});

/** Rows of these are never taken away. */
const ONLY_ADDED = ['history', 'house_history', 'letter_wording'];

test('triggers move the counters of the tables that say so, keep numbers from being given twice, and guard', async () => {
  const triggers = await schema('trigger');
  for (const [name, table] of TABLES) {
    const moved = new Set(
      triggers
        .filter(({ of, sql }) => of === name && sql.includes('UPDATE setting'))
        .map(({ sql }) => /key = '(\w+)'/.exec(sql)![1]),
    );
    const { moves } = factsOf(table);
    expect([name, [...moved]]).toEqual([name, moves ? [moves] : []]);
  }
  const numbered = [...TABLES.values()]
    .map(factsOf)
    .filter(({ columns, isDerived, name }) => 'id' in columns && !isDerived && !ONLY_ADDED.includes(name))
    // A session is named by a word.
    .filter(({ columns }) => columns.id?.sql === 'INTEGER');
  const isOnce = ({ sql }: { readonly sql: string }) => sql.includes('INSERT INTO removed_number');
  expect(triggers.filter(isOnce).map(({ of }) => of)).toEqual(numbered.map(({ name }) => name).sort());
  const others = triggers.filter((each) => !isOnce(each) && !each.sql.includes('UPDATE setting'));
  expect(others.map(({ name }) => name)).toEqual([
    'equipment_guard_insert',
    'occupancy_guard_insert',
    'occupancy_guard_update',
    'request_as_asked_never_changes',
  ]);
});

// What is taken is written anew for every claim, and nothing names a row of it.
const NUMBERED_BY_SQLITE = ['EquipmentUse', 'Occupancy'];

test('rows with numbers of their own are inserted through their table, which gives none twice', () => {
  const texts = readdirSync('src/server', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.includes('migrations'))
    .map((file) => readFileSync(join('src/server', file), 'utf8'));
  const named = (pattern: RegExp) =>
    texts.flatMap((text) => [...text.matchAll(pattern)].map(([, name]) => name!));
  const written = named(/(?:INSERT(?: OR \w+)?|REPLACE) INTO (\w+)/g)
    .map((name) => TABLES.get(name))
    .filter((each) => each !== undefined)
    .map(factsOf)
    .filter(({ key, columns }) => key.join() === 'id' && 'id' in columns);
  expect(written.map(({ name }) => name)).toEqual([]);
  expect(named(/\binLists\((\w+)/g).sort()).toEqual(NUMBERED_BY_SQLITE);
});

test('every row of a house is what its table says, contents of JSON included', async () => {
  for (const [name, table] of TABLES) {
    const row = z.strictObject(
      Object.fromEntries(
        Object.entries(factsOf(table).columns).map(([each, { schema: one }]) => [each, one]),
      ),
    );
    for (const each of await db.rows(`SELECT * FROM ${name}`)) {
      const { error } = row.safeParse(each);
      expect([name, error?.issues.map(({ path }) => path.join('.')), error && each]).toEqual([
        name,
        undefined,
        undefined,
      ]);
    }
  }
});
