import { CABARET_SEATS, DESK, TRESTLE, type RoundSize } from './plan/rules';

/** What is to be known of a way to set a room, besides how it is drawn (`plan/plan-seating.ts`) and called. */
interface LayoutRow {
  /** Whether people sit in it: who asked for seats is not helped by a floor to stand on, and the other way round. */
  readonly isSeated: boolean;
  /**
   * Net square feet a person by use, null where the law counts nobody: International Building Code table 1004.5, NFPA
   * 101 table 7.3.1.2 (values from memory): chairs only 7, tables and chairs 15, standing 5, classroom 20.
   */
  readonly loadFt2: number | null;
  /** People one table is enough for; null where nobody sits at a table. */
  readonly atTable: ((round: RoundSize) => number) | null;
}

const TRESTLES: LayoutRow = { isSeated: true, loadFt2: 15, atTable: () => TRESTLE.seats };

const TABLE = {
  theatre: { isSeated: true, loadFt2: 7, atTable: null },
  classroom: { isSeated: true, loadFt2: 20, atTable: () => DESK.seats },
  rounds: { isSeated: true, loadFt2: 15, atTable: (round) => round },
  boardroom: TRESTLES,
  standing: { isSeated: false, loadFt2: 5, atTable: null },
  empty: { isSeated: false, loadFt2: null, atTable: null },
  cabaret: { isSeated: true, loadFt2: 15, atTable: (round) => CABARET_SEATS[round] },
  'u-shape': TRESTLES,
  'hollow-square': TRESTLES,
  exam: { isSeated: true, loadFt2: 20, atTable: () => 1 },
  // The floor inside stays free: counted like tables and chairs. Common practice, no source.
  circle: { isSeated: true, loadFt2: 15, atTable: null },
} as const satisfies Readonly<Record<string, LayoutRow>>;

/** How a room is set. Trade words; each has furniture and minutes of its own per space. */
export type Layout = keyof typeof TABLE;
/** In the order in which they are offered. Never empty. */
export const LAYOUTS = Object.keys(TABLE) as [Layout, ...Layout[]];
/** What each layout is: whether people sit, and what its plan is built of. */
export const layoutRow: Readonly<Record<Layout, LayoutRow>> = TABLE;

/** Whether people sit in it. */
export const isSeated = (layout: Layout): boolean => layoutRow[layout].isSeated;
