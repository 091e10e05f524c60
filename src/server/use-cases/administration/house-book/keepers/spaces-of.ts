import type { Reader } from '../../../../db/connection';
import { numbers } from '../keeper';
import { mainSite } from '../../../../repositories/house/main-site';

/** Every site, that of the office first. */
export const siteIds = (reader: Reader): Promise<number[]> =>
  numbers(reader, 'SELECT id FROM site ORDER BY id', {});

/** A further site; nothing where it is that of the office. */
export const furtherSite = (column: string): string =>
  `iif(${column} > (SELECT MIN(id) FROM site), ${column}, NULL)`;

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

/** The site of the office. @throws Error before the office is set up. */
export async function siteId(reader: Reader): Promise<number> {
  const site = await mainSite(reader);
  if (!site) throw new Error('there is no site yet');
  return site.id;
}
