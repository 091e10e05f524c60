import type { Reader } from '../../db/connection';
import type { Calendar } from '../../repositories/publishing/calendars';
import { COMING_BY_CALENDAR } from './publish.queries';
import type { EpochMinute } from '@/core/time/epoch-minute';

/** How many dates are to come on each calendar, by its number; none is missing. */
export const comingOn = (
  reader: Reader,
  calendars: readonly Calendar[],
  now: EpochMinute,
): Promise<Record<string, number>> =>
  reader.value(COMING_BY_CALENDAR, { calendars: calendars.map(({ id }) => id), now });
