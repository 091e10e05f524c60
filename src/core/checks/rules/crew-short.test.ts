import fc from 'fast-check';
import { template } from '@tests/builders/orders';
import { rules, space, span, wanted, world } from '@tests/builders/world';
import type { CategoryId, EquipmentTypeId } from '../../ids';
import { crewShortage, type CrewJob, type Shift } from '../../labour/crew-load';
import { ANY_DATE, type OrderTemplate } from '../../work-orders/template';
import { checkDates } from '../check';
import type { AskedFacts } from '../asked';
import type { TeamLoad } from '../world';

describe('crew', () => {
  const team = (more: Partial<TeamLoad>): TeamLoad => ({
    teamId: 4,
    rosteredUntil: span(0, 10_000).end,
    shifts: [{ ...span(0, 200), people: 1 }],
    jobs: [],
    does: [template()],
    ...more,
  });
  const ask = (teams: TeamLoad[]) =>
    checkDates([wanted('a', { from: 100, to: 160, bands: 30 })], world({ teams }));
  test('thirty minutes of setup fit a shift that covers them, and not one that ends a minute early', () => {
    expect(ask([team({})])).toEqual([]);
    expect(ask([team({ shifts: [{ ...span(0, 69), people: 1 }] })])[0]!.facts).toEqual({
      rule: 'crew-short',
      teamId: 4,
      shortMin: 1,
      before: span(0, 70).end,
    });
  });
  test('work there is already counts; a second pair of hands makes up for it', () => {
    const jobs = [{ window: span(40, 70), workMin: 10 }];
    expect(rules(ask([team({ jobs })]))).toEqual(['crew-short']);
    expect(ask([team({ jobs, shifts: [{ ...span(0, 200), people: 2 }] })])).toEqual([]);
  });
  test('work by category, service, thing or formula is marked before anything is approved', () => {
    const [category, service, type] = [3 as CategoryId, 8, 5 as EquipmentTypeId];
    const bare = wanted('a', { from: 100, to: 160 });
    const claim = {
      ...bare.claim,
      equipment: [{ typeId: type, quantity: 2, spaceIndex: 0 }],
      services: [{ serviceId: service, answers: {} }],
    };
    const short = (does: Partial<OrderTemplate>, asked: AskedFacts = {}) => {
      const shifts = [{ ...span(0, 99), people: 1 }];
      const teams = [team({ shifts, does: [template({ due: 'event-start', ...does })] })];
      const facts = {
        spaces: [space(2, [2], { areaM2: 50 })],
        equipment: [{ id: type, fetchMin: 0, returnMin: 0, stock: [] }],
      };
      return rules(checkDates([{ ...bare, claim }], world({ ...facts, teams }), asked)).includes(
        'crew-short',
      );
    };
    // No minutes are the crew's before this event: what has to be done is done elsewhere, a minute of work in each.
    const workFormula = '30';
    expect(short({})).toBe(false);
    expect(short({ workFormula })).toBe(true);
    expect(short({ workFormula: 'area / 50', dueOffsetMin: -1 })).toBe(false);
    expect(short({ workFormula, when: { ...ANY_DATE, services: [service] }, per: 'date' })).toBe(true);
    expect(short({ workFormula, when: { ...ANY_DATE, services: [service + 1] }, per: 'date' })).toBe(false);
    expect(short({ workFormula: '15 * quantity', when: { ...ANY_DATE, equipment: [type] } })).toBe(true);
    expect(short({ workFormula, when: { ...ANY_DATE, categories: [category] } })).toBe(false);
    expect(
      short({ workFormula, when: { ...ANY_DATE, categories: [category] } }, { categories: [category] }),
    ).toBe(true);
    // Somebody who is there while the event is on needs a shift that covers it.
    expect(short({ phase: 'attendance' })).toBe(true);
  });
  test('beyond the roster nothing is judged', () => {
    expect(ask([team({ shifts: [], rosteredUntil: span(0, 69).end })])).toEqual([]);
  });

  // Reference: earliest deadline first, a minute and a person at a time.
  test('property: agrees with giving every minute of every person to the most urgent work', () => {
    const job = fc.record({
      from: fc.integer({ min: 0, max: 20 }),
      length: fc.integer({ min: 1, max: 12 }),
      work: fc.integer({ min: 1, max: 15 }),
    });
    const shift = fc.record({
      from: fc.integer({ min: 0, max: 20 }),
      length: fc.integer({ min: 1, max: 20 }),
      people: fc.integer({ min: 1, max: 2 }),
    });
    fc.assert(
      fc.property(
        fc.array(job, { minLength: 1, maxLength: 4 }),
        fc.array(shift, { maxLength: 3 }),
        (jobs, shifts) => {
          const all: CrewJob[] = jobs.map(({ from, length, work }) => ({
            window: span(from, from + length),
            workMin: work,
          }));
          const onShift: Shift[] = shifts.map(({ from, length, people }) => ({
            ...span(from, from + length),
            people,
          }));
          const left = jobs.map(({ work }) => work);
          for (let minute = 0; minute < 60; minute += 1) {
            let people = shifts.reduce(
              (sum, s) => sum + (s.from <= minute && minute < s.from + s.length ? s.people : 0),
              0,
            );
            const open = jobs
              .map((_, n) => n)
              .filter((n) => jobs[n]!.from <= minute && minute < jobs[n]!.from + jobs[n]!.length);
            for (const n of open.sort(
              (a, b) => jobs[a]!.from + jobs[a]!.length - jobs[b]!.from - jobs[b]!.length,
            ))
              while (people > 0 && left[n]! > 0) {
                left[n]! -= 1;
                people -= 1;
              }
          }
          const canAll = left.every((work) => work === 0);
          expect(all.every((each) => crewShortage(each, all, onShift) === null)).toBe(canAll);
        },
      ),
      { numRuns: 300 },
    );
  });
});
