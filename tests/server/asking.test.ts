import { askSchema, type AskBody } from '@/contracts/requests/ask';
import type { PersonId } from '@/core/ids';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { earlierRequest } from '@/server/use-cases/requests/ask/earlier-request';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { leftThen } from '@/server/use-cases/calendar/left-then';
import { setDeputy } from '@/server/use-cases/requests/own/deputies';
import { ownRequests, readRequest } from '@/server/use-cases/requests/own/own-requests';
import { violations } from '@/server/effects/invariants';
import { leftSchema } from '@/contracts/calendar/left';
import { act, expectDone, refusalOf } from '@tests/builders/changes';
import { ask, openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';
import { noticesAt } from '@tests/builders/publishing';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
  const { sequelize } = office.db;
  await sequelize.query(
    `INSERT INTO service (id, team_id, name, about, lead_days, position) VALUES (1, 1, 'Suppers', '', 3, 0)`,
  );
  await sequelize.query(
    `INSERT INTO question (id, owner_kind, owner_id, text, required, choices, seen_by, position) VALUES
     (1, 'service', 1, 'Served or laid out?', 1, '["served","laid out"]', 'office-and-crews', 0),
     (2, 'category', 1, 'Who pays?', 0, '[]', 'office', 0), (3, 'space', ${SPACE.HE}, 'Shoes off?', 0, '["yes","no"]', 'office-and-crews', 0)`,
  );
});
afterEach(async () => {
  expect(await violations(office.db)).toEqual([]);
  await office.close();
});

const body = (more: Partial<AskBody> = {}): AskBody => ({ ...(ask({}) as unknown as AskBody), ...more });
const send = (name: string, more: Partial<AskBody> = {}) =>
  submitRequest(office.as(name), askSchema.parse(body(more)));
const reference = async (name: string, more: Partial<AskBody> = {}) =>
  expectDone(await send(name, more)).reference;
const view = async (name: string, ref: string) => expectDone(await readRequest(office.as(name), ref));
const KEY = '6c0f7a52-2a52-4d0c-9d3e-0d6f3b1f0a01';

describe('the whole request', () => {
  test('everything that was said is there again, at every step', async () => {
    const ref = await reference('ada', {
      secondLine: 'with lantern slides',
      contact: 'Ada, 01632 960 111',
      jointHostIds: [2],
      spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20, wheelchairs: 1 }],
      services: [{ serviceId: 1, answers: [{ questionId: 1, answer: 'served' }] }],
      answers: [
        { questionId: 2, answer: 'the society' },
        { questionId: 3, answer: 'yes' },
      ],
      lines: [
        { fromMin: 60, text: 'soup', isPublic: false },
        { fromMin: -15, text: 'doors', isPublic: true },
      ],
      notes: 'Mind the fern.',
      secondChoices: [{ spaceId: SPACE.ST, startsAt: '2027-04-21T14:00' }],
      publicHtml: '<p>Bring a <strong>fern</strong>.</p><script>alert(1)</script>',
    });
    for (const name of ['ada', 'mara']) {
      const seen = await view(name, ref);
      expect(seen).toMatchObject({
        secondLine: 'with lantern slides',
        contact: 'Ada, 01632 960 111',
        jointHosts: ['Moss Club'],
        services: [{ name: 'Suppers', answers: [{ question: 'Served or laid out?', answer: 'served' }] }],
        lines: [
          { at: '13:45', text: 'doors', isPublic: true },
          { at: '15:00', text: 'soup', isPublic: false },
        ],
        notes: 'Mind the fern.',
        publicHtml: '<p>Bring a <strong>fern</strong>.</p>',
        publicText: 'Bring a fern.',
      });
      expect(seen.answers.map(({ answer }) => answer).sort()).toEqual(['the society', 'yes']);
      expect(seen.secondChoices[0]).toContain('Wed 21 Apr 2027, 14:00');
    }
  });

  test('answers that are for the office are not read by members of the host', async () => {
    await office.db.sequelize.query('INSERT INTO membership VALUES (2, 2)');
    const ref = await reference('ada', {
      jointHostIds: [2],
      answers: [{ questionId: 2, answer: 'the society' }],
    });
    expect((await view('ben', ref)).answers).toEqual([]);
    expect((await view('ben', ref)).mayWrite).toBe(false);
  });

  test.each([
    ['a required question left open', { services: [{ serviceId: 1, answers: [] }] }, 'services.0.answers.1'],
    [
      'an answer that is none of the choices',
      { services: [{ serviceId: 1, answers: [{ questionId: 1, answer: 'thrown' }] }] },
      'services.0.answers.1',
    ],
    ['a service that is not there', { services: [{ serviceId: 9, answers: [] }] }, 'services.0.serviceId'],
    ['a host that is not there', { jointHostIds: [99] }, 'jointHostIds.0'],
    ['a second choice that is not there', { secondChoices: [{ spaceId: 99 }] }, 'secondChoices.0.spaceId'],
    ['a file of nobody', { fileKeys: [KEY] }, 'fileKeys.0'],
  ])('%s is refused beside its field', async (_, more, path) => {
    expect(refusalOf(await send('ada', more as Partial<AskBody>))).toMatchObject({ fields: [{ path }] });
    expect(await office.db.rows('SELECT id FROM request')).toEqual([]);
  });

  test('services go along when a date is moved', async () => {
    const ref = await reference('ada', {
      services: [{ serviceId: 1, answers: [{ questionId: 1, answer: 'served' }] }],
    });
    expectDone(await act(office, 'mara', ref, { action: 'move', patch: { startsAt: '15:00' }, reason: '' }));
    expect((await view('mara', ref)).services).toHaveLength(1);
  });
});

describe('kinds of request', () => {
  test('the office finds a space for what came without one; before that it cannot be approved', async () => {
    const ref = await reference('ada', {
      kind: 'office-chooses',
      spaces: [],
      people: 18,
      wants: { layout: 'rounds', features: [] },
    });
    expect(await view('mara', ref)).toMatchObject({ wantsText: 'round tables', spaces: [] });
    expect(refusalOf(await act(office, 'mara', ref, { action: 'approve', reason: 'Agreed.' }))).toMatchObject(
      {
        code: 'no-space-yet',
      },
    );
    const place = { spaceId: SPACE.HE };
    expectDone(await act(office, 'mara', ref, { action: 'move', patch: { place }, reason: '' }));
    // The smallest layout that seats eighteen, with its own minutes; everybody in it.
    expect((await view('mara', ref)).spaces[0]).toMatchObject({ id: SPACE.HE, people: 18 });
    expectDone(await act(office, 'mara', ref, { action: 'approve', reason: 'Agreed.' }));
  });

  test('a notice takes nothing and is announced', async () => {
    const notice = {
      kind: 'notice' as const,
      spaces: [],
      title: 'Seed list closes',
      accessMin: 0,
      exitMin: 0,
    };
    expect(refusalOf(await send('ada', { ...notice, publish: false }))).toMatchObject({
      fields: [{ path: 'publish' }],
    });
    const ref = await reference('ada', notice);
    expectDone(await act(office, 'mara', ref, { action: 'approve', reason: '' }));
    expect(await office.db.rows('SELECT id FROM occupancy')).toEqual([]);
    const [calendar] = await office.db.rows<{ slug: string }>(
      'SELECT slug FROM calendar ORDER BY id LIMIT 1',
    );
    const { dates } = await noticesAt(office.reader, calendar!.slug);
    expect(dates.map(({ title, place }) => [title, place])).toEqual([['Seed list closes', '']]);
  });

  test.each([
    ['a loan of nothing', { kind: 'loan' as const, spaces: [], equipment: [] }, 'equipment'],
    ['a notice with a space', { kind: 'notice' as const }, 'spaces'],
    [
      'a notice that takes chairs',
      { kind: 'notice' as const, spaces: [], equipment: [{ typeId: 1, quantity: 2 }] },
      'equipment',
    ],
  ])('%s is refused', (_, more, path) => {
    const parsed = askSchema.safeParse(body(more));
    expect(parsed.success ? '' : parsed.error.issues.map((issue) => issue.path.join('.'))).toContain(path);
  });
});

describe('dates that differ', () => {
  const series = {
    startsAt: '2027-04-20T14:00',
    endsAt: '2027-04-20T16:00',
    repeat: weekly(1, '2027-05-11'),
  };

  test('have their own time, space and people, keep them, and the others do not', async () => {
    const ref = await reference('ada', {
      when: series,
      overrides: [
        { at: '2027-04-27T14:00', patch: { startsAt: '17:00', lengthMin: 60, people: 11 } },
        { at: '2027-05-04T14:00', patch: { spaces: [{ from: SPACE.HE, to: SPACE.ST }] } },
      ],
      spaces: [{ spaceId: SPACE.HE, layout: 'rounds', setupMin: 30, strikeMin: 20 }],
    });
    const { dates } = await view('ada', ref);
    expect(dates.map(({ when }) => when)).toEqual([
      'Tue 20 Apr 2027, 14:00–16:00',
      'Tue 27 Apr 2027, 17:00–18:00',
      'Tue 4 May 2027, 14:00–16:00',
      'Tue 11 May 2027, 14:00–16:00',
    ]);
    expect(new Set(dates.map(({ places }) => places)).size).toBe(2);
    const own = await office.db.rows<{ own: string }>('SELECT own FROM occurrence ORDER BY recurrence_local');
    expect(own.map((row) => JSON.parse(row.own) as string[])).toEqual([
      [],
      ['time', 'people'],
      ['spaces'],
      [],
    ]);
  });

  test('an override of a date there is none of is refused, naming it', async () => {
    const refusal = refusalOf(
      await send('ada', { when: series, overrides: [{ at: '2027-04-28T14:00', patch: { people: 3 } }] }),
    );
    expect(refusal).toMatchObject({ fields: [{ path: 'overrides.0.at' }] });
  });
});

describe('for somebody else', () => {
  test('a deputy asks, changes and cancels for whoever named them; nobody else', async () => {
    await office.db.sequelize.query('INSERT INTO deputy VALUES (1, 2)');
    const ref = await reference('ben', { onBehalfOf: 1 });
    expect(await view('ben', ref)).toMatchObject({
      requester: { name: 'Ada Lowe' },
      typedBy: 'Ben Oake',
      mayWrite: true,
    });
    expect((await ownRequests(office.as('ben'))).map(({ reference: each }) => each)).toEqual([ref]);
    expectDone(await act(office, 'ben', ref, { action: 'leave', reason: '' }));
    expect(refusalOf(await send('ada', { onBehalfOf: 2 }))).toMatchObject({
      fields: [{ path: 'onBehalfOf' }],
    });
    expect(refusalOf(await send('ada', { onBehalfOf: 99 as PersonId }))).toMatchObject({
      fields: [{ path: 'onBehalfOf' }],
    });
  });

  test('one names deputies oneself, by their address, and lets them go', async () => {
    const name = (email: string, isDeputy = true) => setDeputy(office.as('ada'), { email, isDeputy });
    expect(expectDone(await name('BEN@fernside.example'))).toEqual([
      { name: 'Ben Oake', email: 'ben@fernside.example' },
    ]);
    expect(expectDone(await name('ben@fernside.example'))).toHaveLength(1);
    await reference('ben', { onBehalfOf: 1 });
    expect(refusalOf(await name('nobody@fernside.example'))).toMatchObject({ fields: [{ path: 'email' }] });
    expect(refusalOf(await name('ada@fernside.example'))).toMatchObject({ fields: [{ path: 'email' }] });
    expect(expectDone(await name('ben@fernside.example', false))).toEqual([]);
    expect(refusalOf(await send('ben', { onBehalfOf: 1 }))).toMatchObject({
      fields: [{ path: 'onBehalfOf' }],
    });
  });

  test('the office asks for anybody', async () => {
    const ref = await reference('mara', { onBehalfOf: 2 });
    expect(await view('ben', ref)).toMatchObject({ typedBy: 'Mara Venn' });
    const [first] = (await askChoices(office.as('mara'))).askFor;
    expect(first?.name).toBe('Ada Lowe');
    expect((await askChoices(office.as('ada'))).askFor).toEqual([]);
  });
});

describe('starting from an earlier request', () => {
  test('everything but its files, for those who may read it', async () => {
    const ref = await reference('ada', {
      title: 'Fern names',
      when: {
        startsAt: '2027-04-20T14:00',
        endsAt: '2027-04-20T16:00',
        repeat: { rule: 'FREQ=MONTHLY;BYDAY=TU;BYSETPOS=3;COUNT=3' },
      },
    });
    const asked = await earlierRequest(office.as('ada'), ref);
    expect(asked).toMatchObject({
      title: 'Fern names',
      when: { repeat: { rule: 'FREQ=MONTHLY;BYDAY=TU;BYSETPOS=3;COUNT=3' } },
    });
    expect(await earlierRequest(office.as('ben'), ref)).toBeNull();
    expect(await earlierRequest(office.reader, ref)).toBeNull();
  });
});

test('what is left of equipment at a time, fetching and bringing back counted', async () => {
  const ref = await reference('ada', { equipment: [{ typeId: 1, quantity: 40 }] });
  expectDone(await act(office, 'mara', ref, { action: 'approve', reason: 'Agreed.' }));
  const at = async (from: string, to: string) => {
    const reply = expectDone(
      await leftThen(
        office.reader,
        leftSchema.parse({ startsAt: `2027-04-20T${from}`, endsAt: `2027-04-20T${to}` }),
      ),
    );
    return new Map(reply.left).get(1 as never)!;
  };
  const all = await at('02:00', '03:00');
  expect(await at('14:30', '15:30')).toBe(all - 40);
  expect(await at('05:00', '06:00')).toBe(all);
});
