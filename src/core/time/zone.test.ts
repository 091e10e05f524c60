import { Temporal } from 'temporal-polyfill';
import fc from 'fast-check';
import { epochMinute } from './epoch-minute';
import { fromWallMinute, localDate, localDateTime, type LocalDateTime } from './local-time';
import { dayInterval, isZone, toEpochMinute, toLocal } from './zone';

const ZONES = [
  'Europe/London',
  'America/New_York',
  'Australia/Lord_Howe',
  'America/Santiago',
  'Asia/Kathmandu',
  'UTC',
];
const asTemporal = (at: LocalDateTime, zone: string) =>
  Temporal.PlainDateTime.from(at).toZonedDateTime(zone, { disambiguation: 'compatible' });

// Outside reference: IANA data of the runtime through Temporal, one slow conversion at a time.
describe('wall time and instant', () => {
  const anyMinute = fc.integer({ min: 18_262 * 1440, max: 25_567 * 1440 });

  test.each(ZONES)('%s agrees with Temporal on any wall time', (zone) => {
    fc.assert(
      fc.property(anyMinute, (wall) => {
        const at = fromWallMinute(wall);
        expect(toEpochMinute(at, zone, 'offset-before')).toBe(
          asTemporal(at, zone).epochMilliseconds / 60_000,
        );
      }),
      { numRuns: 300 },
    );
  });

  test.each(ZONES)('%s agrees with Temporal in every minute around its clock changes of 2027', (zone) => {
    let change = Temporal.ZonedDateTime.from(`2027-01-01T00:00[${zone}]`).getTimeZoneTransition('next');
    for (let n = 0; n < 2 && change; n += 1, change = change.getTimeZoneTransition('next')) {
      for (let offset = -180; offset < 180; offset += 1) {
        const at = change.toPlainDateTime().add({ minutes: offset }).toString().slice(0, 16) as LocalDateTime;
        const exact = asTemporal(at, zone);
        expect(toEpochMinute(at, zone, 'offset-before')).toBe(exact.epochMilliseconds / 60_000);
        const exists = exact.toPlainDateTime().toString().slice(0, 16) === at;
        expect(toEpochMinute(at, zone, 'does-not-exist') !== null).toBe(exists);
        const minute = epochMinute(exact.epochMilliseconds / 60_000);
        expect(toLocal(minute, zone)).toBe(exact.toPlainDateTime().toString().slice(0, 16));
      }
    }
  });

  test('in the autumn overlap the first instant counts', () => {
    expect(toEpochMinute(localDateTime('2027-10-31T01:30'), 'Europe/London', 'does-not-exist')).toBe(
      Date.UTC(2027, 9, 31, 0, 30) / 60_000,
    );
  });

  test('a day has 1,380, 1,440 or 1,500 minutes', () => {
    const minutes = (date: string) => {
      const day = dayInterval(localDate(date), 'Europe/London');
      return day.end - day.start;
    };
    expect([minutes('2027-03-28'), minutes('2027-04-13'), minutes('2027-10-31')]).toEqual([1380, 1440, 1500]);
  });

  test('an unknown zone is told from a known one', () => {
    expect([isZone('Europe/London'), isZone('Europe/Quillmere')]).toEqual([true, false]);
  });
});
