import { addWallMinutes, localDateTime } from './local-time';
import { comesTwice, shownOnWall } from './clock-change';
import { toEpochMinute } from './zone';

const at = localDateTime;

test('a time the clocks jump over is shown later by the jump, in several zones; all others as they are', () => {
  expect(shownOnWall(at('2027-03-28T01:30'), 'Europe/London')).toBe('2027-03-28T02:30');
  expect(shownOnWall(at('2027-03-28T01:00'), 'Europe/London')).toBe('2027-03-28T02:00');
  expect(shownOnWall(at('2027-03-28T02:00'), 'Europe/London')).toBe('2027-03-28T02:00');
  expect(shownOnWall(at('2027-03-14T02:15'), 'America/New_York')).toBe('2027-03-14T03:15');
  expect(shownOnWall(at('2027-10-03T02:10'), 'Australia/Lord_Howe')).toBe('2027-10-03T02:40');
});

test('a time that comes twice is told, at the edges exactly', () => {
  expect(comesTwice(at('2027-10-31T00:59'), 'Europe/London')).toBe(false);
  expect(comesTwice(at('2027-10-31T01:00'), 'Europe/London')).toBe(true);
  expect(comesTwice(at('2027-10-31T01:59'), 'Europe/London')).toBe(true);
  expect(comesTwice(at('2027-10-31T02:00'), 'Europe/London')).toBe(false);
  expect(comesTwice(at('2027-04-04T01:45'), 'Australia/Lord_Howe')).toBe(true);
});

// Outside reference: the IANA data in Node's Intl, asked minute by minute.
test.each(['Europe/London', 'America/New_York', 'Australia/Lord_Howe'])(
  '%s: every minute of a year that Intl shows is shown as itself, and twice where Intl shows it twice',
  (tzid) => {
    const format = new Intl.DateTimeFormat('sv-SE', {
      timeZone: tzid,
      dateStyle: 'short',
      timeStyle: 'short',
    });
    const shown = new Map<string, number>();
    for (const day of ['2027-03-13', '2027-03-27', '2027-04-03', '2027-10-02', '2027-10-30', '2027-11-06']) {
      const start = toEpochMinute(at(`${day}T12:00`), tzid, 'offset-before');
      for (let minute: number = start; minute < start + 1560; minute += 5) {
        const text = format.format(minute * 60_000).replace(' ', 'T');
        shown.set(text, (shown.get(text) ?? 0) + 1);
      }
      for (let minute = 0; minute < 1440; minute += 5) {
        const wall = addWallMinutes(at(`${day}T12:00`), minute);
        const times = shown.get(wall) ?? 0;
        expect([wall, shownOnWall(wall, tzid) === wall]).toEqual([wall, times > 0]);
        if (times > 0) expect([wall, comesTwice(wall, tzid)]).toEqual([wall, times > 1]);
      }
    }
  },
);
