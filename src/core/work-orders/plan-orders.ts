import type { OccurrenceId } from '../ids';
import { hostSpan, occupiedOf, type ClaimContent } from '../occupancy/bands';
import { addMinutes, type EpochMinute } from '../time/epoch-minute';

export type OrderPhase = 'setup' | 'strike';

/** What a crew does at which point of every approved date. */
export interface Recipe {
  readonly id: number;
  readonly phase: OrderPhase;
  readonly title: string;
  readonly teamId: number;
  /** The moment the work must be done by. */
  readonly due: DueEdge;
  /** Added to that moment; negative is earlier. */
  readonly dueOffsetMin: number;
  /** How many of the team it takes for the minutes of setup or strike; 0 is work that costs no minutes of its own. */
  readonly crew?: number;
}

export const DUE_EDGES = ['occupied-start', 'access-start', 'exit-end', 'occupied-end'] as const;
export type DueEdge = (typeof DUE_EDGES)[number];

/** What the crew reads. Names, not ids: an order stays readable when a space is renamed later. */
export interface OrderContent {
  readonly title: string;
  readonly reference: string;
  readonly eventTitle: string;
  readonly place: string;
  readonly building: string;
  readonly layout: string;
  readonly people: number;
  /** The space is the crew's from here. */
  readonly fromMin: EpochMinute;
  readonly dueMin: EpochMinute;
  readonly equipment: readonly { readonly name: string; readonly quantity: number; readonly store: string }[];
  readonly notes: string;
}

export interface WantedOrder {
  /** Recipe, occurrence, space slot, phase: however often generation runs, once each. */
  readonly key: string;
  readonly occurrenceId: OccurrenceId;
  readonly teamId: number;
  readonly phase: OrderPhase;
  /** Person-minutes. */
  readonly workMin: number;
  readonly content: OrderContent;
}

/** An approved date with the names an order quotes; `spaces` and `equipment` run parallel to those of the claim. */
export interface OrderedDate {
  readonly occurrenceId: OccurrenceId;
  readonly reference: string;
  readonly eventTitle: string;
  readonly notes: string;
  readonly claim: ClaimContent;
  readonly spaces: readonly { readonly place: string; readonly building: string }[];
  readonly equipment: readonly { readonly name: string; readonly store: string }[];
}

function edgesOf(claim: ClaimContent, slot: number): Record<DueEdge, EpochMinute> {
  const occupied = occupiedOf(claim, claim.spaces[slot]!);
  const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
  return {
    'occupied-start': occupied.start,
    'access-start': host.start,
    'exit-end': host.end,
    'occupied-end': occupied.end,
  };
}

/** Minutes there are for the work: setup or strike as they stand, turnover cuts applied. */
const bandLength = (edges: Record<DueEdge, EpochMinute>, phase: OrderPhase): number =>
  phase === 'setup'
    ? edges['access-start'] - edges['occupied-start']
    : edges['occupied-end'] - edges['exit-end'];

/** Nothing to carry, no minutes of the crew and no word from the host: no work. */
function hasWork(date: OrderedDate, slot: number, phase: OrderPhase): boolean {
  const space = date.claim.spaces[slot]!;
  const minutes = phase === 'setup' ? space.setupMin : space.strikeMin;
  const carries = date.claim.equipment.some((item) => item.spaceIndex === slot);
  return minutes > 0 || carries || (phase === 'setup' && date.notes !== '');
}

/** The orders an approved date needs: each recipe once for each of its spaces where there is work. */
export function ordersFor(date: OrderedDate, recipes: readonly Recipe[]): WantedOrder[] {
  return date.spaces.flatMap(({ place, building }, slot) => {
    const edges = edgesOf(date.claim, slot);
    const space = date.claim.spaces[slot]!;
    return recipes
      .filter((recipe) => hasWork(date, slot, recipe.phase))
      .map((recipe) => ({
        key: `${recipe.id}:${date.occurrenceId}:${slot}:${recipe.phase}`,
        occurrenceId: date.occurrenceId,
        teamId: recipe.teamId,
        phase: recipe.phase,
        workMin: (recipe.crew ?? 1) * bandLength(edges, recipe.phase),
        content: {
          title: recipe.title,
          reference: date.reference,
          eventTitle: date.eventTitle,
          place,
          building,
          layout: space.layout,
          people: space.people,
          fromMin: recipe.phase === 'setup' ? edges['occupied-start'] : edges['exit-end'],
          dueMin: addMinutes(edges[recipe.due], recipe.dueOffsetMin),
          equipment: date.claim.equipment.flatMap((item, index) =>
            item.spaceIndex === slot ? [{ ...date.equipment[index]!, quantity: item.quantity }] : [],
          ),
          notes: date.notes,
        },
      }));
  });
}

export type OrderState = 'open' | 'done' | 'withdrawn';

/** An order as stored; `content` is that of its newest version. */
export interface StoredOrder {
  readonly key: string;
  readonly state: OrderState;
  readonly content: OrderContent;
}

export interface OrderPlan {
  readonly add: readonly WantedOrder[];
  /** Issued before, with other content now: a new version. */
  readonly revise: readonly WantedOrder[];
  /** Keys of open orders nothing asks for any more. Done ones stay as they are. */
  readonly withdraw: readonly string[];
}

// Both sides are built by `ordersFor` or read back from JSON it wrote, so the order of the keys is the same.
export const sameContent = (a: OrderContent, b: OrderContent): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** Brings stored orders in line with the wanted ones. Running it again on its own result plans nothing. */
export function planOrders(wanted: readonly WantedOrder[], stored: readonly StoredOrder[]): OrderPlan {
  const known = new Map(stored.map((order) => [order.key, order]));
  const keys = new Set(wanted.map((order) => order.key));
  return {
    add: wanted.filter((order) => !known.has(order.key)),
    revise: wanted.filter((order) => {
      const before = known.get(order.key);
      return before && (before.state === 'withdrawn' || !sameContent(before.content, order.content));
    }),
    withdraw: stored.filter(({ key, state }) => state === 'open' && !keys.has(key)).map(({ key }) => key),
  };
}
