import { createReadStream, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { Readable } from 'node:stream';
import { keepArrived, unpackOffice } from '@/server/archive/unpack';
import { keep, openDatabase, type OpenDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { boundValues, everyStatement, type Binds, type Statement } from '@/server/db/statement';
import { ListOf, Lists, writeJson, type AnyColumn } from '@/server/db/tables/column';
import { Closure, Question, Site } from '@/server/db/tables/house';
import { AccountLink, RoleGrant, Session } from '@/server/db/tables/people';
import { File, Request } from '@/server/db/tables/requests';
import type { ClaimId, PersonId, RequestId } from '@/core/ids';
import { Consent } from '@/server/db/tables/claims';
import { expectDone } from '@tests/builders/changes';
import { seeded } from '@demo/seeded';

/** Their rows are not met by chance: two facts of one row must be given together. */
const NOT_MET = ['src/server/use-cases/requests/change/change.queries.ts UNDONE_UNDER_KEY'];

// Every statement that is written down, whether anything has asked it yet.
const files = readdirSync('src/server', { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.queries\.ts$|^(db|repositories)\/.*(?<!\.test)\.ts$/.test(file))
  .map((file) => join('src/server', file));
const named = new Map<Statement, string>();

let folder: string;
let db: OpenDatabase;
beforeAll(async () => {
  for (const file of files) {
    const exported = (await import(resolve(file))) as Record<string, unknown>;
    for (const [name, value] of Object.entries(exported))
      if (everyStatement().includes(value as Statement)) named.set(value as Statement, `${file} ${name}`);
  }
  folder = mkdtempSync(join(tmpdir(), 'calendario-statements-'));
  const stream = Readable.toWeb(
    createReadStream('tests/fixtures/office-before-0.3.tar.gz'),
  ) as ReadableStream<Uint8Array>;
  expectDone(await keepArrived(stream, folder));
  expectDone(await unpackOffice(folder));
  db = openDatabase(join(folder, 'calendario.sqlite'));
  await migrate(db);
  await beLivedIn();
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What a house that was packed has not: somebody signed in, a link nobody has used, a file nobody has taken up, an undo. */
const beLivedIn = () =>
  db.write(async (tx) => {
    const person_id = 1 as PersonId;
    await tx.table(Session).insert({ id: 'here', person_id, created_ms: 1, expires_ms: 9e12 });
    await tx.table(Session).insert({ id: 'there', person_id, created_ms: 2, expires_ms: 9e12 });
    await tx.table(AccountLink).update({}, { expires_ms: 9e12 });
    await tx.table(Question).update({}, { number_name: 'cars' });
    // As in the middle of a change that has just broken a link.
    await tx.run(
      `UPDATE claim_space SET cut_end_min = 1 WHERE id = (SELECT MIN(s.id) FROM claim_space s JOIN claim c ON c.id = s.claim_id AND c.status = 'in-force')`,
    );
    await tx.table(File).insert({
      name: 'loose.png',
      media_type: 'image/png',
      bytes: 1,
      sha256: 'none',
      stored_as: 'loose',
      key: 'loose',
      owner_id: person_id,
    });
    await tx.table(Request).update({ id: 53 as RequestId }, { audiences: writeJson(['Families']) });
    // A steward who has not answered yet, one of a pool, and a further site.
    await tx.table(Consent).remove({ claim_id: [276, 277] as ClaimId[] });
    await tx
      .table(RoleGrant)
      .insert({ person_id, role: 'steward', scope_kind: 'pool', scope_id: 1, asks_consent: 1 });
    const { id: _id, ...site } = (await tx.table(Site).first())!;
    await tx.table(Site).insert({ ...site, name: 'Beyond the river' });
    // The whole office, on every day there is a note to.
    await tx.table(Closure).insertLoose({
      owner_kind: 'site',
      owner_id: 1,
      start_local: '2020-01-01T00:00',
      end_local: '2040-01-01T00:00',
      kind: 'shut',
      reason: 'away',
    });
    return keep(null);
  });

const nameOf = (statement: Statement): string => named.get(statement) ?? statement.sql.slice(0, 120);

/** What a column holds in this house; what is none of a table's is tried with small numbers, moments and words. */
async function valuesOf(column: AnyColumn): Promise<unknown[]> {
  const { place, sql, words, isNullable } = column;
  const none = isNullable ? [null] : [];
  if (words) return [...words, ...none];
  if (!place) return [...(sql === 'TEXT' ? ['', 'board'] : [0, 1, 2, 9, 30_126_910, 30_200_000]), ...none];
  const rows = await db.rows<{ value: unknown }>(
    `SELECT DISTINCT ${place.column} AS value FROM ${place.table} WHERE ${place.column} IS NOT NULL LIMIT 500`,
  );
  // Beside each number those next to it: what is before a moment, and after it.
  const near = rows.flatMap(({ value }) =>
    typeof value === 'number' ? [value, value - 1, value + 1] : [value],
  );
  return [...near, ...none];
}

type Given = Readonly<Record<string, readonly unknown[]>>;

async function givenFor(bind: Binds): Promise<Given> {
  const given: Record<string, readonly unknown[]> = {};
  for (const [name, each] of Object.entries(bind))
    if (!(each instanceof Lists))
      given[name] = await valuesOf(each instanceof ListOf ? (each.each as AnyColumn) : each);
  return given;
}

const TRIES = 400;

/** Arguments one after the other, each drawn from what its column holds; lists whole, or empty for what they leave out. */
function* argumentsFor(bind: Binds, given: Given): Generator<Record<string, unknown>> {
  const random = seeded(7);
  for (let tries = 0; tries < TRIES; tries += 1) {
    const draw = (name: string, each: Binds[string]): unknown => {
      if (each instanceof Lists) return [];
      const values = given[name] ?? [];
      if (each instanceof ListOf) return tries % 3 === 1 ? [] : values;
      return values[Math.floor(random() * values.length)] ?? null;
    };
    yield Object.fromEntries(Object.entries(bind).map(([name, each]) => [name, draw(name, each)]));
    if (!Object.keys(bind).length) return;
  }
}

/** Whether some arguments bring a row; each row that comes is read by its shape (tests/server/setup/read-rows). */
async function meetsRows(statement: Exclude<Statement, { kind: 'command' }>): Promise<boolean> {
  const given = await givenFor(statement.bind);
  for (const args of argumentsFor(statement.bind, given)) {
    if (statement.kind === 'json') {
      await db.value(statement, args as never);
      return true;
    }
    if ((await db.all(statement, args as never)).length) return true;
  }
  return false;
}

test('every statement is one the database understands, and is given what it names and nothing else', async () => {
  expect(everyStatement().length).toBeGreaterThan(200);
  for (const statement of everyStatement()) {
    const wanted = new Set([...statement.sql.matchAll(/(?<!')\$([A-Za-z]\w*)/g)].map(([, name]) => name));
    expect([nameOf(statement), [...wanted].sort()]).toEqual([
      nameOf(statement),
      Object.keys(statement.bind).sort(),
    ]);
    const nothing = Object.fromEntries(Object.keys(statement.bind).map((name) => [name, null]));
    await db.rows(`EXPLAIN ${statement.sql.trim()}`, { ...boundValues({}, {}), ...nothing });
  }
});

test('of every statement some row is met in a house with something in every table, and is what it says', async () => {
  const without: string[] = [];
  const wrong: string[] = [];
  for (const statement of everyStatement())
    if (statement.kind !== 'command')
      try {
        if (!(await meetsRows(statement))) without.push(nameOf(statement));
      } catch (error) {
        wrong.push(
          `${nameOf(statement)}: ${String(error)} ${String((error as { parent?: Error }).parent ?? '')}`,
        );
      }
  expect(wrong).toEqual([]);
  expect(without.sort()).toEqual([...NOT_MET].sort());
});
