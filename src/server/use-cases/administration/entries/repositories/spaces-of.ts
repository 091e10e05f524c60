import type { Reader } from '../../../../db/connection';
import { Space } from '../../../../db/tables/spaces';
import { mainSite } from '../../../../repositories/house/main-site';
import { SITE_IDS, SPACES_OF_SITE } from './places.queries';

const idsOf = <Id>(rows: readonly { readonly id: Id }[]): Id[] => rows.map(({ id }) => id);

/** Every site, that of the office first. */
export const siteIds = async (reader: Reader): Promise<number[]> => idsOf(await reader.all(SITE_IDS));

/** The spaces of a site, of a building, or the one. */
export const SPACES_OF = {
  site: async (reader: Reader, id: number) => idsOf(await reader.all(SPACES_OF_SITE, { id })),
  building: async (reader: Reader, id: number) => idsOf(await reader.table(Space).all({ building_id: id })),
  space: async (reader: Reader, id: number) => idsOf(await reader.table(Space).all({ id })),
} as const;

/** The site of the office. @throws Error before the office is set up. */
export async function siteId(reader: Reader): Promise<number> {
  const site = await mainSite(reader);
  if (!site) throw new Error('there is no site yet');
  return site.id;
}
