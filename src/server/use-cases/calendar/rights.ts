import { idOf, type PersonId } from '@/core/ids';
import { maySeeWaiting, seesAll, worksWithBookings, type Viewer } from '@/core/publishing/right-to-know';
import type { Reader } from '../../db/connection';
import type { ArgsOf } from '../../db/statement';
import { asFlag, readJson } from '../../db/tables/column';
import type { RIGHTS } from './known-bookings.queries';
import { SPACES_KEPT_PRIVATE } from './calendar.queries';

const NOBODY = idOf<PersonId>(-1);

type Hidden = Pick<ArgsOf<typeof RIGHTS>, 'sees' | 'hidden'>;

/** Which spaces hide from the viewer what is on there, and whether that asks for a look at each booking. */
async function hiddenFrom(reader: Reader, viewer: Viewer | null): Promise<Hidden> {
  if (!viewer) return { sees: 0, hidden: [] };
  if (seesAll(viewer)) return { sees: 1, hidden: [] };
  const row = await reader.one(SPACES_KEPT_PRIVATE, { roles: viewer.roles });
  const hidden = readJson(row.hidden);
  if (worksWithBookings(viewer)) return { sees: hidden.length === 0 ? 1 : 2, hidden };
  return { sees: hidden.length === row.spaces ? 0 : 2, hidden };
}

/** Who looks, and whether as the office: what parts of statements about bookings ask first. */
export const ownRights = (viewer: Viewer | null) => ({
  me: viewer?.personId ?? NOBODY,
  office: asFlag(maySeeWaiting(viewer, NOBODY)),
});

/** What `KNOWN` and `CHANGEABLE` ask of the viewer. */
export const rightsOf = async (reader: Reader, viewer: Viewer | null): Promise<ArgsOf<typeof RIGHTS>> => ({
  ...ownRights(viewer),
  works: asFlag(worksWithBookings(viewer)),
  ...(await hiddenFrom(reader, viewer)),
});
