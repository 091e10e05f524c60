import fc from 'fast-check';
import { overlaps, type EpochMinute } from '../time/epoch-minute';
import { hostSpan, occupiedOf, setupKeyOf, type ClaimContent } from './bands';
import { mergeOwnShoulders, neighbourOf, sharedShoulder } from './turnover';
import { span, wanted } from '@tests/builders/world';

const minute = (value: number) => (span(0, 1).start + value) as EpochMinute;
/** Event from–to with bands of 30 each: hosts have it from −30 to +30, the crew from −60 to +60. */
const date = (key: string, from: number, to: number) => wanted(key, { from, to, bands: 30 });
const side = (from: number, to: number) => neighbourOf(date('x', from, to).claim, 0);

describe('two claims in one set-up', () => {
  test('share a shoulder where only strike and setup meet', () => {
    // Occupied until 160, and from 150: ten minutes would be cleared and set for nothing.
    expect(sharedShoulder(side(40, 100), side(210, 300), 10)).toEqual({
      boundary: minute(160),
      savedMin: 10,
    });
    // Occupied until 160, and from 110; hosts leave at 130 and come at 140: exactly the top-up is left.
    expect(sharedShoulder(side(40, 100), side(170, 260), 10)).toEqual({
      boundary: minute(130),
      savedMin: 50,
    });
  });
  test('a setup shorter than the top-up: the strike before keeps the rest, and no minute falls free', () => {
    const bare = { ...side(170, 260), occupied: span(140, 320) };
    expect(sharedShoulder(side(40, 100), bare, 10)).toEqual({ boundary: minute(140), savedMin: 20 });
  });
  test('one minute less than the top-up, or another layout, and it is a clash', () => {
    expect(sharedShoulder(side(40, 100), side(169, 260), 10)).toBeNull();
    const other = { ...side(210, 300), setupKey: setupKeyOf({ spaceId: 2 as never, layout: 'theatre' }) };
    expect(sharedShoulder(side(40, 100), other, 10)).toBeNull();
  });
  test('touching shoulders are two bookings like any other', () =>
    expect(sharedShoulder(side(40, 100), side(220, 300), 10)).toBeNull());
});

test('property: merged dates never overlap, keep access, event and exit whole, and leave the crew its top-up', () => {
  const gap = fc.integer({ min: 0, max: 200 });
  fc.assert(
    fc.property(
      fc.array(gap, { minLength: 1, maxLength: 6 }),
      fc.integer({ min: 0, max: 40 }),
      (gaps, topUp) => {
        let at = 0;
        const dates = gaps.map((each, index) => {
          at += each + 60;
          return date(`d${index}`, at, (at += 60));
        });
        const { dates: merged, links } = mergeOwnShoulders(dates, () => topUp);
        const spanOf = (claim: ClaimContent) => occupiedOf(claim, claim.spaces[0]!);
        for (let index = 1; index < merged.length; index += 1) {
          const [a, b] = [merged[index - 1]!.claim, merged[index]!.claim];
          const link = links.find(({ afterKey }) => afterKey === merged[index]!.key);
          const free = b.event.start - 30 - (a.event.end + 30);
          // By hand: they meet when fewer than 60 minutes lie between the hosts; sharing needs the top-up among them.
          expect(Boolean(link)).toBe(free < 60 && free >= topUp);
          if (link || free >= 60) expect(overlaps(spanOf(a), spanOf(b))).toBe(false);
          if (!link) continue;
          // The top-up is the later one's as far as its setup of 30 reaches; no minute between falls free.
          expect(b.event.start - 30 - link.boundary).toBeGreaterThanOrEqual(Math.min(topUp, 30));
          expect([spanOf(a).end, spanOf(b).start]).toEqual([link.boundary, link.boundary]);
        }
        for (const { claim } of merged) {
          const host = hostSpan(claim.event, 30, 30);
          expect(spanOf(claim).start).toBeLessThanOrEqual(host.start);
          expect(spanOf(claim).end).toBeGreaterThanOrEqual(host.end);
        }
      },
    ),
    { numRuns: 200 },
  );
});
