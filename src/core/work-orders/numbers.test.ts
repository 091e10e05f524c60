import fc from 'fast-check';
import type { SpaceId } from '../ids';
import { computeFormula, formulaProblem, ownNamesIn } from './formula';
import { NUMBER_MOST, numbersAnswered, wholeNumberIn } from './numbers';

const hall = 1 as SpaceId;
const barn = 2 as SpaceId;
const questions = [
  { id: 7, name: 'cars', spaceId: hall },
  { id: 8, name: 'cars', spaceId: barn },
  { id: 9, name: 'stalls', spaceId: null },
];
const VALUES = {
  people: 40,
  wheelchairs: 0,
  seats: 60,
  hours: 2,
  area: 90,
  chairs: 40,
  tables: 5,
  quantity: 0,
};

test.each([
  ['0', 0],
  [' 12 ', 12],
  ['100000', NUMBER_MOST],
  ['100001', null],
  ['-1', null],
  ['1.5', null],
  ['1e3', null],
  ['twelve', null],
  ['', null],
])('“%s” is %s', (text, value) => expect(wholeNumberIn(text)).toBe(value));

test('a question of a space counts for that space; two of one name are added; what was not answered is 0', () => {
  const answers = { 7: '12', 8: '5', 9: '' };
  expect(numbersAnswered(questions, answers, [hall])).toEqual({ cars: 12, stalls: 0 });
  expect(numbersAnswered(questions, answers, [hall, barn])).toEqual({ cars: 17, stalls: 0 });
  expect(numbersAnswered(questions, {}, [])).toEqual({ cars: 0, stalls: 0 });
});

test('formulas count with the names of the house, and say which they do not know', () => {
  expect(computeFormula('ceil(cars / 10) + tables', { ...VALUES, cars: 12 })).toEqual({ ok: true, value: 7 });
  expect(computeFormula('cars', VALUES)).toEqual({
    ok: false,
    problem: { kind: 'unknown-name', name: 'cars' },
  });
  expect(ownNamesIn('max(cars, people) + 1')).toEqual(['cars']);
  expect(formulaProblem('cars * 2', ['cars'])).toBeNull();
  expect(formulaProblem('carts * 2', ['cars'])).toEqual({ kind: 'unknown-name', name: 'carts' });
  // Where nobody knows the house any name may be one of its.
  expect(formulaProblem('carts * 2')).toBeNull();
});

test('property: nothing that is typed comes to less than nothing, or to more than the most', () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 8 }), (text) => {
      const value = wholeNumberIn(text);
      expect(value === null || (Number.isInteger(value) && value >= 0 && value <= NUMBER_MOST)).toBe(true);
    }),
  );
});
