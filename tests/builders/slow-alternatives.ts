import { patchDate, type DatePatch } from '@/core/changes/patch';
import { checkDates } from '@/core/checks/check';
import { severityOf, type Finding } from '@/core/checks/findings';
import type { AskedFacts } from '@/core/checks/asked';
import type { Side } from '@/core/checks/rules/rule';
import type { WantedDate } from '@/core/checks/asked';
import type { Rule } from '@/core/checks/rules/all';
import type { SpaceId } from '@/core/ids';
import type { WorldSnapshot } from '@/core/checks/world';
import type { Bounds } from '@/core/alternatives/bounds';
import type { DateInTrouble } from '@/core/alternatives/of-date';
import { fromWallMinute, wallMinute, weekdayOf, dateOf } from '@/core/time/local-time';

// The obvious program beside the quick one: every thing that could be tried is tried, each checked whole against the
// whole world and all other dates of the request, and only then is anything sorted or left out.

export interface SlowWay {
  readonly kind: string;
  readonly patch: DatePatch;
  readonly isDoubtful: boolean;
  readonly order: number[];
}

/** Said once more here, and not read from the rules: what the quick one has to agree with. */
const ABOUT: Readonly<Record<Rule, 'ignored' | 'stock' | 'place' | 'time' | 'place or time'>> = {
  'shared-shoulder': 'ignored',
  'also-wanted': 'ignored',
  'expected-later': 'ignored',
  'no-end': 'ignored',
  'equipment-short': 'stock',
  'unit-taken': 'stock',
  'over-posted-limit': 'place',
  'over-seats': 'place',
  'layout-not-offered': 'place',
  'wheelchair-places': 'place',
  'feature-missing': 'place',
  consent: 'place',
  'same-audience': 'time',
  'crew-short': 'time',
  past: 'time',
  occupied: 'place or time',
  closed: 'place or time',
  'outside-hours': 'place or time',
  'crew-outside-hours': 'place or time',
  policy: 'place or time',
  'not-a-period': 'place or time',
};
const about = ({ facts }: Finding) => ABOUT[facts.rule];

function name({ facts }: Finding): string {
  if (facts.rule === 'equipment-short' || facts.rule === 'unit-taken') return facts.rule + facts.typeId;
  if (facts.rule === 'policy') return facts.rule + facts.breach.kind;
  return facts.rule;
}

const stands = (layout: string) => ['standing', 'empty'].includes(layout);

const blocking = (findings: readonly Finding[], side: Side) =>
  findings.filter(({ facts }) => severityOf(facts, side) === 'blocks');
const doubts = (findings: readonly Finding[], side: Side) =>
  findings.filter(({ facts }) => severityOf(facts, side) === 'warns' && ABOUT[facts.rule] !== 'ignored');

export interface SlowWorld {
  readonly world: WorldSnapshot;
  readonly siblings: readonly WantedDate[];
  readonly bounds: Bounds;
  readonly asked: AskedFacts;
  readonly side: Side;
}

/** All combinations of one of each list. */
const product = <Value>(lists: readonly (readonly Value[])[]): Value[][] =>
  lists.reduce<Value[][]>((all, list) => all.flatMap((set) => list.map((each) => [...set, each])), [[]]);

export function slowAlternatives({ date, draft, findings }: DateInTrouble, slow: SlowWorld) {
  const { world, siblings, bounds, asked, side } = slow;
  const facts = new Map(bounds.spaces.map(({ facts: each }, position) => [each.id, { each, position }]));
  const offersOf = (space: SpaceId) => facts.get(space)?.each.layouts ?? [];
  const buildingOf = (space: SpaceId) => bounds.spaces[facts.get(space)!.position]!.building;
  const before = blocking(findings, side).length ? blocking(findings, side) : doubts(findings, side);
  const hadBlocks = blocking(findings, side).length > 0;
  const known = new Set(doubts(findings, side).map(name));

  function judged(patch: DatePatch, hire: { typeId: number; quantity: number } | null = null) {
    const moved = patchDate(draft, patch, world.tzid, offersOf);
    if (moved.content.event.start <= asked.requester!.now) return null;
    const wanted = { ...date, claim: moved.content };
    const equipment = world.equipment.map((type) =>
      hire && type.id === hire.typeId
        ? { ...type, stock: [...type.stock, { from: -1e9 as never, to: null, delta: hire.quantity }] }
        : type,
    );
    const after = checkDates([wanted, ...siblings], { ...world, equipment }, asked).filter(
      ({ key }) => key === date.key,
    );
    if (blocking(after, side).length) return null;
    const names = new Set(doubts(after, side).map(name));
    const isDoubtful = [...names].some((each) => !known.has(each));
    if (!hadBlocks && (isDoubtful || names.size >= known.size)) return null;
    return { isDoubtful };
  }
  const found: SlowWay[] = [];
  const attempt = (
    kind: string,
    patch: DatePatch,
    order: number[],
    hire?: { typeId: number; quantity: number },
  ) => {
    const result = judged(patch, hire);
    if (result) found.push({ kind, patch, order, ...result });
  };

  const slots = draft.content.spaces.flatMap(({ spaceId }, slot) =>
    before.some((each) => each.spaceId === spaceId && about(each) !== 'time') ? [slot] : [],
  );
  const stock = before.filter((each) => about(each) === 'stock');
  const isTimeUseless = hadBlocks
    ? before.some((each) => about(each) === 'place')
    : before.every((each) => about(each) === 'place');

  // Equipment.
  const short = stock.flatMap((each) => (each.facts.rule === 'equipment-short' ? [each.facts] : []));
  const taken = stock.flatMap((each) => (each.facts.rule === 'unit-taken' ? [each.facts] : []));
  const sum = (type: number) =>
    draft.content.equipment.reduce((all, { typeId, quantity }) => all + (typeId === type ? quantity : 0), 0);
  const fixes: [string, DatePatch, number[]][] = [];
  if (short.length === 1) {
    const [{ typeId, short: less }] = short as [(typeof short)[number]];
    const left = Math.max(0, sum(typeId) - less);
    if (sum(typeId) - less >= 1) fixes.push(['fewer', { equipment: [{ typeId, quantity: left }] }, [less]]);
  }
  if (taken.length === 1)
    bounds.unitsOf(taken[0]!.typeId).forEach((to, index) => {
      if (draft.content.equipment.every(({ unitId }) => unitId !== to))
        fixes.push(['other-unit', { units: [{ from: taken[0]!.unitId, to }] }, [index]]);
    });
  if (short.length === 1) {
    const [{ typeId, short: less }] = short as [(typeof short)[number]];
    const left = Math.max(0, sum(typeId) - less);
    bounds.substitutesOf(typeId).forEach((by, index) =>
      fixes.push([
        'substitute',
        {
          equipment: [
            { typeId, quantity: left },
            { typeId: by, quantity: sum(by) + sum(typeId) - left },
          ],
        },
        [index],
      ]),
    );
    if (bounds.mayHireIn) attempt('hire-in', {}, [0], { typeId, quantity: less });
  }
  for (const [kind, patch, order] of fixes) attempt(kind, patch, order);
  const withFix = stock.length === 0 ? {} : fixes[0]?.[1];

  // Places.
  const swapsOf = (slot: number) => {
    const own = draft.content.spaces[slot]!;
    const seatsNow = offersOf(own.spaceId).find(({ layout }) => layout === own.layout)?.seats;
    return bounds.spaces.flatMap(({ facts: to }, position) => {
      if (to.id === own.spaceId) return [];
      if ((own.features ?? []).some((feature) => !(to.features ?? []).includes(feature))) return [];
      if (to.postedLimit !== null && to.postedLimit < own.people) return [];
      if (bounds.spaces[position]!.isOutdoor && !bounds.spaces[facts.get(own.spaceId)!.position]!.isOutdoor)
        return [];
      const enough = to.layouts.filter(
        ({ seats, layout }) => seats >= own.people && stands(layout) === stands(own.layout),
      );
      const same = enough.find(({ layout }) => layout === own.layout);
      const offer = same ?? [...enough].sort((a, b) => a.seats - b.seats)[0];
      if (!offer) return [];
      const far = Math.abs(buildingOf(to.id) - buildingOf(own.spaceId));
      return [
        {
          from: own.spaceId,
          to: to.id,
          layout: offer.layout,
          order: [same ? 0 : 1, far, offer.seats - own.people, position],
          seatsNow,
        },
      ];
    });
  };
  const isDisjoint = (spaces: readonly SpaceId[]) => {
    const parts = spaces.flatMap((each) => facts.get(each)!.each.parts);
    return new Set(parts).size === parts.length;
  };
  if (slots.length && withFix)
    for (const set of product(slots.map(swapsOf))) {
      const kept = draft.content.spaces
        .filter((_, slot) => !slots.includes(slot))
        .map(({ spaceId }) => spaceId);
      if (!isDisjoint([...kept, ...set.map(({ to }) => to)]) && kept.length + set.length > 1) continue;
      const spaces = set.map(({ from, to, layout }) => ({ from, to, layout }));
      const sums = set[0]!.order.map((_, index) => set.reduce((all, each) => all + each.order[index]!, 0));
      attempt('other-space', { ...withFix, spaces }, [...sums, ...set.map(({ order }) => order[3]!)]);
    }
  if (slots.length && withFix) {
    const layoutsOf = (slot: number) => {
      const own = draft.content.spaces[slot]!;
      const limit = facts.get(own.spaceId)!.each.postedLimit;
      return offersOf(own.spaceId).flatMap(({ layout, seats }, index) =>
        layout !== own.layout &&
        seats >= own.people &&
        stands(layout) === stands(own.layout) &&
        (limit === null || own.people <= limit)
          ? [{ from: own.spaceId, to: own.spaceId, layout, empty: seats - own.people, index }]
          : [],
      );
    };
    for (const set of product(slots.map(layoutsOf)))
      attempt(
        'other-layout',
        { ...withFix, spaces: set.map(({ from, to, layout }) => ({ from, to, layout })) },
        [set.reduce((all, { empty }) => all + empty, 0), set.reduce((all, { index }) => all + index, 0)],
      );
  }

  // Times: every minute is tried that is on the grain.
  const start = wallMinute(draft.startLocal);
  const near = (shift: number) => [Math.abs(shift), shift < 0 ? 1 : 0];
  const isOnGrain = (shift: number) => (start + shift) % bounds.grainMin === 0;
  if (!isTimeUseless) {
    for (let shift = -bounds.mostShiftMin; shift <= bounds.mostShiftMin; shift += 1) {
      if (shift === 0 || !isOnGrain(shift)) continue;
      attempt('other-time', { shiftMin: shift }, near(shift));
    }
    const inWeek = (shift: number) =>
      (weekdayOf(dateOf(fromWallMinute(start + shift))) - bounds.weekStart + 7) % 7;
    for (let days = -6; days <= 6; days += 1)
      // The same week: going on, the place in the week goes on too.
      if (days !== 0 && inWeek(days * 1440) - inWeek(0) === days)
        attempt('other-day', { shiftMin: days * 1440 }, near(days));
    if (stock.length)
      for (let shift = bounds.mostShiftMin + 1; shift <= 7 * 1440; shift += 1)
        if (isOnGrain(shift)) attempt('when-back', { shiftMin: shift }, near(shift));
  }
  const both = () => {
    if (isTimeUseless || slots.length !== 1 || stock.length) return;
    for (let shift = -bounds.mostShiftMin; shift <= bounds.mostShiftMin; shift += 1)
      if (shift !== 0 && isOnGrain(shift))
        for (const { from, to, layout, order } of swapsOf(slots[0]!))
          attempt('space-and-time', { shiftMin: shift, spaces: [{ from, to, layout }] }, [
            order[0]!,
            ...near(shift),
            ...order.slice(1),
          ]);
  };
  return pick(found, stock.length > 0 && slots.length === 0, both);
}

const USUAL =
  'other-space other-time other-day fewer other-unit substitute hire-in when-back other-layout space-and-time';
const SHORT_ONLY =
  'fewer other-unit substitute hire-in other-time other-day when-back other-space other-layout space-and-time';

/** `tryBoth` adds what changes place and time together: only where there is too little else. */
function pick(found: readonly SlowWay[], isStockAlone: boolean, tryBoth: () => void) {
  const kinds = (isStockAlone ? SHORT_ONLY : USUAL).split(' ');
  const byOrder = (a: SlowWay, b: SlowWay) => {
    const at = a.order.findIndex((value, index) => value !== b.order[index]);
    return at < 0 ? 0 : a.order[at]! - b.order[at]!;
  };
  // Of other times the nearest in each direction, of moments at which things are back the first.
  const nearest = (list: readonly SlowWay[]) => {
    const sorted = [...list].sort(byOrder);
    const clear = sorted.findIndex(({ isDoubtful }) => !isDoubtful);
    const doubtful = sorted.findIndex(({ isDoubtful }) => isDoubtful);
    return sorted.filter((_, at) => at === clear || (at === doubtful && (clear < 0 || at < clear)));
  };
  const of = (kind: string) => found.filter((each) => each.kind === kind);
  const all = kinds.slice(0, -1).flatMap((kind) => {
    if (kind === 'when-back') return nearest(of(kind));
    if (kind !== 'other-time') return of(kind);
    const later = (sign: number) => of(kind).filter(({ patch }) => Math.sign(patch.shiftMin!) === sign);
    return [...nearest(later(1)), ...nearest(later(-1))];
  });
  const hasEnough = all.filter(({ isDoubtful }) => !isDoubtful).length >= 5;
  if (!hasEnough) tryBoth();
  const both = [...all, ...of('space-and-time')];
  const ranked = [...both].sort(
    (a, b) =>
      Number(a.isDoubtful) - Number(b.isDoubtful) ||
      kinds.indexOf(a.kind) - kinds.indexOf(b.kind) ||
      byOrder(a, b),
  );
  const best = ranked.slice(0, 5);
  const others = kinds.flatMap((kind) =>
    best.some((each) => each.kind === kind) ? [] : ranked.filter((each) => each.kind === kind).slice(0, 1),
  );
  return { best, others };
}
