/**
 * Clearances and furniture, in millimetres. A plan is no fire-safety approval: it says by which of these it counted.
 */
export const CELL_MM = 50;

/**
 * Clear width between rows of chairs: 12 in (305 mm) for up to 14 seats between two aisles (NFPA 101 12.2.5.5, IBC
 * 1030.13; values from memory), drawn to the next whole cell.
 */
export const ROW_CLEAR_MM = 350;
/** Seats in one row between two aisles, at most; half as many where only one end has one. */
export const MOST_BETWEEN_AISLES = 14;
/** With an aisle at one end only: half of that. IBC 1030.13 allows 7 at the least clearance (value from memory). */
export const MOST_TO_ONE_AISLE = 7;
/** An aisle with seats on both sides: 42 in (1,067 mm; IBC 1030.9.1, value from memory). In millimetres. */
export const AISLE_MM = 1100;
/** The way from tables to a door: 36 in (914 mm; IBC 1030.9.1, one side; value from memory). */
export const TABLE_WAY_MM = 950;
/** Between the backs of chairs at tables: 18 in (457 mm). Common practice, no source. */
export const BETWEEN_CHAIRS_MM = 500;

/** A chair takes so many millimetres of its row. */
export const CHAIR_MM = 500;
/** Chairs at round tables stand at an angle: a disc holds them however they are turned. */
export const CHAIR_DISC_MM = 500;
/** Between two chairs of a circle: elbows, and somebody getting up. Common practice, no source. */
export const CIRCLE_GAP_MM = 150;
/** Between the edge of a table and the chair pushed up to it. */
export const CHAIR_GAP_MM = 25;
/** A place for a wheelchair: 36 × 48 in (2010 ADA Standards 802.1; values from memory). */
export const WHEELCHAIR = { widthMm: 950, depthMm: 1250 } as const;

/** Trestles of 1.83 × 0.76 m seat three on a long side. Common practice, no source. */
export const TRESTLE = { longMm: 1830, deepMm: 760, seats: 3 } as const;
/** Narrow tables for listening and writing, three a table. Common practice, no source. */
export const DESK = { longMm: 1800, deepMm: 450, seats: 3 } as const;
/** One candidate a table; 1.5 m from middle to middle both ways. Common practice, no source. */
export const EXAM = { longMm: 700, deepMm: 550, pitchMm: 1500 } as const;

/** Rounds of 60 in (1.5 m) seat 8, of 72 in (1.8 m) seat 10. Common practice, no source. */
export const ROUNDS = { 8: { diameterMm: 1524 }, 10: { diameterMm: 1829 } } as const;
export type RoundSize = keyof typeof ROUNDS;
/** Of the places round a table those that look to the front: five of eight, six of ten. Common practice, no source. */
export const CABARET_SEATS: Readonly<Record<RoundSize, number>> = { 8: 5, 10: 6 };

/** Ways and gaps a house wants wider than the published ones, in millimetres; what is not named is as published. */
export interface Spacing {
  readonly aisleMm?: number;
  /** Between rows, and between the backs of chairs at tables. */
  readonly betweenMm?: number;
  /** At most so many seats between two aisles. */
  readonly mostBetweenAisles?: number;
}

/** What a plan keeps: never less than published, in whole cells. */
export interface KeptSpacing {
  readonly aisleMm: number;
  readonly tableWayMm: number;
  readonly rowClearMm: number;
  readonly betweenChairsMm: number;
  readonly mostBetweenAisles: number;
  readonly mostToOneAisle: number;
}

const toCells = (mm: number): number => Math.ceil(mm / CELL_MM) * CELL_MM;

/**
 * The wider of what the house wants and what is published, for each. Millimetres; never below what is published,
 * however little is asked for.
 */
export function keptSpacing({
  aisleMm = 0,
  betweenMm = 0,
  mostBetweenAisles = Infinity,
}: Spacing = {}): KeptSpacing {
  const most = Math.max(1, Math.min(MOST_BETWEEN_AISLES, Math.floor(mostBetweenAisles)));
  return {
    aisleMm: toCells(Math.max(AISLE_MM, aisleMm)),
    tableWayMm: toCells(Math.max(TABLE_WAY_MM, aisleMm)),
    rowClearMm: toCells(Math.max(ROW_CLEAR_MM, betweenMm)),
    betweenChairsMm: toCells(Math.max(BETWEEN_CHAIRS_MM, betweenMm)),
    mostBetweenAisles: most,
    mostToOneAisle: Math.max(1, Math.min(MOST_TO_ONE_AISLE, Math.floor(most / 2))),
  };
}
