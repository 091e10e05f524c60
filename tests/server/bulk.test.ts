import { violations } from '@/server/effects/invariants';
import {
  act,
  approvedIn,
  datesOf,
  expectDone,
  refusalOf,
  statesIn,
  submit,
  times,
} from '@tests/builders/changes';
import { openOffice, SMALL_OFFICE, SPACE, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const hall = { spaceId: SPACE.HL, layout: 'theatre' as const, setupMin: 30, strikeMin: 30 };
const evening = (title: string, from: string, to: string, more = {}) => ({
  title,
  spaces: [hall],
  people: 40,
  accessMin: 10,
  exitMin: 10,
  when: times('2027-04-20', from, to),
  ...more,
});
const approve = { action: 'approve' as const, reason: '' };

describe('several requests decided in one step', () => {
  test('those that stand on one set-up hand over; that is told before, and stored once', async () => {
    const both = [
      await submit(office, 'ada', evening('Seed talk', '10:00', '12:00')),
      await submit(office, 'ben', evening('Choir', '13:00', '15:00')),
    ];
    const preview = expectDone(await act(office, 'mara', both, approve, { preview: true }));
    expect(preview.warnings).toHaveLength(2);
    expect(preview.warnings[0]).toContain('can stay set for “Choir”');
    expect(preview.warnings[1]).toContain('can stay set after “Seed talk”');
    expectDone(await act(office, 'mara', both, approve));
    expect(await office.db.rows('SELECT * FROM turnover_link')).toHaveLength(1);
  });

  test('those of one request share without being told', async () => {
    const reference = await submit(office, 'ada', {
      ...evening('Seed talk', '10:00', '11:00'),
      when: { ...times('2027-04-20', '10:00', '11:00'), repeat: { rule: 'FREQ=DAILY;BYHOUR=10,12;COUNT=2' } },
    });
    const other = await submit(office, 'ben', { title: 'Moss count' });
    expect(expectDone(await act(office, 'mara', [reference, other], approve)).warnings).toEqual([]);
    expect(await office.db.rows('SELECT * FROM turnover_link')).toHaveLength(1);
  });

  test('those in one another’s way are refused by name, and nothing is decided', async () => {
    const both = [
      await submit(office, 'ada', evening('Seed talk', '10:00', '12:00')),
      await submit(office, 'ben', evening('Choir', '11:00', '13:00')),
    ];
    const refusal = refusalOf(await act(office, 'mara', both, approve));
    expect(refusal).toMatchObject({ code: 'conflict', dates: 2 });
    const text = JSON.stringify(refusal);
    expect(text).toContain('also asked for by “Choir” in this same step');
    expect(text).toContain('also asked for by “Seed talk” in this same step');
    expect(text).not.toContain('by this request');
    expect([await statesIn(office, both[0]!), await statesIn(office, both[1]!)]).toEqual([
      ['waiting'],
      ['waiting'],
    ]);
  });

  test.each([
    ['in the same step', false],
    ['with one that is approved already', true],
  ])('public events for one audience at one time are told, %s', async (_, isApproved) => {
    const families = { audiences: ['families'] };
    const first = evening('Seed talk', '10:00', '12:00', families);
    const one = isApproved ? await approvedIn(office, 'ada', first) : await submit(office, 'ada', first);
    const second = await submit(office, 'ben', {
      title: 'Moss count',
      when: times('2027-04-20', '11:45', '13:00'),
      ...families,
    });
    const third = await submit(office, 'ben', {
      title: 'Lichen walk',
      when: times('2027-04-21', '11:45', '13:00'),
      ...families,
    });
    const picked = isApproved ? [second, third] : [one, second, third];
    const { warnings } = expectDone(await act(office, 'mara', picked, approve));
    expect(warnings).toHaveLength(isApproved ? 1 : 2);
    expect(warnings.join()).toContain(
      'for the same audience (families) at the same time: they overlap by 15 min',
    );
  });

  test('dates of one series at one time in two rooms are no rivals for their own audience', async () => {
    const reference = await submit(office, 'ada', {
      audiences: ['families'],
      when: { ...times('2027-04-20', '14:00', '16:00'), repeat: weekly(1, '2027-05-04') },
    });
    const other = await submit(office, 'ben', { title: 'Moss count', spaces: [hall], publish: false });
    expect(expectDone(await act(office, 'mara', [reference, other], approve)).warnings).toEqual([]);
  });
});

test('a change by whoever asked that goes past the policy of the space waits, and the booking stays', async () => {
  await office.close();
  const [barn] = SMALL_OFFICE.buildings;
  const withNotice = barn!.spaces.map((space) => ({ ...space, policies: [{ noticeMin: 5 * 1440 }] }));
  office = await openOffice({ ...SMALL_OFFICE, buildings: [{ ...barn!, spaces: withNotice }] });
  const reference = await approvedIn(office, 'ada');
  const move = (shiftMin: number) =>
    act(office, 'ada', reference, { action: 'change', patch: { shiftMin }, reason: 'A guest is late.' });
  expectDone(await move(1440));
  expect((await datesOf(office, reference))[0]).toMatchObject({ startLocal: '2027-04-21T14:00' });
  // Four days from now: within the notice.
  expectDone(await move(-4 * 1440));
  const [date] = await datesOf(office, reference);
  expect(date).toMatchObject({ state: 'approved', startLocal: '2027-04-21T14:00' });
  expect(date!.live.map(({ kind, status }) => `${kind} ${status}`).sort()).toContain('change wanted');
});
