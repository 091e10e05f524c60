import { rulesThatBefallBy } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import type { BuildingDoc } from '@/contracts/house-book/places';
import { done } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import {
  counted,
  lastPosition,
  nameFaults,
  oneJson,
  referenceFaults,
  writeRow,
  type Keeper,
} from '../keeper';
import { loadHours, storeHours } from '../own-rows';
import { furtherSite, siteId, SPACES_OF } from './spaces-of';
import { Building, Closure, Hours } from '../../../../db/tables/house';

export const buildingKeeper: Keeper<'building'> = {
  table: 'building',
  retires: true,
  lines: `SELECT b.id, b.name, json_array((SELECT COUNT(*) FROM space s WHERE s.building_id = b.id AND s.retired_at IS NULL)) AS note,
    b.retired_at IS NOT NULL AS isRetired FROM building b ORDER BY b.position, b.id`,
  noteOf: ([count]) => countText(Number(count), 'space', 'spaces'),
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await oneJson<Omit<BuildingDoc, 'hours'>>(
      reader,
      `SELECT json_object('name', name, 'siteId', ${furtherSite('site_id')}) FROM building WHERE id = $id`,
      id,
    );
    return row && { ...row, hours: await loadHours(reader, 'building', id) };
  },
  faults: async (reader, id, { name, siteId: site }) => [
    ...(await nameFaults(reader, 'building', id, name)),
    ...(await referenceFaults(reader, [{ path: 'siteId', table: 'site', ids: [site] }])),
  ],
  store: async ({ tx }, id, { name, siteId: site, hours }) => {
    const position = id === null ? await lastPosition(tx, 'building') : null;
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
  holdsBack: (reader, id) =>
    counted(reader, { id }, [
      'SELECT COUNT(*) AS n FROM space WHERE building_id = $id AND retired_at IS NULL',
      (n) =>
        say`${countText(n, 'space is', 'spaces are')} in it still. Take them out of use first, or put them into another building.`,
    ]),
  usedBy: (reader, id) =>
    counted(reader, { id }, [
      'SELECT COUNT(*) AS n FROM space WHERE building_id = $id',
      (n) => say`${countText(n, 'space', 'spaces')} out of use ${n === 1 ? say`stands` : say`stand`} in it.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(Hours).remove({ owner_kind: 'building', owner_id: id });
    await tx.table(Closure).remove({ owner_kind: 'building', owner_id: id });
    await tx.table(Building).remove({ id });
  },
};
