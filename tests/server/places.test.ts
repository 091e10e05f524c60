import { checkSchema } from '@/contracts/requests/ask';
import { placeSearchSchema } from '@/contracts/calendar/places';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { findPlaces } from '@/server/use-cases/calendar/find-places';
import { spacePage } from '@/server/use-cases/calendar/space-page';
import { approvedIn, expectDone, times } from '@tests/builders/changes';
import { openOffice, SMALL_OFFICE, SPACE, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const search = (more: Record<string, string> = {}) =>
  placeSearchSchema.parse({ people: '20', day: '2027-04-20', from: '14:00', to: '16:00', ...more });
const found = async (who: string | null, more?: Record<string, string>) =>
  expectDone(await findPlaces(who === null ? office.reader : office.as(who), search(more)));

test('every place that fits answers, best first; the others are counted', async () => {
  await approvedIn(office, 'ada', { title: 'Spore printing' });
  const reply = await found('ben');
  expect(reply.inWords).toContain('Tue 20 Apr 2027, 14:00–16:00');
  expect(reply.places.map(({ code, verdict, spareSeats }) => [code, verdict, spareSeats])).toEqual([
    ['HE', 'clear', 10],
    ['HW', 'clear', 10],
    ['HL', 'clear', 40],
    // It holds the studio.
    ['ST', 'conflict', 4],
    ['GF', 'conflict', 130],
  ]);
  expect([reply.unfit, reply.unfitText]).toEqual([[], '']);
  const tooMany = await found('ben', { people: '25' });
  expect(tooMany.unfit).toEqual([{ spaceId: SPACE.ST, why: 'seats 24 at most' }]);
  expect(tooMany.unfitText).toBe('1 space does not fit: 1 seats too few.');
});

test('a series says on how many dates it is free, and why not on the first that is not', async () => {
  await approvedIn(office, 'ada', {
    title: 'Moss count',
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: times('2027-04-27', '14:00', '16:00'),
  });
  const reply = await found('ben', { repeat: 'weekly', dates: '4', layout: 'rounds' });
  expect(reply.inWords).toBe('every week on Tuesday, 14:00–16:00, 4 dates');
  const east = reply.places.find(({ code }) => code === 'HE')!;
  // 3 May is a holiday of the site, a Monday: no date of this series.
  expect([east.clear, east.dates, east.verdict]).toEqual([3, 4, 'conflict']);
  expect(east.sentences[0]).toContain('East Bay is booked by “Moss count”');
  expect(reply.places[0]).toMatchObject({ code: 'HW', clear: 4 });
});

test('what is on then is told to those who may know', async () => {
  await approvedIn(office, 'ada', { title: 'SECRET', publish: false });
  await approvedIn(office, 'ada', {
    title: 'Open bench',
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: times('2027-04-20', '15:00', '17:00'),
  });
  const told = [{ building: 'Barn', events: ['Open bench, 15:00–17:00, East Bay'] }];
  expect((await found(null)).alsoOn).toEqual(told);
  expect((await found('ada')).alsoOn[0]!.events).toContain('SECRET, 14:00–16:00, Studio');
  expect(JSON.stringify(await found(null))).not.toContain('SECRET');
  // It is over by then.
  expect((await found(null, { from: '17:00', to: '18:00' })).alsoOn).toEqual([]);
});

test.each([
  ['no people', { people: '0' }],
  ['no day', { day: '2027-02-30' }],
  ['no time', { from: 'noon' }],
  ['too many dates', { dates: '121' }],
  ['an unknown layout', { layout: 'igloo' }],
  ['a rule that is none', { repeat: 'sometimes' }],
])('%s is a fault beside its field', (_, more) => {
  const reading = placeSearchSchema.safeParse({
    people: '20',
    day: '2027-04-20',
    from: '14:00',
    to: '16:00',
    ...more,
  });
  expect(reading.success).toBe(false);
  expect(reading.error!.issues[0]!.path[0]).toBe(Object.keys(more)[0]);
});

test('an end before the start is one on the next day', () => {
  const { when } = search({ from: '22:00', to: '01:00' });
  expect([when.startsAt, when.endsAt]).toEqual(['2027-04-20T22:00', '2027-04-21T01:00']);
});

describe('the page of a space', () => {
  test('tells what is on to those who may know, and only taken to others', async () => {
    await approvedIn(office, 'ada', { title: 'SECRET', publish: false });
    const titles = async (who: string | null) => {
      const page = expectDone(await spacePage(who === null ? office.reader : office.as(who), 'st'));
      return page.on.map(({ when, title }) => [when, title]);
    };
    expect(await titles('ada')).toEqual([['Tue 20 Apr 2027, 14:00–16:00', 'SECRET']]);
    // Strangers learn when it is occupied, setup to strike, and no more.
    expect(await titles(null)).toEqual([['Tue 20 Apr 2027, 13:15–16:45', null]]);
  });

  test('in a timetable the free periods of the next days can be asked for; taken and past ones cannot', async () => {
    await office.close();
    const [barn] = SMALL_OFFICE.buildings;
    const spaces = barn!.spaces.map((space) =>
      space.code === 'ST' ? { ...space, timetables: ['School'] } : space,
    );
    const periods = [
      { name: 'First', from: '08:05', to: '09:00' },
      { name: 'Second', from: '09:10', to: '10:00' },
    ];
    office = await openOffice({
      ...SMALL_OFFICE,
      timetables: [{ name: 'School', periods }],
      buildings: [{ ...barn!, spaces }],
    });
    const free = async () =>
      expectDone(await spacePage(office.reader, 'ST')).periods.map(({ start }) => start.slice(8));
    // It is ten past eight on the 13th.
    expect(await free()).toHaveLength(9);
    expect((await free())[0]).toBe('13T09:10');
    await approvedIn(office, 'ada', {
      when: times('2027-04-14', '09:10', '10:00'),
      accessMin: 0,
      exitMin: 0,
      spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 0, strikeMin: 0 }],
    });
    expect(await free()).not.toContain('14T09:10');
    expect(await free()).toHaveLength(8);
  });

  test('one that is not there is not found', async () =>
    expect((await spacePage(office.reader, 'nowhere')).ok).toBe(false));
});

// Outside reference: the request form’s own check of each space, one after the other.
test('what the search says of a place is what the form says of it, date by date', async () => {
  // The hall back to back with what is wanted, in its own layout: a shoulder to share; elsewhere plain clashes.
  const inHall = { spaceId: SPACE.HL, layout: 'rounds' as const, setupMin: 45, strikeMin: 30 };
  await approvedIn(office, 'ada', { spaces: [inHall], when: times('2027-04-20', '10:00', '12:45') });
  await approvedIn(office, 'ada', {
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: times('2027-04-27', '14:30', '15:00'),
  });
  await approvedIn(office, 'ada', {
    when: times('2027-05-04', '08:30', '13:00'),
    equipment: [{ typeId: 1, quantity: 70 }],
  });
  const asked: Record<string, string>[] = [
    { repeat: 'weekly', dates: '5' },
    { repeat: 'daily', dates: '16', from: '12:00', to: '14:00' },
    { repeat: 'weekly', dates: '3', from: '20:00', to: '21:45', type: '1', quantity: '20' },
    { repeat: 'daily', dates: '3', from: '09:00', to: '08:00' },
  ];
  for (const who of ['ben', 'mara'])
    for (const more of asked) {
      const reply = await found(who, more);
      const { when, type, quantity } = search(more);
      for (const place of reply.places) {
        const offer = SMALL_OFFICE.buildings[0]!.spaces.find(
          ({ code }) => code === place.code,
        )!.layouts!.find(({ layout }) => layout === place.kind)!;
        const checked = expectDone(
          await checkRequest(
            office.as(who),
            checkSchema.parse({
              people: 20,
              spaces: [
                {
                  spaceId: place.spaceId,
                  layout: place.kind,
                  setupMin: offer.setupMin,
                  strikeMin: offer.strikeMin,
                },
              ],
              when: { startsAt: when.startsAt, endsAt: when.endsAt, repeat: when.repeat },
              accessMin: 30,
              exitMin: 30,
              equipment: type === null ? [] : [{ typeId: type, quantity }],
              publish: false,
            }),
          ),
        );
        const count = (verdict: string) => checked.dates.filter((date) => date.verdict === verdict).length;
        expect([who, more, place.code, place.clear, place.warning]).toEqual([
          who,
          more,
          place.code,
          count('clear'),
          count('warning'),
        ]);
        const first = checked.dates.find(({ verdict }) => verdict !== 'clear');
        expect(place.sentences).toEqual((first?.findings ?? []).slice(0, 2).map(({ sentence }) => sentence));
      }
    }
});
