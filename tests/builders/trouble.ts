import fc from 'fast-check';
import type { DateInTrouble, Search } from '@/core/alternatives/of-date';
import { MOST_CHECKS } from '@/core/alternatives/of-date';
import type { Bounds } from '@/core/alternatives/bounds';
import { NearWorld } from '@/core/alternatives/near-world';
import type { AskedFacts, WantedDate } from '@/core/checks/asked';
import type { Side } from '@/core/checks/rules/rule';
import { checkDates } from '@/core/checks/check';
import type { ClaimDraft } from '@/core/changes/plan-date';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import type { BusyRow, SpaceFacts, WorldSnapshot } from '@/core/checks/world';
import { LAYOUTS } from '@/core/seating/layouts';
import { addMinutes, epochMinute, overlaps, type EpochMinute } from '@/core/time/epoch-minute';
import { addWallMinutes, localDateTime, type LocalDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';

export const ZONE = 'Europe/London';
/** A Wednesday; the clocks go back on the Sunday of that week. */
const NOON = localDateTime('2027-10-27T12:00');
export const at = (local: LocalDateTime): EpochMinute => toEpochMinute(local, ZONE, 'offset-before');
const NOW = at(localDateTime('2027-10-25T08:00'));

export const CHAIRS = 1 as EquipmentTypeId;
export const STOOLS = 2 as EquipmentTypeId;
export const BUGGIES = 3 as EquipmentTypeId;
const UNITS = [101, 102] as ResourceId[];

const from = (min: number, max: number) => fc.integer({ min, max });
const minutes = fc.constantFrom(0, 15, 30);
const pick = <Value>(...values: Value[]) => fc.constantFrom(...values);

const offers = fc.uniqueArray(
  fc.record({
    layout: pick(...LAYOUTS.slice(0, 4)),
    seats: from(4, 40),
    setupMin: minutes,
    strikeMin: minutes,
  }),
  { minLength: 1, maxLength: 3, selector: ({ layout }) => layout },
);

const spaces = fc.array(
  fc.record({
    // The whole of two parts now and then.
    parts: pick([1], [2], [3], [4], [1, 2], [5]),
    layouts: offers,
    postedLimit: fc.option(from(10, 40), { freq: 3 }),
    features: fc.subarray(['piano', 'kitchen'] as const),
    building: from(0, 2),
    isOutdoor: fc.integer({ min: 0, max: 5 }).map((drawn) => drawn === 0),
    hasHours: fc.boolean(),
    isShut: fc.boolean(),
  }),
  { minLength: 3, maxLength: 6 },
);

const takings = fc.array(
  fc.record({
    part: from(1, 5),
    day: from(-2, 4),
    minute: from(-24, 28),
    length: from(1, 20),
    hasNeighbour: fc.boolean(),
  }),
  { maxLength: 26 },
);

const loans = fc.array(
  fc.record({
    type: pick(CHAIRS, STOOLS),
    day: from(-1, 5),
    minute: from(-16, 16),
    length: from(2, 60),
    quantity: from(1, 12),
  }),
  { maxLength: 6 },
);

/** A house, what stands in it, and a request for the middle of it: nearly always in trouble. */
export const troubles = fc.record({
  spaces,
  takings,
  loans,
  unitAway: fc.boolean(),
  stock: fc.tuple(from(2, 14), from(0, 10)),
  moving: minutes,
  wanted: fc.record({
    slots: fc.uniqueArray(from(0, 5), { minLength: 1, maxLength: 2 }),
    layout: pick(...LAYOUTS.slice(0, 4)),
    people: from(3, 24),
    bands: minutes,
    offset: pick(0, 0, 0, 10, -45),
    length: pick(60, 90, 150),
    chairs: pick(0, 0, 4, 9),
    hasBuggy: fc.boolean(),
    features: pick([] as const, ['piano'] as const),
    isPublic: fc.boolean(),
  }),
  /** Other dates of the request, so many days away. */
  siblings: fc.uniqueArray(pick(-1, 1, 2, 3), { maxLength: 3 }),
  events: fc.array(fc.tuple(from(-3, 4), from(-10, 10)), { maxLength: 3 }),
  side: pick('office' as const, 'requester' as const),
  grainMin: pick(15, 30),
});
export type Trouble = typeof troubles extends fc.Arbitrary<infer Drawn> ? Drawn : never;

const HOURS = [1, 2, 3, 4, 5, 6].map((weekday) => ({
  weekday: weekday as 1,
  fromMin: 540,
  toMin: 1200,
  validFrom: null,
  validTo: null,
}));

const dayAt = (day: number, minute: number) => addMinutes(at(addWallMinutes(NOON, day * 1440)), minute);

function busyRows(drawn: Trouble): BusyRow[] {
  const rows: BusyRow[] = [];
  drawn.takings.forEach(({ part, day, minute, length, hasNeighbour }, index) => {
    const start = dayAt(day, minute * 15);
    const row = { resourceId: part as ResourceId, span: { start, end: addMinutes(start, length * 15) } };
    // Rows of one part never overlap: the database sees to it.
    if (rows.some((other) => other.resourceId === row.resourceId && overlaps(other.span, row.span))) return;
    const space = drawn.spaces.findIndex(({ parts }) => parts.length === 1 && parts[0] === part);
    const host = { start: addMinutes(start, 5), end: addMinutes(start, Math.max(6, length * 15 - 10)) };
    rows.push({
      ...row,
      claimId: (900 + index) as ClaimId,
      ...(hasNeighbour &&
        space >= 0 && {
          neighbour: {
            setupKey: `${space + 1}:${drawn.wanted.layout}`,
            host,
            occupied: row.span,
            claimSpaceId: 900 + index,
            hasLink: { before: false, after: false },
          },
        }),
    });
  });
  if (drawn.unitAway)
    rows.push({
      resourceId: UNITS[0]!,
      span: { start: dayAt(0, -60), end: dayAt(0, 60) },
      claimId: 899 as ClaimId,
    });
  return rows;
}

function worldOf(drawn: Trouble): WorldSnapshot {
  const facts = drawn.spaces.map(
    ({ parts, layouts, postedLimit, features, hasHours, isShut }, index): SpaceFacts => ({
      id: (index + 1) as SpaceId,
      parts: parts as ResourceId[],
      layouts,
      postedLimit,
      features,
      hours: hasHours ? HOURS : [],
      closures: isShut
        ? [{ kind: 'shut', span: { start: dayAt(0, -600), end: dayAt(0, 90) }, reason: 'floor' }]
        : [],
    }),
  );
  const type = (id: EquipmentTypeId, quantity: number) => ({
    id,
    fetchMin: drawn.moving,
    returnMin: drawn.moving,
    stock: [{ from: epochMinute(0), to: null, delta: quantity }],
  });
  return {
    tzid: ZONE,
    spaces: facts,
    equipment: [type(CHAIRS, drawn.stock[0]), type(STOOLS, drawn.stock[1]), type(BUGGIES, 2)],
    busy: busyRows(drawn),
    uses: drawn.loans.map(({ type: typeId, day, minute, length, quantity }, index) => {
      const start = dayAt(day, minute * 15);
      return {
        typeId,
        quantity,
        claimId: (700 + index) as ClaimId,
        span: { start, end: addMinutes(start, length * 15) },
      };
    }),
    publicEvents: drawn.events.map(([day, hour], index) => ({
      claimId: (600 + index) as ClaimId,
      span: { start: dayAt(day, hour * 30), end: dayAt(day, hour * 30 + 90) },
      audiences: ['families'],
    })),
  };
}

export interface TroubledCase {
  readonly date: DateInTrouble;
  readonly siblings: readonly WantedDate[];
  readonly siblingDrafts: readonly ClaimDraft[];
  readonly world: WorldSnapshot;
  readonly bounds: Bounds;
  readonly asked: AskedFacts;
  readonly side: Side;
  readonly search: Search;
}

export function troubledCase(drawn: Trouble, mostChecks = MOST_CHECKS): TroubledCase {
  const world = worldOf(drawn);
  const { wanted } = drawn;
  const slots = [...new Set(wanted.slots.map((slot) => slot % drawn.spaces.length))].filter(
    (slot, index, all) =>
      index === 0 ||
      drawn.spaces[slot]!.parts.every((part) => !drawn.spaces[all[0]!]!.parts.includes(part as never)),
  );
  const draftOn = (day: number): ClaimDraft => {
    const startLocal = addWallMinutes(NOON, day * 1440 + wanted.offset);
    const endLocal = addWallMinutes(startLocal, wanted.length);
    return {
      startLocal,
      endLocal,
      content: {
        event: { start: at(startLocal), end: at(endLocal) },
        accessMin: wanted.bands,
        exitMin: wanted.bands,
        spaces: slots.map((slot) => {
          const { layouts } = drawn.spaces[slot]!;
          const offer = layouts.find(({ layout }) => layout === wanted.layout) ?? layouts[0]!;
          return {
            spaceId: (slot + 1) as SpaceId,
            layout: offer.layout,
            people: wanted.people,
            setupMin: offer.setupMin,
            strikeMin: offer.strikeMin,
            features: wanted.features,
          };
        }),
        equipment: [
          ...(wanted.chairs ? [{ typeId: CHAIRS, quantity: wanted.chairs, spaceIndex: 0 }] : []),
          ...(wanted.hasBuggy ? [{ typeId: BUGGIES, quantity: 1, spaceIndex: 0, unitId: UNITS[0]! }] : []),
        ],
      },
    };
  };
  const draft = draftOn(0);
  const siblingDrafts = drawn.siblings.map(draftOn);
  const siblings = siblingDrafts.map(({ content }, index) => ({
    key: `day ${drawn.siblings[index]}`,
    claim: content,
  }));
  const asked: AskedFacts = {
    requester: { now: NOW, roles: ['requester'], organisations: [] },
    audiences: wanted.isPublic ? ['families'] : [],
  };
  const bounds: Bounds = {
    tzid: ZONE,
    weekStart: 1,
    grainMin: drawn.grainMin,
    mostShiftMin: 180,
    spaces: world.spaces.map((facts, index) => ({
      facts,
      building: drawn.spaces[index]!.building,
      isOutdoor: drawn.spaces[index]!.isOutdoor,
    })),
    substitutesOf: (type) => (type === CHAIRS ? [STOOLS] : []),
    unitsOf: (type) => (type === BUGGIES ? UNITS : []),
    mayHireIn: drawn.side === 'office',
  };
  const date = { key: 'day 0', claim: draft.content };
  const findings = checkDates([date, ...siblings], world, asked).filter(({ key }) => key === date.key);
  return {
    date: { date, draft, findings },
    siblings,
    siblingDrafts,
    world,
    bounds,
    asked,
    side: drawn.side,
    search: {
      near: new NearWorld(world, [date, ...siblings]),
      bounds,
      asked,
      side: drawn.side,
      now: NOW,
      mostChecks,
    },
  };
}
