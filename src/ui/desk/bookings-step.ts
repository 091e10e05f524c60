import { texts } from '@/contracts/language/translate';
import type { BookingLine } from '@/contracts/decisions/bookings';
import type { ChangeBody } from '@/contracts/requests/change';

const DAY_MIN = 1440;

/** What can be done with many bookings at once. */
export const COMMANDS = texts({ move: 'Move', cancel: 'Cancel', category: 'Change the category' } as const);
export type Command = keyof typeof COMMANDS;

export interface MoveFields {
  /** Days later; earlier where it is negative. */
  readonly days: string;
  /** Time of day they begin at; empty leaves it. */
  readonly startsAt: string;
  /** Space they go to; empty leaves it. */
  readonly space: string;
}

/** The dates of bookings by request, as the items of one change. */
export function itemsOfLines(lines: readonly BookingLine[]): ChangeBody['items'] {
  const items = new Map<string, { reference: string; version: number; occurrences: number[] }>();
  for (const { reference, version, occurrence } of lines) {
    const item = items.get(reference) ?? { reference, version, occurrences: [] };
    items.set(reference, { ...item, occurrences: [...item.occurrences, occurrence] });
  }
  return [...items.values()];
}

/** Moving as the fields say; a booking with several spaces keeps all but the first. Null where nothing is said. */
export function moveStep(
  { days, startsAt, space }: MoveFields,
  lines: readonly BookingLine[],
  reason: string,
  keepIndoors = false,
): ChangeBody['step'] | null {
  const later = Number(days || 0);
  const to = Number(space);
  if (!Number.isInteger(later) || (!later && !startsAt && !to)) return null;
  const base = { ...(later && { shiftMin: later * DAY_MIN }), ...(startsAt && { startsAt }) };
  const each = lines.map(({ occurrence, spaceIds }) => {
    const [from] = spaceIds;
    const goes = to > 0 && from !== undefined && !spaceIds.includes(to as never);
    return { occurrence, patch: { ...base, ...(goes && { spaces: [{ from, to }] }) } };
  });
  const told = each.filter(({ patch }) => Object.keys(patch).length > 0);
  return told.length === lines.length
    ? { action: 'move', each: told, reason, keepOwn: false, keepIndoors }
    : null;
}
