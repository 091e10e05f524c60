import fc from 'fast-check';
import { computeFormula, FORMULA_NAMES, formulaProblem, type FormulaValues } from './formula';

const values: FormulaValues = {
  people: 60,
  wheelchairs: 2,
  seats: 80,
  hours: 1.5,
  area: 120,
  chairs: 58,
  tables: 8,
  quantity: 5,
};
const of = (text: string) => computeFormula(text, values);

describe('what a formula comes to', () => {
  test.each([
    ['ceil(people / 8)', 8],
    ['people / 8', 8],
    ['tables * 2 + 1', 17],
    ['max(2, floor(people / 50))', 2],
    ['hours > 1 ? 2 : 1', 2],
    ['people * 1.1', 66],
    ['0.1 * 3 * 10', 3],
    ['12', 12],
    ['people % 7', 4],
  ])('%s', (text, value) => expect(of(text)).toEqual({ ok: true, value }));

  test.each([
    ['people /', 'not-readable'],
    ['', 'not-readable'],
    ['guests * 2', 'unknown-name'],
    ['people - 61', 'below-zero'],
    ['people / 0', 'no-number'],
    ['people > 3', 'no-number'],
    ['people * 9999', 'too-much'],
    [`people ${'+ 1 '.repeat(60)}`, 'too-long'],
  ])('%s is a problem: %s', (text, kind) => expect(of(text)).toMatchObject({ ok: false, problem: { kind } }));

  test.each([
    'constructor',
    '__proto__',
    'people.constructor',
    'x = 3',
    'f(x) = x',
    'random()',
    '"a" || "b"',
    'min.constructor("return 1")()',
    'toString',
    'sqrt(people)',
    '[1, 2]',
    'map(people, people)',
    'PI',
    'people ^ 9',
  ])('nothing but arithmetic over the known names: %s', (text) => {
    expect(of(text).ok).toBe(false);
    expect(formulaProblem(text)).not.toBeNull();
  });

  test('an empty room is no fault of the formula', () => {
    expect(formulaProblem('people / tables')).toBeNull();
    expect(computeFormula('people / tables', { ...values, tables: 0 }).ok).toBe(false);
  });
});

test('sums and products of names agree with plain arithmetic, rounded up', () => {
  const name = fc.constantFrom(...FORMULA_NAMES);
  fc.assert(
    fc.property(
      name,
      name,
      fc.integer({ min: 0, max: 50 }),
      fc.integer({ min: 1, max: 40 }),
      (a, b, n, d) => {
        const want = Math.ceil((values[a] * n + values[b]) / d - 1e-9);
        const got = of(`(${a} * ${n} + ${b}) / ${d}`);
        expect(got).toEqual({ ok: true, value: want });
      },
    ),
  );
});
