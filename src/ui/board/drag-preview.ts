import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Movable, Move } from './move';
import type { BoardRow } from './rows';
import type { TimeAxis } from './time-axis';

/** What is drawn over the board while something is picked or moved. Rows by position. */
export type DragPreview =
  | {
      readonly kind: 'pick';
      readonly fromRow: number;
      readonly toRow: number;
      readonly start: EpochMinute;
      readonly end: EpochMinute;
      readonly isByKeys: boolean;
    }
  | {
      readonly kind: 'move';
      readonly booking: Movable;
      readonly row: number;
      readonly start: EpochMinute;
      readonly end: EpochMinute;
      /** Null while it stands where it stood. */
      readonly move: Move | null;
    };

export interface BoardGeometry {
  readonly axis: TimeAxis;
  readonly rows: readonly BoardRow[];
  readonly offsets: readonly number[];
  readonly labelPx: number;
  readonly headPx: number;
}

/** What a press on a gap asks for, until it is drawn longer. */
export const USUAL_MIN = 60;

export const pickable = (row: BoardRow | undefined): boolean => row !== undefined && row.kind !== 'head';
export const minutes = (at: number) => at as EpochMinute;
