import fc from 'fast-check';
import { troubledCase, troubles } from '@tests/builders/trouble';
import { checkDates, findingsByDate } from '../checks/check';
import { alternativesOf, type DateInTrouble } from './of-date';
import { cheapestPath, alternativesOfSeries } from './of-series';
import { CHANGE_OF_SPACE } from './points';
import type { Alternative } from './alternative';
import { hasTrouble, isAlternative, troublesOf } from './troubles';

const options = fc.array(
  fc.array(
    fc.record({
      place: fc.constantFrom('a', 'b', 'c'),
      points: fc.integer({ min: 0, max: 12 }),
      candidate: fc.constant(null),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  { minLength: 1, maxLength: 6 },
);
type Chosen = readonly { readonly place: string; readonly points: number }[];

const costOf = (path: Chosen): number =>
  path.reduce(
    (sum, { place, points }, index) =>
      sum + points + (index > 0 && path[index - 1]!.place !== place ? CHANGE_OF_SPACE : 0),
    0,
  );

test('the cheapest mixture costs as little as the best of all there are', () => {
  fc.assert(
    fc.property(options, (all) => {
      const every = all.reduce<Chosen[]>(
        (paths, own) => paths.flatMap((path) => own.map((each) => [...path, each])),
        [[]],
      );
      const path = cheapestPath(all);
      expect(path).toHaveLength(all.length);
      path.forEach((chosen, index) => expect(all[index]).toContain(chosen));
      expect(costOf(path)).toBe(Math.min(...every.map(costOf)));
    }),
    { numRuns: 1000 },
  );
});

/** A drawn request as a series: its date and the others of it, each with what stands against it. */
function seriesOf(drawn: Parameters<typeof troubledCase>[0]) {
  const found = troubledCase(drawn);
  const wanted = [found.date.date, ...found.siblings];
  const findings = findingsByDate(wanted, checkDates(wanted, found.world, found.asked));
  const drafts = [found.date.draft, ...found.siblingDrafts];
  const dates = wanted
    .map((date, index): DateInTrouble => ({ date, draft: drafts[index]!, findings: findings.get(date.key)! }))
    .sort((a, b) => a.date.claim.event.start - b.date.claim.event.start);
  return { ...found, dates };
}

test('whatever is offered for a whole series stands, checked whole with all of its dates', () => {
  const met = new Map<string, number>();
  fc.assert(
    fc.property(troubles, (drawn) => {
      const { dates, world, asked, side, search } = seriesOf(drawn);
      const proved = new Map<string, Alternative[]>();
      for (const date of dates) {
        const { best, others } = alternativesOf(date, search);
        proved.set(date.date.key, [...best, ...others]);
      }
      const { alternatives, cut } = alternativesOfSeries(dates, proved, search);
      expect(cut.candidates).toBe(0);
      for (const { kind, changes, left } of alternatives) {
        met.set(kind, (met.get(kind) ?? 0) + 1);
        const claims = new Map(changes.map(({ key, candidate }) => [key, candidate.draft.content]));
        const after = dates.map(({ date }) => ({ ...date, claim: claims.get(date.key) ?? date.claim }));
        const byDate = findingsByDate(after, checkDates(after, world, asked));
        let stillTroubled = 0;
        dates.forEach(({ date, findings }, index) => {
          const before = troublesOf(date, findings, side);
          const then = troublesOf(after[index]!, byDate.get(date.key)!, side);
          if (!claims.has(date.key)) stillTroubled += hasTrouble(before) ? 1 : 0;
          else if (hasTrouble(before)) expect(isAlternative(before, then).does).toBe(true);
          else expect(hasTrouble(then)).toBe(false);
        });
        expect(stillTroubled).toBe(left);
      }
    }),
    { numRuns: 300, seed: 20270413 },
  );
  expect([...met.keys()].sort()).toEqual(['mixture', 'one-space', 'one-time']);
  expect(Math.min(...met.values())).toBeGreaterThan(10);
}, 60_000);
