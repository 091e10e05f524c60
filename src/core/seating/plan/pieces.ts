import type { Spacing } from './rules';
import type { Shape } from './geometry';

/** What a seating plan is drawn of. */
export const PIECE_KINDS = [
  'chair',
  'wheelchair',
  'round',
  'trestle',
  'desk',
  'exam-table',
  'stage',
] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

/** One thing on the floor, with its shape in millimetres and how many it seats. */
export interface Piece<Of extends Shape = Shape> {
  readonly kind: PieceKind;
  readonly shape: Of;
}

/** A seat with the table it belongs to; chairs in rows have none. */
export interface SeatGroup {
  readonly tables: readonly Piece[];
  /** In the order in which they are filled. */
  readonly seats: readonly Piece[];
}

/** All that could be put into a room, before it is cut down to the people there are. */
export interface Arrangement {
  readonly fixed: readonly Piece[];
  /** In the order in which they are filled. */
  readonly groups: readonly SeatGroup[];
  /** The way every seat has to a door, and the narrower one from the seat to that. */
  readonly wayMm: number;
  readonly accessMm: number;
  /** People are spread evenly over as few groups as hold them; else groups are filled one after the other. */
  readonly isSpread: boolean;
}

/**
 * What is wanted of a plan, whatever the layout: people and wheelchair places among it. Lengths in millimetres; a null
 * stage is none.
 */
export interface Wishes {
  readonly people: number;
  /** How many of them come in wheelchairs. */
  readonly wheelchairs: number;
  readonly stage: { readonly widthMm: number; readonly depthMm: number } | null;
  readonly spacing?: Spacing;
}
