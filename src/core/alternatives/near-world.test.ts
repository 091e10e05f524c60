import fc from 'fast-check';
import { troubledCase, troubles } from '@tests/builders/trouble';
import { checkDates } from '../checks/check';
import type { ClaimId } from '../ids';
import { NearWorld } from './near-world';

// Reference: the check of the whole world, with what is the request's own taken out of it row by row.
test('property: what is near tells as much as the whole world, for a request of its own', () => {
  let found = 0;
  fc.assert(
    fc.property(troubles, fc.array(fc.integer({ min: 0, max: 25 })), (drawn, ownRows) => {
      const { date, siblings, world, asked } = troubledCase(drawn);
      const own = new Set<ClaimId>([
        ...ownRows.flatMap((index) => world.busy[index]?.claimId ?? []),
        ...ownRows.slice(0, 2).flatMap((index) => world.uses[index]?.claimId ?? []),
      ]);
      const isOther = ({ claimId }: { readonly claimId: ClaimId }) => !own.has(claimId);
      const without = { ...world, busy: world.busy.filter(isOther), uses: world.uses.filter(isOther) };
      const dates = [date.date, ...siblings];
      const near = new NearWorld(world, []).checkApart(dates, asked, own);
      expect(near).toEqual(checkDates(dates, without, asked));
      found += near.length;
    }),
    { numRuns: 300 },
  );
  expect(found).toBeGreaterThan(300);
});
