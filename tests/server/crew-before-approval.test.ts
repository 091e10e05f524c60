import type { OfficeFile } from '@/contracts/administration/office';
import { checkSchema } from '@/contracts/requests/ask';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { deskLines } from '@/server/use-cases/decisions/desk-lines';
import { act, approvedIn, expectDone, submit, times } from '@tests/builders/changes';
import { ask, openOffice, SMALL_OFFICE, SPACE, type TestOffice } from '@tests/builders/office';

const DAY = '2027-04-22';

/** Tea is laid out by people who are there from nine to five; workshops are photographed by one who leaves at noon. */
const OFFICE: OfficeFile = {
  ...SMALL_OFFICE,
  teams: [
    ...SMALL_OFFICE.teams!,
    {
      name: 'Kitchen',
      shifts: [
        { from: `${DAY}T09:00`, to: `${DAY}T17:00`, people: 1 },
        { from: '2027-06-01T09:00', to: '2027-06-01T10:00' },
      ],
      templates: [
        {
          phase: 'setup',
          title: 'Tea laid out',
          due: 'event-start',
          per: 'date',
          services: ['Tea'],
          workFormula: '10 + people',
        },
      ],
    },
    {
      name: 'Pictures',
      shifts: [
        { from: `${DAY}T09:00`, to: `${DAY}T12:00` },
        { from: '2027-06-01T09:00', to: '2027-06-01T10:00' },
      ],
      templates: [
        {
          phase: 'attendance',
          title: 'Pictures',
          due: 'event-start',
          until: { edge: 'event-end' },
          per: 'date',
          categories: ['Workshops'],
        },
      ],
    },
  ],
  services: [{ name: 'Tea', team: 'Kitchen' }],
};

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice(OFFICE);
});
afterEach(() => office.close());

const [WORKSHOPS, PRIVATE] = [1, 2];
const wanted = (from: string, to: string, categoryId: number) => ({
  people: 20,
  categoryId,
  services: [{ serviceId: 1, answers: [] }],
  spaces: [{ spaceId: SPACE.HE, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }],
  when: times(DAY, from, to),
});
const deskVerdicts = async (reference: string) =>
  (await deskLines(office.as('mara'))).find((line) => line.reference === reference)!.verdicts;

test('the form, the desk and deciding tell of crews that cannot, whatever their work comes from', async () => {
  const body = { ...ask(wanted('18:00', '20:00', WORKSHOPS)), serviceIds: [1] };
  const form = expectDone(await checkRequest(office.as('ada'), checkSchema.parse(body)));
  const told = form.dates[0]!.findings.filter(({ rule }) => rule === 'crew-short');
  expect(told.map(({ sentence }) => sentence.split(' cannot')[0]).sort()).toEqual(['Kitchen', 'Pictures']);
  const late = await submit(office, 'ada', wanted('18:00', '20:00', WORKSHOPS));
  expect(await deskVerdicts(late)).toEqual({ clear: 0, warning: 1, conflict: 0 });
  // At an hour when both are there nothing is said, and without the category nobody takes pictures.
  expect(await deskVerdicts(await submit(office, 'ada', wanted('10:00', '11:30', WORKSHOPS)))).toMatchObject({
    clear: 1,
  });
  expect(await deskVerdicts(await submit(office, 'ada', wanted('13:00', '14:00', PRIVATE)))).toMatchObject({
    clear: 1,
  });
  expect(await deskVerdicts(await submit(office, 'ada', wanted('13:00', '14:00', WORKSHOPS)))).toMatchObject({
    warning: 1,
  });
});

test('work of approved dates counts once beside that of those that wait', async () => {
  // Ten minutes and one for each of twenty people, before half past nine: one hand has thirty minutes from nine.
  await approvedIn(office, 'ada', wanted('09:30', '10:30', PRIVATE));
  const beside = {
    ...wanted('09:30', '10:30', PRIVATE),
    spaces: [{ spaceId: SPACE.HW, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 }],
  };
  const second = await submit(office, 'ada', beside);
  expect(await deskVerdicts(second)).toMatchObject({ warning: 1 });
  expectDone(await act(office, 'mara', second, { action: 'approve', reason: 'tea comes late' }));
  // Tea for both would have to be laid out since half past eight.
  expect(
    await deskVerdicts(
      await submit(office, 'ada', {
        ...beside,
        spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
        when: times(DAY, '12:00', '13:00'),
      }),
    ),
  ).toMatchObject({ clear: 1 });
});
