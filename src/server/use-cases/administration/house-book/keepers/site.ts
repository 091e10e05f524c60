import { rulesThatBefallBy } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import type { SiteDoc } from '@/contracts/house-book/places';
import { fault, oneJson, writeRow, type Keeper } from '../keeper';
import { done } from '@/contracts/refusal';
import { loadHours, storeHours } from '../own-rows';
import { followMainSite } from './further-sites';
import { SPACES_OF } from './spaces-of';
import { ANY_CLAIM } from './keepers.queries';
import { Site } from '../../../../db/tables/house';

const SITE = `SELECT json_object('name', name, 'zone', tzid, 'weekStart', week_start, 'language', language, 'officeName', office_name, 'officePhone', office_phone,
  'officeEmail', office_email, 'accessMin', access_min, 'exitMin', exit_min, 'horizonMonths', horizon_months, 'grainMin', grain_min, 'layoutMinutes', json(layout_minutes), 'registerDomains', json(register_domains)) FROM site WHERE id = $id AND id = (SELECT MIN(id) FROM site)`;

export const siteKeeper: Keeper<'site'> = {
  table: 'site',
  retires: false,
  lines: `SELECT id, name, tzid AS note, 0 AS isRetired FROM site ORDER BY id LIMIT 1`,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await oneJson<Omit<SiteDoc, 'hours'>>(reader, SITE, id);
    return row && { ...row, hours: await loadHours(reader, 'site', id) };
  },
  faults: async () => [],
  store: async ({ tx }, id, doc, before) => {
    if (before && before.zone !== doc.zone) {
      const [claim] = await tx.all(ANY_CLAIM);
      if (claim)
        return fault(
          'zone',
          say`Dates are asked for in ${before.zone} already; another zone would move them all. Leave it as it is.`,
        );
    }
    const siteId = await writeRow(tx, Site, id, {
      name: doc.name,
      tzid: doc.zone,
      week_start: doc.weekStart,
      language: doc.language,
      office_name: doc.officeName,
      office_phone: doc.officePhone,
      office_email: doc.officeEmail,
      access_min: doc.accessMin,
      exit_min: doc.exitMin,
      horizon_months: doc.horizonMonths,
      grain_min: doc.grainMin,
      layout_minutes: JSON.stringify(doc.layoutMinutes),
      register_domains: JSON.stringify(doc.registerDomains),
    });
    await storeHours(tx, 'site', siteId, doc.hours);
    await followMainSite(tx);
    return done(siteId);
  },
  touches: async (reader, id) => ({
    spaces: await SPACES_OF.site(reader, id),
    rules: rulesThatBefallBy('hours'),
  }),
  remove: async () => {
    throw new Error('a site is never removed');
  },
};
