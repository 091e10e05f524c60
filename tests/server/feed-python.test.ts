import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { ask, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import { decideRequest, leaveDates } from '@tests/builders/decide';
import { feedTextOf } from '@tests/builders/publishing';

// Outside reference: Debian's python3-icalendar reads the feed, python3-recurring-ical-events expands it.
const EXPAND = `
import sys, json, datetime, icalendar, recurring_ical_events
calendar = icalendar.Calendar.from_ical(sys.stdin.buffer.read())
utc = lambda at: int(at.astimezone(datetime.timezone.utc).timestamp() // 60)
events = recurring_ical_events.of(calendar).between((2027, 4, 1), (2028, 6, 1))
print(json.dumps({
  "dates": sorted([utc(e["DTSTART"].dt), utc(e["DTEND"].dt), str(e["SUMMARY"])] for e in events if str(e.get("STATUS", "")) != "CANCELLED"),
  "texts": sorted({str(e["DESCRIPTION"]) for e in calendar.walk("VEVENT") if "DESCRIPTION" in e}),
  "uids": len({str(e["UID"]) for e in calendar.walk("VEVENT")}),
  "zones": [str(z["TZID"]) for z in calendar.walk("VTIMEZONE")],
}))`;

let office: TestOffice;
beforeAll(async () => {
  office = await openOffice();
});
afterAll(() => office.close());

/** Asked, approved but for every fourth date, and then every fifth given up. */
async function series(more: Parameters<typeof ask>[0]): Promise<void> {
  const asked = await submitRequest(office.as('ada'), ask(more));
  if (!asked.ok) throw new Error(JSON.stringify(asked.refusal));
  const { reference } = asked.value;
  const act = async (kind: 'approve' | 'leave', pick: (n: number) => boolean) => {
    const view = await deskRequest(office.as('mara'), reference);
    if (!view.ok) throw new Error('no view');
    const { version, dates } = view.value;
    const occurrences = dates
      .filter(({ state }, n) => pick(n) && state === (kind === 'approve' ? 'waiting' : 'approved'))
      .map(({ id }) => id as never);
    const order = { key: randomUUID(), version, occurrences, reason: 'The porter stays.' };
    const outcome =
      kind === 'approve'
        ? await decideRequest(office.as('mara'), reference, { ...order, action: 'approve' })
        : await leaveDates(office.as('ada'), reference, order);
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  };
  await act('approve', (n) => n % 4 !== 3);
  await act('leave', (n) => n % 5 === 2);
}

test('another reader finds exactly the dates in force, over both clock changes', async () => {
  const at = (startsAt: string, endsAt: string, everyWeeks: number, until: string) => ({
    when: { startsAt, endsAt, repeat: weekly(everyWeeks, until) },
  });
  await series({
    title: 'Night of moths, and owls; all of it',
    publicText: 'Lamps, sheets;\nback\\slash — 8 °C 🌱',
    ...at('2027-10-02T22:00', '2027-10-03T06:00', 1, '2028-04-29'),
  });
  await series({
    title: 'Spring mornings',
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    ...at('2027-04-20T09:00', '2027-04-20T10:30', 2, '2028-05-20'),
  });
  const text = await feedTextOf(office.reader, 'workshops');
  const python = spawnSync('/usr/bin/python3', ['-c', EXPAND], { input: text, encoding: 'utf8' });
  expect(python.stderr).toBe('');
  const read = JSON.parse(python.stdout) as {
    dates: [number, number, string][];
    texts: string[];
    uids: number;
    zones: string[];
  };
  const inForce = await office.db.rows<{ start_min: number; end_min: number; title: string }>(
    `SELECT c.start_min, c.end_min, r.title FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
     WHERE c.status = 'in-force' ORDER BY c.start_min, c.end_min`,
  );
  expect(read.dates).toEqual(inForce.map(({ start_min, end_min, title }) => [start_min, end_min, title]));
  expect(inForce.length).toBeGreaterThan(30);
  expect(read.texts).toEqual([
    'Bring a fern.\n\nHosted by Fern Society.',
    'Lamps, sheets;\nback\\slash — 8 °C 🌱\n\nHosted by Fern Society.',
  ]);
  expect([read.uids, read.zones]).toEqual([2, ['Europe/London']]);
  // The nights of the changes last an hour less and an hour more than the others.
  const nights = new Set(
    inForce
      .filter(({ title }) => title.startsWith('Night'))
      .map(({ start_min, end_min }) => end_min - start_min),
  );
  expect([...nights].sort()).toEqual([420, 480, 540]);
});
