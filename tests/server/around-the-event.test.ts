import { randomUUID } from 'node:crypto';
import type { OccurrenceId } from '@/core/ids';
import { localDate } from '@/core/time/local-time';
import { attendanceSchema } from '@/contracts/work-orders/event-setup';
import { SMALL_OFFICE } from '@tests/builders/office';
import { violations } from '@/server/effects/invariants';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { risks } from '@/server/use-cases/decisions/risks';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { keepAttendance, setServiceState, walkThrough } from '@/server/use-cases/work-orders/event-commands';
import { eventSetup } from '@/server/use-cases/work-orders/event-setup';
import { assignOrders } from '@/server/use-cases/work-orders/issue-orders';
import { returnEquipment } from '@/server/use-cases/work-orders/return-equipment';
import { storesDay } from '@/server/use-cases/work-orders/stores-day';
import { addShift, removeShift, setTeamMember } from '@/server/use-cases/work-orders/teams';
import { weekLoad } from '@/server/use-cases/work-orders/week-load';
import { addShiftSchema } from '@/contracts/work-orders/week-load';
import { approvedIn, datesOf, expectDone, times } from '@tests/builders/changes';
import { at, openOffice, SPACE, type TestOffice } from '@tests/builders/office';

const DAY = '2027-04-22';
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice({
    ...SMALL_OFFICE,
    services: [{ name: 'Tea', team: 'Gates', leadDays: 5, crewMin: 40 }],
  });
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const evening = (more: Parameters<typeof approvedIn>[2] = {}) =>
  approvedIn(office, 'ada', {
    key: randomUUID(),
    people: 24,
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    equipment: [{ typeId: 1, quantity: 20 }],
    services: [{ serviceId: 1, answers: [] }],
    when: times(DAY, '18:00', '20:00'),
    ...more,
  });
const firstDate = async (reference: string) => (await datesOf(office, reference))[0]!.id as OccurrenceId;
const event = async (reference: string, who = 'mara') =>
  expectDone(await eventSetup(office.as(who), reference, null));

describe('a service', () => {
  test('makes an order for its team, and is at risk when it is not settled in time', async () => {
    const reference = await evening();
    const date = await firstDate(reference);
    const tea = (await crewDay(office.as('mara'), localDate(DAY))).orders.find(
      ({ title }) => title === 'Tea',
    );
    expect(tea).toMatchObject({ team: 'Gates', dueText: '18:00' });
    expect((await event(reference)).services).toMatchObject([
      { state: 'asked', dueText: 'Sat 17 Apr 2027', isOverdue: false },
    ]);
    office.clock.set(at('2027-04-18T09:00'));
    expect(await risks(office.reader)).toMatchObject([
      { reference, sentence: 'Tea was to be settled by Sat 17 Apr 2027, and is not.' },
    ]);
    const say = (who: string, state: 'agreed' | 'refused', note = '') =>
      setServiceState(office.as(who), date, { key: randomUUID(), serviceId: 1, state, note });
    expect(await say('cato', 'agreed')).toMatchObject({ ok: false, refusal: { code: 'not-allowed' } });
    expect(await say('gita', 'refused')).toMatchObject({ ok: false, refusal: { code: 'bad-input' } });
    expectDone(await say('gita', 'agreed'));
    expect(await risks(office.reader)).toEqual([]);
    expect((await event(reference)).services).toMatchObject([
      { state: 'agreed', byText: expect.stringMatching(/^Gita Hale/) },
    ]);
  });
});

describe('the walk before it', () => {
  test('everything promised is there; what is promised no more is refused', async () => {
    const reference = await evening();
    const date = await firstDate(reference);
    const lines = (await event(reference)).promised.map(({ line }) => line);
    expect(lines).toEqual([
      'East Bay: round tables, for 24',
      'East Bay: 20 × Folding chair',
      'Tea',
      'Blinds down, please.',
    ]);
    const walk = (line: string, isRight: boolean | null, note = '') =>
      walkThrough(office.as('cato'), date, { key: randomUUID(), line, isRight, note });
    expectDone(await walk('Tea', true));
    expectDone(await walk('East Bay: 20 × Folding chair', false, 'Two are wet'));
    expect(await walk('A piano', true)).toMatchObject({ ok: false, refusal: { code: 'stale' } });
    expect((await event(reference, 'cato')).promised.map(({ isRight }) => isRight)).toEqual([
      null,
      false,
      true,
      null,
    ]);
    expectDone(await walk('Tea', null));
    expect((await event(reference)).promised[2]).toMatchObject({ isRight: null });
  });
});

describe('who came', () => {
  const keep = async (date: OccurrenceId, body: Record<string, unknown>) =>
    keepAttendance(office.as('cato'), date, attendanceSchema.parse({ key: randomUUID(), ...body }));
  test('names are put on the list once, ticked one by one, beside a count', async () => {
    const reference = await evening();
    const date = await firstDate(reference);
    expectDone(await keep(date, { kind: 'names', names: 'Una Reed\n  Tom Field \n\nUna Reed' }));
    expectDone(await keep(date, { kind: 'names', names: 'Tom Field\nIda Vale' }));
    expectDone(await keep(date, { kind: 'here', name: 'Tom Field', isHere: true }));
    expect(await keep(date, { kind: 'here', name: 'Nobody', isHere: true })).toMatchObject({ ok: false });
    expectDone(await keep(date, { kind: 'count', people: 21 }));
    const kept = await event(reference);
    expect(kept.attendees).toEqual([
      { name: 'Una Reed', isHere: false },
      { name: 'Tom Field', isHere: true },
      { name: 'Ida Vale', isHere: false },
    ]);
    expect(kept.attendance).toMatchObject({ people: 21, byText: expect.stringMatching(/^Cato Brook/) });
  });
});

describe('what comes back', () => {
  test('damage is out of stock once its use is over, and what that leaves short is at risk; counted again it is not', async () => {
    const reference = await evening();
    // Later on all eighty are promised.
    const all = await evening({
      when: times('2027-04-24', '18:00', '20:00'),
      equipment: [{ typeId: 1, quantity: 80 }],
      services: [],
    });
    const strike = (await crewDay(office.as('cato'), localDate(DAY))).orders.find(
      ({ phase }) => phase === 'strike',
    )!;
    const count = (counted: number, damaged: number) =>
      returnEquipment(office.as('cato'), strike.id, {
        key: randomUUID(),
        typeId: 1 as never,
        counted,
        damaged,
        note: '',
      });
    office.clock.set(at(`${DAY}T20:40`));
    expect(await count(21, 0)).toMatchObject({ ok: false, refusal: { code: 'bad-input' } });
    expect(expectDone(await count(19, 2))).toEqual({
      atRisk: 1,
      summary: 'counted 19 × Folding chair; 3 are out of stock from now on; 1 date is at risk by it',
    });
    expect(await risks(office.reader)).toMatchObject([{ reference: all }]);
    expect(expectDone(await count(20, 0)).summary).toBe('counted 20 × Folding chair; all are back and whole');
    expect(await risks(office.reader)).toEqual([]);
    expect(reference).not.toBe(all);
    const [store] = (await storesDay(office.as('mara'), localDate(DAY))).stores;
    expect(store!.lines.map(({ way, quantity }) => [way, quantity])).toEqual([
      ['out', 20],
      ['back', 20],
    ]);
  });
});

describe('people and shifts', () => {
  const shift = (from: string, to: string, more: Record<string, unknown> = {}) =>
    addShift(
      office.as('mara'),
      addShiftSchema.parse({
        key: randomUUID(),
        teamId: 1,
        from: `${DAY}T${from}`,
        to: `${DAY}T${to}`,
        ...more,
      }),
    );
  const cell = async () =>
    (await weekLoad(office.as('mara'), { date: localDate(DAY), team: 1 })).teams[0]!.cells.find(
      ({ date }) => date === DAY,
    )!;

  test('a shift that is too short puts the date at risk, another takes it away again', async () => {
    const reference = await evening();
    expect(await cell()).toMatchObject({ workMin: 50, isShort: false });
    expect(expectDone(await shift('17:25', '17:30')).atRisk).toBe(1);
    expect(await cell()).toMatchObject({ shiftMin: 5, isShort: true });
    expect(await risks(office.reader)).toMatchObject([{ reference, places: 'East Bay' }]);
    expect(expectDone(await shift('08:00', '22:00', { people: 2 })).atRisk).toBe(0);
    expect(await cell()).toMatchObject({ isShort: false });
    expect(await risks(office.reader)).toEqual([]);
    const [last] = await office.db.rows<{ id: number }>('SELECT MAX(id) AS id FROM shift');
    expect(expectDone(await removeShift(office.as('mara'), last!.id, randomUUID())).atRisk).toBe(1);
    expect(expectDone(await removeShift(office.as('mara'), last!.id, randomUUID())).atRisk).toBe(0);
  });

  test('work that is approved although the week says it cannot be done is at risk, said once', async () => {
    const reference = await evening();
    expectDone(await shift('17:00', '20:00'));
    expect(await risks(office.reader)).toEqual([]);
    const more = await approvedIn(office, 'ben', {
      title: 'Bunting',
      spaces: [{ spaceId: SPACE.HW, layout: 'rounds', setupMin: 50, strikeMin: 0 }],
      when: times(DAY, '18:00', '20:00'),
    });
    expect(await cell()).toMatchObject({ isShort: true });
    const found = await risks(office.reader);
    expect(found.map((line) => line.reference).sort()).toEqual([reference, more].sort());
    for (const { sentence } of found)
      expect(sentence.match(/more than the people on shift can do/g)).toHaveLength(1);
    expect(expectDone(await deskRequest(office.as('mara'), more)).dates[0]).toMatchObject({ isAtRisk: true });
  });

  test('only those of the team are on its shifts; who leaves it leaves their orders to it', async () => {
    await evening();
    expect(await shift('08:00', '12:00', { personId: 6 })).toMatchObject({
      ok: false,
      refusal: { code: 'bad-input' },
    });
    const member = (isMember: boolean) =>
      setTeamMember(office.as('mara'), 1, { key: randomUUID(), personId: 6 as never, isMember });
    expectDone(await member(true));
    expectDone(await shift('08:00', '22:00', { personId: 6 }));
    const setup = (await crewDay(office.as('cato'), localDate(DAY))).orders.find(
      ({ phase }) => phase === 'setup',
    )!;
    const give = { key: randomUUID(), orders: [setup.id], personId: 6 as never };
    expectDone(await assignOrders(office.as('mara'), give));
    expect(expectDone(await member(false)).summary).toBe(
      'removed a person from a team; 1 order goes back to the team',
    );
  });
});
