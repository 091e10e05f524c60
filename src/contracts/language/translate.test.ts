import german from './de.json';
import { bringCatalogue, tellOfficeLanguage, wantedLanguage } from './languages';
import { dative, lazyText, t, tAs, tCount, sayNumber, texts, untranslated } from './translate';

const WORDS = texts({ rows: 'rows of chairs', nested: [{ label: 'Approved' }] });
const LABELS = texts([{ id: 'waiting', label: 'waiting' }], 'label');
const MESSAGE = lazyText`${'Question'} is missing.`;

beforeAll(() => bringCatalogue('de', german));
afterEach(() => tellOfficeLanguage(null));

test('English is what stands in the code', () => {
  expect(t`${3} of ${'{0}'}`).toBe('3 of {0}');
  expect(tCount(1, 'date', 'dates')).toBe('1 date');
  expect(tCount(2, 'date', 'dates')).toBe('2 dates');
  expect(WORDS.rows).toBe('rows of chairs');
  expect(MESSAGE.error()).toBe('Question is missing.');
  expect(sayNumber(12_000)).toBe('12,000');
});

describe('German', () => {
  beforeEach(() => tellOfficeLanguage('de'));

  test('a text, one of a count, one that means several things', () => {
    expect(t`Nothing is in the way.`).toBe('Nichts ist im Weg.');
    expect(tCount(1, 'date', 'dates')).toBe('1 Termin');
    expect(tCount(12, 'date', 'dates')).toBe('12 Termine');
    expect(tAs('letter')`To`).toBe('An');
    expect(t`To`).toBe('Bis');
    expect(sayNumber(12_000)).toBe('12.000');
  });

  test('what is put in is put in as it is, whatever it looks like', () => {
    for (const typed of ['{1}', '$t(Approve)', '{{0}}', '<b>', 'Schluß & Ende'])
      expect(t`${typed} of ${9}`).toBe(`${typed} von 9`);
    expect(t`${tCount(3, 'day', 'days')} ago`).toBe('vor 3 Tagen');
  });

  test('what is written down once is said when it is read', () => {
    expect(WORDS.rows).toBe('Stuhlreihen');
    expect(WORDS.nested[0]).toEqual({ label: 'Genehmigt' });
    expect(LABELS[0]).toEqual({ id: 'waiting', label: 'wartet' });
    expect(MESSAGE.error()).toBe('Frage fehlt.');
  });

  test('a text that is kept in English is said when it is shown; anything else comes back as it is', () => {
    expect(t(untranslated('took it on'))).toBe('übernommen');
    for (const typed of ['Ein {0} mehr', '$t(Approve)', 'constructor', 'toString'])
      expect(t(typed)).toBe(typed);
  });
});

test('what a browser asks for, as far as we speak it', () => {
  expect(wantedLanguage('de-AT,de;q=0.9,en;q=0.8')).toBe('de');
  expect(wantedLanguage('fr-FR, en;q=0.5')).toBe('en');
  expect(wantedLanguage('fr')).toBeNull();
  expect(wantedLanguage('')).toBeNull();
});

// Reference: the dative plural of German nouns takes -n, but where it ends in -n or -s already; common practice, no source.
test.each([
  ['3 Termine', '3 Terminen'],
  ['1 Termin', '1 Termin'],
  ['2 Stunden', '2 Stunden'],
  ['2 Sets', '2 Sets'],
  ['Quince Hall', 'Quince Hall'],
])('the dative of %s is %s', (nominative, is) => expect(dative(nominative)).toBe(is));
