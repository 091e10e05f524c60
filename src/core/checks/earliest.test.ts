import fc from 'fast-check';
import { space, world } from '@tests/builders/world';
import type { ClaimId, EquipmentTypeId, ResourceId } from '../ids';
import { addMinutes, epochMinute, interval, overlaps, type EpochMinute } from '../time/epoch-minute';
import { addDays, localDate, localDateTime, type Weekday } from '../time/local-time';
import { startOfDay, toEpochMinute } from '../time/zone';
import { checkDates } from './check';
import { earliestMoments, type EarliestWanted } from './earliest';
import type { WantedDate } from './asked';
import { wantedSpaceOf, type Candidate } from './place-search';

const ZONE = 'Europe/London';
// The clocks go back on the second day.
const FIRST = localDate('2027-10-30');
const DAYS = 3;
const START = startOfDay(FIRST, ZONE);
const WITHIN = { start: START, end: startOfDay(addDays(FIRST, DAYS), ZONE) };
const EVERY_DAY: Weekday[] = [1, 2, 3, 4, 5, 6, 7];
const at = (text: string) => toEpochMinute(localDateTime(text), ZONE, 'offset-before');
const CHAIRS = 1 as EquipmentTypeId;

const minutes = fc.constantFrom(0, 15, 30);
const drawnSpan = fc
  .tuple(fc.integer({ min: 0, max: DAYS * 24 * 4 }), fc.integer({ min: 1, max: 30 }))
  .map(([from, length]) =>
    interval(epochMinute(START + from * 15), epochMinute(START + (from + length) * 15)),
  );

const houses = fc.record({
  setups: fc.tuple(minutes, minutes, minutes, minutes),
  // Rows of one part never overlap: the database sees to it.
  busy: fc
    .array(fc.tuple(fc.integer({ min: 1, max: 3 }), drawnSpan), { maxLength: 8 })
    .map((rows) =>
      rows.filter(
        ([part, span], index) =>
          !rows.slice(0, index).some(([other, before]) => other === part && overlaps(before, span)),
      ),
    ),
  shut: fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), drawnSpan), { maxLength: 2 }),
  uses: fc.array(fc.tuple(drawnSpan, fc.integer({ min: 1, max: 9 })), { maxLength: 5 }),
  chairs: fc.option(fc.integer({ min: 1, max: 12 }), { nil: null }),
  wants: fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 3 }), { minLength: 1, maxLength: 4 }), {
    minLength: 1,
    maxLength: 3,
  }),
  lengthMin: fc.constantFrom(30, 60, 95, 180),
  accessMin: minutes,
  exitMin: minutes,
  grainMin: fc.constantFrom(15, 20, 30),
});

// Reference: every start and every choice of spaces put to the whole check, one after the other.
test('the earliest moments are those at which the whole check has nothing to say', () => {
  fc.assert(
    fc.property(houses, (house) => {
      const parts = [[1, 2], [1], [2], [3]];
      const spaces = parts.map((own, index) =>
        space(index + 1, own, {
          layouts: [{ layout: 'rounds', seats: 24, setupMin: house.setups[index]!, strikeMin: 15 }],
          hours:
            index === 3
              ? []
              : EVERY_DAY.map((weekday) => ({
                  weekday,
                  fromMin: 480,
                  toMin: 1500,
                  validFrom: null,
                  validTo: null,
                })),
          closures: house.shut.flatMap(([of, span]) =>
            of === index ? [{ span, kind: 'shut' as const, reason: 'Paint' }] : [],
          ),
        }),
      );
      const candidates = spaces.map((each): Candidate => ({ space: each, offer: each.layouts[0]! }));
      const facts = world({
        tzid: ZONE,
        spaces,
        equipment: [
          { id: CHAIRS, fetchMin: 10, returnMin: 5, stock: [{ from: epochMinute(0), to: null, delta: 12 }] },
        ],
        busy: house.busy.map(([part, span], claim) => ({
          resourceId: part as ResourceId,
          span,
          claimId: claim as ClaimId,
        })),
        uses: house.uses.map(([span, quantity], claim) => ({
          typeId: CHAIRS,
          span,
          quantity,
          claimId: claim as ClaimId,
        })),
      });
      const wanted: EarliestWanted = {
        wants: house.wants.map((own) => own.map((index) => candidates[index]!)),
        pools: house.chairs === null ? [] : [{ typeId: CHAIRS, quantity: house.chairs }],
        within: WITHIN,
        lengthMin: house.lengthMin,
        accessMin: house.accessMin,
        exitMin: house.exitMin,
        grainMin: house.grainMin,
        hours: { fromMin: 420, toMin: 1380 },
        weekdays: [6, 7],
      };
      const isClear = (start: EpochMinute, chosen: readonly Candidate[]) => {
        const date: WantedDate = {
          key: 'a',
          claim: {
            event: { start, end: addMinutes(start, wanted.lengthMin) },
            accessMin: wanted.accessMin,
            exitMin: wanted.exitMin,
            spaces: chosen.map((each) => wantedSpaceOf(each, 20)),
            equipment: wanted.pools.map((pool) => ({ ...pool, spaceIndex: 0 })),
          },
        };
        // Crews may work outside the opening hours: that only warns.
        return checkDates([date], facts, {}).every(({ facts: { rule } }) => rule === 'crew-outside-hours');
      };
      const choices = wanted.wants.reduce<Candidate[][]>(
        (all, own) => all.flatMap((before) => own.map((each) => [...before, each])),
        [[]],
      );
      const expected: EpochMinute[] = [];
      for (const day of ['2027-10-30', '2027-10-31'])
        for (let minute = 420; minute + wanted.lengthMin <= 1380; minute += 1) {
          if (minute % wanted.grainMin) continue;
          const clock = `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
          const start = at(`${day}T${clock}`);
          if (choices.some((chosen) => isClear(start, chosen))) expected.push(start);
        }
      const found = earliestMoments(wanted, facts, () => true, 1000);
      const starts = found.flatMap(({ start, lastStart }) =>
        Array.from(
          { length: (lastStart - start) / wanted.grainMin + 1 },
          (_, index) => start + index * wanted.grainMin,
        ),
      );
      expect(starts).toEqual(expected);
      for (const { start, lastStart, spaces: chosen } of found)
        for (const each of [start, lastStart]) expect(isClear(each, chosen)).toBe(true);
      // The first choice that works out, and no more moments than asked for.
      expect(earliestMoments(wanted, facts, () => true, 2)).toHaveLength(Math.min(2, found.length));
    }),
    { numRuns: 60 },
  );
});

test('who may not ask for a space gets another, or none', () => {
  const [a, b] = [space(1, [1]), space(2, [2])].map((each): Candidate => ({
    space: each,
    offer: each.layouts[0]!,
  }));
  const wanted: EarliestWanted = {
    wants: [[a!, b!]],
    pools: [],
    within: WITHIN,
    lengthMin: 60,
    accessMin: 0,
    exitMin: 0,
    grainMin: 60,
    hours: { fromMin: 600, toMin: 720 },
    weekdays: EVERY_DAY,
  };
  const facts = world({ tzid: ZONE });
  const ids = (mayAsk: (id: number) => boolean) =>
    earliestMoments(wanted, facts, (id) => mayAsk(id), 10).map(({ spaces }) => spaces[0]!.space.id);
  expect(ids(() => true)).toEqual([1, 1, 1]);
  expect(ids((id) => id === 2)).toEqual([2, 2, 2]);
  expect(ids(() => false)).toEqual([]);
});
