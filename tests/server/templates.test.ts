import { randomUUID } from 'node:crypto';
import { localDate } from '@/core/time/local-time';
import { templateSchema, saveTemplateSchema, type TemplateReply } from '@/contracts/work-orders/templates';
import type { Outcome } from '@/contracts/base/refusal';
import { violations } from '@/server/effects/invariants';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { makeHandOrder } from '@/server/use-cases/work-orders/hand-order';
import { templateLines, storedTemplate } from '@/server/use-cases/work-orders/templates';
import { retireTemplate, saveTemplate } from '@/server/use-cases/work-orders/save-template';
import { tryTemplate } from '@/server/use-cases/work-orders/try-template';
import { handOrderSchema } from '@/contracts/work-orders/templates';
import { act, approvedIn, datesOf, expectDone, ordersOutOfLine, times, undo } from '@tests/builders/changes';
import { daySheet } from '@/ui/print/setups-sheet';
import { oneOrder } from '@/server/use-cases/work-orders/one-order';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { ask, at, openOffice, SMALL_OFFICE, SPACE, type TestOffice } from '@tests/builders/office';

const DAY = '2027-04-22';
let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  expect(await ordersOutOfLine(office)).toEqual([]);
  await office.close();
});

const template = (more: Record<string, unknown> = {}) => ({
  phase: 'setup',
  title: 'Cloths on',
  teamId: 2,
  due: 'access-start',
  when: { layouts: ['rounds'] },
  quantities: [{ name: 'Tablecloth', store: 'Loft', formula: 'tables + 1' }],
  ...more,
});
const save = (
  more: Record<string, unknown> = {},
  rest: Record<string, unknown> = {},
): Promise<Outcome<TemplateReply>> =>
  saveTemplate(
    office.as('mara'),
    saveTemplateSchema.parse({
      key: randomUUID(),
      id: null,
      version: null,
      template: template(more),
      ...rest,
    }),
  );
const evening = (day = DAY, more: Parameters<typeof approvedIn>[2] = {}) =>
  approvedIn(office, 'ada', {
    key: randomUUID(),
    people: 24,
    spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    when: times(day, '18:00', '20:00'),
    ...more,
  });
const work = async (who = 'mara', day = DAY) => (await crewDay(office.as(who), localDate(day))).orders;

describe('a recipe that is saved', () => {
  test('is looked at first, in numbers, and nothing is done by that', async () => {
    await evening();
    await evening('2027-04-23', {
      spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
    });
    const preview = expectDone(await save({}, { preview: true }));
    expect(preview.numbers).toEqual({ added: 1, revised: 0, replaced: 0, withdrawn: 0 });
    expect(preview.summary).toBe('made a work order template; 1 order is made');
    expect(await work('gita')).toEqual([]);
    expectDone(await save());
    expect(await work('gita')).toMatchObject([{ title: 'Cloths on', equipment: [{ quantity: 4 }] }]);
  });

  test('and changed: issued orders are revised, those to come are replaced, done ones stay', async () => {
    await evening();
    const made = expectDone(await save());
    const stored = (await storedTemplate(office.db, made.id!))!;
    const again = (more: Record<string, unknown>, version = stored.version) =>
      save(more, { id: made.id, version });
    const changed = expectDone(await again({ title: 'Cloths on and straight' }));
    expect(changed.numbers).toMatchObject({ revised: 1, added: 0 });
    expect((await work('gita'))[0]).toMatchObject({
      contentVersion: 2,
      changes: ['the work: Cloths on and straight, not Cloths on'],
    });
    expect(await again({ title: 'Too late' })).toMatchObject({ ok: false, refusal: { code: 'stale' } });
  });

  test('and is about something else: its orders go with it', async () => {
    await evening();
    const made = expectDone(await save());
    const elsewhere = expectDone(await save({ when: { layouts: ['theatre'] } }, { id: made.id, version: 1 }));
    expect(elsewhere.numbers).toMatchObject({ withdrawn: 1 });
    expect(await work('gita')).toEqual([]);
  });

  test('and taken out of use: open orders are withdrawn', async () => {
    await evening();
    const made = expectDone(await save());
    const body = { key: randomUUID(), version: 1, preview: false };
    expect(expectDone(await retireTemplate(office.as('mara'), made.id!, body)).numbers.withdrawn).toBe(1);
    expect(await storedTemplate(office.db, made.id!)).toBeNull();
    // The same key again is the same command.
    expect(expectDone(await retireTemplate(office.as('mara'), made.id!, body)).numbers.withdrawn).toBe(1);
  });

  test('names only what there is: a space that is gone, somebody of another team', async () => {
    for (const [more, path] of [
      [{ when: { spaces: [99] } }, 'template.when.spaces'],
      [{ teamId: 99 }, 'template.teamId'],
      [{ personId: 5 }, 'template.personId'],
    ] as const)
      expect(await save(more)).toMatchObject({
        ok: false,
        refusal: { code: 'bad-input', fields: [{ path }] },
      });
  });
});

describe('a recipe of the form', () => {
  const faults = (more: Record<string, unknown>) =>
    templateSchema
      .safeParse(template(more))
      .error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) ?? [];

  test('says what is wrong where it is wrong', () => {
    expect(faults({})).toEqual([]);
    // A name that is none of ours may be that of an answer: whether there is one is asked of the house.
    expect(faults({ quantities: [{ name: 'Urn', formula: 'Guests' }] })[0]).toMatch(
      /^quantities\.0\.formula: Formulas do not know “Guests”/,
    );
    expect(faults({ workFormula: 'people /' })[0]).toMatch(/^workFormula: The formula cannot be read/);
    expect(faults({ phase: 'attendance' })).toEqual(['until: Say until when someone is there.']);
    expect(faults({ title: '' })).toEqual(['title: What is to be done is missing.']);
  });

  test('is tried on an event that was, by the rules that make orders', async () => {
    await evening('2027-04-14');
    office.clock.set(at('2027-04-15T09:00'));
    const [row] = await office.db.rows<{ id: number }>('SELECT id FROM occurrence');
    const tried = async (more: Record<string, unknown>) =>
      expectDone(
        await tryTemplate(office.as('mara'), {
          template: templateSchema.parse(template(more)),
          occurrenceId: row!.id as never,
        }),
      );
    expect(await tried({})).toMatchObject({
      notAbout: null,
      orders: [{ place: 'East Bay', brings: [{ name: 'Tablecloth', quantity: 4, problem: null }] }],
    });
    const divided = await tried({ quantities: [{ name: 'Jug', formula: 'people / wheelchairs' }] });
    expect(divided.orders[0]!.brings[0]).toMatchObject({
      quantity: null,
      problem: expect.stringMatching(/divided by nothing/),
    });
    expect((await tried({ when: { layouts: ['exam'] } })).notAbout).toMatch(
      /^It makes no order here: it is for spaces set as /,
    );
    expect(await office.db.rows(`SELECT 1 FROM work_order WHERE order_key LIKE '0:%'`)).toEqual([]);
  });

  test('is tried on the last event it is about where none is named', async () => {
    const wanted = await evening('2027-04-14');
    await evening('2027-04-15', {
      spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
    });
    const tried = (more: Record<string, unknown>) =>
      tryTemplate(office.as('mara'), { template: templateSchema.parse(template(more)), occurrenceId: null });
    expect(await tried({})).toMatchObject({ ok: false, refusal: { code: 'not-found' } });
    office.clock.set(at('2027-04-16T09:00'));
    expect(expectDone(await tried({})).eventText).toContain(wanted);
    expect(expectDone(await tried({ when: { layouts: ['exam'] } }))).toMatchObject({
      orders: [],
      eventText: expect.stringContaining('15 Apr'),
    });
  });
});

describe('an order in somebody’s own words', () => {
  const make = (reference: string, occurrenceId: number | null, more: Record<string, unknown> = {}) =>
    makeHandOrder(
      office.as('mara'),
      reference,
      handOrderSchema.parse({
        key: randomUUID(),
        occurrenceId,
        phase: 'setup',
        title: 'Open the gate',
        teamId: 2,
        per: 'date',
        due: 'access-start',
        offsetMin: -15,
        ...more,
      }),
    );
  const weekly = () =>
    evening(DAY, {
      when: {
        startsAt: `${DAY}T18:00`,
        endsAt: `${DAY}T20:00`,
        durationMin: undefined,
        repeat: { rule: 'FREQ=WEEKLY;COUNT=3' },
      },
    });

  test('for one date, or for all to come, with lead days', async () => {
    const reference = await weekly();
    const [, second] = await datesOf(office, reference);
    expectDone(await make(reference, second!.id));
    expect(await work('gita')).toEqual([]);
    expect(await work('gita', '2027-04-29')).toMatchObject([
      { title: 'Open the gate', origin: 'hand', dueText: '17:15' },
    ]);
    const all = expectDone(await make(reference, null, { title: 'Lamp at the gate', leadDays: 2 }));
    expect(all).toMatchObject({ changed: 3, summary: '3 orders made by hand' });
    expect((await work('mara')).find(({ title }) => title === 'Lamp at the gate')).toMatchObject({
      issueText: '00:00, Tue 20 Apr 2027',
    });
  });

  test('goes with its date and comes back with it', async () => {
    const reference = await evening();
    expectDone(await make(reference, null));
    const left = expectDone(await act(office, 'mara', reference, { action: 'leave', reason: 'Ill.' }));
    expect(await work('gita')).toEqual([]);
    expectDone(await undo(office, 'mara', left.changeSet!));
    expect(await work('gita')).toMatchObject([{ title: 'Open the gate', state: 'open' }]);
  });

  test('is for an approved date to come, and for a team there is', async () => {
    const reference = await evening('2027-04-14');
    expect(await make(reference, null, { teamId: 9 })).toMatchObject({
      ok: false,
      refusal: { code: 'bad-input' },
    });
    office.clock.set(at('2027-04-15T09:00'));
    expect(await make(reference, null)).toMatchObject({ ok: false, refusal: { code: 'stale' } });
    expect(await make('AAA-AAA', null)).toMatchObject({ ok: false, refusal: { code: 'not-found' } });
  });
});

describe('a recipe that asks for an answer', () => {
  const STAY = 'Should somebody stay?';
  const [first, ...others] = SMALL_OFFICE.teams!;
  const WITH_STAYING = {
    ...SMALL_OFFICE,
    services: [
      {
        name: 'Sound',
        team: first!.name,
        leadDays: 2,
        crewMin: 30,
        questions: [{ text: STAY, required: true, choices: ['yes', 'no'] }],
      },
    ],
    teams: [
      {
        ...first!,
        templates: [
          ...(first!.templates ?? []),
          {
            phase: 'attendance' as const,
            title: 'At the desk',
            due: 'event-start' as const,
            until: { edge: 'event-end' as const },
            per: 'date' as const,
            services: ['Sound'],
            answers: [{ question: STAY, answer: 'yes' }],
          },
        ],
      },
      ...others,
    ],
  };

  test('nobody is sent to stay where the answer was no; the list says what it asks for', async () => {
    await office.close();
    office = await openOffice(WITH_STAYING);
    const [question] = await office.db.rows<{ id: number }>('SELECT id FROM question WHERE text = $text', {
      text: STAY,
    });
    const sound = (answer: string) => [{ serviceId: 1, answers: [{ questionId: question!.id, answer }] }];
    await evening(DAY, { services: sound('no') });
    const titles = async (day = DAY) => (await work('mara', day)).map(({ title }) => title);
    expect(await titles()).not.toContain('At the desk');
    // The service itself is done all the same.
    expect(await titles()).toContain('Sound');
    await evening('2027-04-23', { services: sound('yes') });
    expect(await titles('2027-04-23')).toContain('At the desk');
    const line = (await templateLines(office.as('mara'))).find(({ title }) => title === 'At the desk');
    expect(line!.aboutText).toBe(`events with Sound, where the answer is “yes” to “${STAY}”`);
  });
});

describe('a question that is answered by a number', () => {
  const CARS = 'How many cars?';
  const [first, ...others] = SMALL_OFFICE.teams!;
  const [talks, ...more] = SMALL_OFFICE.categories!;
  const WITH_CARS = {
    ...SMALL_OFFICE,
    categories: [{ ...talks!, questions: [{ text: CARS, required: true, numberName: 'cars' }] }, ...more],
    teams: [
      {
        ...first!,
        templates: [
          ...(first!.templates ?? []),
          {
            phase: 'setup' as const,
            title: 'Cones out',
            due: 'access-start' as const,
            per: 'date' as const,
            categories: [talks!.name],
            workFormula: '5 + cars',
            quantities: [{ name: 'Cone', store: 'Loft', formula: 'ceil(cars / 4)' }],
          },
        ],
      },
      ...others,
    ],
  };
  const answered = async (answer: string) => {
    const [question] = await office.db.rows<{ id: number }>('SELECT id FROM question WHERE text = $text', {
      text: CARS,
    });
    return { answers: [{ questionId: question!.id, answer }] };
  };
  beforeEach(async () => {
    await office.close();
    office = await openOffice(WITH_CARS);
  });

  test('reaches the order, its formulas and the PDF without code', async () => {
    await evening(DAY, await answered('23'));
    const cones = (await work()).find(({ title }) => title === 'Cones out')!;
    expect(cones.equipment).toMatchObject([{ name: 'Cone', quantity: 6 }]);
    expect(await office.db.rows('SELECT work_min FROM work_order WHERE id = $id', { id: cones.id })).toEqual([
      { work_min: 28 },
    ]);
    expect(JSON.stringify(daySheet(await crewDay(office.as('mara'), localDate(DAY))))).toContain(
      `${CARS} 23`,
    );
    const { view } = (await oneOrder(office.as('mara'), cones.id))!;
    expect(view.answers).toEqual([{ question: CARS, answer: '23' }]);
    // What is no work of that category says nothing of cars.
    expect((await work()).filter(({ answers }) => answers.length)).toHaveLength(1);
  });

  test('takes whole numbers only, and must be answered where it says so', async () => {
    for (const [answer, sentence] of [
      ['some', `“${CARS}” is answered by a whole number from 0 to 100,000.`],
      ['-3', `“${CARS}” is answered by a whole number from 0 to 100,000.`],
      ['', `“${CARS}” wants an answer.`],
    ] as const)
      expect(await submitRequest(office.as('ada'), ask(await answered(answer)))).toMatchObject({
        ok: false,
        refusal: { code: 'bad-input', fields: [{ message: sentence }] },
      });
  });

  test('a formula that counts with what nobody is asked is refused where it is written', async () => {
    const quantities = [{ name: 'Cone', store: 'Loft', formula: 'carts' }];
    expect(await save({ quantities })).toMatchObject({
      ok: false,
      refusal: {
        code: 'bad-input',
        fields: [
          {
            path: 'template.quantities.0.formula',
            message: expect.stringMatching(/“carts”.*cars, and/) as string,
          },
        ],
      },
    });
    expectDone(await save({ quantities: [{ name: 'Cone', store: 'Loft', formula: 'cars' }] }));
  });
});
