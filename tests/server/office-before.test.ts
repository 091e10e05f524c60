import { randomUUID } from 'node:crypto';
import { copyFileSync, createReadStream, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import ICAL from 'ical.js';
import { epochMinute } from '@/core/time/epoch-minute';
import type { PersonId } from '@/core/ids';
import type { Role } from '@/core/roles';
import { inspectOffice } from '@/server/archive/inspect';
import { keepArrived, unpackOffice } from '@/server/archive/unpack';
import { frozenClock } from '@/server/platform/clock';
import type { SignedInContext } from '@/server/context/context';
import { openDatabase, type OpenDatabase } from '@/server/db/connection';
import { violations } from '@/server/effects/invariants';
import { migrate, MIGRATION_NAMES } from '@/server/db/migrate';
import { forgetSecret } from '@/server/platform/settings';
import { sayRefusal } from '@/contracts/words/refusals';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { answerOffer, readOffer } from '@/server/use-cases/requests/offer/answer-offer';
import { feed } from '@/server/use-cases/publishing/feeds/feed';
import { expectDone, refusalOf } from '@tests/builders/changes';

/**
 * Houses of versions before, after a day of varied use: what an office has that brings itself up to date. The later one
 * is the earlier one with something in every table, so that each is read by the code of today.
 */
const HOUSES = [
  { name: 'office-before-0.2', lastMigration: '020-house-defaults', offers: 2 },
  { name: 'office-before-0.3', lastMigration: '022-found-when-removed', offers: 2 },
];

describe.each(HOUSES)('$name', ({ name: house, lastMigration, offers }) => {
  let folder: string;
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'calendario-before-'));
    const stream = Readable.toWeb(
      createReadStream(`tests/fixtures/${house}.tar.gz`),
    ) as ReadableStream<Uint8Array>;
    expectDone(await keepArrived(stream, folder));
    expectDone(await unpackOffice(folder));
    process.env.CALENDARIO_DATA = folder;
    forgetSecret();
  });
  afterEach(() => {
    forgetSecret();
    rmSync(folder, { recursive: true, force: true });
  });

  const file = () => join(folder, 'calendario.sqlite');

  async function opened<Value>(work: (db: OpenDatabase) => Promise<Value>): Promise<Value> {
    const db = openDatabase(file());
    try {
      return await work(db);
    } finally {
      await db.close();
    }
  }

  /** Somebody of this house, at the moment its clock stood at. */
  async function someone(db: OpenDatabase, personId: number, at?: number): Promise<SignedInContext> {
    const roles = await db.rows<{ role: Role }>('SELECT role FROM role_grant WHERE person_id = $personId', {
      personId,
    });
    const [clock] = await db.rows<{ at: number }>(
      `SELECT CAST(value AS INTEGER) AS at FROM setting WHERE key = 'demo_clock'`,
    );
    return {
      db,
      clock: frozenClock(epochMinute(at ?? clock!.at)),
      random: Math.random,
      newId: randomUUID,
      viewer: { personId: personId as PersonId, roles: roles.map(({ role }) => role) },
    };
  }

  test('is brought in whole: every table of today, what always holds holds, its history replays', async () => {
    const before = await opened((db) =>
      db.rows<{ name: string }>('SELECT name FROM migration ORDER BY name'),
    );
    expect(before.at(-1)?.name).toBe(lastMigration);
    const inspected = expectDone(await inspectOffice(folder));
    expect(inspected.site).toBe('Quillmere Botanic Garden');
    const after = await opened((db) => db.rows<{ name: string }>('SELECT name FROM migration ORDER BY name'));
    expect(after.map(({ name }) => name)).toEqual(MIGRATION_NAMES);
    expect(await opened(violations)).toEqual([]);
  });

  test('a database file of before is brought up to date where it lies, and once more changes nothing', async () => {
    const kept = join(folder, 'kept.sqlite');
    copyFileSync(file(), kept);
    const run = await opened(migrate);
    expect(run).toEqual(MIGRATION_NAMES.slice(MIGRATION_NAMES.indexOf(lastMigration) + 1));
    expect(await opened(migrate)).toEqual([]);
    const count = (db: OpenDatabase) =>
      db.rows(
        'SELECT (SELECT COUNT(*) FROM history) AS lines, (SELECT COUNT(*) FROM claim) AS claims, (SELECT COUNT(*) FROM occupancy) AS occupied',
      );
    const now = await opened(count);
    copyFileSync(kept, file());
    expect(await opened(count)).toEqual(now);
  });

  test('its feeds are read: each calendar by ical.js, with the events it had', async () => {
    await opened(async (db) => {
      await migrate(db);
      const ctx = { ...(await someone(db, 1)), viewer: null };
      const calendars = await db.rows<{ slug: string }>(
        `SELECT slug FROM calendar WHERE slug NOT LIKE '.%' AND retired_min IS NULL AND readers = '{"kind":"everyone"}'`,
      );
      let events = 0;
      for (const { slug } of calendars) {
        const { text } = expectDone(await feed(ctx, { kind: 'calendar', slug, token: null }));
        events += new ICAL.Component(ICAL.parse(text!) as never).getAllSubcomponents('vevent').length;
      }
      expect(calendars.length).toBeGreaterThan(5);
      expect(events).toBeGreaterThan(20);
    });
  });

  test('links in its letters lead to their offers: answered once, or refused with a reason', async () => {
    await opened(async (db) => {
      await migrate(db);
      const ctx = { ...(await someone(db, 1)), viewer: null };
      const letters = readdirSync(join(folder, 'mail')).map((name) =>
        readFileSync(join(folder, 'mail', name), 'utf8'),
      );
      // Quoted-printable breaks long lines.
      const tokens = new Set(
        letters.flatMap((text) =>
          [...text.replace(/=\r?\n/g, '').matchAll(/\/offer\/([\w-]{43})/g)].map(([, token]) => token!),
        ),
      );
      expect(tokens.size).toBe(offers);
      for (const token of tokens) {
        expect(await readOffer(ctx, token)).not.toBeNull();
        const outcome = await answerOffer(ctx, token, { answer: 'accept' });
        if (!outcome.ok)
          expect(sayRefusal(outcome.refusal)).toMatch(/^This offer is over|^This link was answered/);
      }
      expect(refusalOf(await answerOffer(ctx, 'x'.repeat(43), { answer: 'accept' })).code).toBe('not-found');
      expect(await violations(db)).toEqual([]);
    });
  });

  test('what could still be taken back is taken back, or refused with a reason; nothing is half done', async () => {
    await opened(async (db) => {
      await migrate(db);
      const changes = await db.rows<{ id: number; actor: number; at: number }>(
        'SELECT id, actor_id AS actor, at_min AS at FROM change_set WHERE actor_id IS NOT NULL ORDER BY id DESC LIMIT 25',
      );
      let undone = 0;
      for (const { id, actor, at } of changes) {
        const outcome = await undoChange(await someone(db, actor, at + 5), id, randomUUID());
        if (outcome.ok) undone += 1;
        else
          expect([outcome.refusal.code, sayRefusal(outcome.refusal).length > 20]).toEqual([
            'cannot-undo',
            true,
          ]);
      }
      expect(undone).toBeGreaterThan(2);
      expect(await violations(db)).toEqual([]);
    });
  });
});

test('the later house has something in every table of its schema', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'calendario-before-'));
  const stream = Readable.toWeb(
    createReadStream('tests/fixtures/office-before-0.3.tar.gz'),
  ) as ReadableStream<Uint8Array>;
  expectDone(await keepArrived(stream, folder));
  expectDone(await unpackOffice(folder));
  const db = openDatabase(join(folder, 'calendario.sqlite'));
  try {
    const tables = await db.rows<{ name: string }>(
      `SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite%'`,
    );
    const empty = [];
    for (const { name } of tables)
      if (!(await db.rows(`SELECT 1 FROM ${name} LIMIT 1`)).length) empty.push(name);
    // Who is signed in stays behind when a house is packed.
    expect([tables.length > 70, empty]).toEqual([true, ['session']]);
  } finally {
    await db.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
