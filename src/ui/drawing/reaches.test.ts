import { bandsOf } from '@/core/occupancy/bands';
import { joinedReaches, reachesOf } from './reaches';

const EVENT = { start: 600, end: 720 } as Parameters<typeof bandsOf>[0];
const minutes = (setupMin: number, accessMin: number, exitMin: number, strikeMin: number) =>
  bandsOf(EVENT, { setupMin, accessMin, exitMin, strikeMin });

describe('the lines of a booking joined', () => {
  test('nothing beside the event: nothing to draw', () => {
    expect(joinedReaches(minutes(0, 0, 0, 0))).toBeNull();
  });

  test('the crew before and after takes it all up; the host lies within', () => {
    const joined = joinedReaches(minutes(45, 15, 10, 30))!;
    expect(joined.span).toBe(joined.crew);
    expect(joined.span).toEqual({ start: 540, end: 760 });
    expect(joined.host).toEqual({ start: 585, end: 730 });
    expect(joined.className).toBe('bands bands-setup bands-access bands-exit bands-strike');
  });

  test('whatever there is, both lines lie within what is drawn and are those drawn apart', () => {
    for (let pattern = 1; pattern < 16; pattern += 1) {
      const bands = minutes(
        pattern & 1 ? 45 : 0,
        pattern & 2 ? 15 : 0,
        pattern & 4 ? 10 : 0,
        pattern & 8 ? 30 : 0,
      );
      const apart = reachesOf(bands);
      const { span, crew, host } = joinedReaches(bands)!;
      expect([crew, host].filter(Boolean)).toEqual(apart.map((reach) => reach.span));
      expect(span.start).toBe(Math.min(...apart.map((reach) => reach.span.start)));
      expect(span.end).toBe(Math.max(...apart.map((reach) => reach.span.end)));
    }
  });
});
