import fc from 'fast-check';
import type { OfficeFile } from '@/contracts/administration/office';
import { SMALL_OFFICE } from './office';

/** Two weeks with the end of summer time in Europe/London (31 October 2027) in their middle. */
export const FIRST_DAY = '2027-10-27';
const DAYS = 6;

const minutes = fc.constantFrom(0, 0, 15, 30, 45);
const from = (least: number, most: number) => fc.integer({ min: least, max: most });

/** A composite space by the positions of what it is made of, among the undivided and the composites before it. */
const composites = fc.array(fc.uniqueArray(from(0, 20), { minLength: 2, maxLength: 3 }), {
  minLength: 2,
  maxLength: 4,
});

export const houses = fc.record({
  undivided: from(3, 4),
  composites,
  seats: fc.array(from(8, 30), { minLength: 8, maxLength: 8 }),
  postedLimits: fc.array(fc.option(from(12, 30)), { minLength: 8, maxLength: 8 }),
  topUp: fc.array(fc.constantFrom(0, 10, 15), { minLength: 8, maxLength: 8 }),
  chairs: from(12, 40),
  moving: fc.array(minutes, { minLength: 6, maxLength: 6 }),
  changes: fc.array(fc.record({ day: from(0, DAYS - 1), days: fc.option(from(1, 3)), delta: from(-6, 12) }), {
    maxLength: 3,
  }),
});
export type RandomHouse = typeof houses extends fc.Arbitrary<infer House> ? House : never;

const dayText = (day: number): string =>
  new Date(Date.parse(FIRST_DAY) + day * 86_400_000).toISOString().slice(0, 10);

export const localText = (day: number, minute: number): string =>
  `${dayText(day)}T${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;

export const TYPE = { chairs: 1, lamps: 2, carts: 3, kit: 4 } as const;

/** Nested spaces that share parts, dated stock, two numbered carts, and a kit of chairs and a lamp. */
export function officeOf(house: RandomHouse): OfficeFile {
  const codes = Array.from({ length: house.undivided }, (_, index) => `U${index}`);
  const madeOf = house.composites.map((members, index) => {
    const below = [...codes, ...house.composites.slice(0, index).map((_, each) => `C${each}`)];
    return [...new Set(members.map((member) => below[member % below.length]!))];
  });
  const all = [
    ...codes.map((code) => ({ code, madeOf: [] as string[] })),
    ...madeOf.map((members, index) => ({ code: `C${index}`, madeOf: members })),
  ];
  const [fetchMin, returnMin, lampFetch, lampReturn, cartFetch, cartReturn] = house.moving as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return {
    ...SMALL_OFFICE,
    site: {
      ...SMALL_OFFICE.site,
      hours: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '00:00', to: '24:00' }],
      closures: [],
    },
    buildings: [
      {
        name: 'Barn',
        spaces: all.map(({ code, madeOf: members }, index) => ({
          code,
          name: `Space ${code}`,
          madeOf: members,
          topUpMin: house.topUp[index]!,
          postedLimit: house.postedLimits[index]!,
          layouts: [
            { layout: 'rounds' as const, seats: house.seats[index]!, setupMin: 0, strikeMin: 0 },
            { layout: 'theatre' as const, seats: house.seats[index]! * 2, setupMin: 0, strikeMin: 0 },
          ],
        })),
      },
    ],
    stores: [
      {
        name: 'Loft',
        equipment: [
          {
            name: 'Chair',
            quantity: house.chairs,
            fetchMin,
            returnMin,
            changes: house.changes.map(({ day, days, delta }) => ({
              from: `${dayText(day)}T00:00`,
              to: days === null ? null : `${dayText(day + days)}T00:00`,
              delta: Math.max(delta, -Math.floor(house.chairs / 4)),
              reason: 'Stock changes.',
            })),
          },
          { name: 'Lamp', quantity: 4, fetchMin: lampFetch, returnMin: lampReturn },
          { name: 'Cart', quantity: 2, fetchMin: cartFetch, returnMin: cartReturn, units: ['A', 'B'] },
          {
            name: 'Reading corner',
            quantity: 0,
            fetchMin: 0,
            returnMin: 0,
            kit: [
              { name: 'Chair', quantity: 4 },
              { name: 'Lamp', quantity: 1 },
            ],
          },
        ],
      },
    ],
  };
}

const wantedSpace = fc.record({
  space: fc.constantFrom(0, 0, 0, 1, 1, 2, 3, 4, 5, 6, 7),
  layout: fc.constantFrom('rounds' as const, 'rounds' as const, 'rounds' as const, 'theatre' as const),
  setupMin: fc.constantFrom(0, 30, 45, 60),
  strikeMin: fc.constantFrom(0, 30, 45, 60),
  people: from(4, 24),
});

/** A request, or a question to the check: one date or a series, in one or two spaces, with or without equipment. */
export const wants = fc.record({
  day: from(0, DAYS - 1),
  minute: from(0, 40).map((quarter) => 480 + quarter * 15),
  lengthMin: fc.constantFrom(30, 45, 60, 90),
  rule: fc.constantFrom(
    null,
    null,
    null,
    'FREQ=DAILY;COUNT=3',
    'FREQ=DAILY;INTERVAL=2;COUNT=2',
    'FREQ=WEEKLY;COUNT=2',
    'FREQ=DAILY;BYHOUR=10,11,12,13;COUNT=4',
  ),
  bands: minutes,
  spaces: fc.array(wantedSpace, { minLength: 1, maxLength: 2 }),
  chairs: fc.constantFrom(0, 0, 5, 12, 20),
  lamps: fc.constantFrom(0, 0, 1, 3),
  cart: fc.constantFrom(null, null, 0, 1),
  hasKit: fc.boolean(),
});
export type RandomWants = typeof wants extends fc.Arbitrary<infer Wants> ? Wants : never;

export const steps = fc.record({
  request: from(0, 50),
  other: from(0, 50),
  isBulk: fc.boolean(),
  onlyHalf: fc.boolean(),
  step: fc.constantFrom(
    'approve' as const,
    'approve' as const,
    'approve' as const,
    'approve' as const,
    'hold' as const,
    'propose' as const,
    'change' as const,
    'move' as const,
    'leave' as const,
  ),
  shiftMin: fc.constantFrom(-60, -15, 30, 90, 1440),
});
export type RandomStep = typeof steps extends fc.Arbitrary<infer Step> ? Step : never;
