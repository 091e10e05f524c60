import { spawn } from 'node:child_process';
import { join } from 'node:path';
import fc from 'fast-check';
import { guardThatStopped, keep, type OpenDatabase } from '@/server/db/connection';
import { violations } from '@/server/effects/invariants';
import { loadWorld } from '@/server/repositories/world/snapshot';
import { runDueJobs } from '@/server/jobs/scheduler';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { interval, epochMinute } from '@/core/time/epoch-minute';
import type { ClaimId, EquipmentTypeId, SpaceId } from '@/core/ids';
import { ask, at, openOffice, SPACE, type TestOffice } from '@tests/builders/office';
import { asProcess } from '@tests/builders/own-process';

let office: TestOffice;
let db: OpenDatabase;
beforeEach(async () => {
  office = await openOffice();
  db = office.db;
});
afterEach(() => office.close());

/** A claim to hang rows on. */
async function anyClaim(more?: Parameters<typeof ask>[0]): Promise<number> {
  const outcome = await submitRequest(office.as('ada'), ask(more));
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  const [row] = await db.rows<{ id: number }>('SELECT MAX(id) AS id FROM claim');
  return row!.id;
}
const occupy = (claim: number, resource: number, start: number, end: number, occupies = 1) =>
  db.write(async (tx) =>
    keep(
      await tx.run(
        'INSERT INTO occupancy (claim_id, resource_id, start_min, end_min, occupies) VALUES ($claim, $resource, $start, $end, $occupies)',
        { claim, resource, start, end, occupies },
      ),
    ),
  );
const stopped = async (work: Promise<unknown>) => work.then(() => null, guardThatStopped);

describe('the database refuses by itself', () => {
  test('a second occupying row of one part at one time; touching and waiting rows are fine', async () => {
    const claim = await anyClaim();
    await occupy(claim, 1, 100, 200);
    expect(await stopped(occupy(claim, 1, 200, 300))).toBeNull();
    expect(await stopped(occupy(claim, 1, 199, 201))).toBe('OCCUPANCY_OVERLAP');
    expect(await stopped(occupy(claim, 1, 0, 1000))).toBe('OCCUPANCY_OVERLAP');
    expect(await stopped(occupy(claim, 2, 150, 160))).toBeNull();
    expect(await stopped(occupy(claim, 1, 150, 160, 0))).toBeNull();
    const turnOn = db.write(async (tx) =>
      keep(await tx.run('UPDATE occupancy SET occupies = 1 WHERE start_min = 150 AND resource_id = 1')),
    );
    expect(await stopped(turnOn)).toBe('OCCUPANCY_OVERLAP');
  });

  test('more in use than there is in stock, dated stock lines counted', async () => {
    const claim = await anyClaim({ equipment: [{ typeId: 1, quantity: 1 }] });
    const [item] = await db.rows<{ id: number }>('SELECT id FROM claim_equipment');
    const lend = (start: number, end: number, quantity: number) =>
      db.write(async (tx) =>
        keep(
          await tx.run(
            'INSERT INTO equipment_use (claim_equipment_id, claim_id, type_id, start_min, end_min, quantity, occupies) VALUES ($item, $claim, 1, $start, $end, $quantity, 1)',
            { item: item!.id, claim, start, end, quantity },
          ),
        ),
      );
    await lend(1000, 2000, 50);
    expect(await stopped(lend(1500, 1600, 31))).toBe('EQUIPMENT_SHORT');
    expect(await stopped(lend(500, 1001, 31))).toBe('EQUIPMENT_SHORT');
    expect(await stopped(lend(2000, 2100, 80))).toBeNull();
    expect(await stopped(lend(1500, 1600, 30))).toBeNull();
    // Longer than two days: found through the index of long uses.
    await lend(10_000, 20_000, 60);
    expect(await stopped(lend(15_000, 15_010, 21))).toBe('EQUIPMENT_SHORT');
    await db.write(async (tx) =>
      keep(
        await tx.run(
          `INSERT INTO stock_line (type_id, from_min, to_min, delta, reason) VALUES (1, 30000, 31000, -75, 'repair')`,
        ),
      ),
    );
    expect(await stopped(lend(29_000, 30_001, 6))).toBe('EQUIPMENT_SHORT');
    expect(await stopped(lend(29_000, 30_000, 6))).toBeNull();
  });

  test('what was asked for is kept; only one claim of a date is in force', async () => {
    const claim = await anyClaim();
    const [row] = await db.rows<{ occurrence_id: number }>(
      'SELECT occurrence_id FROM claim WHERE id = $claim',
      { claim },
    );
    await expect(
      db.write(async (tx) => keep(await tx.run(`UPDATE request SET as_asked = '{}'`))),
    ).rejects.toMatchObject({ parent: { message: expect.stringContaining('AS_ASKED_IS_KEPT') } });
    const second = (status: string) =>
      db.write(async (tx) =>
        keep(
          await tx.run(
            `INSERT INTO claim (occurrence_id, kind, status, start_local, end_local, start_min, end_min, access_min, exit_min, people)
          VALUES ($occurrence, 'proposal', $status, '2027-04-20T14:00', '2027-04-20T15:00', 1, 2, 0, 0, 1)`,
            { occurrence: row!.occurrence_id, status },
          ),
        ),
      );
    await second('in-force');
    await expect(second('in-force')).rejects.toThrow();
  });
});

// Reference: plain SQL that compares every stored row with every window.
test('the snapshot holds exactly the rows that touch what is wanted', async () => {
  const claim = await anyClaim({ equipment: [{ typeId: 1, quantity: 1 }] });
  const [item] = await db.rows<{ id: number }>('SELECT id FROM claim_equipment');
  const random = fc.sample(
    fc.tuple(
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 0, max: 40_000 }),
      fc.integer({ min: 1, max: 4000 }),
    ),
    { numRuns: 120, seed: 7 },
  );
  for (const [resource, start, length] of random) {
    await stopped(occupy(claim, resource, start, start + length));
    await stopped(
      db.write(async (tx) =>
        keep(
          await tx.run(
            'INSERT INTO equipment_use (claim_equipment_id, claim_id, type_id, start_min, end_min, quantity, occupies) VALUES ($item, $claim, 1, $start, $end, 3, 1)',
            { item: item!.id, claim, start, end: start + length },
          ),
        ),
      ),
    );
  }
  for (const [, start, length] of fc.sample(
    fc.tuple(fc.constant(0), fc.integer({ min: 0, max: 40_000 }), fc.integer({ min: 1, max: 900 })),
    { numRuns: 40, seed: 8 },
  )) {
    const event = interval(epochMinute(start), epochMinute(start + length));
    const wanted = {
      key: 'x',
      claim: {
        event,
        accessMin: 5,
        exitMin: 5,
        spaces: [
          { spaceId: SPACE.HL as SpaceId, layout: 'rounds' as const, people: 5, setupMin: 5, strikeMin: 5 },
        ],
        equipment: [{ typeId: 1 as EquipmentTypeId, quantity: 1, spaceIndex: 0 }],
      },
    };
    const world = await loadWorld(db, [wanted]);
    const [from, to] = [start - 10, start + length + 10];
    const parts = await db.rows<{ resource_id: number }>(
      'SELECT resource_id FROM space_part WHERE space_id = $id',
      { id: SPACE.HL },
    );
    const busy = await db.rows<{ row: string }>(
      `SELECT resource_id || ' ' || start_min || ' ' || end_min || ' ' || claim_id AS row FROM occupancy WHERE occupies = 1 AND resource_id IN (SELECT value FROM json_each($parts)) AND start_min < $to AND end_min > $from`,
      { parts: JSON.stringify(parts.map(({ resource_id }) => resource_id)), from, to },
    );
    const sorted = (rows: readonly string[]) => [...rows].sort();
    expect(
      sorted(
        world.busy.map(
          ({ resourceId, span, claimId }) => `${resourceId} ${span.start} ${span.end} ${claimId}`,
        ),
      ),
    ).toEqual(sorted(busy.map(({ row }) => row)));
    const uses = await db.rows<{ row: string }>(
      `SELECT type_id || ' ' || start_min || ' ' || end_min || ' ' || quantity AS row FROM equipment_use WHERE occupies = 1 AND start_min < $to AND end_min > $from`,
      { from: from - 10, to: to + 10 },
    );
    expect(
      sorted(
        world.uses.map(({ typeId, span, quantity }) => `${typeId} ${span.start} ${span.end} ${quantity}`),
      ),
    ).toEqual(sorted(uses.map(({ row }) => row)));
    expect((await loadWorld(db, [wanted], { except: [claim as ClaimId] })).busy).toEqual([]);
  }
});

describe('held claims lapse', () => {
  const hold = (claim: number, until: number) =>
    db.write(async (tx) => {
      await tx.run(`UPDATE claim SET status = 'held', hold_until_min = $until WHERE id = $claim`, {
        claim,
        until,
      });
      return keep(await tx.run('UPDATE occupancy SET occupies = 1 WHERE claim_id = $claim', { claim }));
    });
  const status = async (claim: number) =>
    (await db.rows<{ status: string }>('SELECT status FROM claim WHERE id = $claim', { claim }))[0]!.status;

  test('at the start of the next write, not a minute earlier', async () => {
    const claim = await anyClaim();
    await hold(claim, at('2027-04-13T09:00'));
    office.clock.set(at('2027-04-13T08:59'));
    await anyClaim({ title: 'Another' });
    expect(await status(claim)).toBe('held');
    office.clock.set(at('2027-04-13T09:00'));
    await anyClaim({ title: 'A third' });
    expect(await status(claim)).toBe('wanted');
    expect(await db.rows('SELECT COUNT(*) AS n FROM occupancy WHERE occupies = 1')).toEqual([{ n: 0 }]);
  });

  test('and by the scheduler, once for a key, caught up after an outage', async () => {
    const claim = await anyClaim();
    await hold(claim, at('2027-04-13T09:00'));
    const fail = (job: string, error: unknown) => {
      throw new Error(`${job}: ${String(error)}`);
    };
    const nowMs = 1_800_000_000_000;
    expect(await runDueJobs(office.reader, nowMs, fail)).toEqual([
      'release-lapsed-holds',
      'send-mail',
      'remind-stewards',
      'remind-of-bookings',
      'series-go-on',
      'issue-orders',
      'settle-approvals',
      'publish-due',
      'clear-loose-files',
      'drop-expired-sessions',
    ]);
    expect(await runDueJobs(office.reader, nowMs, fail)).toEqual([]);
    office.clock.set(at('2027-04-20T12:00'));
    expect(await runDueJobs(office.reader, nowMs, fail)).toEqual([
      'release-lapsed-holds',
      'remind-stewards',
      'remind-of-bookings',
      'series-go-on',
      'issue-orders',
      'settle-approvals',
      'publish-due',
      'clear-loose-files',
    ]);
    expect(await status(claim)).toBe('wanted');
  });

  test('a job that fails is tried again and keeps no other from running', async () => {
    let tries = 0;
    const jobs = [
      {
        name: 'breaks',
        keyAt: () => '1',
        run: async () => {
          tries += 1;
          if (tries === 1) throw new Error('first time');
          return 'ok';
        },
      },
      { name: 'works', keyAt: () => '1', run: async () => 'ok' },
    ];
    const failed: string[] = [];
    const go = () => runDueJobs(office.reader, 0, (job) => failed.push(job), jobs);
    expect(await go()).toEqual(['works']);
    expect(await go()).toEqual(['breaks']);
    expect(failed).toEqual(['breaks']);
  });
});

/** Eight processes ask for the same twelve hours of one room. */
async function rush(side: 'office' | 'requester') {
  const script = asProcess(join(__dirname, 'rush-worker.ts'));
  const go = (worker: number) =>
    new Promise<{ approved: number; refused: number }>((resolve, reject) => {
      const child = spawn(process.execPath, [...script, office.file, String(worker), side], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      let text = '';
      child.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()));
      child.on('exit', (code) =>
        code === 0 ? resolve(JSON.parse(text)) : reject(new Error(`worker ${worker} ended with ${code}`)),
      );
    });
  const results = await Promise.all(Array.from({ length: 8 }, (_, worker) => go(worker)));
  const sum = (key: 'approved' | 'refused') => results.reduce((total, each) => total + each[key], 0);
  const [stored] = await db.rows<{ asked: number; approved: number }>(
    `SELECT COUNT(*) AS asked, SUM(state = 'approved') AS approved FROM occurrence`,
  );
  expect(stored).toEqual({ asked: sum('approved') + sum('refused'), approved: sum('approved') });
  // Each hour goes to exactly one of them, and nobody's request is lost.
  expect(stored).toEqual({ asked: 8 * 12, approved: 12 });
  expect(await violations(db)).toEqual([]);
}

describe('eight processes at once', () => {
  test('approve clashing requests: no double booking, no lost request', () => rush('office'), 120_000);

  test('ask for a space that grants itself: first come, first served; the others wait', async () => {
    await db.write(async (tx) =>
      keep(
        await tx.run(
          `INSERT INTO space_policy (space_id, valid_from, granted) VALUES ($id, '2020-01-01', 'instantly')`,
          { id: SPACE.ST },
        ),
      ),
    );
    await rush('requester');
    const served = await db.rows<{ hour: string; served: number; first: number }>(
      `SELECT c.start_local AS hour, MIN(CASE WHEN o.state = 'approved' THEN o.id END) AS served, MIN(o.id) AS first
       FROM occurrence o JOIN claim c ON c.id = o.standing_id GROUP BY c.start_local`,
    );
    expect(served).toHaveLength(12);
    for (const { served: id, first } of served) expect(id).toBe(first);
  }, 120_000);
});
