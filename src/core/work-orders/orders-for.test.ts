import fc from 'fast-check';
import type { CategoryId, EquipmentTypeId, SpaceId } from '../ids';
import { orderedDate, template, START } from '../../../tests/builders/orders';
import type { CrewJob } from '../labour/crew-load';
import { addMinutes, epochMinute } from '../time/epoch-minute';
import { ordersFor } from './orders-for';
import { ANY_DATE, issueMoment } from './template';
import { labourFor } from './template-work';

const ZONE = 'Europe/London';
const orders = (
  ...args: Parameters<typeof ordersFor> extends [infer D, infer R, ...unknown[]] ? [D, R] : never
) => ordersFor(...args, ZONE);
const set = template({ id: 1, phase: 'setup', title: 'Set the room', due: 'access-start' });
const clear = template({ id: 2, phase: 'strike', title: 'Clear the room', due: 'occupied-end' });
const CHAIRS = 7 as EquipmentTypeId;

describe('orders of an approved date', () => {
  test('setup is due when access begins, strike when the space is released', () => {
    const [setup, strike] = orders(orderedDate(), [set, clear]);
    expect(setup).toMatchObject({
      key: '1:5:0:setup',
      workMin: 45,
      content: { fromMin: START - 75, dueMin: START - 30, layout: 'rounds', people: 24 },
    });
    expect(strike).toMatchObject({
      key: '2:5:0:strike',
      content: { fromMin: START + 140, dueMin: START + 180 },
    });
  });

  test('no crew minutes, nothing to carry and no word from the host is no work', () => {
    const idle = { setupMin: 0, strikeMin: 0 };
    expect(orders(orderedDate(idle), [set, clear])).toEqual([]);
    expect(orders(orderedDate({ ...idle, notes: 'Leave the door on the latch' }), [set, clear])).toHaveLength(
      1,
    );
    const carried = orders(orderedDate({ ...idle, chairs: 30 }), [set, clear]);
    expect(carried.map(({ content }) => content.equipment)).toEqual([
      [{ name: 'Folding chair', store: 'Cart Shed', quantity: 30 }],
      [{ name: 'Folding chair', store: 'Cart Shed', quantity: 30 }],
    ]);
  });

  test('a recipe is about dates that have one of everything it names', () => {
    const when = {
      ...ANY_DATE,
      layouts: ['rounds' as const],
      categories: [4 as CategoryId, 6 as CategoryId],
    };
    const cloths = template({ id: 3, when, checklist: ['Cloths on'] });
    expect(orders(orderedDate({ categories: [6] }), [cloths])).toHaveLength(1);
    expect(orders(orderedDate({ categories: [5] }), [cloths])).toEqual([]);
    expect(orders(orderedDate({ categories: [6], layout: 'theatre' }), [cloths])).toEqual([]);
    const elsewhere = template({ id: 3, when: { ...ANY_DATE, spaces: [9 as SpaceId] } });
    expect(orders(orderedDate(), [elsewhere])).toEqual([]);
  });

  test('equipment with a recipe of its own is carried by that one alone', () => {
    const sound = template({ id: 4, teamId: 2, when: { ...ANY_DATE, equipment: [CHAIRS] } });
    const [setting, carrying] = orders(orderedDate({ chairs: 12 }), [set, sound]);
    expect(setting!.content.equipment).toEqual([]);
    expect(carrying!.content.equipment).toEqual([
      { name: 'Folding chair', store: 'Cart Shed', quantity: 12 },
    ]);
    // Where there is none of it the template is about nothing.
    expect(orders(orderedDate(), [set, sound])).toHaveLength(1);
  });

  test('before and after the event every thing is carried once, whoever else works there', () => {
    const some = [
      template({ id: 11, checklist: ['Labels out'] }),
      template({ id: 12, quantities: [{ name: 'Cloth', store: '', formula: '1' }] }),
      set,
      template({ id: 13, per: 'date', checklist: ['Lamps'] }),
      template({ id: 14, phase: 'strike', teamId: 3 }),
      clear,
    ];
    const carriers = (templates: typeof some) =>
      orders(orderedDate({ chairs: 12 }), templates)
        .filter(({ content }) => content.equipment.length > 0)
        .map(({ key }) => key);
    expect(carriers(some)).toEqual(['11:5:0:setup', '14:5:0:strike']);
    // One that is named for it goes before all others, also where it is for the date as a whole.
    const named = template({ id: 15, per: 'date', when: { ...ANY_DATE, equipment: [CHAIRS] } });
    expect(carriers([...some, named])).toEqual(['14:5:0:strike', '15:5:date:setup']);
    expect(carriers([some[1]!, some[3]!])).toEqual(['12:5:0:setup']);
  });

  test('somebody stays only where that was the answer', () => {
    const answers = [{ questionId: 12, answer: 'yes' }];
    const stays = template({
      id: 9,
      per: 'date',
      phase: 'attendance',
      until: { edge: 'event-end', offsetMin: 0 },
      when: { ...ANY_DATE, services: [3], answers },
    });
    const answered = (answer: string) => {
      const date = orderedDate({ services: [{ serviceId: 3, answers: [] }] });
      const services = [{ serviceId: 3, answers: { 12: answer } }];
      return orders({ ...date, claim: { ...date.claim, services } }, [stays]);
    };
    expect(answered('yes')).toHaveLength(1);
    expect(answered('no')).toEqual([]);
    expect(orders(orderedDate({ services: [{ serviceId: 3, answers: [] }] }), [stays])).toEqual([]);
  });

  test('a service is one order for the date, with what was answered', () => {
    const tea = template({ id: 's3', per: 'date', due: 'event-start', when: { ...ANY_DATE, services: [3] } });
    const answers = [{ question: 'Served?', answer: 'at the tables' }];
    const [order, ...more] = orders(orderedDate({ services: [{ serviceId: 3, answers }] }), [tea]);
    expect(more).toEqual([]);
    expect(order).toMatchObject({
      key: 's3:5:date:setup',
      spaceId: null,
      content: { answers, dueMin: START },
    });
    expect(orders(orderedDate(), [tea])).toEqual([]);
  });

  test('an attendance is a span, counted for each who is there', () => {
    const technician = template({
      id: 5,
      phase: 'attendance',
      due: 'access-start',
      until: { edge: 'exit-end', offsetMin: -10 },
      crew: 2,
    });
    expect(orders(orderedDate(), [technician])[0]).toMatchObject({
      workMin: 2 * 160,
      content: { fromMin: START - 30, dueMin: START + 130 },
    });
  });

  test('quantities by formula follow people and layout; what cannot be worked out is said', () => {
    const linen = template({
      id: 6,
      workFormula: 'tables * 4',
      quantities: [
        { name: 'Tablecloth', store: 'Linen room', formula: 'tables + 1' },
        { name: 'Share of nothing', store: '', formula: 'people / quantity' },
      ],
    });
    const [order] = orders(orderedDate({ people: 60 }), [linen]);
    expect(order).toMatchObject({
      workMin: 32,
      content: {
        brings: [
          { name: 'Tablecloth', quantity: 9, store: 'Linen room' },
          { name: 'Share of nothing', quantity: null, store: '' },
        ],
      },
    });
  });

  test('work due before the space is given to the crew is done elsewhere, in its own minutes', () => {
    const flowers = template({ id: 7, due: 'occupied-start', dueOffsetMin: -1440, workFormula: '20' });
    const [order] = orders(orderedDate(), [flowers]);
    expect(order!.content).toMatchObject({ fromMin: START - 75 - 1460, dueMin: START - 75 - 1440 });
  });
});

describe('when an order is issued', () => {
  // 13 April 2027, 18:00 in London, which is 17:00 UTC.
  const due = epochMinute(Date.UTC(2027, 3, 13, 17) / 60_000);
  test('at once, or as the day so many days before begins', () => {
    expect(issueMoment(due, null, ZONE)).toBeNull();
    expect(issueMoment(due, 0, ZONE)).toBe(Date.UTC(2027, 3, 12, 23) / 60_000);
    // Across the spring change of clocks, 28 March: the day begins at 00:00 UTC.
    expect(issueMoment(due, 30, ZONE)).toBe(Date.UTC(2027, 2, 14, 0) / 60_000);
  });
});

test('every order has minutes to be done in, and orders of a date never share a key', () => {
  const edges = [
    'occupied-start',
    'access-start',
    'event-start',
    'event-end',
    'exit-end',
    'occupied-end',
  ] as const;
  const anyTemplate = fc.record({
    phase: fc.constantFrom('setup' as const, 'attendance' as const, 'strike' as const),
    due: fc.constantFrom(...edges),
    dueOffsetMin: fc.integer({ min: -3000, max: 3000 }),
    per: fc.constantFrom('space' as const, 'date' as const),
    crew: fc.integer({ min: 0, max: 4 }),
    until: fc.constantFrom(null, { edge: 'event-end' as const, offsetMin: 0 }),
    workFormula: fc.constantFrom(null, '12', '2 * people', 'quantity * 5 + seats', 'people /'),
    when: fc.constantFrom(
      ANY_DATE,
      { ...ANY_DATE, services: [8] },
      { ...ANY_DATE, equipment: [CHAIRS] },
      { ...ANY_DATE, categories: [3 as CategoryId] },
      { ...ANY_DATE, layouts: ['theatre' as const] },
    ),
  });
  fc.assert(
    fc.property(fc.array(anyTemplate, { maxLength: 6 }), fc.boolean(), (some, isRich) => {
      const more = isRich ? { categories: [3], services: [{ serviceId: 8, answers: [] }] } : {};
      const date = orderedDate({ chairs: 3, notes: 'x', ...more });
      const templates = some.map((each, index) => template({ ...each, id: index + 1 }));
      const made = orders(date, templates);
      // What is marked before approval is the work that is ordered with it.
      const work = (jobs: readonly CrewJob[]) =>
        jobs.map(({ window, workMin }) => `${window.start}-${window.end} ${workMin}`).sort();
      const ordered = made.flatMap(({ content, workMin }) =>
        workMin > 0 ? [{ window: { start: content.fromMin, end: content.dueMin }, workMin }] : [],
      );
      expect(work(labourFor(date, templates))).toEqual(work(ordered));
      for (const { content, key } of made)
        if (content.fromMin >= content.dueMin) throw new Error(`${key} has no time`);
      if (new Set(made.map(({ key }) => key)).size !== made.length) throw new Error('keys are shared');
    }),
  );
  expect(addMinutes(START, 0)).toBe(START);
});
