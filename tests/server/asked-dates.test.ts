import { violations } from '@/server/effects/invariants';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { act, datesOf, expectDone, refusalOf } from '@tests/builders/changes';
import { ask, openOffice, SPACE, type TestOffice } from '@tests/builders/office';
import { feedTextOf } from '@tests/builders/publishing';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});
const times = { startsAt: '2027-04-20T14:00', endsAt: '2027-04-20T16:00' };
const asked = async (when: object, more: object = {}) => {
  const { reference } = expectDone(await submitRequest(office.as('ada'), ask({ when, ...more })));
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' }));
  const dates = await datesOf(office, reference);
  const text = await feedTextOf(office.reader, 'workshops');
  return { starts: dates.map(({ startLocal }) => startLocal), text, dates };
};

test('dates picked by hand, each once and in order; readers get them as RDATE', async () => {
  const extra = ['2027-05-06T09:30', '2027-04-29T14:00', '2027-04-20T14:00'];
  const { starts, text } = await asked({ ...times, repeat: null, extra });
  expect(starts).toEqual(['2027-04-20T14:00', '2027-04-29T14:00', '2027-05-06T09:30']);
  expect(text).toContain('RDATE;TZID=Europe/London:20270506T093000');
});

test('a rule with a date more and one left out; the feed says so', async () => {
  const repeat = { rule: 'FREQ=WEEKLY;COUNT=4' };
  const { starts, text } = await asked({
    ...times,
    repeat,
    extra: ['2027-04-22T14:00'],
    excluded: ['2027-04-27T14:00'],
  });
  expect(starts.map((at) => at.slice(5, 10))).toEqual(['04-20', '04-22', '05-04', '05-11']);
  expect(text).toContain('EXDATE;TZID=Europe/London:20270427T140000');
});

test('whole days go from the first instant to the first after the last, over the spring change too', async () => {
  const when = { startsAt: '2028-03-25T00:00', endsAt: '2028-03-27T00:00', allDay: true, repeat: null };
  const { dates, text } = await asked(when, {
    accessMin: 0,
    exitMin: 0,
    spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 0, strikeMin: 0 }],
  });
  const { event } = dates[0]!.claim;
  expect(event.end - event.start).toBe(2 * 1440 - 60);
  expect(text).toContain('DTSTART;VALUE=DATE:20280325');
});

test('a start that is no date of its rule is moved to the first that is, and the form says so', async () => {
  const wanted = ask({ when: { ...times, repeat: { rule: 'FREQ=MONTHLY;BYDAY=-1FR;COUNT=2' } } });
  const reply = expectDone(await checkRequest(office.as('ada'), wanted));
  expect(reply.notes[0]).toContain('the first is Fri 30 Apr 2027');
  expect(reply.dates.map(({ key }) => key)).toEqual(['2027-04-30T14:00', '2027-05-28T14:00']);
});

test('a date the clocks jump over is told as left out', async () => {
  const wanted = ask({
    when: {
      startsAt: '2028-03-25T01:30',
      endsAt: '2028-03-25T02:30',
      repeat: { rule: 'FREQ=DAILY;COUNT=2' },
    },
  });
  const reply = expectDone(await checkRequest(office.as('ada'), wanted));
  expect(reply.notes).toEqual(['Left out: the clocks jump over 01:30 on Sun 26 Mar 2028.']);
  expect(reply.dates.map(({ key }) => key.slice(5, 10))).toEqual(['03-25', '03-27']);
});

test('every date left out, and a loan of nothing nowhere, are refused', async () => {
  const none = ask({
    when: { ...times, repeat: { rule: 'FREQ=DAILY;COUNT=1' }, excluded: [times.startsAt] },
  });
  expect(refusalOf(await submitRequest(office.as('ada'), none))).toMatchObject({
    fields: [{ message: 'Every date is left out. Keep at least one.' }],
  });
  expect(() => ask({ spaces: [], equipment: [] })).toThrow(/Choose a space/);
});

test('a loan of equipment needs no space', async () => {
  const { starts } = await asked(
    { ...times, repeat: null },
    { spaces: [], equipment: [{ typeId: 1, quantity: 30 }] },
  );
  expect(starts).toHaveLength(1);
  const [use] = await office.db.rows<{ minutes: number }>(
    'SELECT end_min - start_min AS minutes FROM equipment_use',
  );
  expect(use!.minutes).toBe(140);
});
