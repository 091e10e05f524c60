import type { EntryKind } from '@/contracts/administration/kinds';
import type { EntryRepository } from '../entry-repository';
import { audienceRepository } from './audiences';
import { buildingRepository } from './buildings';
import { closureRepository } from './closures';
import { dayNoteRepository } from './day-notes';
import { equipmentRepository } from './equipment';
import { furtherSiteRepository } from './further-sites';
import { lettersRepository } from './letters';
import { organisationRepository, personRepository, teamRepository } from './people';
import { seasonRepository } from './seasons';
import { siteRepository } from './site';
import { spaceRepository } from './spaces';
import { categoryRepository, serviceRepository, storeRepository } from './things';
import { timetableRepository } from './timetables';

const REPOSITORIES: { readonly [Kind in EntryKind]: EntryRepository<Kind> } = {
  site: siteRepository,
  'further-site': furtherSiteRepository,
  season: seasonRepository,
  closure: closureRepository,
  'day-note': dayNoteRepository,
  building: buildingRepository,
  space: spaceRepository,
  timetable: timetableRepository,
  store: storeRepository,
  equipment: equipmentRepository,
  team: teamRepository,
  service: serviceRepository,
  audience: audienceRepository,
  category: categoryRepository,
  organisation: organisationRepository,
  person: personRepository,
  letters: lettersRepository,
};

/** Who keeps things of a kind. Its documents are those of the kind's own schema, which whoever calls has asked. */
export const repositoryOf = (kind: EntryKind): EntryRepository<EntryKind> =>
  REPOSITORIES[kind] as unknown as EntryRepository<EntryKind>;
