import { rulesThatBefallBy } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import type { FurtherSiteDoc } from '@/contracts/house-book/places';
import { done } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import type { Writer } from '../../../../db/connection';
import { counted, nameFaults, oneJson, writeRow, type Keeper } from '../keeper';
import { loadHours, storeHours } from '../own-rows';
import { SPACES_OF } from './spaces-of';
import { Site } from '../../../../db/tables/house';
import { FOLLOW_MAIN_SITE } from './keepers.queries';
import { Closure, Hours } from '../../../../db/tables/house';

/** Further sites go by the office’s own: called after it was saved. */
export const followMainSite = async (tx: Writer): Promise<unknown> => tx.execute(FOLLOW_MAIN_SITE);

/** What further sites have of the office’s own. */
async function commonOf(tx: Writer) {
  const main = await tx.table(Site).first({}, { by: ['id'] });
  if (!main) return {};
  const { id: _id, name: _name, row_version: _version, ...common } = main;
  return common;
}

/** Where else spaces of the house stand: with a name, hours and closures of their own. */
export const furtherSiteKeeper: Keeper<'further-site'> = {
  table: 'site',
  retires: false,
  lines: `SELECT s.id, s.name, json_array((SELECT COUNT(*) FROM building b WHERE b.site_id = s.id AND b.retired_at IS NULL)) AS note,
    0 AS isRetired FROM site s WHERE s.id > (SELECT MIN(id) FROM site) ORDER BY s.id`,
  noteOf: ([count]) => countText(Number(count), 'building', 'buildings'),
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await oneJson<Omit<FurtherSiteDoc, 'hours'>>(
      reader,
      `SELECT json_object('name', name) FROM site WHERE id = $id AND id > (SELECT MIN(id) FROM site)`,
      id,
    );
    return row && { ...row, hours: await loadHours(reader, 'site', id) };
  },
  faults: (reader, id, { name }) => nameFaults(reader, 'site', id, name),
  store: async ({ tx }, id, { name, hours }) => {
    const row = await writeRow(tx, Site, id, { ...(id === null && (await commonOf(tx))), name });
    await storeHours(tx, 'site', row, hours);
    return done(row);
  },
  touches: async (reader, id, before, after) => ({
    spaces: await SPACES_OF.site(reader, id),
    rules: rulesThatBefallBy('hours'),
    isQuoted: before !== null && before.name !== after?.name,
  }),
  usedBy: (reader, id) =>
    counted(reader, { id }, [
      'SELECT COUNT(*) AS n FROM building WHERE site_id = $id',
      (n) => say`${countText(n, 'building stands', 'buildings stand')} there. Put them elsewhere first.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(Hours).remove({ owner_kind: 'site', owner_id: id });
    await tx.table(Closure).remove({ owner_kind: 'site', owner_id: id });
    await tx.table(Site).remove({ id });
  },
};
