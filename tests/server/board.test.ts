import { boardQuerySchema } from '@/contracts/calendar/board-query';
import { toPatchBody } from '@/contracts/requests/patch-body';
import { levels } from '@/core/equipment/peak-use';
import type { PersonId } from '@/core/ids';
import { mayKnowBooking, maySeeWaiting } from '@/core/publishing/right-to-know';
import type { Role } from '@/core/roles';
import { addMinutes } from '@/core/time/epoch-minute';
import { localDate } from '@/core/time/local-time';
import { dayInterval } from '@/core/time/zone';
import { boardCategories, boardData } from '@/server/use-cases/calendar/board-data';
import { boardSpan, boardSpanText } from '@/server/use-cases/calendar/board-span';
import { dayStrip } from '@/server/use-cases/calendar/day-strip';
import { readBookings } from '@/ui/board/bookings';
import { boardOffice } from '@/ui/board/board-office';
import { isMovable, moveTo } from '@/ui/board/move';
import { boardRows } from '@/ui/board/rows';
import { act, approvedIn, everyKindOfBooking, expectDone, submit, times } from '@tests/builders/changes';
import { shut } from '@tests/builders/closure';
import { at, openOffice, SPACE, viewer, weekly, ZONE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const DAY = localDate('2027-04-20');
const PEOPLE = ['ada', 'ben', 'mara', 'cato'] as const;
const query = boardQuerySchema.parse({ from: DAY });
const contextOf = (name: string | null) => (name === null ? office.reader : office.as(name));

/** The board as the browser reads it. */
async function boardOf(name: string | null) {
  const span = await boardSpan(contextOf(name), query);
  const house = boardOffice(await boardData(office.db));
  return {
    house,
    uses: span.uses,
    bookings: readBookings(span.bookings, await boardCategories(office.db)),
    now: office.clock.now(),
  };
}

const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });

describe('who may know what', () => {
  // Outside reference of the statement: the rule in the core, for every viewer and every kind of booking.
  test('the statement that masks rows and the rule of the core agree', async () => {
    const made = await everyKindOfBooking(office, DAY);
    const requesterId = viewer('ada').personId as PersonId;
    const rules: Role[][] = [['crew', 'steward'], ['crew'], ['requester'], [], ['steward', 'requester']];
    for (const [name, roles] of [null, ...PEOPLE].flatMap((each) =>
      rules.map((rule) => [each, rule] as const),
    )) {
      await office.db.sequelize.query(`UPDATE space SET seen_by = '${JSON.stringify(roles)}'`);
      const who = name === null ? null : viewer(name);
      const { bookings } = await boardOf(name);
      const text = await boardSpanText(contextOf(name), query);
      for (const { title, publish, isWaiting } of made) {
        const isPublic = publish && !isWaiting;
        const isThere = !isWaiting || maySeeWaiting(who, requesterId);
        const isKnown = isThere && mayKnowBooking(who, { requesterId, isPublic, seenBy: [roles] });
        expect([name, roles, title, text.includes(title)]).toEqual([name, roles, title, isKnown]);
        expect(bookings.some(({ known }) => known?.title === title)).toBe(isKnown);
      }
      const seen = made.filter(({ isWaiting }) => !isWaiting || maySeeWaiting(who, requesterId));
      expect(bookings).toHaveLength(seen.length);
    }
  });

  test('of several spaces each has to tell the viewer, and one that hides hides the whole booking', async () => {
    await approvedIn(office, 'ada', {
      title: 'SECRET',
      publish: false,
      spaces: [bay(SPACE.HE), bay(SPACE.HW)],
    });
    const sees = async (east: Role[], west: Role[]) => {
      for (const [space, roles] of [
        [SPACE.HE, east],
        [SPACE.HW, west],
      ] as const)
        await office.db.sequelize.query(
          `UPDATE space SET seen_by = '${JSON.stringify(roles)}' WHERE id = ${space}`,
        );
      const text = await boardSpanText(office.as('cato'), query);
      return text.includes('SECRET');
    };
    expect(await sees(['crew'], ['crew', 'steward'])).toBe(true);
    expect(await sees(['crew'], ['steward'])).toBe(false);
    expect(await sees([], ['crew'])).toBe(false);
  });

  test('members of a host and deputies of whoever asked know it, waiting too; only deputies may change it', async () => {
    await office.db.sequelize.query('INSERT INTO deputy VALUES (1, 5)');
    await office.db.sequelize.query('INSERT INTO membership VALUES (2, 2)');
    await submit(office, 'ada', { title: 'SECRET', publish: false, hostId: 2 });
    // Ben is a member of the second society, Cato the deputy of Ada.
    for (const [name, tie] of [
      ['ben', 'member'],
      ['cato', 'deputy'],
    ] as const) {
      const [seen] = (await boardOf(name)).bookings;
      expect([name, seen!.known?.title, seen!.change !== null]).toEqual([name, 'SECRET', tie === 'deputy']);
      const requesterId = viewer('ada').personId as PersonId;
      expect(mayKnowBooking(viewer(name), { requesterId, isPublic: false, tie, seenBy: [[]] })).toBe(true);
      expect(maySeeWaiting(viewer(name), requesterId, tie)).toBe(true);
    }
    expect((await boardOf(null)).bookings).toEqual([]);
  });

  test('what one may not know is only taken: no bands, hosts, people, references', async () => {
    await approvedIn(office, 'ada', { title: 'SECRET', publish: false, notes: 'SECRET', people: 17 });
    const [tuple] = (await boardSpan(office.as('ben'), query)).bookings;
    expect(tuple!.slice(5)).toEqual([0, ...Array(17).fill(null)]);
    expect(await boardSpanText(office.reader, query)).not.toMatch(/SECRET|Fern|Ada/);
    // Crew work with it and read it, but cannot change it.
    const [read] = (await boardOf('cato')).bookings;
    expect([read!.known?.title, read!.change]).toEqual(['SECRET', null]);
  });
});

test('booking the whole takes its parts, over two levels', async () => {
  await approvedIn(office, 'ada', {
    people: 100,
    spaces: [{ spaceId: SPACE.GF, layout: 'standing', setupMin: 0, strikeMin: 0 }],
  });
  const { house, bookings } = await boardOf('mara');
  const rows = boardRows(house, house.spaces, [], bookings).flatMap((row) =>
    row.kind === 'space' ? [[row.space.code, row.own.length, row.through.length]] : [],
  );
  expect(rows).toEqual([
    ['GF', 1, 0],
    ['HL', 0, 1],
    ['HE', 0, 1],
    ['HW', 0, 1],
    ['ST', 0, 1],
  ]);
});

test('dates of a series know which of how many they are; a single one does not count', async () => {
  await approvedIn(office, 'ada', {
    when: { ...times('2027-04-13', '14:00', '16:00'), repeat: weekly(1, '2027-05-04') },
  });
  await approvedIn(office, 'ada', { title: 'Moss count', spaces: [bay(SPACE.HE)] });
  const { bookings } = await boardOf('ada');
  expect(bookings.map(({ known }) => known!.nth).sort()).toEqual(['2 of 4', null].sort());
});

test('what is left of a pool is what the engine’s sweep says, fetch and return counted', async () => {
  await approvedIn(office, 'ada', { equipment: [{ typeId: 1, quantity: 30 }] });
  const { uses, house } = await boardOf('ada');
  const day = dayInterval(DAY, ZONE);
  const found = levels(
    day,
    uses.map(([, start, end, quantity]) => ({ span: { start, end }, quantity })),
    house.pool(1)!.facts.stock,
  );
  // Occupied from 13:15 to 16:45, ten minutes of fetching before and of returning after.
  expect(found.map(({ span, left }) => [span.start, left])).toEqual([
    [day.start, 80],
    [at('2027-04-20T13:05'), 50],
    [at('2027-04-20T16:55'), 80],
  ]);
});

test('the house is read anew when it changes, and only then', async () => {
  const before = await boardData(office.db);
  expect(await boardData(office.db)).toBe(before);
  await shut(office.as('mara'), { spaceId: SPACE.ST }, '2027-04-21T00:00', '2027-04-22T00:00');
  const after = await boardData(office.db);
  expect(after.version).not.toBe(before.version);
  const { facts } = boardOffice(after).space(SPACE.ST)!;
  expect(facts.closures.map(({ reason }) => reason)).toContain('Boiler');
});

describe('moving', () => {
  test('the browser’s verdict and the server’s are one, at every quarter of an hour in every space', async () => {
    const moved = await approvedIn(office, 'ada', {
      spaces: [bay(SPACE.HE)],
      when: times(DAY, '12:00', '13:00'),
    });
    await approvedIn(office, 'ben', {
      title: 'Moss count',
      spaces: [bay(SPACE.HW)],
      when: times(DAY, '09:00', '10:00'),
    });
    await approvedIn(office, 'ben', { title: 'Lichen walk', when: times(DAY, '15:00', '17:00') });
    const board = await boardOf('mara');
    const booking = board.bookings.find(({ spaceId }) => spaceId === SPACE.HE)!;
    if (!isMovable(booking, true)) throw new Error('a manager may move it');
    const { event } = booking.known;
    let clashes = 0;
    for (const spaceId of [SPACE.HE, SPACE.HL, SPACE.HW, SPACE.ST])
      for (let shift = -180; shift <= 240; shift += 30) {
        const target = { start: addMinutes(event.start, shift), end: addMinutes(event.end, shift), spaceId };
        const move = moveTo(board, booking, target);
        if (!move) continue;
        const preview = expectDone(
          await act(
            office,
            'mara',
            moved,
            {
              action: 'move',
              patch: toPatchBody(move.patch),
              reason: '',
            },
            { preview: true },
          ),
        );
        const isClash = preview.numbers.clashing > 0;
        expect([spaceId, shift, move.verdict.verdict === 'conflict']).toEqual([spaceId, shift, isClash]);
        clashes += isClash ? 1 : 0;
      }
    expect(clashes).toBeGreaterThan(5);
  }, 60_000);

  test('nothing changes where it is put back, and those who may not change it cannot take it', async () => {
    await approvedIn(office, 'ada', {});
    const board = await boardOf('mara');
    const [booking] = board.bookings;
    if (!isMovable(booking!, true)) throw new Error('a manager may move it');
    const { event } = booking.known;
    expect(moveTo(board, booking, { ...event, spaceId: SPACE.ST })).toBeNull();
    expect(isMovable((await boardOf('cato')).bookings[0]!, false)).toBe(false);
  });
});

describe('the day strip', () => {
  test('an empty house is not full, and nothing waits', async () =>
    expect(await dayStrip(office.reader, localDate('2027-04-12'), 2)).toEqual([
      { date: '2027-04-12', fullness: 0, waiting: 0, clashing: 0, notes: [], closures: [] },
      { date: '2027-04-13', fullness: 0, waiting: 0, clashing: 0, notes: [], closures: [] },
    ]));

  test('a day on which the whole office is closed says why, the day after it does not', async () =>
    expect(
      (await dayStrip(office.reader, localDate('2027-05-03'), 2)).map(({ closures }) => closures),
    ).toEqual([['spring holiday'], []]));

  test('counts occupied part-minutes against open ones, and what waits and clashes for the office', async () => {
    await approvedIn(office, 'ada', {});
    await submit(office, 'ben', { title: 'Moss count' });
    await submit(office, 'ben', { title: 'Lichen walk', spaces: [bay(SPACE.HE)] });
    // By hand: 210 of three parts' 14 hours each.
    const [day] = await dayStrip(office.as('mara'), DAY, 1);
    expect(day).toEqual({
      date: DAY,
      fullness: 210 / (3 * 14 * 60),
      waiting: 2,
      clashing: 1,
      notes: [],
      closures: [],
    });
    // Ada belongs to the host they are asked for; Cato does not.
    expect((await dayStrip(office.as('ada'), DAY, 1))[0]!.waiting).toBe(2);
    expect((await dayStrip(office.as('cato'), DAY, 1))[0]!.waiting).toBe(0);
    expect((await dayStrip(office.reader, DAY, 1))[0]!.waiting).toBe(0);
  });
});
