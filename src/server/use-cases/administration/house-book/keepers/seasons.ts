import type { SeasonDoc } from '@/contracts/house-book/places';
import { done } from '@/contracts/refusal';
import { nameFaults, oneJson, writeRow, type Keeper } from '../keeper';
import { siteId } from './spaces-of';
import { Season } from '../../../../db/tables/house';

export const seasonKeeper: Keeper<'season'> = {
  table: 'season',
  retires: false,
  lines: `SELECT id, name, from_date || ' – ' || to_date AS note, 0 AS isRetired FROM season ORDER BY from_date, id`,
  nameOf: ({ name }) => name,
  load: (reader, id) =>
    oneJson<SeasonDoc>(
      reader,
      `SELECT json_object('name', name, 'from', from_date, 'to', to_date) FROM season WHERE id = $id`,
      id,
    ),
  faults: (reader, id, { name }) => nameFaults(reader, 'season', id, name),
  store: async ({ tx }, id, { name, from, to }) =>
    done(await writeRow(tx, Season, id, { name, from_date: from, to_date: to, site_id: await siteId(tx) })),
  remove: (tx, id) => tx.table(Season).remove({ id }),
};
