import { t, texts } from '@/contracts/language/translate';
import type { BoardData, BoardSpan, BoardPool } from '@/contracts/calendar/board';
import type { PrintQuery } from '@/contracts/calendar/print';
import { dayShort, sayTime } from '@/contracts/words/when';
import { levels, scarcest, type Use } from '@/core/equipment/peak-use';
import type { Part } from '@/core/printing/sheet';
import { addDays } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { Interval } from '@/core/time/epoch-minute';

const COLUMNS = texts([
  { title: 'Day', share: 1.6 },
  { title: 'From, to', share: 1.4 },
  { title: 'Owned', share: 1 },
  { title: 'Away', share: 1 },
  { title: 'Left', share: 1 },
]);

/** Pieces of a pool that are away, fetch and return counted. */
export const usesOf = ({ id }: BoardPool, uses: BoardSpan['uses']): Use[] =>
  uses.flatMap(([type, start, end, quantity]) => (type === id ? [{ span: { start, end }, quantity }] : []));

/** A pool for printing: the scarcest moment of each day, or in detail every change of its level. */
export function poolParts(
  house: BoardData,
  pool: BoardPool,
  away: BoardSpan['uses'],
  { from, days, detail }: PrintQuery,
): readonly Part[] {
  const { tzid } = house;
  const uses = usesOf(pool, away);
  const hours = ({ start, end }: Interval) =>
    `${sayTime(toLocal(start, tzid))}–${sayTime(toLocal(end, tzid)).replace(/^00:00$/, '24:00')}`;
  const rows = Array.from({ length: days }, (_, index) => addDays(from, index)).flatMap((date) => {
    const day = dayInterval(date, tzid);
    const told =
      detail === 'detailed' ? levels(day, uses, pool.facts.stock) : [scarcest(day, uses, pool.facts.stock)];
    return told.map((level, index) => [
      { text: index ? '' : dayShort(date), isBold: true },
      { text: level.inUse || detail === 'detailed' ? hours(level.span) : t`all day` },
      { text: String(level.stock) },
      { text: String(level.inUse) },
      { text: String(level.left), isBold: level.left <= 0 },
    ]);
  });
  return [
    { kind: 'text', text: t`Stored in ${pool.store}. Away counts fetching and returning.` },
    { kind: 'table', columns: COLUMNS, rows },
  ];
}
