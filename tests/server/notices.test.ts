import { randomUUID } from 'node:crypto';
import { ledgerQuerySchema } from '@/contracts/publishing/ledger';
import { keep } from '@/server/db/connection';
import { boardSpanText } from '@/server/use-cases/calendar/board-span';
import { spaceDisplay } from '@/server/use-cases/publishing/display';
import { publishDue } from '@/server/use-cases/publishing/due-notices';
import { eventFile, eventPage } from '@/server/use-cases/publishing/event-page';
import { feed } from '@/server/use-cases/publishing/feeds/feed';
import { ledger } from '@/server/use-cases/publishing/keep/ledger';
import { noticePreview } from '@/server/use-cases/publishing/keep/notice-preview';
import { ownLink, replaceOwnLink } from '@/server/use-cases/publishing/own-link';
import { localDate } from '@/core/time/local-time';
import { act, approvedIn, expectDone, refusalOf, submit, times, undo } from '@tests/builders/changes';
import { at, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import {
  calendarFeed,
  eventsOf,
  feedTextOf,
  keepCalendar,
  noticesAt,
  sayNotice,
  wrongForReaders,
} from '@tests/builders/publishing';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await wrongForReaders(office)).toEqual([]);
  await office.close();
});

const titles = async (slug: string) => (await noticesAt(office.reader, slug)).dates.map(({ title }) => title);
const evening = (day: string, more: Parameters<typeof approvedIn>[2] = {}) =>
  approvedIn(office, 'ada', { when: times(day, '18:00', '20:00'), ...more });
const inBay = { spaces: [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }] };

describe('what the office says of a notice', () => {
  test('held back it is nowhere, and known again when it is let go', async () => {
    const ref = await evening('2027-04-20');
    const day = { from: localDate('2027-04-20'), days: 1 };
    const places = async () => [
      await feedTextOf(office.reader, 'workshops'),
      await feedTextOf(office.reader, 'workshops', 'json'),
      await feedTextOf(office.reader, 'workshops', 'atom'),
      JSON.stringify(await noticesAt(office.reader, 'workshops')),
      await boardSpanText(office.reader, day),
      JSON.stringify(expectDone(await spaceDisplay(office.reader, 'ST'))),
    ];
    const { path } = expectDone(await noticePreview(office.as('mara'), ref));
    const address = path!.replace('/events/', '');
    expect((await eventPage(office.reader, address, null, null)).ok).toBe(true);
    const changed = expectDone(await sayNotice(office, ref, { heldBack: true }));
    for (const text of await places()) expect(text).not.toContain('Spore');
    // What is only held back is told to nobody: least of all that it is cancelled.
    expect(await eventsOf(office.reader, 'workshops', ['status', 'summary', 'sequence'])).toEqual([]);
    expect((await eventPage(office.reader, address, null, null)).ok).toBe(false);
    expect((await eventFile(office.reader, address, null, null)).ok).toBe(false);
    expect(expectDone(await noticePreview(office.as('mara'), ref)).path).toBeNull();
    expectDone(await undo(office, 'mara', changed.changeSet));
    expect(await eventsOf(office.reader, 'workshops', ['status', 'summary', 'sequence'])).toEqual([
      ['CONFIRMED', 'Spore printing', '2'],
    ]);
    expect((await eventPage(office.reader, address, null, null)).ok).toBe(true);
  });

  test('its publishing day comes by the clock, once, also after an outage', async () => {
    const ref = await submit(office, 'ada', { when: times('2027-05-20', '18:00', '20:00') });
    expectDone(await sayNotice(office, ref, { publishFrom: '2027-04-16' }));
    expectDone(await act(office, 'mara', ref, { action: 'approve', reason: '' }));
    expect(await titles('workshops')).toEqual([]);
    const due = () => office.db.write(async (tx) => keep(await publishDue(tx, office.clock.now())));
    await due();
    office.clock.set(at('2027-04-15T23:59'));
    expect(await due()).toBe(0);
    expect(await titles('workshops')).toEqual([]);
    office.clock.set(at('2027-04-19T00:00'));
    expect([await due(), await due()]).toEqual([1, 0]);
    expect((await noticesAt(office.reader, 'workshops', { on: '2027-05-20' })).dates).toHaveLength(1);
    expect(await eventsOf(office.reader, 'workshops', ['sequence', 'status'])).toEqual([['0', 'CONFIRMED']]);
  });

  test('a wish for another calendar waits for the office; kept off is kept off', async () => {
    const other = await keepCalendar(office, 'For families', { filter: { audiences: ['families'] } });
    const ref = await evening('2027-04-20', { calendarIds: [other.id] });
    expect([await titles(other.slug), await titles('workshops')]).toEqual([[], ['Spore printing']]);
    const wished = async () =>
      expectDone(await noticePreview(office.as('mara'), ref)).calendars.map(({ name, choice }) => [
        name,
        choice,
      ]);
    expect(await wished()).toContainEqual(['For families', 'wanted']);
    expectDone(await sayNotice(office, ref, { picked: [other.id], excluded: [1] }));
    expect([await titles(other.slug), await titles('workshops')]).toEqual([['Spore printing'], []]);
    expect(await wished()).toEqual([
      ['Workshops', 'excluded'],
      ['Private hire', null],
      ['For families', 'picked'],
    ]);
    expect(refusalOf(await sayNotice(office, ref, { picked: [1], excluded: [1] }))).toMatchObject({
      code: 'bad-input',
    });
    expect(refusalOf(await sayNotice(office, ref, { picked: [99] }))).toMatchObject({ code: 'bad-input' });
    expect(refusalOf(await sayNotice(office, ref, {}))).toMatchObject({ code: 'bad-input' });
    expect(refusalOf(await sayNotice(office, ref, { version: 1, heldBack: true }))).toMatchObject({
      code: 'stale',
    });
  });

  test('other words move LAST-MODIFIED and leave SEQUENCE; other times count it up', async () => {
    const ref = await evening('2027-04-20');
    const facts = ['sequence', 'last-modified', 'description'];
    expect(await eventsOf(office.reader, 'workshops', facts)).toEqual([
      ['0', '2027-04-13T07:10:00Z', 'Bring a fern.\n\nHosted by Fern Society.'],
    ]);
    office.clock.set(at('2027-04-13T09:00'));
    expectDone(await sayNotice(office, ref, { publicHtml: '<p>Bring <strong>two</strong> ferns.</p>' }));
    expect(await eventsOf(office.reader, 'workshops', facts)).toEqual([
      ['0', '2027-04-13T08:00:00Z', 'Bring two ferns.\n\nHosted by Fern Society.'],
    ]);
    const moved = expectDone(
      await act(office, 'mara', ref, { action: 'move', patch: { shiftMin: 30 }, reason: 'Agreed.' }),
    );
    expect((await eventsOf(office.reader, 'workshops', ['sequence', 'dtstart']))[0]).toEqual([
      '1',
      '2027-04-20T18:30:00',
    ]);
    expectDone(await undo(office, 'mara', moved.changeSet!));
    expect((await eventsOf(office.reader, 'workshops', ['sequence', 'dtstart']))[0]).toEqual([
      '2',
      '2027-04-20T18:00:00',
    ]);
    expect(expectDone(await noticePreview(office.as('mara'), ref)).publicHtml).toContain(
      '<strong>two</strong>',
    );
  });

  test('whoever asked is told what the office changed', async () => {
    const ref = await evening('2027-04-20');
    expectDone(await sayNotice(office, ref, { secondLine: 'with lamps', reason: 'It is dark by then.' }));
    const [mail] = await office.db.rows<{ payload: string }>(
      'SELECT payload FROM outbox ORDER BY id DESC LIMIT 1',
    );
    expect(mail!.payload).toContain('with lamps');
    expect(mail!.payload).toContain('It is dark by then.');
  });
});

describe('readers', () => {
  test('whoever holds the text gets none again, until something is otherwise for them', async () => {
    const ref = await evening('2027-04-20');
    const ask = async (known: string | null, slug = 'workshops') => {
      const { etag, text } = expectDone(await feed(office.reader, calendarFeed(slug), 'ics', known));
      return { etag, hasText: text !== null };
    };
    const first = await ask(null);
    expect(first.hasText).toBe(true);
    expect(await ask(first.etag)).toEqual({ etag: first.etag, hasText: false });
    // What happens elsewhere is nothing new here.
    await approvedIn(office, 'ben', { publish: false, ...inBay });
    expect((await ask(first.etag)).hasText).toBe(false);
    expectDone(await sayNotice(office, ref, { secondLine: 'with lamps' }));
    const second = await ask(first.etag);
    expect([second.hasText, second.etag === first.etag]).toEqual([true, false]);
    expectDone(await act(office, 'ada', ref, { action: 'leave', reason: '' }));
    const third = await ask(second.etag);
    expect(third.hasText).toBe(true);
    office.clock.set((office.clock.now() + 60 * 1440 - 1) as never);
    expect((await ask(third.etag)).hasText).toBe(false);
    // The cancellation grows old by the clock alone.
    office.clock.set((office.clock.now() + 1) as never);
    const fourth = await ask(third.etag);
    expect([fourth.hasText, await eventsOf(office.reader, 'workshops', ['uid'])]).toEqual([true, []]);
    expect((await ask(fourth.etag)).hasText).toBe(false);
  });

  test('a place renamed is named anew in every feed', async () => {
    await evening('2027-04-20');
    expect(await feedTextOf(office.reader, 'workshops')).toContain('LOCATION:Studio\\, Barn');
    const before = expectDone(await feed(office.reader, calendarFeed('workshops'))).etag;
    await office.db.write(async (tx) =>
      keep(await tx.run(`UPDATE space SET name = 'Fern Room' WHERE code = 'ST'`)),
    );
    const after = expectDone(await feed(office.reader, calendarFeed('workshops'), 'ics', before));
    expect(after.text).toContain('LOCATION:Fern Room\\, Barn');
    // What is otherwise in the house and stands in no text leaves them as they are.
    await office.db.write(async (tx) =>
      keep(await tx.run(`UPDATE space SET posted_limit = 9 WHERE code = 'ST'`)),
    );
    expect(
      expectDone(await feed(office.reader, calendarFeed('workshops'), 'ics', after.etag)).text,
    ).toBeNull();
  });

  test('one’s own bookings by a private link, private ones too, and nobody else’s', async () => {
    await approvedIn(office, 'ada', {
      title: 'Mine alone',
      publish: false,
      when: times('2027-04-21', '10:00', '11:00'),
    });
    await approvedIn(office, 'ben', { title: 'Not mine', publish: false, ...inBay });
    expect(await ownLink(office.as('ada'))).toMatchObject({ token: null });
    expectDone(await replaceOwnLink(office.as('ada'), { key: randomUUID() }));
    const { token } = await ownLink(office.as('ada'));
    const own = await feedTextOf(office.reader, { kind: 'own', token: token! });
    expect(own).toContain('Mine alone');
    expect(own).not.toContain('Not mine');
    await approvedIn(office, 'ada', {
      title: 'Mine too',
      publish: false,
      when: times('2027-04-22', '10:00', '11:00'),
    });
    expect(await feedTextOf(office.reader, { kind: 'own', token: token! })).toContain('Mine too');
    expectDone(await replaceOwnLink(office.as('ada'), { key: randomUUID() }));
    expect((await feed(office.reader, { kind: 'own', token: token! })).ok).toBe(false);
  });

  test('a private link of one’s own opens what one may read, and closes with the right to it', async () => {
    await evening('2027-04-20');
    const readers = { kind: 'named' as const, organisations: [1], people: [], roles: [] };
    const { slug } = await keepCalendar(office, 'Society papers', { readers });
    for (const who of ['ada', 'ben']) expectDone(await replaceOwnLink(office.as(who), { key: randomUUID() }));
    const tokenOf = async (who: string) => (await ownLink(office.as(who))).token!;
    expect((await ownLink(office.as('ada'))).calendars).toEqual([{ slug, name: 'Society papers' }]);
    expect((await ownLink(office.as('ben'))).calendars).toEqual([]);
    expect(await feedTextOf(office.reader, calendarFeed(slug, await tokenOf('ada')))).toContain('Spore');
    expect((await feed(office.reader, calendarFeed(slug, await tokenOf('ben')))).ok).toBe(false);
    await office.db.write(async (tx) => keep(await tx.run('DELETE FROM membership WHERE person_id = 1')));
    expect((await feed(office.reader, calendarFeed(slug, await tokenOf('ada')))).ok).toBe(false);
  });

  test('an event has one address; its dates, its file and machines that read it agree', async () => {
    const ref = await approvedIn(office, 'ada', {
      when: { ...times('2027-04-20', '18:00', '20:00'), repeat: weekly(1, '2027-05-04') },
    });
    expectDone(
      await act(office, 'ada', ref, { action: 'leave', reason: '' }, { pick: (_, index) => index === 1 }),
    );
    const { path } = expectDone(await noticePreview(office.as('mara'), ref));
    const address = path!.replace('/events/', '');
    const page = expectDone(await eventPage(office.reader, address.slice(0, 12), null, null));
    expect(page.path).toBe(path);
    expect(page.dates.map(({ day, isCancelled }) => [day, isCancelled])).toEqual([
      ['2027-04-20', false],
      ['2027-04-27', true],
      ['2027-05-04', false],
    ]);
    expect(page.places).toMatchObject([{ code: 'ST', building: 'Barn' }]);
    const one = expectDone(await eventPage(office.reader, address, '20270427T1800', null));
    expect(one.jsonLd).toMatchObject({
      '@type': 'Event',
      startDate: '2027-04-27T18:00:00+01:00',
      eventStatus: 'https://schema.org/EventCancelled',
    });
    expect((await eventPage(office.reader, address, '20270428T1800', null)).ok).toBe(false);
    expect((await eventPage(office.reader, 'ffffffffffff', null, null)).ok).toBe(false);
    const file = expectDone(await eventFile(office.reader, address, '20270504T1800', null)).text;
    expect(file.match(/BEGIN:VEVENT/g)).toHaveLength(1);
    expect(file).toContain('RECURRENCE-ID;TZID=Europe/London:20270504T180000');
    const whole = expectDone(await eventFile(office.reader, address, null, null)).text;
    expect(whole).toContain('RRULE:');
    expect(whole).toContain('BEGIN:VTIMEZONE');
  });

  test('the page and the file of an event tell what its own calendars tell, whatever others do', async () => {
    await keepCalendar(office, 'Workshops', {
      id: 1,
      rowVersion: 1,
      filter: { categories: [1] },
      facts: ['title'],
    });
    const ref = await evening('2027-04-20', { contact: 'Ada at the door' });
    await keepCalendar(office, 'Elsewhere', { filter: { spaces: [SPACE.HE] } });
    const { path } = expectDone(await noticePreview(office.as('mara'), ref));
    const address = path!.replace('/events/', '');
    const everything = JSON.stringify([
      expectDone(await eventPage(office.reader, address, null, null)),
      expectDone(await eventFile(office.reader, address, null, null)),
    ]);
    expect(everything).toContain('Spore printing');
    expect(everything).not.toMatch(/Studio|Fern Society|a fern|at the door/);
  });

  test('the ledger says who was shown what and who is owed what', async () => {
    const ref = await evening('2027-04-20');
    await evening('2027-04-22', { title: 'Stays' });
    expectDone(await act(office, 'ada', ref, { action: 'leave', reason: '' }));
    const lines = async (query: Record<string, string>) =>
      (await ledger(office.as('mara'), ledgerQuerySchema.parse(query))).lines.map(
        ({ title, toldAs, owedUntil }) => [title, toldAs, owedUntil !== ''],
      );
    expect(await lines({})).toEqual([
      ['Spore printing', 'cancelled', true],
      ['Stays', '', false],
    ]);
    expect(await lines({ what: 'owed' })).toEqual([['Spore printing', 'cancelled', true]]);
    expect(await lines({ q: 'stays' })).toEqual([['Stays', '', false]]);
    office.clock.set((office.clock.now() + 60 * 1440) as never);
    expect(await lines({ what: 'owed' })).toEqual([]);
    expect(await lines({ what: 'gone' })).toEqual([['Spore printing', 'cancelled', false]]);
  });
});
