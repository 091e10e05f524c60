import type { HouseKind } from '@/contracts/house-book/kinds';
import type { Keeper } from '../keeper';
import { audienceKeeper } from './audiences';
import { buildingKeeper } from './buildings';
import { closureKeeper } from './closures';
import { dayNoteKeeper } from './day-notes';
import { equipmentKeeper } from './equipment';
import { furtherSiteKeeper } from './further-sites';
import { lettersKeeper } from './letters';
import { organisationKeeper, personKeeper, teamKeeper } from './people';
import { seasonKeeper } from './seasons';
import { siteKeeper } from './site';
import { spaceKeeper } from './spaces';
import { categoryKeeper, serviceKeeper, storeKeeper } from './things';
import { timetableKeeper } from './timetables';

const KEEPERS: { readonly [Kind in HouseKind]: Keeper<Kind> } = {
  site: siteKeeper,
  'further-site': furtherSiteKeeper,
  season: seasonKeeper,
  closure: closureKeeper,
  'day-note': dayNoteKeeper,
  building: buildingKeeper,
  space: spaceKeeper,
  timetable: timetableKeeper,
  store: storeKeeper,
  equipment: equipmentKeeper,
  team: teamKeeper,
  service: serviceKeeper,
  audience: audienceKeeper,
  category: categoryKeeper,
  organisation: organisationKeeper,
  person: personKeeper,
  letters: lettersKeeper,
};

/** Who keeps things of a kind. Its documents are those of the kind's own schema, which whoever calls has asked. */
export const keeperOf = (kind: HouseKind): Keeper<HouseKind> => KEEPERS[kind] as unknown as Keeper<HouseKind>;
