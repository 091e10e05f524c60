import { randomUUID } from 'node:crypto';
import { noticesQuerySchema } from '@/contracts/publishing/notices';
import { boardSpanText } from '@/server/use-cases/calendar/board-span';
import { calendarFor } from '@/server/repositories/publishing/calendars';
import { feed } from '@/server/use-cases/publishing/feeds/feed';
import { calendarBook } from '@/server/use-cases/publishing/keep/calendar-book';
import { previewCalendar } from '@/server/use-cases/publishing/keep/preview-calendar';
import { doWithCalendar } from '@/server/use-cases/publishing/keep/save-calendar';
import { notices } from '@/server/use-cases/publishing/notices';
import { calendarPreviewSchema } from '@/contracts/publishing/calendars';
import { localDate } from '@/core/time/local-time';
import { act, approvedIn, expectDone, times } from '@tests/builders/changes';
import { openOffice, SPACE, type TestOffice } from '@tests/builders/office';
import {
  calendarFeed,
  eventsOf,
  feedTextOf,
  keepCalendar,
  noticesAt,
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

describe('a calendar', () => {
  test('made from a filter holds at once what fits it, and each event once with all its marks', async () => {
    await evening('2027-04-20');
    await evening('2027-04-21', { title: 'Bay night', ...inBay });
    const preview = await previewCalendar(
      office.as('mara'),
      calendarPreviewSchema.parse({ filter: { spaces: [SPACE.HE] }, facts: ['title'] }),
    );
    expect(preview).toMatchObject({ dates: 1, events: 1, lines: [{ title: 'Bay night', place: '' }] });
    const { slug, summary } = await keepCalendar(office, 'In the East Bay', {
      filter: { spaces: [SPACE.HE] },
    });
    expect([slug, summary]).toEqual(['in-the-east-bay', 'made “In the East Bay”: 1 date stands on it']);
    expect(await titles(slug)).toEqual(['Bay night']);
    const all = await notices(office.reader, noticesQuerySchema.parse({}));
    expect(all.dates.map(({ title, marks }) => [title, marks.map(({ mark }) => mark)])).toEqual([
      ['Spore printing', ['Wo']],
      ['Bay night', ['Wo', 'Xy']],
    ]);
    // A date that leaves the space leaves the calendar, and is owed its cancellation there alone.
    const [uid] = (await eventsOf(office.reader, slug, ['uid']))[0]!;
    const moved = await office.db.rows<{ ref: string }>(`SELECT ref FROM request WHERE title = 'Bay night'`);
    expectDone(
      await act(office, 'mara', moved[0]!.ref, {
        action: 'move',
        patch: { spaces: [{ from: SPACE.HE, to: SPACE.HW }] },
        reason: 'Agreed.',
      }),
    );
    expect(await eventsOf(office.reader, slug, ['uid', 'status', 'summary', 'sequence'])).toEqual([
      [uid, 'CANCELLED', null, '1'],
    ]);
    expect(await eventsOf(office.reader, 'workshops', ['status', 'location', 'sequence'])).toEqual([
      ['CONFIRMED', 'Studio, Barn', '0'],
      ['CONFIRMED', 'West Bay, Barn', '1'],
    ]);
    expect(await titles(slug)).toEqual([]);
  });

  test('renamed keeps its old address; the address of another, or of a page, is refused', async () => {
    const made = await keepCalendar(office, 'Fern nights');
    const again = { id: made.id, rowVersion: 1 };
    const renamed = await keepCalendar(office, 'Moss nights', again);
    expect(renamed.slug).toBe('moss-nights');
    expect((await calendarFor(office.reader, 'fern-nights', null))?.slug).toBe('moss-nights');
    expect(await feedTextOf(office.reader, 'fern-nights')).toContain('NAME:Moss nights');
    await expect(keepCalendar(office, 'Ferns', { slug: 'moss-nights' })).rejects.toThrow('has this address');
    await expect(keepCalendar(office, 'Ferns', { slug: 'fern-nights' })).rejects.toThrow('has this address');
    await expect(keepCalendar(office, 'Ferns', { slug: 'kept' })).rejects.toThrow('taken by a page');
    await expect(keepCalendar(office, 'moss nights')).rejects.toThrow('of this name');
    await expect(keepCalendar(office, 'Moss', again)).rejects.toThrow('stale');
    for (const filter of [{ spaces: [99] }, { hosts: [99] }, { buildings: [99] }, { categories: [99] }])
      await expect(keepCalendar(office, 'Moss', { filter })).rejects.toThrow('not there any more');
    // Back to the first address: it is its own again.
    const back = await keepCalendar(office, 'Fern nights', {
      id: made.id,
      rowVersion: 2,
      slug: 'fern-nights',
    });
    expect(back.slug).toBe('fern-nights');
    expect((await keepCalendar(office, 'Kept')).slug).toBe('kept-2');
  });

  test('tells what it may and no more; what it does not tell cannot be searched for', async () => {
    await evening('2027-04-20', { contact: 'Ada at the door', secondLine: 'with lamps' });
    const { slug } = await keepCalendar(office, 'Taken times', { facts: [], readers: { kind: 'everyone' } });
    const only = await noticesAt(office.reader, slug);
    expect(only.dates[0]).toMatchObject({ title: 'Taken', path: null, place: '', hosts: [], text: '' });
    const everything = JSON.stringify([
      only.dates,
      await feedTextOf(office.reader, slug),
      await feedTextOf(office.reader, slug, 'json'),
      await feedTextOf(office.reader, slug, 'atom'),
    ]);
    expect(everything).not.toMatch(/Spore|Studio|Fern Society|a fern|lamps|at the door/);
    for (const query of [
      { q: 'spore' },
      { q: 'studio' },
      { category: '1' },
      { building: '1' },
      { host: '1' },
    ])
      expect((await noticesAt(office.reader, slug, query)).dates).toEqual([]);
    expect((await noticesAt(office.reader, 'workshops', { q: 'SPORE', building: '1' })).dates).toHaveLength(
      1,
    );
  });

  test('for some is for them alone, and what stands only there is taken for everybody else', async () => {
    const staff = await keepCalendar(office, 'Workshops', {
      id: 1,
      rowVersion: 1,
      filter: { categories: [1] },
      readers: { kind: 'named', roles: ['crew'], organisations: [1], people: [] },
    });
    await evening('2027-04-20');
    const seenBy = async (who: string | null) =>
      (await calendarFor(who ? office.as(who) : office.reader, staff.slug, null)) !== null;
    expect([await seenBy(null), await seenBy('ben'), await seenBy('ada'), await seenBy('cato')]).toEqual([
      false,
      false,
      true,
      true,
    ]);
    const day = { from: localDate('2027-04-20'), days: 1 };
    expect(await boardSpanText(office.reader, day)).not.toContain('Spore');
    expect(await boardSpanText(office.as('ben'), day)).not.toContain('Spore');
    expect(await feedTextOf(office.reader, { kind: 'space', code: 'ST' })).not.toContain('Spore');
    await keepCalendar(office, 'Workshops', { id: 1, rowVersion: 2, filter: { categories: [1] } });
    expect(await boardSpanText(office.reader, day)).toContain('Spore');
    expect(await feedTextOf(office.reader, { kind: 'space', code: 'ST' })).toContain('Spore');
  });

  test('behind a private link opens to it, until it is replaced', async () => {
    await evening('2027-04-20');
    const { id, slug } = await keepCalendar(office, 'For neighbours', { readers: { kind: 'link' } });
    const link = async () =>
      (await calendarBook(office.as('mara'))).calendars.find((each) => each.id === id)!.link!;
    const first = await link();
    expect(await calendarFor(office.as('ada'), slug, null)).toBeNull();
    expect(await feedTextOf(office.reader, calendarFeed(slug, first))).toContain('Spore printing');
    const otherEnd = first.slice(0, -1) + (first.endsWith('_') ? '-' : '_');
    for (const wrong of ['', 'x', otherEnd, first.replace('c', 'p')])
      expect((await feed(office.reader, calendarFeed(slug, wrong))).ok).toBe(false);
    expectDone(await doWithCalendar(office.as('mara'), id, { key: randomUUID(), command: 'replace-link' }));
    expect((await feed(office.reader, calendarFeed(slug, first))).ok).toBe(false);
    expect(await feedTextOf(office.reader, calendarFeed(slug, await link()))).toContain('Spore printing');
    // The link of one calendar opens no other.
    const other = await keepCalendar(office, 'For others', { readers: { kind: 'link' } });
    expect((await feed(office.reader, calendarFeed(other.slug, await link()))).ok).toBe(false);
  });

  test('ended is gone from the pages; whoever follows it is told for sixty days', async () => {
    await evening('2027-04-20');
    const { id, slug } = await keepCalendar(office, 'Fern nights');
    const command = { key: randomUUID(), command: 'retire' as const };
    expectDone(await doWithCalendar(office.as('mara'), id, command));
    expect(await calendarFor(office.reader, slug, null)).toBeNull();
    expect(await eventsOf(office.reader, slug, ['status', 'summary'])).toEqual([['CANCELLED', null]]);
    expect(await titles('workshops')).toEqual(['Spore printing']);
    office.clock.set((office.clock.now() + 60 * 1440) as never);
    expect((await feed(office.reader, calendarFeed(slug))).ok).toBe(false);
  });

  test('up and down is the order readers see', async () => {
    await keepCalendar(office, 'Third');
    const order = async () => (await calendarBook(office.as('mara'))).calendars.map(({ name }) => name);
    const [, , third] = (await calendarBook(office.as('mara'))).calendars;
    const move = async (command: 'up' | 'down') =>
      expectDone(await doWithCalendar(office.as('mara'), third!.id, { key: randomUUID(), command }));
    await move('up');
    await move('up');
    await move('up');
    expect(await order()).toEqual(['Third', 'Workshops', 'Private hire']);
    await move('down');
    expect(await order()).toEqual(['Workshops', 'Third', 'Private hire']);
  });
});
