import fc from 'fast-check';
import { slowWaysOut } from '@tests/builders/slow-ways-out';
import { troubledCase, troubles } from '@tests/builders/trouble';
import { MOST_BEST, waysOutOf } from './of-date';
import { hasTrouble, troublesOf } from './troubles';

const SEED = 20270413;

describe('ways out of one date, against trying everything', () => {
  test('on 500 seeded cases the five best and the best of every other kind are the same', () => {
    const met = { troubled: 0, kinds: new Map<string, number>(), cut: 0 };
    fc.assert(
      fc.property(troubles, (drawn) => {
        const found = troubledCase(drawn);
        if (hasTrouble(troublesOf(found.date.date, found.date.findings, found.side))) met.troubled += 1;
        const quick = waysOutOf(found.date, found.search);
        const slow = slowWaysOut(found.date, found);
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
        const quick = waysOutOf(found.date, found.search);
        cut += quick.cut.candidates > 0 ? 1 : 0;
        const all = waysOutOf(found.date, { ...found.search, mostChecks: 10_000 });
        if (quick.cut.candidates === 0) expect(quick).toEqual(all);
        expect(quick.best.length).toBeLessThanOrEqual(MOST_BEST);
      }),
      { numRuns: 200, seed: SEED },
    );
    expect(cut).toBeGreaterThan(20);
  }, 60_000);
});
