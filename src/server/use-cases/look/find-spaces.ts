import type { Reader } from '../../db/connection';

export interface FoundSpace {
  readonly id: number;
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly seats: number;
}

const FIND = `
SELECT s.id, s.code, s.name, b.name AS building, COALESCE((SELECT MAX(l.seats) FROM space_layout l WHERE l.space_id = s.id), 0) AS seats
FROM space s JOIN building b ON b.id = s.building_id
WHERE s.retired_at IS NULL AND (s.name LIKE $like ESCAPE '\\' OR s.code LIKE $like ESCAPE '\\' OR b.name LIKE $like ESCAPE '\\')
ORDER BY s.code = $text COLLATE NOCASE DESC, b.position, s.position LIMIT 50`;

/** Spaces whose name, code or building holds the text; an exact code comes first. */
export async function findSpaces(reader: Reader, text: string): Promise<FoundSpace[]> {
  const wanted = text.trim().slice(0, 100);
  if (!wanted) return [];
  const like = `%${wanted.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  return reader.rows<FoundSpace>(FIND, { like, text: wanted });
}
