import fc from 'fast-check';
import { WEEKDAY_CODES } from '../recurrence/rule-parts';
import { localDate, parseLocalDate } from '../time/local-time';
import type { Grammar } from './grammar';
import { GERMAN } from './grammar.de';
import { ENGLISH } from './grammar.en';
import GERMAN_LINES from './lines.de.json';
import ENGLISH_LINES from './lines.en.json';
import type { Known, SaidRule } from './meaning';
import { readLine } from './read-line';
import { saidIn, type Said } from './said';

const numbered = (names: readonly string[]) => names.map((name, index) => ({ id: index + 1, name }));
const SPACES = [
  ['Whole Court', 'OC'],
  ['Quince Hall', 'QH'],
  ['East Bay', 'QE'],
  ['West Bay', 'QW'],
  ['Lemon Foyer', 'FO'],
  ['Lecture Barn', 'LB'],
  ['Council Room', 'CR'],
  ['Seed Library', 'SL'],
  ['Potting Studio', 'PS'],
  ['Glasshouse Gallery', 'GG'],
  ['Learning Room Ash', 'L1'],
  ['Learning Room Birch', 'L2'],
  ['Boathouse', 'BH'],
  ['Boathouse Terrace', 'TE'],
  ['Orchard Lawn', 'OL'],
  ['Walled Garden', 'WG'],
] as const;
const HOSTS = ['Fern and Moss Circle', 'Lakeside Choir', 'Pond Keepers', 'Seed Savers Row'];

/** A Tuesday. */
const TODAY = localDate('2027-04-13');
const ENGLISH_HOUSE: Known = {
  spaces: SPACES.map(([name, code], index) => ({ id: index + 1, name, code })),
  hosts: numbered(HOSTS),
  categories: numbered([
    'Exhibitions',
    'Fairs and swaps',
    'Music',
    'Societies',
    'Staff',
    'Talks',
    'Volunteers',
    'Workshops',
  ]),
  equipment: numbered([
    'Folding chair',
    'Garden buggy',
    'Hand microphone',
    'Lectern',
    'Lectern kit',
    'Patio heater',
    'Projector',
    'Round table 1.5 m',
    'Trestle table',
  ]),
  seasons: [{ name: 'Long-light season', to: localDate('2027-09-19') }],
  layouts: { rounds: 'round tables' },
  today: TODAY,
};
const GERMAN_HOUSE: Known = {
  ...ENGLISH_HOUSE,
  categories: numbered(['Ausstellungen', 'Musik', 'Personal', 'Tagungen', 'Workshops']),
  equipment: numbered(['Klappstuhl', 'Handmikrofon', 'Rednerpult', 'Beamer', 'Klapptisch', 'Stehtisch']),
  seasons: [{ name: 'Sommersaison', to: localDate('2027-09-19') }],
  layouts: { rounds: 'runde Tische' },
};

/** What a line is to be read as, as the lists write it. */
interface Expected {
  readonly title?: string;
  readonly kind?: string;
  readonly day?: string;
  readonly to?: string;
  readonly eachDay?: boolean;
  readonly days?: readonly string[];
  readonly allDay?: boolean;
  readonly hours?: string;
  readonly rule?: string;
  readonly count?: number;
  readonly until?: string;
  readonly except?: readonly string[];
  readonly people?: number;
  readonly space?: string;
  readonly moreSpaces?: readonly string[];
  readonly layout?: string;
  readonly category?: string;
  readonly host?: string;
  readonly equipment?: Readonly<Record<string, number>>;
  readonly unread?: readonly string[];
}

const clock = (minute: number): string =>
  `${String(Math.floor((minute % 1440) / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}${minute >= 1440 ? '+1' : ''}`;

function ruleText({ every, unit, weekdays, nths, monthDays }: SaidRule): string {
  const days = weekdays.map((day) => WEEKDAY_CODES[day - 1]!);
  const places = nths.length ? nths.map((nth) => `${nth}${days[0]}`) : [...days, ...monthDays];
  return [every, unit, ...places].join(' ');
}

const unlessEmpty = <Value extends object>(name: string, values: Value) =>
  Object.keys(values).length ? { [name]: values } : {};

/** What was read, as the lists write it. A rule's first date counts only where the list names one. */
function writtenAs(said: Said, unread: readonly string[], known: Known, list: Expected): Expected {
  const nameOf = (items: readonly { readonly id: number; readonly name: string }[], id: number | undefined) =>
    items.find((each) => each.id === id)?.name;
  const [space, ...moreSpaces] = said.spaces.map((id) => nameOf(known.spaces, id)!);
  const { rule } = said;
  return JSON.parse(
    JSON.stringify({
      title: said.title,
      kind: said.way,
      ...((!rule || list.day) && !said.days.length && { day: said.day }),
      to: said.lastDay,
      eachDay: said.isEachDay || undefined,
      ...unlessEmpty('days', said.days),
      allDay: said.isAllDay || undefined,
      hours:
        said.fromMin === undefined
          ? undefined
          : `${clock(said.fromMin)}-${said.toMin === undefined ? '' : clock(said.toMin)}`,
      rule: rule && ruleText(rule),
      count: said.count,
      until: said.until,
      ...unlessEmpty('except', said.except),
      people: said.people,
      space,
      ...unlessEmpty('moreSpaces', moreSpaces),
      layout: said.layout,
      category: nameOf(known.categories, said.category),
      host: nameOf(known.hosts, said.host),
      ...unlessEmpty(
        'equipment',
        Object.fromEntries(said.equipment.map(({ id, quantity }) => [nameOf(known.equipment, id), quantity])),
      ),
      ...unlessEmpty('unread', unread),
    }),
  ) as Expected;
}

const read = (line: string, grammar: Grammar, known: Known) => {
  const reading = readLine(line, grammar, known);
  return {
    reading,
    said: saidIn(reading, TODAY),
    unread: reading.unread.map(({ from, to }) => line.slice(from, to)),
  };
};

describe.each([
  ['English', ENGLISH, ENGLISH_HOUSE, ENGLISH_LINES],
  ['German', GERMAN, GERMAN_HOUSE, GERMAN_LINES],
] as const)('the fifty lines in %s', (_, grammar, known, lines) => {
  test.each(lines.map(({ line, reads }) => [line, reads] as const))('%s', (line, expected) => {
    const { said, unread } = read(line, grammar, known);
    expect(writtenAs(said, unread, known, expected as Expected)).toEqual(expected);
  });

  test.each(lines.map(({ line }) => [line]))('every letter of “%s” is read, joins or is told', (line) => {
    const { reading } = read(line, grammar, known);
    const told = [...reading.pieces, ...reading.unread];
    const rest = [...line]
      .map((letter, at) => (told.some(({ from, to }) => at >= from && at < to) ? ' ' : letter))
      .join('');
    for (const word of rest.match(/\S+/g) ?? [])
      for (const part of word.split(/(?=[,;:])|(?<=[,;:])/)) expect(part).toMatch(grammar.joining);
  });
});

describe('what cannot be sure is told, never taken', () => {
  test.each([
    ['30 Feb 10:00-12:00', { hours: '10:00-12:00', unread: ['30 Feb'] }],
    ['05/18/2027 10:00-12:00', { hours: '10:00-12:00', unread: ['05/18/2027'] }],
    ['Saturday 23 May 2027', { unread: ['Saturday 23 May 2027'] }],
    ['fri 25:00-26:00', { day: '2027-04-16', unread: ['25:00-26:00'] }],
    ['sun 3-5 Boathouse', { day: '2027-04-18', space: 'Boathouse', unread: ['3-5'] }],
    ['at 3 on 5 May', { day: '2027-05-05', unread: ['at 3'] }],
    ['10 microphones and 4 tables', { equipment: { 'Hand microphone': 10 }, unread: ['4 tables'] }],
    [
      'fri potting shed frobnicate 25 people',
      { day: '2027-04-16', people: 25, unread: ['potting shed frobnicate'] },
    ],
    ['every Friday in June 12-13', { rule: '1 week FR', hours: '12:00-13:00', unread: ['in June'] }],
    ['9-10 and 14-15 on 5 May', { day: '2027-05-05', hours: '09:00-10:00', unread: ['14-15'] }],
    ['Choir weekly until Christmas', { title: 'Choir', rule: '1 week', unread: ['until Christmas'] }],
    ['20 people 30 guests', { people: 20, unread: ['30 guests'] }],
    ['14', { unread: ['14'] }],
    ['10:00-12:00 Choir doors 9:30', { title: 'Choir doors', hours: '10:00-12:00', unread: ['9:30'] }],
    ['tables 4 and 6 fri', { day: '2027-04-16', title: 'tables 4 and 6' }],
  ])('%s', (line, expected) => {
    const { said, unread } = read(line, ENGLISH, ENGLISH_HOUSE);
    expect(writtenAs(said, unread, ENGLISH_HOUSE, expected)).toEqual(expected);
  });
});

describe('further lines as people say them', () => {
  test.each([
    [
      'Theatre rehearsal Fri 18:00-20:00 QH',
      { title: 'Theatre rehearsal', day: '2027-04-16', hours: '18:00-20:00', space: 'Quince Hall' },
    ],
    [
      '6 round tables and 48 chairs for 20 May 9am to 5pm',
      { equipment: { 'Round table 1.5 m': 6, 'Folding chair': 48 }, day: '2027-05-20', hours: '09:00-17:00' },
    ],
    ['fri between 9 and 11', { day: '2027-04-16', hours: '09:00-11:00' }],
    ['a week on Friday 10-12', { day: '2027-04-23', hours: '10:00-12:00' }],
    [
      'mon-fri 9am-1pm from 10 May until 14 May',
      { rule: '1 week MO TU WE TH FR', day: '2027-05-10', until: '2027-05-14', hours: '09:00-13:00' },
    ],
    [
      'The Tempest sat 9-1 in the barn',
      { title: 'The Tempest', day: '2027-04-17', hours: '09:00-13:00', space: 'Lecture Barn' },
    ],
    ['midnight to 2am sat', { day: '2027-04-17', hours: '00:00-02:00' }],
    [
      '4-6 May all day Exhibition',
      { day: '2027-05-04', to: '2027-05-06', allDay: true, title: 'Exhibition', category: 'Exhibitions' },
    ],
    [
      'May 12-14 9:00-17:00 each day',
      { day: '2027-05-12', to: '2027-05-14', eachDay: true, hours: '09:00-17:00' },
    ],
    [
      'Book Quince Hall for 50 on Friday 11-1pm',
      { space: 'Quince Hall', people: 50, day: '2027-04-16', hours: '11:00-13:00' },
    ],
    ['last day of the month 16-17', { rule: '1 month -1', hours: '16:00-17:00' }],
  ])('%s', (line, expected) => {
    const { said, unread } = read(line, ENGLISH, ENGLISH_HOUSE);
    expect(writtenAs(said, unread, ENGLISH_HOUSE, expected)).toEqual(expected);
  });
});

test('a rule begins on its first date, from the day that is said or from today', () => {
  const first = (line: string) => read(line, ENGLISH, ENGLISH_HOUSE).said.day;
  expect(first('every Monday from 5 May')).toBe('2027-05-10');
  expect(first('last Friday of the month')).toBe('2027-04-30');
  expect(first('on the 31st of every month from 1 June')).toBe('2027-07-31');
});

test.each([
  [ENGLISH, ENGLISH_HOUSE, ENGLISH_LINES],
  [GERMAN, GERMAN_HOUSE, GERMAN_LINES],
] as const)(
  'whatever words stand in whatever order, pieces lie in the line and say real days and hours',
  (grammar, known, lines) => {
    const words = lines.flatMap(({ line }) => line.split(' '));
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.constantFrom(...words), fc.string({ maxLength: 6 })), { maxLength: 25 }),
        (picked) => {
          const line = picked.join(' ');
          const { pieces, unread } = readLine(line, grammar, known);
          for (const { from, to } of [...pieces, ...unread]) {
            expect(from).toBeGreaterThanOrEqual(0);
            expect(to).toBeGreaterThan(from);
            expect(to).toBeLessThanOrEqual(line.length);
          }
          for (const piece of pieces) {
            if (piece.kind === 'day' || piece.kind === 'until')
              expect(parseLocalDate(piece.day)).toBe(piece.day);
            if (piece.kind === 'range') expect(piece.first < piece.last).toBe(true);
            if (piece.kind !== 'hours') continue;
            expect(piece.fromMin).toBeGreaterThanOrEqual(0);
            expect(piece.fromMin).toBeLessThan(1440);
            if (piece.toMin !== null)
              expect(piece.toMin > piece.fromMin && piece.toMin <= piece.fromMin + 1440).toBe(true);
          }
        },
      ),
      { numRuns: 300 },
    );
  },
);
