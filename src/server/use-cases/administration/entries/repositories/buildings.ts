import { rulesThatBefallBy } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import { done } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import {
  counted,
  lastPosition,
  nameFaults,
  referenceFaults,
  writeRow,
  type EntryRepository,
} from '../entry-repository';
import { loadHours, storeHours } from '../own-rows';
import { siteId, SPACES_OF } from './spaces-of';
import { Building, Closure, Hours, Site } from '../../../../db/tables/house';
import { BUILDING_DOC, BUILDING_LINES, SPACES_EVER_THERE, SPACES_IN_USE_THERE } from './places.queries';

export const buildingRepository: EntryRepository<'building'> = {
  table: Building,
  retires: true,
  lines: BUILDING_LINES,
  noteOf: ([count]) => countText(Number(count), 'space', 'spaces'),
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await reader.value(BUILDING_DOC, { id });
    return row && { ...row, hours: await loadHours(reader, 'building', id) };
  },
  faults: async (reader, id, { name, siteId: site }) => [
    ...(await nameFaults(reader, Building, id, name)),
    ...(await referenceFaults(reader, [{ path: 'siteId', table: Site, ids: [site] }])),
  ],
  store: async ({ tx }, id, { name, siteId: site, hours }) => {
    const position = id === null ? await lastPosition(tx, Building) : null;
    const row = await writeRow(tx, Building, id, {
      name,
      site_id: site ?? (await siteId(tx)),
      ...(position !== null && { position }),
    });
    await storeHours(tx, 'building', row, hours);
    return done(row);
  },
  touches: async (reader, id, before, after) => ({
    spaces: await SPACES_OF.building(reader, id),
    rules: rulesThatBefallBy('hours', 'closures'),
    isQuoted: before !== null && (before.name !== after?.name || before.siteId !== after?.siteId),
  }),
  holdsBack: (reader, id, now) =>
    counted(reader, { id, now }, [
      SPACES_IN_USE_THERE,
      (n) =>
        t`${countText(n, 'space is', 'spaces are')} in it still. Take them out of use first, or put them into another building.`,
    ]),
  usedBy: (reader, id, now) =>
    counted(reader, { id, now }, [
      SPACES_EVER_THERE,
      (n) => t`${countText(n, 'space', 'spaces')} out of use ${n === 1 ? t`stands` : t`stand`} in it.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(Hours).remove({ owner_kind: 'building', owner_id: id });
    await tx.table(Closure).remove({ owner_kind: 'building', owner_id: id });
    await tx.table(Building).remove({ id });
  },
};
