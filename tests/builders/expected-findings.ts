import type { WantedDate } from '@/core/checks/asked';
import {
  handover,
  minutesOf,
  slotsOf,
  type BookedSpace,
  type MinuteBook,
  type WantedSlot,
} from './minute-book';

type Minutes = Set<number>;

const grouped = <Key>() => {
  const groups = new Map<Key, Minutes>();
  return {
    groups,
    add(key: Key, minute: number): void {
      const known = groups.get(key);
      if (known) known.add(minute);
      else groups.set(key, new Set([minute]));
    },
  };
};

const between = (minutes: Minutes): string => `${Math.min(...minutes)}–${Math.max(...minutes) + 1}`;

/** Shoulder or collision: whether one of the two may hand over to the other, and where. */
function shoulder(slot: WantedSlot, other: BookedSpace, topUpMin: number): string | null {
  const before = other.linkedAfter ? null : handover(other, slot, topUpMin);
  if (before !== null)
    return `shares with ${other.claimSpaceId} before at ${before}, saves ${other.end - slot.start}`;
  const after = other.linkedBefore ? null : handover(slot, other, topUpMin);
  if (after === null) return null;
  return `shares with ${other.claimSpaceId} after at ${after}, saves ${slot.end - other.start}`;
}

function spaceLines(slots: readonly WantedSlot[], slot: WantedSlot, book: MinuteBook): string[] {
  const strangers = grouped<BookedSpace>();
  const waiting = grouped<'any'>();
  const waits = new Set<number>();
  const own = grouped<WantedSlot>();
  for (const leaf of book.house.leavesOf(slot.spaceId))
    for (const minute of minutesOf(slot)) {
      const at = `${leaf} ${minute}`;
      for (const other of book.occupied.get(at) ?? []) strangers.add(other, minute);
      for (const other of book.waiting.get(at) ?? []) {
        waits.add(other.claimId);
        waiting.add('any', minute);
      }
      for (const other of slots)
        if (
          other !== slot &&
          other.start <= minute &&
          minute < other.end &&
          book.house.leavesOf(other.spaceId).includes(leaf)
        )
          own.add(other, minute);
    }
  const here = `${slot.key} ${slot.spaceId}`;
  const collision = (by: string, minutes: Minutes) =>
    `${here} occupied by ${by}: ${minutes.size} in ${between(minutes)}`;
  return [
    ...[...strangers.groups].map(([other, minutes]) => {
      const shared = shoulder(slot, other, book.house.topUp.get(slot.spaceId)!);
      return shared ? `${here} ${shared}` : collision(`claim ${other.claimId}`, minutes);
    }),
    ...[...own.groups].map(([other, minutes]) => collision(`own ${other.key} ${other.spaceId}`, minutes)),
    ...[...waiting.groups.values()].map(
      (minutes) => `${here} also wanted by ${[...waits].sort().join()}: ${minutes.size}`,
    ),
  ];
}

interface WantedLine {
  readonly key: string;
  readonly typeId: number;
  readonly quantity: number;
  readonly unitId: number | null;
  readonly start: number;
  readonly end: number;
}

/** Lines of equipment with when they are away, from the space they go to as it stands after handing over. */
const linesOf = (
  dates: readonly WantedDate[],
  slots: readonly WantedSlot[],
  book: MinuteBook,
): WantedLine[] =>
  dates.flatMap(({ key, claim }) =>
    claim.equipment.map(({ typeId, quantity, unitId, spaceIndex }) => {
      const slot = slots.find((each) => each.key === key && each.index === spaceIndex)!;
      const { fetchMin, returnMin } = book.house.moving.get(typeId)!;
      return {
        key,
        typeId,
        quantity,
        unitId: unitId ?? null,
        start: slot.start - fetchMin,
        end: slot.end + returnMin,
      };
    }),
  );

function shortLines(lines: readonly WantedLine[], book: MinuteBook): string[] {
  const pairs = new Map(lines.map(({ key, typeId }) => [`${key} ${typeId}`, { key, typeId }]));
  return [...pairs.values()].flatMap(({ key, typeId }) => {
    const own = lines.filter((line) => line.key === key && line.typeId === typeId);
    const all = lines.filter((line) => line.typeId === typeId);
    const [start, end] = [Math.min(...own.map((l) => l.start)), Math.max(...own.map((l) => l.end))];
    let worst = { short: 0, minute: 0 };
    for (const minute of minutesOf({ start, end })) {
      const wanted = all
        .filter((line) => line.start <= minute && minute < line.end)
        .reduce((sum, line) => sum + line.quantity, 0);
      const away = (book.away.get(`${typeId} ${minute}`) ?? 0) + wanted;
      const short = away - book.house.stockAt(typeId, minute);
      if (short > worst.short) worst = { short, minute };
    }
    const asked = own.reduce((sum, line) => sum + line.quantity, 0);
    return worst.short > 0
      ? [`${key} type ${typeId}: ${worst.short} short of ${asked} from ${worst.minute}`]
      : [];
  });
}

function unitLines(lines: readonly WantedLine[], book: MinuteBook): string[] {
  return lines.flatMap((line) => {
    if (line.unitId === null) return [];
    const taken = grouped<string>();
    for (const minute of minutesOf(line)) {
      for (const claim of book.units.get(`${line.unitId} ${minute}`) ?? [])
        taken.add(`claim ${claim}`, minute);
      for (const other of lines)
        if (other !== line && other.unitId === line.unitId && other.start <= minute && minute < other.end)
          taken.add(`own ${other.key}`, minute);
    }
    return [...taken.groups].map(
      ([by, minutes]) => `${line.key} unit ${line.unitId} by ${by}: ${minutes.size}`,
    );
  });
}

const peopleLines = (dates: readonly WantedDate[], { house }: MinuteBook): string[] =>
  dates.flatMap(({ key, claim }) =>
    claim.spaces.flatMap(({ spaceId, layout, people }) => {
      const limit = house.postedLimit.get(spaceId) ?? Infinity;
      const seats = house.seats.get(`${spaceId} ${layout}`)!;
      return [
        ...(people > limit ? [`${key} ${spaceId} over-posted-limit by ${people - limit}`] : []),
        ...(people > seats ? [`${key} ${spaceId} over-seats by ${people - seats}`] : []),
      ];
    }),
  );

/** What the check must find, counted minute by minute in the book. */
export function expectedFindings(dates: readonly WantedDate[], book: MinuteBook): string[] {
  const slots = slotsOf(dates, book.house);
  const lines = linesOf(dates, slots, book);
  return [
    ...slots.flatMap((slot) => spaceLines(slots, slot, book)),
    ...shortLines(lines, book),
    ...unitLines(lines, book),
    ...peopleLines(dates, book),
  ];
}
