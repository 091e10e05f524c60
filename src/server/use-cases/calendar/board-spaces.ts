import type { ResourceId, SpaceId } from '@/core/ids';
import type { Reader } from '../../db/connection';
import { BOARD_SPACES } from './calendar.queries';

export interface BoardSpaceRow {
  readonly id: SpaceId;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly buildingId: number;
  readonly outdoor: 0 | 1;
  readonly stepFree: 0 | 1;
  readonly seats: number;
  readonly parts: ResourceId[];
  readonly madeOf: string[];
}

export const loadBoardSpaces = (reader: Reader): Promise<BoardSpaceRow[]> => reader.value(BOARD_SPACES);
