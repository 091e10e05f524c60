import fc from 'fast-check';
import { slowAlternatives } from '@tests/builders/slow-alternatives';
import { at, troubledCase, troubles } from '@tests/builders/trouble';
import { template } from '@tests/builders/orders';
import { busy, rules, space, wanted, world } from '@tests/builders/world';
import type { TeamLoad, WorldSnapshot } from '../checks/world';
import { addMinutes, epochMinute } from '../time/epoch-minute';
import { addWallMinutes, localDateTime } from '../time/local-time';
import type { Bounds } from './bounds';
import { NearWorld } from './near-world';
import { MOST_BEST, alternativesOf, type DateInTrouble } from './of-date';
import { hasTrouble, troublesOf } from './troubles';

const SEED = 20270413;

describe('what troubles do not draw', () => {
  const site = { spaces: [{ facts: space(1, [1]), building: 0, isOutdoor: false }] };
  const bounds = (more: Partial<Bounds>): Bounds => ({
    tzid: 'Europe/London',
    weekStart: 1,
    grainMin: 15,
    mostShiftMin: 240,
    substitutesOf: () => [],
    unitsOf: () => [],
    mayHireIn: false,
    ...site,
    ...more,
  });
  const dateAt = (local: string, more: object = {}): DateInTrouble['draft'] => {
    const startLocal = localDateTime(local);
    const endLocal = addWallMinutes(startLocal, 60);
    return {
      startLocal,
      endLocal,
      content: {
        ...wanted('a', { from: 0, to: 60, spaces: [1] }).claim,
        event: { start: at(startLocal), end: at(endLocal) },
        ...more,
      },
    };
  };
  const ways = (draft: DateInTrouble['draft'], facts: WorldSnapshot, limits: Bounds) => {
    const date = { key: 'a', claim: draft.content };
    const near = new NearWorld(facts, [date]);
    const findings = near.check([date], {});
    const search = {
      near,
      bounds: limits,
      asked: {},
      side: 'office' as const,
      now: epochMinute(0),
      mostChecks: 400,
    };
    return { findings, found: alternativesOf({ date, draft, findings }, search) };
  };

  test('a crew that cannot in time: the nearest hour at which it can', () => {
    const draft = dateAt('2027-04-13T10:00');
    const [claimed] = draft.content.spaces;
    const content = { ...draft.content, spaces: [{ ...claimed!, setupMin: 60 }] };
    const shiftFrom = at(localDateTime('2027-04-13T11:00'));
    const team: TeamLoad = {
      teamId: 1,
      rosteredUntil: at(localDateTime('2027-05-01T00:00')),
      shifts: [{ start: shiftFrom, end: at(localDateTime('2027-04-13T18:00')), people: 1 }],
      jobs: [],
      does: [template()],
    };
    const facts = world({ spaces: [space(1, [1])], teams: [team] });
    const { findings, found } = ways({ ...draft, content }, facts, bounds({}));
    expect(rules(findings)).toContain('crew-short');
    // Setup is an hour, and the shift begins at eleven.
    expect(found.best[0]).toMatchObject({ kind: 'other-time', patch: { shiftMin: 120 }, verdict: 'clear' });
  });

  test('in a timetable another time is a run of whole periods as long as the event', () => {
    const periods = [540, 600, 660, 720].map((fromMin, index) => ({
      name: String(index + 1),
      fromMin,
      toMin: fromMin + 50,
    }));
    const timetables = [{ validFrom: null, validTo: null, periods, exceptions: [] }];
    const facts = space(1, [1], { timetables });
    const start = at(localDateTime('2027-04-13T10:00'));
    const row = { ...busy(1, 0, 60), span: { start, end: addMinutes(start, 50) } };
    const draft = dateAt('2027-04-13T10:00');
    const content = { ...draft.content, event: { start, end: addMinutes(start, 50) } };
    const endLocal = addWallMinutes(draft.startLocal, 50);
    const { found } = ways(
      { ...draft, endLocal, content },
      world({ spaces: [facts], busy: [row] }),
      bounds({ spaces: [{ facts, building: 0, isOutdoor: false }] }),
    );
    expect(found.best.slice(0, 2).map(({ patch }) => patch)).toEqual([
      { shiftMin: 60, lengthMin: 50 },
      { shiftMin: -60, lengthMin: 50 },
    ]);
  });
});

describe('alternatives of one date, against trying everything', () => {
  test('on 500 seeded cases the five best and the best of every other kind are the same', () => {
    const met = { troubled: 0, kinds: new Map<string, number>(), cut: 0 };
    fc.assert(
      fc.property(troubles, (drawn) => {
        const found = troubledCase(drawn);
        if (hasTrouble(troublesOf(found.date.date, found.date.findings, found.side))) met.troubled += 1;
        const quick = alternativesOf(found.date, found.search);
        const slow = slowAlternatives(found.date, found);
        const short = ({ kind, patch }: { kind: string; patch: object }) => [kind, patch];
        expect(quick.best.map(short)).toEqual(slow.best.map(short));
        expect(quick.others.map(short)).toEqual(slow.others.map(short));
        met.cut += quick.cut.candidates;
        for (const { kind } of [...quick.best, ...quick.others])
          met.kinds.set(kind, (met.kinds.get(kind) ?? 0) + 1);
      }),
      { numRuns: 500, seed: SEED },
    );
    // Every kind is met, so that none agrees by never being there.
    expect(met.kinds.size).toBe(10);
    expect(met.troubled).toBeGreaterThan(300);
    expect(met.cut).toBe(0);
  }, 120_000);

  test('a bound that is reached is told, and what is found under it is still right', () => {
    let cut = 0;
    fc.assert(
      fc.property(troubles, (drawn) => {
        const found = troubledCase(drawn, 2);
        const quick = alternativesOf(found.date, found.search);
        cut += quick.cut.candidates > 0 ? 1 : 0;
        const all = alternativesOf(found.date, { ...found.search, mostChecks: 10_000 });
        if (quick.cut.candidates === 0) expect(quick).toEqual(all);
        expect(quick.best.length).toBeLessThanOrEqual(MOST_BEST);
      }),
      { numRuns: 200, seed: SEED },
    );
    expect(cut).toBeGreaterThan(20);
  }, 60_000);
});
