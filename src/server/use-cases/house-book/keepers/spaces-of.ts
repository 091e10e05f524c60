import type { Reader } from '../../../db/connection';
import { numbers } from '../keeper';

/** The spaces of a site, of a building, or the one. */
export const SPACES_OF = {
  site: (reader: Reader, id: number) =>
    numbers(
      reader,
      'SELECT s.id FROM space s JOIN building b ON b.id = s.building_id WHERE b.site_id = $id',
      { id },
    ),
  building: (reader: Reader, id: number) =>
    numbers(reader, 'SELECT id FROM space WHERE building_id = $id', { id }),
  space: (reader: Reader, id: number) => numbers(reader, 'SELECT id FROM space WHERE id = $id', { id }),
} as const;

/** The one site there is. @throws Error before the office is set up. */
export async function siteId(reader: Reader): Promise<number> {
  const [site] = await reader.rows<{ id: number }>('SELECT id FROM site ORDER BY id LIMIT 1');
  if (!site) throw new Error('there is no site yet');
  return site.id;
}
