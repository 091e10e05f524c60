import { weatherRisk } from '@/core/weather/outdoors';
import { risks } from '@/server/use-cases/decisions/risks';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { standInForecast } from '@/server/repositories/weather/stand-in';
import { act, expectDone, submit } from '@tests/builders/changes';
import { at, openOffice, OFFICE_WITH_YARD, type TestOffice } from '@tests/builders/office';

const EVENT = { start: at('2027-04-15T10:00'), end: at('2027-04-15T13:00') };
const seedWhere = (isWild: boolean): number => {
  for (let seed = 1; ; seed += 1)
    if ((weatherRisk(EVENT, standInForecast(seed)(EVENT)) !== null) === isWild) return seed;
};

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice(OFFICE_WITH_YARD);
});
afterEach(() => office.close());

async function bookedOutdoors(): Promise<string> {
  const [yard] = await office.db.rows<{ id: number }>(`SELECT id FROM space WHERE code = 'YD'`);
  const reference = await submit(office, 'ada', {
    spaces: [{ spaceId: yard!.id, layout: 'standing', setupMin: 0, strikeMin: 0 }],
    equipment: [],
    when: { startsAt: '2027-04-15T10:00', endsAt: '2027-04-15T13:00', repeat: null },
  });
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
  return reference;
}
const forecast = (value: string) =>
  office.db.write(async (tx) => {
    await tx.run(
      `INSERT INTO setting (key, value) VALUES ('forecast', $value) ON CONFLICT DO UPDATE SET value = $value`,
      {
        value,
      },
    );
    return { keep: true, value: null };
  });

test('wild weather puts what is booked outdoors at risk, on the desk and at the date itself', async () => {
  const reference = await bookedOutdoors();
  const indoors = await submit(office, 'ada');
  expectDone(await act(office, 'mara', indoors, { action: 'approve', reason: '' }));
  expect(await risks(office.reader)).toEqual([]);
  await forecast(`stand-in ${seedWhere(true)}`);
  const lines = await risks(office.reader);
  expect(lines).toMatchObject([{ reference, places: 'Yard' }]);
  expect(lines[0]!.sentence).toMatch(
    /forecast for Yard, from 1[0-2]:00 to 1[1-3]:00\. No indoor space is kept for it/,
  );
  const [date] = expectDone(await deskRequest(office.as('mara'), reference)).dates;
  expect(date).toMatchObject({ isAtRisk: true });
  expect(date!.findings[0]!.sentence).toBe(lines[0]!.sentence);
});

test('quiet weather, dates beyond a week, and an office without a forecast: no risk', async () => {
  await bookedOutdoors();
  await forecast(`stand-in ${seedWhere(false)}`);
  expect(await risks(office.reader)).toEqual([]);
  await forecast('none');
  expect(await risks(office.reader)).toEqual([]);
  await forecast(`stand-in ${seedWhere(true)}`);
  office.clock.set(at('2027-04-15T13:00'));
  expect(await risks(office.reader)).toEqual([]);
});

test('the same seed forecasts the same hour alike, from wherever it is asked', () => {
  const whole = standInForecast(5)({ start: at('2027-04-13T00:00'), end: at('2027-04-20T00:00') });
  const part = standInForecast(5)({ start: at('2027-04-15T10:20'), end: at('2027-04-15T12:10') });
  expect(part).toHaveLength(3);
  for (const hour of part) expect(whole).toContainEqual(hour);
});
