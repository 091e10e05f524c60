import { BUILDING } from '../../db/names';
import type { ResourceId, SpaceId } from '@/core/ids';
import type { Reader } from '../../db/connection';

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

const SPACES = `
SELECT json_group_array(json_object('id', s.id, 'code', s.code, 'name', s.name, 'building', ${BUILDING}, 'buildingId', b.id, 'outdoor', s.outdoor, 'stepFree', s.step_free,
  'seats', COALESCE((SELECT MAX(l.seats) FROM space_layout l WHERE l.space_id = s.id), 0),
  'parts', (SELECT json_group_array(p.resource_id) FROM space_part p WHERE p.space_id = s.id),
  'madeOf', (SELECT json_group_array(k.name) FROM space_child c JOIN space k ON k.id = c.child_id WHERE c.parent_id = s.id)
) ORDER BY b.position, s.position) AS json
FROM space s JOIN building b ON b.id = s.building_id WHERE s.retired_at IS NULL`;

export const loadBoardSpaces = (reader: Reader): Promise<BoardSpaceRow[]> =>
  reader.json<BoardSpaceRow[]>(SPACES);
