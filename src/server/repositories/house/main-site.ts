import type { Reader } from '../../db/connection';
import { Site } from '../../db/tables/house';
import type { RowOf } from '../../db/tables/table';

/** The office's own site, which is the first there is; null before the first day. */
export const mainSite = (reader: Reader): Promise<RowOf<typeof Site> | null> =>
  reader.table(Site).first({}, { by: ['id'] });
