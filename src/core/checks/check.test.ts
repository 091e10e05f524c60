import fc from 'fast-check';
import { epochMinute, interval } from '../time/epoch-minute';
import { LAYOUTS } from '../seating/layouts';
import { checkDates } from './check';
import { busy, DAY, rules, span, space, wanted, world } from '@tests/builders/world';

import { needingReason, unapprovable, verdictOf, type Finding } from './findings';
import { RULES } from './rules/all';

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

  // In one set-up they would share the shoulder: turnover.test.ts.
  test('the request against itself: whole and part together; strike into the setup of the next date in another layout', () => {
    expect(rules(checkDates([wanted('a', { from: 0, to: 60, spaces: [1, 2] })], world()))).toEqual([
      'occupied',
      'occupied',
    ]);
    const two = [
      wanted('a', { from: 0, to: 60, bands: 30 }),
      wanted('b', { from: 179, to: 240, bands: 30, layout: 'classroom' }),
    ];
    const both = [
      ...space(2, [1]).layouts,
      { layout: 'classroom' as const, seats: 24, setupMin: 0, strikeMin: 0 },
    ];
    const set = world({ spaces: [space(2, [1], { layouts: both })] });
    expect(
      checkDates(two, set).map(({ key, facts }) => [key, facts.rule === 'occupied' && facts.by]),
    ).toEqual([
      ['a', { kind: 'same-request', key: 'b', spaceId: 2 }],
      ['b', { kind: 'same-request', key: 'a', spaceId: 2 }],
    ]);
    expect(checkDates([two[0]!, wanted('b', { from: 180, to: 240, bands: 30 })], world())).toEqual([]);
  });

  // Reference: a set of (part, minute) filled one by one.
  test('agrees with counting every minute of every part', () => {
    const layouts = LAYOUTS.map((layout) => ({ layout, seats: 24, setupMin: 0, strikeMin: 0 }));
    const spaces = [[1, 2, 3], [1, 2], [2, 3], [4]].map((parts, n) => space(n + 1, parts, { layouts }));
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
          const dates = asks.map((each, n) =>
            wanted(`d${n}`, { ...each, to: each.from + each.length, layout: LAYOUTS[n]! }),
          );
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
            return `${finding.key}|${finding.spaceId}|${by.kind === 'same-request' ? `${by.key} ${by.spaceId}` : `claim ${by.claimId}`}`;
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
    'warning',
    'conflict',
    'clear',
  ]);
  expect([needingReason(over).length, unapprovable(over).length]).toEqual([1, 0]);
  const nobody = Object.entries(RULES).filter(([, rule]) => rule.override === 'nobody');
  expect(nobody.map(([rule]) => rule)).toEqual([
    'occupied',
    'unit-taken',
    'equipment-short',
    'over-posted-limit',
  ]);
});
