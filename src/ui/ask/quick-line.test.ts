import GERMAN from '@/contracts/language/de.json';
import { bringCatalogue, tellOfficeLanguage } from '@/contracts/language/languages';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { LAYOUTS } from '@/core/seating/layouts';
import { grammarOf } from './quick-grammar';
import { readQuickLine } from './quick-line';

const known = {
  spaces: [
    {
      id: 9,
      name: 'Potting Studio',
      code: 'PS',
      building: 'Glass',
      postedLimit: null,
      layouts: [],
      features: [],
      questions: [],
      timetables: [],
    },
    {
      id: 2,
      name: 'Quince Hall',
      code: 'QH',
      building: 'Court',
      postedLimit: null,
      layouts: [],
      features: [],
      questions: [],
      timetables: [],
    },
  ],
  categories: [
    { id: 2, name: 'Workshops', mark: 'Wo', about: '', publish: true, questions: [] },
    { id: 3, name: 'Music', mark: 'Mu', about: '', publish: true, questions: [] },
  ],
  hosts: [{ id: 4, name: 'Fern and Moss Circle', isOwn: true }],
  equipment: [{ id: 1, name: 'Folding chair', stock: 240 }],
  // A Tuesday.
  today: '2027-04-13',
} as const;
beforeAll(() => bringCatalogue('de', GERMAN));

const read = (text: string) => readQuickLine(text, known as never);

test('a line as it is said: day, hours, space, people, layout', async () => {
  const { request, read: pieces, unread } = await read('thu 14-16 potting studio 20 people rounds');
  expect(request).toEqual({
    day: '2027-04-15',
    fromMin: 840,
    toMin: 960,
    spaceId: 9,
    people: 20,
    layout: 'rounds',
    equipment: [],
  });
  expect(unread).toEqual([]);
  expect(Object.fromEntries(pieces.map(({ text, as }) => [text, as]))).toEqual({
    thu: 'Thu 15 Apr 2027',
    '14-16': '14:00–16:00',
    'potting studio': 'Potting Studio',
    '20 people': '20 people',
    rounds: 'round tables',
  });
});

test.each([
  [
    '“Moss by lamplight” 12 may 6-9 pm QH for 40 people',
    {
      title: 'Moss by lamplight',
      day: '2027-05-12',
      fromMin: 1080,
      toMin: 1260,
      spaceId: 2,
      people: 40,
      equipment: [],
    },
  ],
  [
    'weekly tue 9:15 to 11:45 workshop 30 folding chairs',
    {
      day: '2027-04-13',
      fromMin: 555,
      toMin: 705,
      every: { every: 1, unit: 'week' },
      categoryId: 2,
      equipment: [{ typeId: 1, quantity: 30 }],
    },
  ],
  [
    'in 3 weeks, every other week, 6 times',
    { day: '2027-05-04', every: { every: 2, unit: 'week' }, count: 6, equipment: [] },
  ],
  [
    '22:00-2:00 on 2027-05-01 fern and moss circle music',
    { day: '2027-05-01', fromMin: 1320, toMin: 1560, hostId: 4, categoryId: 3, equipment: [] },
  ],
  ['tomorrow at 7 pm', { day: '2027-04-14', fromMin: 1140, equipment: [] }],
])('%s', async (text, request) => {
  const found = await read(text);
  expect(found.request).toEqual(request);
  expect(found.unread).toEqual([]);
});

test('a word that cannot be read is said, never dropped', async () => {
  const { request, unread } = await read('fri potting shed frobnicate 25 people');
  expect(unread).toEqual(['potting', 'shed', 'frobnicate']);
  expect(request).toEqual({ day: '2027-04-16', people: 25, equipment: [] });
  expect((await read('14')).unread).toEqual(['14']);
  expect((await read('25:00-26:00')).request).toEqual({ equipment: [] });
});

describe('in German', () => {
  beforeAll(() => tellOfficeLanguage('de'));
  afterAll(() => tellOfficeLanguage(null));

  test('day, hours, space, people, layout', async () => {
    const { request, unread } = await read('Do 14-16 Uhr potting studio für 20 Personen, runde Tische');
    expect(request).toMatchObject({
      day: '2027-04-15',
      fromMin: 840,
      toMin: 960,
      spaceId: 9,
      people: 20,
      layout: 'rounds',
    });
    expect(unread).toEqual([]);
  });

  test.each([
    ['jede Woche', { every: 1, unit: 'week' }],
    ['alle 2 Wochen', { every: 2, unit: 'week' }],
    ['jeden zweiten Tag', { every: 2, unit: 'day' }],
    ['monatlich', { every: 1, unit: 'month' }],
  ])('%s', async (text, every) => {
    expect((await read(`12.5. von 9 bis 10 Uhr ${text}, 8 Termine`)).request).toMatchObject({
      day: '2027-05-12',
      fromMin: 540,
      toMin: 600,
      every,
      count: 8,
    });
  });

  test('what nobody can make anything of is told', async () => {
    expect((await read('morgen um 14 Uhr Quatsch')).unread).toEqual(['Quatsch']);
  });
});

test.each(['en', 'de'] as const)(
  'every layout is understood by its name and by what else it is called (%s)',
  async (language) => {
    tellOfficeLanguage(language);
    const { layouts } = grammarOf(language);
    for (const layout of LAYOUTS)
      for (const name of [LAYOUT_WORDS[layout], ...layouts[layout]]) {
        const { request, unread } = await read(`potting studio ${name}`);
        expect([name, request.layout, unread]).toEqual([name, layout, []]);
      }
    tellOfficeLanguage('en');
  },
);
