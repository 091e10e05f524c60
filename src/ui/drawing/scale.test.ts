import { epochMinute, interval, type Interval } from '@/core/time/epoch-minute';
import { makeScale } from './scale';

const DAY = 30_000_960;
const span = (from: number, to: number): Interval => interval(epochMinute(DAY + from), epochMinute(DAY + to));

test('a scale puts the ends at the ends and cuts what reaches beyond', () => {
  const scale = makeScale(span(480, 960));
  expect([scale.left(DAY + 480), scale.left(DAY + 720), scale.left(DAY + 9999)]).toEqual([
    '0.000%',
    '50.000%',
    '100.000%',
  ]);
  expect([scale.width(span(480, 600)), scale.width(span(0, 600)), scale.width(span(900, 2000))]).toEqual([
    '25.000%',
    '25.000%',
    '12.500%',
  ]);
});
