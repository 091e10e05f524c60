import fc from 'fast-check';
import type { ClaimId, EquipmentTypeId, PersonId, SpaceId } from '../ids';
import { consentFindings, consentOf, type ConsentAnswer, type Steward } from './consent';

const person = (id: number): Steward => ({ id: id as PersonId, name: `Steward ${id}` });
const answers = (pairs: readonly (readonly [number, ConsentAnswer])[]) =>
  new Map(pairs.map(([id, answer]) => [id as PersonId, answer]));

test('one refusal refuses, one consent gives, whatever the order; without either it is awaited', () => {
  const given = fc.constantFrom<ConsentAnswer | null>('given', 'refused', null);
  fc.assert(
    fc.property(fc.array(given, { minLength: 1, maxLength: 5 }), (said) => {
      const stewards = said.map((_, index) => person(index + 1));
      const book = answers(said.flatMap((answer, index) => (answer ? [[index + 1, answer] as const] : [])));
      const expected = said.some((answer) => answer === 'refused')
        ? 'refused'
        : said.some((answer) => answer === 'given')
          ? 'given'
          : 'awaited';
      expect(consentOf(stewards, book)).toBe(expected);
      expect(consentOf([...stewards].reverse(), book)).toBe(expected);
    }),
  );
});

describe('findings', () => {
  const [hall, yard] = [1 as SpaceId, 2 as SpaceId];
  const claimId = 7 as ClaimId;
  const lamps = 3 as EquipmentTypeId;
  const book = {
    stewardsOf: new Map([[hall, [person(1), person(2)]]]),
    stewardsOfPool: new Map([[lamps, [person(3)]]]),
    answers: new Map([[claimId, answers([[2, 'refused']])]]),
  };
  const date = { key: 'a', claimId, spaceIds: [hall, yard], typeIds: [] as EquipmentTypeId[] };

  test('name those who refuse; a place nobody looks after needs nobody', () => {
    expect(consentFindings(book, date, null)).toEqual([
      { key: 'a', spaceId: hall, facts: { rule: 'consent', state: 'refused', stewards: ['Steward 2'] } },
    ]);
  });

  test('a pool is looked after like a place, asked about once however many lines want it', () => {
    const findings = consentFindings(book, { ...date, spaceIds: [yard], typeIds: [lamps, lamps] }, null);
    expect(findings).toEqual([
      {
        key: 'a',
        spaceId: null,
        facts: { rule: 'consent', state: 'awaited', stewards: ['Steward 3'], typeId: lamps },
      },
    ]);
  });

  test('a claim still to be made was never agreed to', () => {
    const [finding] = consentFindings(book, { ...date, claimId: null }, null);
    expect(finding!.facts).toEqual({
      rule: 'consent',
      state: 'awaited',
      stewards: ['Steward 1', 'Steward 2'],
    });
  });

  test('whoever decides and looks after the space asks nobody', () => {
    expect(consentFindings(book, date, 1 as PersonId)).toEqual([]);
  });
});
