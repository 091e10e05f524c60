import {
  buildingForm,
  closureForm,
  dayNoteForm,
  furtherSiteForm,
  seasonForm,
  siteForm,
  timetableForm,
} from './form-places';
import { spaceForm } from './form-space';
import { audienceForm, categoryForm, equipmentForm, serviceForm, storeForm } from './form-things';
import { lettersForm } from './letters';
import { organisationForm, personForm, teamForm } from './form-people';
import type { FormOfEntry } from './form-parts';
import type { EntryKind } from './kinds';

/** The form of each kind. Names are those of its document; the one renderer and the history read nothing else. */
export const ENTRY_FORMS: Readonly<Record<EntryKind, FormOfEntry>> = {
  site: siteForm,
  'further-site': furtherSiteForm,
  season: seasonForm,
  closure: closureForm,
  'day-note': dayNoteForm,
  building: buildingForm,
  space: spaceForm,
  timetable: timetableForm,
  store: storeForm,
  equipment: equipmentForm,
  team: teamForm,
  service: serviceForm,
  audience: audienceForm,
  category: categoryForm,
  organisation: organisationForm,
  person: personForm,
  letters: lettersForm,
};
