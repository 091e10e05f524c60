import { randomUUID } from 'node:crypto';
import { keep } from '@/server/db/connection';
import { violations } from '@/server/effects/invariants';
import { markOrder } from '@/server/use-cases/work-orders/mark-order';
import { act, expectDone, ordersOutOfLine, submit, undo, worldOf, type Step } from '@tests/builders/changes';
import { openOffice, SPACE, type TestOffice } from '@tests/builders/office';
import { seeded } from '@demo/seeded';

const SEEDS = process.env.SEEDS ? process.env.SEEDS.split(',').map(Number) : [1, 8, 22, 32, 105, 108, 122];
// From here on the studio is outdoors, and places indoors are kept for what is in it.
const FIRST_OUTDOORS = 100;
const STEPS = 40;

/** A house that is being used by people who do whatever comes to mind. */
class Days {
  readonly references: string[] = [];
  readonly done: string[] = [];
  readonly asked = new Map<string, string>();
  /** Of the work that was done. */
  readonly origins = new Set<string>();

  constructor(
    readonly office: TestOffice,
    readonly random: () => number,
    readonly seed: number,
  ) {
    this.isOutdoors = seed >= FIRST_OUTDOORS;
    this.working = seeded(1000 + seed);
  }

  /** By dice of its own, so that what is asked and decided is as it was before anybody worked. */
  private readonly working: () => number;
  readonly isOutdoors: boolean;

  pick<T>(values: readonly T[]): T {
    return values[Math.floor(this.random() * values.length)]!;
  }

  async ask(): Promise<void> {
    const day = 19 + Math.floor(this.random() * 6);
    const hour = 9 + Math.floor(this.random() * 9);
    const spaceId =
      this.isOutdoors && this.random() < 0.5
        ? SPACE.ST
        : this.pick([SPACE.HL, SPACE.HE, SPACE.HW, SPACE.ST, SPACE.GF]);
    const layout = spaceId === SPACE.ST ? 'classroom' : spaceId === SPACE.GF ? 'standing' : 'rounds';
    const who = this.pick(['ada', 'ben']);
    const reference = await submit(this.office, who, {
      title: `Event ${this.references.length}`,
      people: 10,
      accessMin: 10,
      exitMin: 10,
      key: randomUUID(),
      spaces: [{ spaceId, layout, setupMin: this.pick([0, 20]), strikeMin: this.pick([0, 20]) }],
      equipment: this.random() < 0.5 ? [{ typeId: 1, quantity: this.pick([10, 40, 80]) }] : [],
      when: {
        startsAt: `2027-04-${day}T${String(hour).padStart(2, '0')}:00`,
        durationMin: this.pick([60, 120]),
        endsAt: undefined,
        repeat: this.random() < 0.6 ? { rule: `FREQ=DAILY;COUNT=${this.pick([2, 3, 5])}` } : null,
      },
    });
    this.references.push(reference);
    this.asked.set(reference, who);
  }

  step(): Step {
    const reason = 'Agreed.';
    const until = this.pick(['2027-04-13T09:00', '2027-04-14T12:00']);
    const spaces = [
      { from: this.pick([SPACE.HE, SPACE.HW, SPACE.ST]), to: this.pick([SPACE.HE, SPACE.HW, SPACE.HL]) },
    ];
    const patch = this.pick([
      { shiftMin: this.pick([-1440, -60, 60, 90, 1440]) },
      { spaces },
      { lengthMin: this.pick([30, 150]) },
      { people: 12, shiftMin: 15 },
    ]);
    const indoors = {
      spaces: [{ from: SPACE.ST, to: this.isOutdoors ? this.pick([SPACE.HE, SPACE.HL]) : SPACE.HE }],
    };
    const outdoorSteps: Step[] = [
      { action: 'set-fallback', patch: indoors },
      { action: 'set-fallback', patch: indoors },
      { action: 'drop-fallback' },
    ];
    return this.pick<Step>([
      ...(this.isOutdoors ? outdoorSteps : []),
      { action: 'approve', reason },
      { action: 'approve', reason },
      { action: 'approve-or-move', patch, until, reason },
      { action: 'hold', until },
      { action: 'release-hold' },
      { action: 'propose', patch, until },
      { action: 'accept' },
      { action: 'refuse-proposal' },
      { action: 'move', patch, reason },
      { action: 'move', patch, reason, keepOwn: false },
      { action: 'change', patch, reason },
      { action: 'grant-change', reason },
      { action: 'refuse-change', reason },
      { action: 'leave', reason },
      { action: 'skip', reason },
    ]);
  }

  /** The crew goes through what is open and does some of it, so that changes meet work that is done. */
  async work(): Promise<void> {
    const open = await this.office.db.rows<{ id: number; version: number; origin: string }>(
      `SELECT id, row_version AS version, origin FROM work_order WHERE state = 'open' AND covered_by IS NULL ORDER BY id`,
    );
    if (!open.length || this.working() >= 0.3) return;
    const { id, version, origin } = open[Math.floor(this.working() * open.length)]!;
    const key = randomUUID();
    expectDone(await markOrder(this.office.as('cato'), id, { key, version, state: 'done' }));
    this.done.push(`cato does order ${id}`);
    this.origins.add(origin);
  }

  whoMay({ action }: Step, reference: string): string {
    const isOwn =
      ['accept', 'refuse-proposal', 'change'].includes(action) || (action === 'leave' && this.random() < 0.5);
    return isOwn ? this.asked.get(reference)! : 'mara';
  }

  /** One thing done; when it was done, it may be taken back at once. */
  async go(): Promise<void> {
    const { office } = this;
    const reference = this.pick(this.references);
    const step = this.step();
    // Mostly somebody who may: a house in which everything is refused would prove little.
    const owner = this.random() < 0.9 ? this.whoMay(step, reference) : this.pick(['mara', 'ada', 'ben']);
    const some = this.random();
    const references =
      this.random() < 0.2 ? [...new Set([reference, this.pick(this.references)])] : [reference];
    const before = await worldOf(office.db);
    const preview = this.random() < 0.15;
    this.done.push(`${owner} ${JSON.stringify(step)} ${references.length}${preview ? ' preview' : ''}`);
    const outcome = await act(office, owner, references, step, {
      pick: (_, index) => some < 0.5 || index % 2 === 0,
      preview,
    });
    this.done.push(
      `${owner} ${JSON.stringify(step)}: ${outcome.ok ? outcome.value.summary : outcome.refusal.code}`,
    );
    // A refusal and a preview leave no trace, but for holds that lapse by the clock.
    if (!outcome.ok || outcome.value.changeSet === null)
      return expect(await worldOf(office.db)).toEqual(before);
    if (this.random() < 0.5) return;
    const taken = await undo(office, owner, outcome.value.changeSet);
    this.done.push(`taken back: ${taken.ok}`);
    if (taken.ok) expect(await worldOf(office.db)).toEqual(before);
  }
}

test.each(SEEDS)(
  'seed %i: whatever people do, the invariants hold after every step and undo gives the exact earlier world',
  async (seed) => {
    const office = await openOffice();
    const days = new Days(office, seeded(seed), seed);
    if (days.isOutdoors)
      await office.db.write(async (tx) =>
        keep(await tx.run('UPDATE space SET outdoor = 1 WHERE id = $id', { id: SPACE.ST })),
      );
    try {
      for (let n = 0; n < 5; n += 1) await days.ask();
      await act(office, 'mara', days.references[0]!, { action: 'approve', reason: 'To begin with.' });
      let approved = (await office.db.rows(`SELECT 1 FROM claim WHERE status = 'in-force'`)).length;
      for (let n = 0; n < STEPS; n += 1) {
        await days.go();
        await days.work();
        expect(await violations(office.db)).toEqual([]);
        expect(await ordersOutOfLine(office)).toEqual([]);
        const [row] = await office.db.rows<{ n: number }>(
          `SELECT COUNT(*) AS n FROM claim WHERE status = 'in-force'`,
        );
        approved = Math.max(approved, row!.n);
      }
      // A test of a house in which nothing is ever booked would prove nothing.
      expect(approved).toBeGreaterThan(0);
      const kept = await office.db.rows(`SELECT 1 FROM claim WHERE kind = 'fallback'`);
      expect(kept.length > 0).toBe(days.isOutdoors);
    } catch (error) {
      throw new Error(
        `seed ${seed} after:\n${days.done.join('\n')}\n${String(error)} ${String((error as { parent?: Error }).parent ?? '')}`,
      );
    } finally {
      await office.close();
    }
  },
  240_000,
);

test('a series of 260 dates: approved, moved by a day, taken back, cancelled', async () => {
  const office = await openOffice();
  const reference = await submit(office, 'ada', {
    when: {
      startsAt: '2027-04-20T14:00',
      endsAt: '2027-04-20T16:00',
      repeat: { rule: 'FREQ=WEEKLY;COUNT=260;BYDAY=MO,TU,WE,TH,FR' },
    },
  });
  // The spring holiday of the site is among them.
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: 'Open for them.' }));
  const before = await worldOf(office.db);
  const moved = expectDone(
    await act(office, 'mara', reference, {
      action: 'move',
      patch: { shiftMin: 1440 },
      reason: 'One day on.',
    }),
  );
  expect(moved.numbers).toMatchObject({ dates: 260, moved: 260 });
  expectDone(await undo(office, 'mara', moved.changeSet!));
  expect(await worldOf(office.db)).toEqual(before);
  expect(expectDone(await act(office, 'ada', reference, { action: 'leave', reason: '' })).summary).toBe(
    'cancelled 260 approved dates',
  );
  expect(await violations(office.db)).toEqual([]);
  await office.close();
}, 120_000);
