import { rulesThatBefallBy } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import { done } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { Writer } from '../../../../db/connection';
import { counted, nameFaults, writeRow, type EntryRepository } from '../entry-repository';
import { loadHours, storeHours } from '../own-rows';
import { SPACES_OF } from './spaces-of';
import { Site } from '../../../../db/tables/house';
import { FOLLOW_MAIN_SITE } from './shared.queries';
import { Closure, Hours } from '../../../../db/tables/house';
import { BUILDINGS_OF_SITE, FURTHER_SITE_DOC, FURTHER_SITE_LINES } from './places.queries';

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
export const furtherSiteRepository: EntryRepository<'further-site'> = {
  table: Site,
  retires: false,
  lines: FURTHER_SITE_LINES,
  noteOf: ([count]) => countText(Number(count), 'building', 'buildings'),
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await reader.value(FURTHER_SITE_DOC, { id });
    return row && { ...row, hours: await loadHours(reader, 'site', id) };
  },
  faults: (reader, id, { name }) => nameFaults(reader, Site, id, name),
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
  usedBy: (reader, id, now) =>
    counted(reader, { id, now }, [
      BUILDINGS_OF_SITE,
      (n) => t`${countText(n, 'building stands', 'buildings stand')} there. Put them elsewhere first.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(Hours).remove({ owner_kind: 'site', owner_id: id });
    await tx.table(Closure).remove({ owner_kind: 'site', owner_id: id });
    await tx.table(Site).remove({ id });
  },
};
