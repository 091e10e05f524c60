import { RRule } from 'rrule';
import fc from 'fast-check';
import {
  addDays,
  fromWallMinute,
  localDate,
  localDateTime,
  wallMinute,
  dateOf,
  type LocalDateTime,
} from '../time/local-time';
import { toEpochMinute, toLocal } from '../time/zone';
import { epochMinute } from '../time/epoch-minute';
import { expandRule, parseWeeklyRule, weeklyRuleText } from './rule';

const NY = 'America/New_York';
const START = localDateTime('1997-09-02T09:00');
const all = (rrule: string, most = 50) =>
  expandRule({ start: START, tzid: NY, rrule }, { from: START, to: localDateTime('2005-01-01T00:00'), most });
const days = (text: string): LocalDateTime[] => text.split(' ').map((day) => `${day}T09:00` as LocalDateTime);

// RFC 5545 3.8.5.3, the weekly examples with DTSTART;TZID=America/New_York:19970902T090000 (values from memory).
describe('weekly examples of RFC 5545', () => {
  test('weekly for 10 occurrences', () =>
    expect(all('FREQ=WEEKLY;COUNT=10')).toEqual(
      days(
        '1997-09-02 1997-09-09 1997-09-16 1997-09-23 1997-09-30 1997-10-07 1997-10-14 1997-10-21 1997-10-28 1997-11-04',
      ),
    ));
  test('weekly until December 24, 1997', () => {
    const dates = all('FREQ=WEEKLY;UNTIL=19971224T000000Z');
    expect(dates).toHaveLength(17);
    expect([dates[0], dates[8], dates[16]]).toEqual(days('1997-09-02 1997-10-28 1997-12-23'));
  });
  test('every other week, forever', () =>
    expect(all('FREQ=WEEKLY;INTERVAL=2;WKST=SU', 11)).toEqual(
      days(
        '1997-09-02 1997-09-16 1997-09-30 1997-10-14 1997-10-28 1997-11-11 1997-11-25 1997-12-09 1997-12-23 1998-01-06 1998-01-20',
      ),
    ));
  test.each([
    'FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH',
    'FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH',
  ])('Tuesday and Thursday for five weeks: %s', (rrule) =>
    expect(all(rrule)).toEqual(
      days(
        '1997-09-02 1997-09-04 1997-09-09 1997-09-11 1997-09-16 1997-09-18 1997-09-23 1997-09-25 1997-09-30 1997-10-02',
      ),
    ),
  );
  test('every other week on Monday, Wednesday, Friday until December 24, 1997, from Monday September 1', () => {
    const start = localDateTime('1997-09-01T09:00');
    const rrule = 'FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR';
    expect(
      expandRule(
        { start, tzid: NY, rrule },
        { from: start, to: localDateTime('1999-01-01T00:00'), most: 99 },
      ),
    ).toEqual(
      days(
        '1997-09-01 1997-09-03 1997-09-05 1997-09-15 1997-09-17 1997-09-19 1997-09-29 1997-10-01 1997-10-03 1997-10-13 1997-10-15 1997-10-17 1997-10-27 1997-10-29 1997-10-31 1997-11-10 1997-11-12 1997-11-14 1997-11-24 1997-11-26 1997-11-28 1997-12-08 1997-12-10 1997-12-12 1997-12-22',
      ),
    );
  });
  test('every other week on Tuesday and Thursday, for 8 occurrences', () =>
    expect(all('FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH')).toEqual(
      days('1997-09-02 1997-09-04 1997-09-16 1997-09-18 1997-09-30 1997-10-02 1997-10-14 1997-10-16'),
    ));
  test.each([
    ['MO', '1997-08-05 1997-08-10 1997-08-19 1997-08-24'],
    ['SU', '1997-08-05 1997-08-17 1997-08-19 1997-08-31'],
  ])('the week start changes the dates: WKST=%s', (wkst, expected) => {
    const start = localDateTime('1997-08-05T09:00');
    const rrule = `FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=${wkst}`;
    expect(
      expandRule({ start, tzid: NY, rrule }, { from: start, to: localDateTime('1999-01-01T00:00'), most: 9 }),
    ).toEqual(days(expected));
  });
});

// References: plain calendar arithmetic, and the npm package `rrule` (wall times as if UTC).
describe('the weekly rule of the form', () => {
  const weekly = fc.record({
    wall: fc.integer({
      min: wallMinute(localDateTime('2027-01-01T00:00')),
      max: wallMinute(localDateTime('2028-01-01T00:00')),
    }),
    interval: fc.integer({ min: 1, max: 6 }),
    weeks: fc.integer({ min: 0, max: 60 }),
    zone: fc.constantFrom('Europe/London', 'America/Santiago', 'Asia/Kathmandu'),
  });

  test('gives every n-th week up to and with the last day, less starts that do not exist', () => {
    fc.assert(
      fc.property(weekly, ({ wall, interval, weeks, zone }) => {
        const start = fromWallMinute(wall);
        fc.pre(toEpochMinute(start, zone, 'does-not-exist') !== null);
        const until = addDays(dateOf(start), weeks * 7);
        const rrule = weeklyRuleText({ interval, until }, zone);
        const found = expandRule(
          { start, tzid: zone, rrule },
          { from: start, to: localDateTime('2031-01-01T00:00'), most: 999 },
        );
        const byArithmetic: LocalDateTime[] = [];
        for (let week = 0; week <= weeks; week += interval)
          byArithmetic.push(fromWallMinute(wall + week * 7 * 1440));
        const exists = (at: LocalDateTime) => toEpochMinute(at, zone, 'does-not-exist') !== null;
        expect(found).toEqual(byArithmetic.filter(exists));
        const second = new RRule({
          freq: RRule.WEEKLY,
          interval,
          dtstart: new Date(`${start}Z`),
          until: new Date(`${until}T23:59Z`),
        });
        expect(found).toEqual(
          second
            .all()
            .map((at) => at.toISOString().slice(0, 16))
            .filter((at) => exists(at as LocalDateTime)),
        );
        const back = parseWeeklyRule(rrule, (utc) => dateOf(toLocal(epochMinute(wallMinute(utc)), zone)));
        expect(back).toEqual({ interval, until });
      }),
      { numRuns: 200 },
    );
  });

  test('a window years ahead gives only the dates inside it', () => {
    const start = localDateTime('2019-04-02T09:00');
    const rule = { start, tzid: 'Europe/London', rrule: 'FREQ=WEEKLY' };
    expect(
      expandRule(rule, {
        from: localDateTime('2027-04-13T09:00'),
        to: localDateTime('2027-04-27T09:00'),
        most: 99,
      }),
    ).toEqual(['2027-04-13T09:00', '2027-04-20T09:00']);
  });

  test('a rule the form cannot show is told', () => {
    expect(parseWeeklyRule('FREQ=MONTHLY;BYDAY=2TU', () => localDate('2027-01-01'))).toBeNull();
  });
});
