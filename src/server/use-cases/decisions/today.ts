import { t } from '@/contracts/language/translate';
import { sayTime } from '@/contracts/words/when';
import { dateOf } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { LocalDateTime } from '@/core/time/local-time';
import type { TodayLine } from '@/contracts/decisions/desk';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { TODAY } from './decide.queries';

/** A time of today as the clock says it; of another day with nothing but an ellipsis. */
const clockOn = (local: LocalDateTime, today: string): string =>
  dateOf(local) === today ? sayTime(local) : '…';

/** What is on today, where, and how far its setting-up is. */
export async function today({ db, clock }: Context): Promise<TodayLine[]> {
  const now = clock.now();
  const tzid = await siteZone(db);
  const day = dateOf(toLocal(now, tzid));
  const rows = await db.value(TODAY, { now, ...dayInterval(day, tzid) });
  return rows.map(
    ({ reference, title, startMin, endMin, startLocal, endLocal, places, setups, open, late }) => ({
      reference,
      title,
      times: `${clockOn(startLocal, day)}–${clockOn(endLocal, day)}`,
      places: places ?? t`no space`,
      isOn: startMin <= now && now < endMin,
      isOver: endMin <= now,
      setups,
      openSetups: open,
      isLate: late > 0,
    }),
  );
}
