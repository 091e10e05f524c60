import { t } from '@/contracts/language/translate';
import { freeBusyText } from '@/core/publishing/free-busy';
import { addDays, dateOf } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { knownSpaces } from '../calendar/board-data';
import { wholeAddress } from '../../effects/publishing/event-address';
import { BUSY_IN_SPACE } from './publish.queries';

/** So many days from today on. */
const AHEAD_DAYS = 92;

/** When a space is taken in the coming three months, as VFREEBUSY; for those who have signed in. */
export async function spaceFreeBusy(ctx: Context, code: string): Promise<Outcome<string>> {
  const space = (await knownSpaces(ctx.db)).find((each) => each.code.toLowerCase() === code.toLowerCase());
  if (!space) return refuse({ code: 'not-found', what: t`space with this code` });
  const tzid = await siteZone(ctx.db);
  const at = ctx.clock.now();
  const today = dateOf(toLocal(at, tzid));
  const span = { start: startOfDay(today, tzid), end: startOfDay(addDays(today, AHEAD_DAYS), tzid) };
  const busy = await ctx.db.value(BUSY_IN_SPACE, { ...span, space: space.id });
  const url = wholeAddress(`/spaces/${space.code}`);
  return done(freeBusyText({ uid: `free-busy-${space.code}@calendario.invalid`, span, busy, url, at }));
}
