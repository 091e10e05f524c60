import { spawnSync } from 'node:child_process';
import ICAL from 'ical.js';
import { act, approvedIn, datesOf, expectDone, times } from '@tests/builders/changes';
import { openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import { feedTextOf, keepCalendar, sayNotice } from '@tests/builders/publishing';

// Outside references: Debian's python3-icalendar reads every property, python3-recurring-ical-events expands the dates.
const READ = `
import sys, json, datetime, icalendar, recurring_ical_events
calendar = icalendar.Calendar.from_ical(sys.stdin.buffer.read())
def plain(value):
    if isinstance(value, list): return [one for each in value for one in (plain(each) if isinstance(plain(each), list) else [plain(each)])]
    if hasattr(value, "dts"): return [plain(each) for each in value.dts]
    if hasattr(value, "dt"):
        at = value.dt
        if isinstance(at, datetime.timedelta): return at.total_seconds()
        return at.strftime("%Y-%m-%dT%H:%M:%S") if isinstance(at, datetime.datetime) else at.isoformat()
    if hasattr(value, "cats"): return [str(each) for each in value.cats]
    if hasattr(value, "to_ical") and not isinstance(value, (str, int)): return value.to_ical().decode()
    return value if isinstance(value, int) else str(value)
utc = lambda at: int((at if isinstance(at, datetime.datetime) else datetime.datetime.combine(at, datetime.time(), datetime.timezone.utc)).astimezone(datetime.timezone.utc).timestamp() // 60)
events = [{name.lower(): plain(value) for name, value in event.items()} for event in calendar.walk("VEVENT")]
dates = recurring_ical_events.of(calendar).between((2027, 3, 1), (2028, 6, 1))
print(json.dumps({"events": events, "head": {name.lower(): plain(value) for name, value in calendar.items()},
  "dates": sorted([utc(e["DTSTART"].dt), utc(e["DTEND"].dt), str(e.get("SUMMARY", ""))] for e in dates if str(e.get("STATUS", "")) != "CANCELLED")}))`;

interface Read {
  readonly events: Record<string, unknown>[];
  readonly head: Record<string, unknown>;
  readonly dates: [start: number, end: number, title: string][];
}

function byPython(text: string): Read {
  const python = spawnSync('/usr/bin/python3', ['-c', READ], { input: text, encoding: 'utf8' });
  expect(python.stderr).toBe('');
  return JSON.parse(python.stdout) as Read;
}

/** A property as ical.js reads it, in the same plain form. */
function plain(property: ICAL.Property): unknown {
  const one = (value: unknown): unknown => {
    if (value instanceof ICAL.Time) return value.toString().replace('Z', '');
    return typeof value === 'number' ? value : String(value);
  };
  const values = property.getValues().map(one);
  const isList = ['exdate', 'rdate', 'categories'].includes(property.name);
  return isList ? values : values[0];
}

function byIcal(text: string): Pick<Read, 'events' | 'head'> {
  const calendar = new ICAL.Component(ICAL.parse(text));
  const facts = (component: ICAL.Component) => {
    const found: Record<string, unknown> = {};
    for (const property of component.getAllProperties()) {
      const value = plain(property);
      // A property that stands several times: its values one after the other.
      found[property.name] = property.name in found ? [found[property.name], value].flat() : value;
    }
    return found;
  };
  return { head: facts(calendar), events: calendar.getAllSubcomponents('vevent').map(facts) };
}

let office: TestOffice;
beforeAll(async () => {
  office = await openOffice();
});
afterAll(() => office.close());

const inBay = { spaces: [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }] };
const nightly = { when: { ...times('2027-10-02', '22:00', '23:30'), repeat: weekly(1, '2028-04-29') } };

test('two readers find the same in every property, and exactly the dates in force over both clock changes', async () => {
  const strange = 'Überwinterung 🌱, “leise”; mit \\ und , und ; — '.repeat(2).slice(0, 118);
  const series = await approvedIn(office, 'ada', {
    title: strange,
    secondLine: 'zweite Zeile; mit Komma, und 🦉',
    // A backslash before a plain letter: Debian’s python3-icalendar undoes those before n , and ; twice.
    publicText: `Erste Zeile\nzweite\\sub;,\n\n${'Wörter ohne Ende 🌿 '.repeat(60)}`,
    contact: 'Ada, am Tor; 01632 960 100',
    ...nightly,
  });
  const single = await approvedIn(office, 'ben', { title: 'One evening', ...inBay });
  const picked = await approvedIn(office, 'ben', {
    title: 'Picked days',
    ...inBay,
    when: {
      ...times('2027-05-11', '10:00', '11:00'),
      repeat: null,
      extra: ['2027-05-13T10:00', '2027-06-01T10:00'],
    },
  });
  const all = await approvedIn(office, 'ada', {
    title: 'Whole days',
    when: { startsAt: '2027-06-10T00:00', endsAt: '2027-06-12T00:00', repeat: null, allDay: true },
    ...inBay,
  });
  const leave = (ref: string, n: number) =>
    act(office, 'mara', ref, { action: 'leave', reason: '' }, { pick: (_, index) => index === n });
  expectDone(await leave(series, 2));
  expectDone(await leave(picked, 1));
  expectDone(
    await act(
      office,
      'mara',
      series,
      { action: 'move', patch: { shiftMin: -45 }, reason: 'Agreed.' },
      { pick: (_, index) => index === 5 },
    ),
  );
  expectDone(
    await act(
      office,
      'mara',
      series,
      { action: 'move', patch: { spaces: [{ from: SPACE.ST, to: SPACE.HW }] }, reason: 'Agreed.' },
      { pick: (_, index) => index === 8 },
    ),
  );
  await keepCalendar(office, 'Everything; all, of \\ it', {
    about: 'Sprechstunde — 8 °C, usw.; 🌱',
    slug: 'all',
  });
  expectDone(await sayNotice(office, single, { publish: false }));
  for (const slug of ['workshops', 'all']) {
    const text = await feedTextOf(office.reader, slug);
    const [python, ical] = [byPython(text), byIcal(text)];
    expect(ical.events.length).toBeGreaterThanOrEqual(6);
    expect(python.events).toEqual(ical.events);
    expect(python.head).toEqual(ical.head);
    const inForce = await office.db.rows<{ start_min: number; end_min: number; title: string }>(
      `SELECT c.start_min, c.end_min, r.title FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
       WHERE c.status = 'in-force' AND r.ref IN ($a, $b) ORDER BY c.start_min, c.end_min`,
      { a: series, b: picked },
    );
    // Whole days have no zone: the days themselves are compared below.
    expect(python.dates.filter(([, , title]) => title !== 'Whole days')).toEqual(
      inForce.map(({ start_min, end_min, title }) => [start_min, end_min, title]),
    );
    expect(inForce.length).toBeGreaterThan(25);
    expect(python.events.find(({ summary }) => summary === 'Whole days')).toMatchObject({
      dtstart: '2027-06-10',
      dtend: '2027-06-12',
    });
    expect((await datesOf(office, all)).length).toBe(1);
    // RFC 5545 3.1: no line is longer than 75 octets, none ends within a letter.
    const lines = text.split('\r\n');
    expect(Math.max(...lines.map((line) => Buffer.byteLength(line)))).toBeLessThanOrEqual(75);
    expect(text).not.toContain('\ufffd');
    expect(text.replace(/\r\n/g, '')).not.toContain('\n');
    // What is held back is told as gone and by nothing but its time.
    const gone = python.events.filter(
      ({ status, summary }) => status === 'CANCELLED' && summary === undefined,
    );
    expect(gone.map((event) => Object.keys(event).sort())).toEqual(
      slug === 'workshops'
        ? [['dtend', 'dtstamp', 'dtstart', 'last-modified', 'sequence', 'status', 'uid']]
        : gone.map(() => ['dtend', 'dtstamp', 'dtstart', 'last-modified', 'sequence', 'status', 'uid']),
    );
    expect(gone).toHaveLength(1);
  }
});

test('the JSON feed says the same dates as the iCalendar feed, and what format it is', async () => {
  const json = JSON.parse(await feedTextOf(office.reader, 'workshops', 'json')) as {
    format: string;
    version: number;
    events: { uid: string; title?: string; dates: { startUtc: string; endUtc: string; status: string }[] }[];
  };
  expect([json.format, json.version]).toEqual(['calendario-notices', 1]);
  const minutes = (text: string) => Date.parse(text) / 60_000;
  const dates = json.events.flatMap(({ title, dates: own }) =>
    own
      .filter(({ status }) => status === 'confirmed')
      .map(({ startUtc, endUtc }): [number, number, string] => [minutes(startUtc), minutes(endUtc), title!]),
  );
  const { dates: expanded } = byPython(await feedTextOf(office.reader, 'workshops'));
  const timed = (list: [number, number, string][]) =>
    list.filter(([, , title]) => title !== 'Whole days').sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  expect(timed(dates)).toEqual(timed(expanded));
});

// Outside reference: RFC 4287 as Debian's Python reads XML.
test('the Atom feed is well-formed and tells each event once, the newest first', async () => {
  const text = await feedTextOf(office.reader, 'workshops', 'atom');
  const python = spawnSync(
    '/usr/bin/python3',
    [
      '-c',
      `import sys, json, xml.etree.ElementTree as E
ns = "{http://www.w3.org/2005/Atom}"
feed = E.fromstring(sys.stdin.buffer.read())
print(json.dumps({"root": feed.tag, "has": [feed.find(ns + n) is not None for n in ("id", "title", "updated")],
  "entries": [[e.find(ns + "title").text, e.find(ns + "id").text, e.find(ns + "updated").text, e.find(ns + "published").text] for e in feed.findall(ns + "entry")]}))`,
    ],
    { input: text, encoding: 'utf8' },
  );
  expect(python.stderr).toBe('');
  const read = JSON.parse(python.stdout) as { root: string; has: boolean[]; entries: string[][] };
  expect(read.root).toBe('{http://www.w3.org/2005/Atom}feed');
  expect(read.has).toEqual([true, true, true]);
  expect(read.entries.map(([title]) => title)).toHaveLength(3);
  expect(new Set(read.entries.map(([, id]) => id)).size).toBe(3);
  expect(read.entries.every(([, , updated]) => !Number.isNaN(Date.parse(updated!)))).toBe(true);
});
