import { rulesThatBefallBy } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import { fault, writeRow, type EntryRepository } from '../entry-repository';
import { done } from '@/contracts/base/refusal';
import { loadHours, storeHours } from '../own-rows';
import { followMainSite } from './further-sites';
import { SPACES_OF } from './spaces-of';
import { ANY_CLAIM } from './shared.queries';
import { Site } from '../../../../db/tables/house';
import { SITE_DOC, SITE_LINES } from './places.queries';

export const siteRepository: EntryRepository<'site'> = {
  table: Site,
  retires: false,
  lines: SITE_LINES,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await reader.value(SITE_DOC, { id });
    return row && { ...row, hours: await loadHours(reader, 'site', id) };
  },
  faults: async () => [],
  store: async ({ tx }, id, doc, before) => {
    if (before && before.zone !== doc.zone) {
      const [claim] = await tx.all(ANY_CLAIM);
      if (claim)
        return fault(
          'zone',
          t`Dates are asked for in ${before.zone} already; another zone would move them all. Leave it as it is.`,
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
