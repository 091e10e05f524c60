import { done } from '@/contracts/base/refusal';
import { nameFaults, writeRow, type EntryRepository } from '../entry-repository';
import { siteId } from './spaces-of';
import { Season } from '../../../../db/tables/house';
import { SEASON_DOC, SEASON_LINES } from './places.queries';

export const seasonRepository: EntryRepository<'season'> = {
  table: Season,
  retires: false,
  lines: SEASON_LINES,
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(SEASON_DOC, { id }),
  faults: (reader, id, { name }) => nameFaults(reader, Season, id, name),
  store: async ({ tx }, id, { name, from, to }) =>
    done(await writeRow(tx, Season, id, { name, from_date: from, to_date: to, site_id: await siteId(tx) })),
  remove: (tx, id) => tx.table(Season).remove({ id }),
};
