import { localDateTime, type LocalDateTime } from '../time/local-time';
import { datesInGap, expandRule, firstDate, isEndless } from './rule';
import { parseRule } from './parse-rule';

const NY = 'America/New_York';
const LONDON = 'Europe/London';
const FAR = localDateTime('2099-12-30T00:00');

function dates(rrule: string, from = '1997-09-02T09:00', most = 60, tzid = NY): LocalDateTime[] {
  const start = localDateTime(from);
  return expandRule({ start, tzid, rrule }, { from: start, to: FAR, most });
}

/** `1997-09-02` stands for nine o'clock of that day, the time of nearly all of the RFC's examples. */
const nine = (text: string): string[] => text.split(' ').map((day) => `${day}T09:00`);

// RFC 5545 3.8.5.3, DTSTART;TZID=America/New_York:19970902T090000 unless said (values from memory).
describe('examples of RFC 5545', () => {
  const examples: [rule: string, expected: string, start?: string][] = [
    [
      'FREQ=DAILY;COUNT=10',
      '1997-09-02 1997-09-03 1997-09-04 1997-09-05 1997-09-06 1997-09-07 1997-09-08 1997-09-09 1997-09-10 1997-09-11',
    ],
    ['FREQ=DAILY;INTERVAL=2', '1997-09-02 1997-09-04 1997-09-06 1997-09-08'],
    ['FREQ=DAILY;INTERVAL=10;COUNT=5', '1997-09-02 1997-09-12 1997-09-22 1997-10-02 1997-10-12'],
    [
      'FREQ=WEEKLY;COUNT=10',
      '1997-09-02 1997-09-09 1997-09-16 1997-09-23 1997-09-30 1997-10-07 1997-10-14 1997-10-21 1997-10-28 1997-11-04',
    ],
    [
      'FREQ=WEEKLY;INTERVAL=2;WKST=SU',
      '1997-09-02 1997-09-16 1997-09-30 1997-10-14 1997-10-28 1997-11-11 1997-11-25 1997-12-09 1997-12-23 1998-01-06 1998-01-20',
    ],
    [
      'FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH',
      '1997-09-02 1997-09-04 1997-09-09 1997-09-11 1997-09-16 1997-09-18 1997-09-23 1997-09-25 1997-09-30 1997-10-02',
    ],
    [
      'FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH',
      '1997-09-02 1997-09-04 1997-09-09 1997-09-11 1997-09-16 1997-09-18 1997-09-23 1997-09-25 1997-09-30 1997-10-02',
    ],
    [
      'FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR',
      '1997-09-01 1997-09-03 1997-09-05 1997-09-15 1997-09-17 1997-09-19 1997-09-29 1997-10-01 1997-10-03 1997-10-13 1997-10-15 1997-10-17 1997-10-27 1997-10-29 1997-10-31 1997-11-10 1997-11-12 1997-11-14 1997-11-24 1997-11-26 1997-11-28 1997-12-08 1997-12-10 1997-12-12 1997-12-22',
      '1997-09-01T09:00',
    ],
    [
      'FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH',
      '1997-09-02 1997-09-04 1997-09-16 1997-09-18 1997-09-30 1997-10-02 1997-10-14 1997-10-16',
    ],
    [
      'FREQ=MONTHLY;COUNT=10;BYDAY=1FR',
      '1997-09-05 1997-10-03 1997-11-07 1997-12-05 1998-01-02 1998-02-06 1998-03-06 1998-04-03 1998-05-01 1998-06-05',
      '1997-09-05T09:00',
    ],
    [
      'FREQ=MONTHLY;UNTIL=19971224T000000Z;BYDAY=1FR',
      '1997-09-05 1997-10-03 1997-11-07 1997-12-05',
      '1997-09-05T09:00',
    ],
    [
      'FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU',
      '1997-09-07 1997-09-28 1997-11-02 1997-11-30 1998-01-04 1998-01-25 1998-03-01 1998-03-29 1998-05-03 1998-05-31',
      '1997-09-07T09:00',
    ],
    [
      'FREQ=MONTHLY;COUNT=6;BYDAY=-2MO',
      '1997-09-22 1997-10-20 1997-11-17 1997-12-22 1998-01-19 1998-02-16',
      '1997-09-22T09:00',
    ],
    [
      'FREQ=MONTHLY;BYMONTHDAY=-3',
      '1997-09-28 1997-10-29 1997-11-28 1997-12-29 1998-01-29 1998-02-26',
      '1997-09-28T09:00',
    ],
    [
      'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15',
      '1997-09-02 1997-09-15 1997-10-02 1997-10-15 1997-11-02 1997-11-15 1997-12-02 1997-12-15 1998-01-02 1998-01-15',
    ],
    [
      'FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1',
      '1997-09-30 1997-10-01 1997-10-31 1997-11-01 1997-11-30 1997-12-01 1997-12-31 1998-01-01 1998-01-31 1998-02-01',
      '1997-09-30T09:00',
    ],
    [
      'FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15',
      '1997-09-10 1997-09-11 1997-09-12 1997-09-13 1997-09-14 1997-09-15 1999-03-10 1999-03-11 1999-03-12 1999-03-13',
      '1997-09-10T09:00',
    ],
    [
      'FREQ=MONTHLY;INTERVAL=2;BYDAY=TU',
      '1997-09-02 1997-09-09 1997-09-16 1997-09-23 1997-09-30 1997-11-04 1997-11-11 1997-11-18 1997-11-25 1998-01-06 1998-01-13 1998-01-20 1998-01-27',
    ],
    [
      'FREQ=YEARLY;COUNT=10;BYMONTH=6,7',
      '1997-06-10 1997-07-10 1998-06-10 1998-07-10 1999-06-10 1999-07-10 2000-06-10 2000-07-10 2001-06-10 2001-07-10',
      '1997-06-10T09:00',
    ],
    [
      'FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3',
      '1997-03-10 1999-01-10 1999-02-10 1999-03-10 2001-01-10 2001-02-10 2001-03-10 2003-01-10 2003-02-10 2003-03-10',
      '1997-03-10T09:00',
    ],
    [
      'FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200',
      '1997-01-01 1997-04-10 1997-07-19 2000-01-01 2000-04-09 2000-07-18 2003-01-01 2003-04-10 2003-07-19 2006-01-01',
      '1997-01-01T09:00',
    ],
    ['FREQ=YEARLY;BYDAY=20MO', '1997-05-19 1998-05-18 1999-05-17', '1997-05-19T09:00'],
    ['FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO', '1997-05-12 1998-05-11 1999-05-17', '1997-05-12T09:00'],
    [
      'FREQ=YEARLY;BYMONTH=3;BYDAY=TH',
      '1997-03-13 1997-03-20 1997-03-27 1998-03-05 1998-03-12 1998-03-19 1998-03-26 1999-03-04',
      '1997-03-13T09:00',
    ],
    [
      'FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8',
      '1997-06-05 1997-06-12 1997-06-19 1997-06-26 1997-07-03 1997-07-10',
      '1997-06-05T09:00',
    ],
    ['FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13', '1998-02-13 1998-03-13 1998-11-13 1999-08-13 2000-10-13'],
    [
      'FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13',
      '1997-09-13 1997-10-11 1997-11-08 1997-12-13 1998-01-10 1998-02-07 1998-03-07 1998-04-11 1998-05-09 1998-06-13',
      '1997-09-13T09:00',
    ],
    [
      'FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8',
      '1996-11-05 2000-11-07 2004-11-02',
      '1996-11-05T09:00',
    ],
    [
      'FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3',
      '1997-09-04 1997-10-07 1997-11-06',
      '1997-09-04T09:00',
    ],
    [
      'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2',
      '1997-09-29 1997-10-30 1997-11-27 1997-12-30 1998-01-29 1998-02-26 1998-03-30',
      '1997-09-29T09:00',
    ],
    [
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO',
      '1997-08-05 1997-08-10 1997-08-19 1997-08-24',
      '1997-08-05T09:00',
    ],
    [
      'FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU',
      '1997-08-05 1997-08-17 1997-08-19 1997-08-31',
      '1997-08-05T09:00',
    ],
    [
      'FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5',
      '2007-01-15 2007-01-30 2007-02-15 2007-03-15 2007-03-30',
      '2007-01-15T09:00',
    ],
  ];
  test.each(examples.map(([rule, expected, start = '1997-09-02T09:00']) => [rule, expected, start]))(
    '%s',
    (rule, expected, start) => {
      const wanted = nine(expected);
      expect(dates(rule, start, wanted.length)).toEqual(wanted);
      if (rule.includes('COUNT') || rule.includes('UNTIL'))
        expect(dates(rule, start, 999)).toHaveLength(wanted.length);
    },
  );
  test('daily until December 24, 1997 has 113 dates, every day in January for 3 years 93', () => {
    expect(dates('FREQ=DAILY;UNTIL=19971224T000000Z', undefined, 999)).toHaveLength(113);
    const january = 'FREQ=YEARLY;UNTIL=20000131T140000Z;BYMONTH=1;BYDAY=SU,MO,TU,WE,TH,FR,SA';
    expect(dates(january, '1998-01-01T09:00', 999)).toHaveLength(93);
    expect(dates('FREQ=DAILY;UNTIL=20000131T140000Z;BYMONTH=1', '1998-01-01T09:00', 999)).toHaveLength(93);
  });
  test('several times a day by hours and minutes', () => {
    const found = dates('FREQ=DAILY;BYHOUR=9,10;BYMINUTE=0,20', undefined, 5);
    expect(found).toEqual([
      '1997-09-02T09:00',
      '1997-09-02T09:20',
      '1997-09-02T10:00',
      '1997-09-02T10:20',
      '1997-09-03T09:00',
    ]);
  });
});

// Faults measured in npm libraries for recurrence before this was written; none of them may come back.
describe('what libraries get wrong', () => {
  test('BYYEARDAY together with BYDAY keeps both', () =>
    // 1 January 2027 is a Friday; the next is in 2032 (after the leap year 2028).
    expect(dates('FREQ=YEARLY;BYYEARDAY=1;BYDAY=FR', '2027-01-01T09:00', 2)).toEqual(
      nine('2027-01-01 2038-01-01'),
    ));
  test('a 53rd weekday does not spill into January', () =>
    expect(dates('FREQ=YEARLY;BYDAY=53FR', '2027-01-01T09:00', 2)).toEqual(nine('2027-12-31 2032-12-31')));
  test('a sparse daily rule goes on as long as it is looked at', () => {
    const found = dates('FREQ=DAILY;INTERVAL=7;BYMONTH=2;BYMONTHDAY=29', '2028-02-29T09:00', 9);
    expect(found).toEqual(nine('2028-02-29 2056-02-29 2084-02-29'));
  });
  test('a rule that never yields says so, in bounded time', () => {
    const never = (rrule: string) =>
      firstDate({ start: localDateTime('2027-04-13T09:00'), tzid: LONDON, rrule });
    expect(never('FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30')).toBeNull();
    expect(never('FREQ=DAILY;BYMONTH=4;BYMONTHDAY=31')).toBeNull();
    expect(never('FREQ=YEARLY;INTERVAL=4;BYMONTH=2;BYMONTHDAY=29')).toBeNull();
    expect(never('FREQ=WEEKLY;UNTIL=20270412T000000Z')).toBeNull();
  });
});

describe('clock changes', () => {
  test('a date in the spring gap does not exist and is not counted (RFC 5545 3.3.10)', () => {
    const rule = 'FREQ=DAILY;COUNT=3';
    expect(dates(rule, '2027-03-27T01:30', 9, LONDON)).toEqual([
      '2027-03-27T01:30',
      '2027-03-29T01:30',
      '2027-03-30T01:30',
    ]);
    const series = { start: localDateTime('2027-03-27T01:30'), tzid: LONDON, rrule: rule };
    expect(datesInGap(series, { from: series.start, to: FAR, most: 9 })).toEqual(['2027-03-28T01:30']);
  });
  test('nine o’clock stays nine o’clock, south of the equator too', () => {
    const found = dates('FREQ=WEEKLY;COUNT=60', '2027-01-04T09:00', 60, 'Australia/Sydney');
    expect(found.every((at) => at.endsWith('T09:00'))).toBe(true);
    expect(found).toHaveLength(60);
  });
  test('UNTIL in UTC is an instant: the last date is in or out by one minute', () => {
    // 18:15 in London on 2 July is 17:15 UTC; on 5 November it is 18:15 UTC.
    const until = (text: string, start: string) =>
      dates(`FREQ=WEEKLY;UNTIL=${text}`, start, 99, LONDON).pop();
    expect(until('20270702T171500Z', '2027-06-04T18:15')).toBe('2027-07-02T18:15');
    expect(until('20270702T171400Z', '2027-06-04T18:15')).toBe('2027-06-25T18:15');
    expect(until('20271105T181500Z', '2027-10-08T18:15')).toBe('2027-11-05T18:15');
    expect(until('20271105T181400Z', '2027-10-08T18:15')).toBe('2027-10-29T18:15');
  });
  test('UNTIL as a day holds the whole day, as a wall time that minute', () => {
    expect(dates('FREQ=DAILY;UNTIL=20270415', '2027-04-13T23:30', 9, LONDON)).toHaveLength(3);
    expect(dates('FREQ=DAILY;UNTIL=20270415T233000', '2027-04-13T23:30', 9, LONDON)).toHaveLength(3);
    expect(dates('FREQ=DAILY;UNTIL=20270415T232900', '2027-04-13T23:30', 9, LONDON)).toHaveLength(2);
  });
  test('a day whose midnight is jumped over is still a day', () => {
    // Cairo 2027: clocks go forward at 00:00 on Friday 30 April.
    const rule = {
      start: localDateTime('2027-04-29T00:00'),
      tzid: 'Africa/Cairo',
      rrule: 'FREQ=DAILY;COUNT=3',
    };
    const limit = { from: rule.start, to: FAR, most: 9 };
    expect(expandRule(rule, limit)).toEqual(['2027-04-29T00:00', '2027-05-01T00:00', '2027-05-02T00:00']);
    expect(expandRule({ ...rule, allDay: true }, limit)).toEqual([
      '2027-04-29T00:00',
      '2027-04-30T00:00',
      '2027-05-01T00:00',
    ]);
  });
});

describe('windows', () => {
  test('one far ahead gives only what is inside it, its end excluded', () => {
    const rule = { start: localDateTime('2019-04-02T09:00'), tzid: LONDON, rrule: 'FREQ=WEEKLY' };
    const window = {
      from: localDateTime('2027-04-13T09:00'),
      to: localDateTime('2027-04-27T09:00'),
      most: 99,
    };
    expect(expandRule(rule, window)).toEqual(nine('2027-04-13 2027-04-20'));
  });
  test('a COUNT is counted from the start however the windows are looked at', () => {
    const rule = { start: localDateTime('2026-04-14T09:00'), tzid: LONDON, rrule: 'FREQ=WEEKLY;COUNT=54' };
    const look = (from: string, to: string) =>
      expandRule(rule, { from: localDateTime(from), to: localDateTime(to), most: 99 });
    expect(look('2027-04-01T00:00', '2027-05-01T00:00')).toEqual(nine('2027-04-06 2027-04-13 2027-04-20'));
    expect(look('2026-04-01T00:00', '2026-05-01T00:00')).toHaveLength(3);
    expect(look('2027-04-21T00:00', '2029-01-01T00:00')).toEqual([]);
  });
  test('a rule without COUNT and UNTIL is endless', () => {
    expect(isEndless('FREQ=DAILY')).toBe(true);
    expect(isEndless('FREQ=DAILY;COUNT=3')).toBe(false);
    expect(isEndless('FREQ=DAILY;UNTIL=20300101')).toBe(false);
  });
});

describe('what is refused', () => {
  test.each([
    ['FREQ=SECONDLY', 'too-often'],
    ['FREQ=HOURLY;COUNT=3', 'too-often'],
    ['FREQ=DAILY;INTERVAL=0', 'bad-value'],
    ['FREQ=DAILY;INTERVAL=-1', 'bad-value'],
    ['FREQ=DAILY;COUNT=0', 'bad-value'],
    ['FREQ=DAILY;COUNT=3;UNTIL=20270101', 'count-and-until'],
    ['FREQ=MONTHLY;BYMONTHDAY=32', 'bad-value'],
    ['FREQ=MONTHLY;BYMONTHDAY=0', 'bad-value'],
    ['FREQ=YEARLY;BYMONTH=13', 'bad-value'],
    ['FREQ=YEARLY;BYWEEKNO=54;BYDAY=MO', 'bad-value'],
    ['FREQ=YEARLY;BYYEARDAY=367', 'bad-value'],
    ['FREQ=WEEKLY;BYDAY=XX', 'bad-value'],
    ['FREQ=MONTHLY;BYDAY=54MO', 'bad-value'],
    ['FREQ=WEEKLY;WKST=XX', 'bad-value'],
    ['FREQ=DAILY;UNTIL=20270231', 'bad-value'],
    ['FREQ=DAILY;UNTIL=soon', 'bad-value'],
    ['FREQ=WEEKLY;BYDAY=2TU', 'does-not-go-with'],
    ['FREQ=WEEKLY;BYMONTHDAY=2', 'does-not-go-with'],
    ['FREQ=MONTHLY;BYWEEKNO=2', 'does-not-go-with'],
    ['FREQ=DAILY;BYYEARDAY=2', 'does-not-go-with'],
    ['FREQ=YEARLY;BYWEEKNO=2;BYDAY=1MO', 'does-not-go-with'],
    ['FREQ=DAILY;BYSETPOS=1', 'setpos-alone'],
    ['FREQ=DAILY;BYSECOND=30', 'seconds'],
    ['FREQ=DAILY;BYEASTER=1', 'unknown-part'],
    ['FREQ=DAILY;COUNT=3;COUNT=4', 'part-twice'],
    ['every tuesday', 'not-a-rule'],
    ['', 'not-a-rule'],
    [`FREQ=DAILY;BYMONTH=${'1,'.repeat(600)}1`, 'not-a-rule'],
  ])('%s: %s', (rule, kind) => {
    const reading = parseRule(rule);
    expect(reading.ok ? 'read' : reading.fault.kind).toBe(kind);
  });
});
