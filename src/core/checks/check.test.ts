import fc from 'fast-check';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '../ids';
import { epochMinute, interval, type Interval } from '../time/epoch-minute';
import type { EquipmentFacts, SpaceFacts, WorldSnapshot } from '../occupancy/world';
import type { ClaimContent } from '../occupancy/bands';
import { levels } from '../equipment/peak-use';
import { checkDates } from './check';
import { needingReason, RULES, unapprovable, verdictOf, type Finding, type WantedDate } from './findings';

const DAY = 29_000_000; // any minute, in 2025
const space = (id: number, parts: number[], more: Partial<SpaceFacts> = {}): SpaceFacts => ({
  id: id as SpaceId,
  parts: parts as ResourceId[],
  postedLimit: null,
  hours: [],
  closures: [],
  layouts: [{ layout: 'rounds', seats: 24, setupMin: 0, strikeMin: 0 }],
  ...more,
});
const world = (more: Partial<WorldSnapshot> = {}): WorldSnapshot => ({
  tzid: 'Europe/London',
  spaces: [space(1, [1, 2]), space(2, [1]), space(3, [2])],
  equipment: [],
  busy: [],
  uses: [],
  ...more,
});
const span = (from: number, to: number): Interval => interval(epochMinute(DAY + from), epochMinute(DAY + to));
const busy = (resource: number, from: number, to: number, claim = 99) => ({
  resourceId: resource as ResourceId,
  span: span(from, to),
  claimId: claim as ClaimId,
});
interface Ask {
  from: number;
  to: number;
  spaces?: number[];
  people?: number;
  bands?: number;
  equipment?: [number, number][];
}
const wanted = (
  key: string,
  { from, to, spaces = [2], people = 20, bands = 0, equipment = [] }: Ask,
): WantedDate => ({
  key,
  claim: {
    event: span(from, to),
    accessMin: bands,
    exitMin: bands,
    spaces: spaces.map((each) => ({
      spaceId: each as SpaceId,
      layout: 'rounds' as const,
      people,
      setupMin: bands,
      strikeMin: bands,
    })),
    equipment: equipment.map(([type, quantity]) => ({
      typeId: type as EquipmentTypeId,
      quantity,
      spaceIndex: 0,
    })),
  } satisfies ClaimContent,
});
const rules = (findings: readonly Finding[]) => findings.map(({ facts }) => facts.rule);

describe('occupied', () => {
  test('one that touches is no clash, one minute more is', () => {
    expect(checkDates([wanted('a', { from: 60, to: 120 })], world({ busy: [busy(1, 120, 180)] }))).toEqual(
      [],
    );
    const [finding] = checkDates([wanted('a', { from: 60, to: 121 })], world({ busy: [busy(1, 120, 180)] }));
    expect(finding).toMatchObject({
      spaceId: 2,
      facts: { rule: 'occupied', minutes: 1, during: span(120, 121) },
    });
  });

  test('bands occupy: setup of 30 and access of 30 reach an hour ahead', () => {
    const ask = (to: number) =>
      checkDates([wanted('a', { from: 120, to: 180, bands: 30 })], world({ busy: [busy(1, 0, to)] }));
    expect(ask(60)).toEqual([]);
    expect(ask(61)).toHaveLength(1);
  });

  test('the whole collides with one of its parts, counted once', () => {
    const findings = checkDates(
      [wanted('a', { from: 0, to: 60, spaces: [1] })],
      world({ busy: [busy(1, 30, 90), busy(2, 30, 90)] }),
    );
    expect(findings).toHaveLength(1);
    expect(findings[0]!.facts).toMatchObject({ minutes: 30, by: { kind: 'claim', claimId: 99 } });
    expect(
      checkDates([wanted('a', { from: 0, to: 60, spaces: [3] })], world({ busy: [busy(1, 0, 60)] })),
    ).toEqual([]);
  });

  test('the request against itself: whole and part together; strike into the setup of the next date', () => {
    expect(rules(checkDates([wanted('a', { from: 0, to: 60, spaces: [1, 2] })], world()))).toEqual([
      'occupied',
      'occupied',
    ]);
    const two = [wanted('a', { from: 0, to: 60, bands: 30 }), wanted('b', { from: 179, to: 240, bands: 30 })];
    expect(
      checkDates(two, world()).map(({ key, facts }) => [key, facts.rule === 'occupied' && facts.by]),
    ).toEqual([
      ['a', { kind: 'same-request', key: 'b', spaceId: 2 }],
      ['b', { kind: 'same-request', key: 'a', spaceId: 2 }],
    ]);
    expect(checkDates([two[0]!, wanted('b', { from: 180, to: 240, bands: 30 })], world())).toEqual([]);
  });

  // Reference: a set of (part, minute) filled one by one.
  test('agrees with counting every minute of every part', () => {
    const spaces = [space(1, [1, 2, 3]), space(2, [1, 2]), space(3, [2, 3]), space(4, [4])];
    const row = fc.record({
      resource: fc.integer({ min: 1, max: 4 }),
      from: fc.integer({ min: 0, max: 200 }),
      length: fc.integer({ min: 1, max: 40 }),
      claim: fc.integer({ min: 1, max: 5 }),
    });
    const ask = fc.record({
      from: fc.integer({ min: 0, max: 200 }),
      length: fc.integer({ min: 1, max: 60 }),
      spaces: fc.uniqueArray(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 2 }),
      bands: fc.integer({ min: 0, max: 15 }),
    });
    fc.assert(
      fc.property(
        fc.array(row, { maxLength: 14 }),
        fc.array(ask, { minLength: 1, maxLength: 4 }),
        (rows, asks) => {
          const taken = new Map<string, number>();
          const stored = rows.filter(({ resource, from, length, claim }) => {
            const cells = Array.from({ length }, (_, n) => `${resource}:${from + n}`);
            if (cells.some((cell) => taken.has(cell))) return false;
            cells.forEach((cell) => taken.set(cell, claim));
            return true;
          });
          const dates = asks.map((each, n) => wanted(`d${n}`, { ...each, to: each.from + each.length }));
          const found = checkDates(
            dates,
            world({
              spaces,
              busy: stored.map((each) => busy(each.resource, each.from, each.from + each.length, each.claim)),
            }),
          );
          const counted = new Map<string, Set<number>>();
          const note = (id: string, minute: number) =>
            counted.set(id, (counted.get(id) ?? new Set()).add(minute));
          const cellsOf = (n: number, slot: number) => {
            const { from, length, spaces: wantedSpaces, bands } = asks[n]!;
            const parts = spaces.find((each) => each.id === wantedSpaces[slot])!.parts;
            return parts.flatMap((part) =>
              Array.from(
                { length: length + 4 * bands },
                (_, m) => [part as number, from - 2 * bands + m] as const,
              ),
            );
          };
          const slots = asks.flatMap((each, n) => each.spaces.map((spaceId, slot) => ({ n, slot, spaceId })));
          for (const a of slots)
            for (const [part, minute] of cellsOf(a.n, a.slot)) {
              const claim = taken.get(`${part}:${minute}`);
              if (claim !== undefined) note(`d${a.n}|${a.spaceId}|claim ${claim}`, minute);
              for (const b of slots)
                if (
                  (b.n !== a.n || b.slot !== a.slot) &&
                  cellsOf(b.n, b.slot).some(([p, m]) => p === part && m === minute)
                )
                  note(`d${a.n}|${a.spaceId}|d${b.n} ${b.spaceId}`, minute);
            }
          const name = (finding: Finding) => {
            if (finding.facts.rule !== 'occupied') throw new Error('unexpected rule');
            const { by } = finding.facts;
            return `${finding.key}|${finding.spaceId}|${by.kind === 'claim' ? `claim ${by.claimId}` : `${by.key} ${by.spaceId}`}`;
          };
          const measured = Object.fromEntries(
            found.map((f) => [name(f), f.facts.rule === 'occupied' ? f.facts.minutes : 0]),
          );
          expect(measured).toEqual(Object.fromEntries([...counted].map(([key, set]) => [key, set.size])));
        },
      ),
      { numRuns: 60 },
    );
  });
});

const chairs = (stock: EquipmentFacts['stock'], fetchMin = 10, returnMin = 20): EquipmentFacts => ({
  id: 7 as EquipmentTypeId,
  fetchMin,
  returnMin,
  stock,
});
const owned = (delta: number) => [{ from: epochMinute(0), to: null, delta }];
const usage = (from: number, to: number, quantity: number) => ({
  typeId: 7 as EquipmentTypeId,
  span: span(from, to),
  quantity,
  claimId: 98 as ClaimId,
});

describe('equipment short', () => {
  test('just enough is enough, one more is one short', () => {
    const ask = (quantity: number) =>
      checkDates(
        [wanted('a', { from: 100, to: 160, equipment: [[7, quantity]] })],
        world({ equipment: [chairs(owned(40))], uses: [usage(0, 100, 15)] }),
      );
    expect(ask(25)).toEqual([]);
    expect(ask(26)[0]!.facts).toMatchObject({
      rule: 'equipment-short',
      asked: 26,
      short: 1,
      during: span(90, 100),
    });
  });

  test('what is back when the fetch begins serves again', () => {
    const ask = (back: number) =>
      checkDates(
        [wanted('a', { from: 100, to: 160, equipment: [[7, 40]] })],
        world({ equipment: [chairs(owned(40))], uses: [usage(0, back, 1)] }),
      );
    expect(ask(90)).toEqual([]);
    expect(ask(91)).toHaveLength(1);
  });

  test('dates of one request share the stock', () => {
    const two = (second: number) => [
      wanted('a', { from: 100, to: 160, equipment: [[7, 25]] }),
      wanted('b', { from: second, to: second + 60, spaces: [3], equipment: [[7, 25]] }),
    ];
    expect(checkDates(two(190), world({ equipment: [chairs(owned(40))] }))).toEqual([]);
    expect(rules(checkDates(two(189), world({ equipment: [chairs(owned(40))] })))).toEqual([
      'equipment-short',
      'equipment-short',
    ]);
  });

  // Reference: what is left in every minute of each date, counted one by one.
  test('who is short, and by how many, agrees with counting every minute', () => {
    const anyUse = fc.record({
      from: fc.integer({ min: 0, max: 300 }),
      length: fc.integer({ min: 1, max: 90 }),
      quantity: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(
        fc.array(anyUse, { maxLength: 10 }),
        fc.array(anyUse, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 5, max: 25 }),
        (lent, asks, stock) => {
          const dates = asks.map((each, n) =>
            wanted(`d${n}`, {
              from: each.from,
              to: each.from + each.length,
              spaces: [],
              equipment: [[7, each.quantity]],
            }),
          );
          const snapshot = world({
            equipment: [chairs(owned(stock))],
            uses: lent.map((each) => usage(each.from, each.from + each.length, each.quantity)),
          });
          const found = Object.fromEntries(
            checkDates(dates, snapshot).map(({ key, facts }) => [
              key,
              facts.rule === 'equipment-short' ? facts.short : null,
            ]),
          );
          // Fetched 10 minutes before, back 20 minutes after.
          const inUse = (minute: number) =>
            lent
              .filter(({ from, length }) => from <= minute && minute < from + length)
              .reduce((sum, { quantity }) => sum + quantity, 0) +
            asks
              .filter(({ from, length }) => from - 10 <= minute && minute < from + length + 20)
              .reduce((sum, { quantity }) => sum + quantity, 0);
          const counted: Record<string, number> = {};
          asks.forEach(({ from, length }, n) => {
            for (let minute = from - 10; minute < from + length + 20; minute += 1) {
              const short = inUse(minute) - stock;
              if (short > 0) counted[`d${n}`] = Math.max(counted[`d${n}`] ?? 0, short);
            }
          });
          expect(found).toEqual(counted);
        },
      ),
      { numRuns: 80 },
    );
  });

  // Reference: stock less use, minute by minute.
  test('levels agree with counting every minute', () => {
    const line = fc.record({
      from: fc.integer({ min: 0, max: 100 }),
      length: fc.option(fc.integer({ min: 1, max: 60 })),
      delta: fc.integer({ min: -5, max: 20 }),
    });
    const anyUse = fc.record({
      from: fc.integer({ min: 0, max: 100 }),
      length: fc.integer({ min: 1, max: 60 }),
      quantity: fc.integer({ min: 1, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 5 }), fc.array(anyUse, { maxLength: 8 }), (lines, uses) => {
        const window = span(20, 90);
        const found = levels(
          window,
          uses.map((each) => ({ span: span(each.from, each.from + each.length), quantity: each.quantity })),
          lines.map((each) => ({
            from: epochMinute(DAY + each.from),
            to: each.length === null ? null : epochMinute(DAY + each.from + each.length),
            delta: each.delta,
          })),
        );
        const byMinute: number[] = [];
        for (let minute = 20; minute < 90; minute += 1) {
          const inside = (each: { from: number; length: number | null }) =>
            each.from <= minute && (each.length === null || minute < each.from + each.length);
          const stock = lines.filter(inside).reduce((sum, each) => sum + each.delta, 0);
          byMinute.push(stock - uses.filter(inside).reduce((sum, each) => sum + each.quantity, 0));
        }
        expect(
          found.flatMap((level) =>
            Array.from({ length: level.span.end - level.span.start }, () => level.left),
          ),
        ).toEqual(byMinute);
      }),
    );
  });
});

describe('people', () => {
  const small = world({ spaces: [space(2, [1], { postedLimit: 30 })] });
  const ask = (people: number) => checkDates([wanted('a', { from: 0, to: 60, people })], small);
  test('a full layout fits, one more does not; the posted limit is a rule of its own', () => {
    expect(ask(24)).toEqual([]);
    expect(ask(25).map(({ facts }) => facts)).toEqual([
      { rule: 'over-seats', people: 25, layout: 'rounds', seats: 24, over: 1 },
    ]);
    expect(rules(ask(30))).toEqual(['over-seats']);
    expect(ask(65)[0]!.facts).toEqual({ rule: 'over-posted-limit', people: 65, limit: 30, over: 35 });
  });
  test('a layout the space does not have', () => {
    const date = wanted('a', { from: 0, to: 60 });
    const theatre = {
      ...date,
      claim: { ...date.claim, spaces: [{ ...date.claim.spaces[0]!, layout: 'theatre' as const }] },
    };
    expect(checkDates([theatre], small)[0]!.facts).toEqual({
      rule: 'layout-not-offered',
      layout: 'theatre',
      offered: ['rounds'],
    });
  });
});

describe('hours and closures', () => {
  test('the host must be inside opening hours, the crew need not; a closure blocks the crew too', () => {
    const day = new Date(DAY * 60_000);
    const dayStart = Math.floor(DAY / 1440) * 1440;
    const weekday = (((day.getUTCDay() + 6) % 7) + 1) as 1;
    const hours = [{ weekday, fromMin: 600, toMin: 720, validFrom: null, validTo: null }];
    const utc = world({
      tzid: 'UTC',
      spaces: [
        space(2, [1], {
          hours,
          closures: [
            {
              kind: 'shut',
              span: interval(epochMinute(dayStart + 570), epochMinute(dayStart + 575)),
              reason: 'alarm test',
            },
          ],
        }),
      ],
    });
    const ask = (from: number, to: number, bands: number) =>
      checkDates([wanted('a', { from: dayStart - DAY + from, to: dayStart - DAY + to, bands })], utc).map(
        ({ facts }) => facts,
      );
    expect(ask(610, 690, 10)).toEqual([{ rule: 'crew-outside-hours', minutes: 10 }]);
    expect(ask(600, 720, 0)).toEqual([]);
    expect(ask(599, 720, 0)).toMatchObject([
      { rule: 'outside-hours', minutes: 1, open: [{ start: dayStart + 600, end: dayStart + 720 }] },
    ]);
    expect(ask(620, 700, 25)).toMatchObject([
      { rule: 'closed', minutes: 5, reason: 'alarm test' },
      { rule: 'outside-hours', minutes: 10 },
      { rule: 'crew-outside-hours', minutes: 50 },
    ]);
  });
});

test('a verdict is the worst of its findings, by side', () => {
  const over = checkDates([wanted('a', { from: 0, to: 60, people: 25 })], world());
  expect([verdictOf(over, 'office'), verdictOf(over, 'requester'), verdictOf([], 'office')]).toEqual([
    'look',
    'clash',
    'clear',
  ]);
  expect([needingReason(over).length, unapprovable(over).length]).toEqual([1, 0]);
  expect(Object.values(RULES).filter((rule) => rule.override === 'nobody')).toHaveLength(3);
});
