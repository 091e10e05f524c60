import { checkDates } from '@/core/checks/check';
import type { WantedDate } from '@/core/checks/asked';
import type { OpenDatabase } from '@/server/db/connection';
import { loadWorld } from '@/server/repositories/world/snapshot';
import { series } from './check';
import { compare } from './measure';
import { FULL, makeWorld } from './world';

const SPACES = [11, 57, 123, 201, 302, 403, 77, 88, 99, 111, 222, 333];
const TYPES = [3, 9, 21, 40, 77, 150];

const medianOf = async (db: OpenDatabase, dates: readonly WantedDate[]): Promise<number> => {
  const [figure] = await compare([
    { name: '', run: async () => checkDates(dates, await loadWorld(db, dates)) },
  ]);
  return figure!.medianMs;
};

/** The exponent p in cost ~ size^p, by least squares on the logarithms. */
export function exponent(points: readonly (readonly [size: number, ms: number])[]): number {
  const logs = points.map(([size, ms]) => [Math.log(size), Math.log(ms)] as const);
  const mean = (pick: 0 | 1) => logs.reduce((sum, each) => sum + each[pick], 0) / logs.length;
  const [x, y] = [mean(0), mean(1)];
  return (
    logs.reduce((sum, [a, b]) => sum + (a - x) * (b - y), 0) /
    logs.reduce((sum, [a]) => sum + (a - x) ** 2, 0)
  );
}

const line = (what: string, points: readonly (readonly [number, number])[]): string =>
  `| ${what} | ${points.map(([size, ms]) => `${size.toLocaleString('en-GB')}: ${ms.toFixed(1)}`).join(' · ')} | ${exponent(points).toFixed(2)} |`;

/** Cost of the whole check with dates, spaces and stored rows, half of the dates clashing where not said. */
export async function growth(db: OpenDatabase): Promise<string> {
  const byDates: [number, number][] = [];
  for (const count of [33, 65, 130, 260]) byDates.push([count, await medianOf(db, series(count, 0.05))]);
  const bySpaces: [number, number][] = [];
  for (const count of [1, 3, 6, 12])
    bySpaces.push([count, await medianOf(db, series(130, 0.05, SPACES.slice(0, count), TYPES))]);
  const byRows: [number, number][] = [];
  for (const part of [16, 4]) {
    const small = await makeWorld({ ...FULL, occupancies: FULL.occupancies / part, uses: FULL.uses / part });
    byRows.push([FULL.occupancies / part, await medianOf(small, series(260, 0))]);
    await small.close();
  }
  byRows.push([FULL.occupancies, await medianOf(db, series(260, 0))]);
  return `| grows with | size: ms | exponent |
|---|---|---|
${line('dates (3 spaces, 6 types, 5 % clash)', byDates)}
${line('spaces (130 dates, 6 types, 5 % clash)', bySpaces)}
${line('stored occupancies (260 dates, none clashes)', byRows)}`;
}
