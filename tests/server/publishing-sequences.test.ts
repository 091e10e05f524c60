import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import { violations } from '@/server/effects/invariants';
import { calendarBook } from '@/server/use-cases/publishing/keep/calendar-book';
import { doWithCalendar } from '@/server/use-cases/publishing/keep/save-calendar';
import { replaceOwnLink } from '@/server/use-cases/publishing/own-link';
import { act, datesOf, expectDone, submit, undo, type Step } from '@tests/builders/changes';
import { openOffice, SPACE, type TestOffice } from '@tests/builders/office';
import { keepCalendar, publishedOutOfLine, sayNotice, staleTexts } from '@tests/builders/publishing';
import { seeded } from '@demo/seeded';

const SEEDS = process.env.SEEDS ? process.env.SEEDS.split(',').map(Number) : [1, 2, 3, 4];
const STEPS = 30;

/** What a reader holds of one UID: when it is, and the number it came with. */
interface Held {
  readonly sequence: number;
  readonly times: string;
}

/** An office that publishes, changes its mind, and readers who fetch after each step. */
class Readers {
  private readonly references: string[] = [];
  private readonly held = new Map<string, Held>();
  private readonly said = { calendars: 1 };

  constructor(
    readonly office: TestOffice,
    readonly random: () => number,
  ) {}

  pick<T>(values: readonly T[]): T {
    return values[Math.floor(this.random() * values.length)]!;
  }

  async ask(): Promise<void> {
    const day = 19 + Math.floor(this.random() * 6);
    const spaceId = this.pick([SPACE.HE, SPACE.HW, SPACE.ST]);
    const reference = await submit(this.office, this.pick(['ada', 'ben']), {
      title: `Event ${this.references.length}`,
      publish: this.random() < 0.7,
      categoryId: this.pick([1, 1, 2]) as never,
      hostId: this.pick([1, 2]) as never,
      people: 10,
      spaces: [{ spaceId, layout: spaceId === SPACE.ST ? 'classroom' : 'rounds', setupMin: 0, strikeMin: 0 }],
      when: {
        startsAt: `2027-04-${day}T${10 + Math.floor(this.random() * 8)}:00`,
        durationMin: this.pick([60, 120]),
        endsAt: undefined,
        repeat: this.random() < 0.7 ? { rule: `FREQ=DAILY;COUNT=${this.pick([2, 3, 5])}` } : null,
      },
    });
    this.references.push(reference);
  }

  private async decide(): Promise<number | null> {
    const reason = 'Agreed.';
    const step = this.pick<Step>([
      { action: 'approve', reason },
      { action: 'approve', reason },
      { action: 'approve', reason },
      { action: 'leave', reason },
      { action: 'move', patch: { shiftMin: this.pick([-60, 30, 1440]) }, reason },
      {
        action: 'move',
        patch: { spaces: [{ from: this.pick([SPACE.HE, SPACE.HW]), to: this.pick([SPACE.HE, SPACE.HW]) }] },
        reason,
      },
    ]);
    const reference = this.pick(this.references);
    const dates = (await datesOf(this.office, reference)).length;
    const which = this.random() < 0.4 ? null : Math.floor(this.random() * dates);
    const done = await act(this.office, 'mara', reference, step, {
      pick: (_, index) => which === null || index === which,
    });
    return done.ok ? done.value.changeSet : null;
  }

  private async say(): Promise<number | null> {
    const done = await sayNotice(
      this.office,
      this.pick(this.references),
      this.pick([
        { heldBack: true },
        { heldBack: false },
        { publish: false },
        { publish: true },
        { publishFrom: this.pick(['2027-04-13', '2027-05-01', null]) },
        { secondLine: `line ${Math.floor(this.random() * 9)}` },
        { excluded: [1] },
        { picked: [2] },
        { picked: [], excluded: [] },
      ]),
    );
    return done.ok ? done.value.changeSet : null;
  }

  private async keep(): Promise<null> {
    const { calendars } = await calendarBook(this.office.as('mara'));
    const { id, rowVersion, name } = this.pick(calendars);
    const filter = this.pick([
      {},
      { spaces: [SPACE.HE] },
      { categories: [1] },
      { hosts: [1], spaces: [SPACE.ST, SPACE.HW] },
    ]);
    const readers = { kind: this.pick(['everyone', 'everyone', 'signed-in', 'link'] as const) };
    if (this.random() < 0.2 && calendars.length > 2)
      await doWithCalendar(this.office.as('mara'), id, { key: randomUUID(), command: 'retire' });
    else if (this.random() < 0.5) await keepCalendar(this.office, name, { id, rowVersion, filter, readers });
    else await keepCalendar(this.office, `Calendar ${this.said.calendars++}`, { filter, readers });
    return null;
  }

  async go(): Promise<string> {
    const dice = this.random();
    const [what, changeSet] =
      dice < 0.15
        ? (['asks', (await this.ask(), null)] as const)
        : dice < 0.65
          ? (['decides', await this.decide()] as const)
          : dice < 0.88
            ? (['says', await this.say()] as const)
            : (['keeps', await this.keep()] as const);
    if (changeSet === null || this.random() >= 0.3) return what;
    await undo(this.office, 'mara', changeSet);
    return `${what} and takes back`;
  }

  /** Fetches every calendar: SEQUENCE never goes back, and where times are otherwise it has gone on. */
  async fetch(): Promise<string[]> {
    const wrong: string[] = [];
    const rows = await this.office.db.rows<{ calendar_id: number; ics: string }>(
      `SELECT calendar_id, ics FROM feed_part WHERE ics <> ''`,
    );
    for (const { calendar_id, ics } of rows) {
      const events = new ICAL.Component(
        ICAL.parse(`BEGIN:VCALENDAR\r\n${ics}END:VCALENDAR`),
      ).getAllSubcomponents('vevent');
      const uid = String(events[0]!.getFirstPropertyValue('uid'));
      const said = (event: ICAL.Component, name: string) => String(event.getFirstPropertyValue(name));
      // An override that is where the rule has it says another place, which is no other time.
      const isElsewhere = (event: ICAL.Component) =>
        said(event, 'recurrence-id') === said(event, 'dtstart') && said(event, 'status') === 'CONFIRMED';
      const times = events
        .filter((event) => !isElsewhere(event))
        .map((event) =>
          event
            .getAllProperties()
            .filter(({ name }) => /^(dtstart|dtend|rrule|exdate|rdate|recurrence-id|status)$/.test(name))
            .map((property) => property.toICALString())
            .sort()
            .join(),
        )
        .join('|');
      const sequence = Number(events[0]!.getFirstPropertyValue('sequence'));
      const before = this.held.get(`${calendar_id} ${uid}`);
      if (before && sequence < before.sequence) wrong.push(`${uid}: SEQUENCE goes back to ${sequence}`);
      if (before && before.times !== times && sequence <= before.sequence)
        wrong.push(`${uid}: other times, SEQUENCE still ${sequence}`);
      this.held.set(`${calendar_id} ${uid}`, { sequence, times });
    }
    return wrong;
  }
}

let office: TestOffice;
afterEach(() => office.close());

// Reference: the same brought in line and made anew from nothing but what is stored.
test.each(SEEDS)('seed %i: readers never hold what is not so, whatever the office does', async (seed) => {
  office = await openOffice();
  const readers = new Readers(office, seeded(seed));
  for (const who of ['ada', 'ben']) expectDone(await replaceOwnLink(office.as(who), { key: randomUUID() }));
  for (let n = 0; n < 3; n += 1) await readers.ask();
  const done: string[] = [];
  for (let n = 0; n < STEPS; n += 1) {
    done.push(await readers.go());
    const told = `after: ${done.join(', ')}`;
    expect([told, await publishedOutOfLine(office)]).toEqual([told, []]);
    expect([told, await staleTexts(office)]).toEqual([told, []]);
    expect([told, await readers.fetch()]).toEqual([told, []]);
  }
  expect(await violations(office.db)).toEqual([]);
  const shown = await office.db.rows('SELECT 1 FROM published');
  expect(shown.length).toBeGreaterThan(2);
});
