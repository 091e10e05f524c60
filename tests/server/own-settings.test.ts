import { bringCatalogues } from '@/server/platform/language/catalogues';
import { risks } from '@/server/use-cases/decisions/risks';
import fc from 'fast-check';
import {
  MOST_ZOOM,
  ownSettingsSchema,
  readSettings,
  settingsText,
  USUAL_SETTINGS,
  weekStartOf,
  type OwnSettings,
} from '@/contracts/language/own-settings';
import { saveSettingsSchema } from '@/contracts/accounts/save-settings';
import { sayClock, sayTime, secondZoneText, spanText } from '@/contracts/words/when';
import { localDateTime } from '@/core/time/local-time';
import { writtenFor, writtenForAll } from '@/server/platform/ambient';
import { chosenBy, keepSettings } from '@/server/repositories/people/kept-settings';
import { queueReminders } from '@/server/effects/letters/queue-reminders';
import { outbox } from '@/server/use-cases/outbox/outbox';
import { boardHref, readBoardAddress } from '@/ui/board/board-address';
import { act, approvedIn, submit, times } from '@tests/builders/changes';
import { shut } from '@tests/builders/closure';
import { at, openOffice, SPACE, type TestOffice } from '@tests/builders/office';

beforeAll(bringCatalogues);

const TWELVE: OwnSettings = { ...USUAL_SETTINGS, clock: 12 };
const anySettings: fc.Arbitrary<OwnSettings> = fc.record({
  theme: fc.constantFrom('device', 'light', 'dark'),
  contrast: fc.constantFrom('usual', 'more'),
  clock: fc.constantFrom(24, 12),
  weekStart: fc.integer({ min: 0, max: 7 }),
  language: fc.constantFrom(null, 'en', 'de'),
  zone: fc.constantFrom(null, 'America/New_York', 'Asia/Kathmandu'),
  hours: fc.option(fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 12, max: 24 }))),
  days: fc.integer({ min: 1, max: 14 }),
  zoom: fc.constantFrom(1, 1.5, 4, MOST_ZOOM),
});

describe('a cookie of settings', () => {
  test('says what was chosen, whatever that is, and is what a form may send', () => {
    fc.assert(
      fc.property(anySettings, (settings) => {
        expect(readSettings(settingsText(settings))).toEqual(settings);
        expect(settingsText(settings)).toMatch(/^[\w%.!~*'()-]*$/);
        expect(saveSettingsSchema.parse({ settings }).settings).toEqual(settings);
      }),
    );
    expect(settingsText(USUAL_SETTINGS)).toBe('%7B%7D');
  });

  test('that somebody has tampered with is the usual, part by part', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(ownSettingsSchema.parse(readSettings(text))).toEqual(readSettings(text));
      }),
    );
    const read = (value: unknown) => readSettings(encodeURIComponent(JSON.stringify(value)));
    expect(read({ clock: 12, zone: 'Nowhere/Atall', days: 99, hours: [9, 3] })).toEqual(TWELVE);
    for (const odd of ['null', '[]', '7', '%E0%A4%A', '{"__proto__":{"clock":12}}', 'x'.repeat(9000)])
      expect(readSettings(odd)).toEqual(USUAL_SETTINGS);
  });
});

describe('written for', () => {
  const start = localDateTime('2027-04-20T14:05');
  test('somebody: the clock they chose, and nobody else’s', async () => {
    expect(sayTime(start)).toBe('14:05');
    await writtenFor(TWELVE, async () => {
      await Promise.resolve();
      expect(sayTime(start)).toBe('2:05 pm');
      expect(spanText(start, localDateTime('2027-04-21T00:00'))).toBe(
        'Tue 20 Apr 2027, 2:05 pm–12 am on Wed 21 Apr 2027',
      );
      expect(writtenForAll(() => sayTime(start))).toBe('14:05');
      expect([0, 720, 780, 1439, 1440, 1500].map(sayClock)).toEqual([
        '12 am',
        '12 pm',
        '1 pm',
        '11:59 pm',
        '12 am',
        '1 am',
      ]);
    });
    expect(sayTime(start)).toBe('14:05');
    expect(sayClock(1500)).toBe('25:00');
  });

  test('a second zone and a week of one’s own', () => {
    const span = { start: at('2027-04-20T14:00'), end: at('2027-04-20T16:30') };
    expect(secondZoneText(span)).toBe('');
    writtenFor({ ...USUAL_SETTINGS, zone: 'America/New_York', weekStart: 7 }, () => {
      expect(secondZoneText(span)).toBe('Tue 20 Apr 2027, 09:00–11:30 in New York');
      expect(weekStartOf(1)).toBe(7);
    });
    expect(weekStartOf(1)).toBe(1);
  });

  test('the board opens as one chose, and every address says what it shows', () => {
    const read = (href: string) => {
      const query = new URLSearchParams(href.slice(2));
      return readBoardAddress({ get: (name) => query.get(name) });
    };
    writtenFor({ ...USUAL_SETTINGS, days: 3, zoom: 2 }, () => {
      expect(read('/')).toMatchObject({ days: 3, zoom: 2 });
      expect(boardHref({ days: 1, zoom: 1 })).toBe('/?days=1&z=1');
      expect(read(boardHref({ days: 1, zoom: 1 }))).toMatchObject({ days: 1, zoom: 1 });
    });
    expect(boardHref({ days: 1, zoom: 1 })).toBe('/');
  });
});

describe('in an office', () => {
  let office: TestOffice;
  beforeEach(async () => {
    office = await openOffice();
  });
  afterEach(() => office.close());

  const choose = (person: number, settings: OwnSettings, reminders: (120 | 1440 | 2880 | 10080)[] | null) =>
    keepSettings(office.db, person, { settings, reminders });
  const payloads = () =>
    office.db.rows<{ kind: string; payload: string }>('SELECT kind, payload FROM outbox ORDER BY id');

  test('a letter is written by the settings of whoever gets it; what is kept for all by nobody’s', async () => {
    await choose(1, TWELVE, null);
    const [mine, other] = await writtenFor(TWELVE, async () => [
      await approvedIn(office, 'ada'),
      await submit(office, 'ben', { when: times('2027-04-22', '14:00', '16:00') }),
    ]);
    const said = await payloads();
    expect(said.map(({ kind }) => kind)).toEqual(['received', 'approved', 'received']);
    expect(said[1]!.payload).toContain('2 pm–4 pm');
    expect(said[2]!.payload).toContain('14:00–16:00');
    await writtenFor(TWELVE, () =>
      shut(office.as('mara'), { spaceId: SPACE.ST }, '2027-04-20T13:30', '2027-04-20T15:30'),
    );
    // What befell a date is kept as code and facts: each reads it in their own way.
    const told = async () => (await risks(office.as('mara')))[0]!.sentence;
    expect(await writtenFor(TWELVE, told)).toContain('1:30 pm');
    expect(await writtenFor(USUAL_SETTINGS, told)).toContain('13:30');
    expect(await writtenFor({ ...USUAL_SETTINGS, language: 'de' }, told)).toContain('geschlossen');
    expect([mine, other].every(Boolean)).toBe(true);
  });

  test('settings are kept and asked for again; reminders stay where they are not said', async () => {
    await choose(1, TWELVE, [1440]);
    await choose(1, { ...TWELVE, theme: 'dark' }, null);
    expect(await chosenBy(office.db, 1)).toEqual({
      settings: { ...TWELVE, theme: 'dark' },
      reminders: [1440],
    });
    expect(await chosenBy(office.db, 2)).toBeNull();
  });

  const remind = () =>
    office.db.write(async (tx) => ({
      keep: true as const,
      value: await queueReminders(tx, office.clock.now()),
    }));
  const reminders = async () =>
    (await outbox(office.as('mara'))).lines.filter(({ kind }) => kind === 'reminder').length;

  test('letters remind at each time chosen, once, and never of what is over, waits or was cancelled', async () => {
    await choose(1, USUAL_SETTINGS, [120, 1440]);
    const reference = await approvedIn(office, 'ada', { when: times('2027-04-20', '14:00', '16:00') });
    await submit(office, 'ada', {
      when: times('2027-04-20', '18:00', '19:00'),
      spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    });
    const lettersAt = async (time: string) => {
      office.clock.set(at(time));
      return remind();
    };
    expect(await lettersAt('2027-04-19T13:59')).toBe(0);
    expect(await lettersAt('2027-04-19T14:00')).toBe(1);
    expect(await lettersAt('2027-04-19T14:15')).toBe(0);
    expect(await lettersAt('2027-04-20T12:00')).toBe(1);
    expect(await lettersAt('2027-04-20T13:59')).toBe(0);
    expect(await lettersAt('2027-04-20T14:00')).toBe(0);
    expect(await reminders()).toBe(2);

    const late = await approvedIn(office, 'ada', { when: times('2027-04-21', '14:00', '16:00') });
    // Both times are reached at once after an outage: one letter.
    expect(await lettersAt('2027-04-21T12:30')).toBe(1);
    expect(await lettersAt('2027-04-21T12:45')).toBe(0);
    const gone = await approvedIn(office, 'ada', { when: times('2027-04-23', '14:00', '16:00') });
    await act(office, 'mara', gone, { action: 'cancel', reason: 'No.' });
    expect(await lettersAt('2027-04-23T12:30')).toBe(0);
    expect([reference, late].every(Boolean)).toBe(true);
  });
});
