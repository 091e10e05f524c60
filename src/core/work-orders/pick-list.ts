import type { EquipmentTypeId, SpaceId } from '../ids';
import type { EpochMinute } from '../time/epoch-minute';
import { planMovements, type CarryMinutes, type Lot, type Movement } from './movements';

/** One kind of thing an order brings to a space or takes from it. */
export interface PickedItem {
  readonly orderId: number;
  /** Null for what is no equipment with stock, such as cups of the kitchen. */
  readonly typeId: EquipmentTypeId | null;
  readonly name: string;
  readonly store: string;
  /** Null where it could not be worked out. */
  readonly quantity: number | null;
  readonly spaceId: SpaceId | null;
  readonly building: string;
  readonly way: 'out' | 'back';
  /** When the crew has the space: what goes out has to be there by the end, what comes back is free from the start. */
  readonly fromMin: EpochMinute;
  readonly dueMin: EpochMinute;
}

/** One line of what leaves a store or comes back. */
export interface PickLine extends PickedItem {
  /** How many of them pass the store, moved straight from or to another event. */
  readonly movedDirectly: number;
}

/** All of a day: lines store by store, and what goes from one event to the next. */
export interface PickList {
  /** Through the store, in order of time; lines that are moved directly whole stay, with nothing left to carry. */
  readonly lines: readonly PickLine[];
  readonly movements: readonly Movement[];
}

const keyOf = ({ orderId, way, name }: PickedItem): string => `${orderId}:${way}:${name}`;

const atOf = ({ way, fromMin, dueMin }: PickedItem): EpochMinute => (way === 'out' ? dueMin : fromMin);

const lotOf = (thing: PickedItem): Lot[] =>
  thing.typeId !== null && thing.spaceId !== null && thing.quantity
    ? [
        {
          key: keyOf(thing),
          typeId: thing.typeId,
          quantity: thing.quantity,
          spaceId: thing.spaceId,
          building: thing.building,
          crewTime: { start: thing.fromMin, end: thing.dueMin },
        },
      ]
    : [];

/** What leaves the stores and comes back to them, with what goes straight from one event to the next taken off both. */
export function pickList(things: readonly PickedItem[], carry: CarryMinutes): PickList {
  const ofWay = (way: PickedItem['way']) => things.filter((thing) => thing.way === way).flatMap(lotOf);
  const movements = planMovements(ofWay('back'), ofWay('out'), carry);
  const direct = new Map<string, number>();
  for (const { from, to, quantity } of movements)
    for (const key of [from, to]) direct.set(key, (direct.get(key) ?? 0) + quantity);
  const lines = things
    .map((thing) => ({ ...thing, movedDirectly: direct.get(keyOf(thing)) ?? 0 }))
    .sort((a, b) => atOf(a) - atOf(b) || a.name.localeCompare(b.name));
  return { lines, movements };
}
