import fc from 'fast-check';
import type { EpochMinute } from '../time/epoch-minute';
import { OUTDOOR_LIMITS, weatherRisk, type ForecastHour } from './outdoors';

const hour = (index: number, gustKmh: number, rainMm: number): ForecastHour => ({
  start: (index * 60) as EpochMinute,
  gustKmh,
  rainMm,
});
const event = (start: number, end: number) => ({ start: start as EpochMinute, end: end as EpochMinute });

test('quiet hours, and hours before and after the event, are no risk', () => {
  expect(weatherRisk(event(120, 180), [hour(2, 49.9, 0.9)])).toBeNull();
  expect(weatherRisk(event(120, 180), [hour(1, 90, 9), hour(3, 90, 9)])).toBeNull();
  expect(weatherRisk(event(120, 180), [])).toBeNull();
});

test('the worst hour is told, within the event', () => {
  expect(weatherRisk(event(130, 200), [hour(2, 20, 1.5), hour(3, 61, 0)])).toEqual({
    gustKmh: 61,
    rainMm: 1.5,
    during: { start: 130, end: 200 },
  });
});

test('as a count by the minute', () => {
  const hours = fc.array(
    fc.record({ gust: fc.integer({ min: 0, max: 100 }), rain: fc.integer({ min: 0, max: 3 }) }),
    { minLength: 1, maxLength: 12 },
  );
  fc.assert(
    fc.property(hours, fc.nat(700), fc.integer({ min: 1, max: 300 }), (made, start, length) => {
      const forecast = made.map(({ gust, rain }, index) => hour(index, gust, rain));
      const minutes = Array.from({ length }, (_, index) => start + index).filter((minute) => {
        const at = forecast[Math.floor(minute / 60)];
        return at && (at.gustKmh >= OUTDOOR_LIMITS.gustKmh || at.rainMm >= OUTDOOR_LIMITS.rainMm);
      });
      const risk = weatherRisk(event(start, start + length), forecast);
      expect(risk === null).toBe(minutes.length === 0);
      if (risk) expect(risk.during).toEqual({ start: minutes[0], end: minutes[minutes.length - 1]! + 1 });
    }),
  );
});
