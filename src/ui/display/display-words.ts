import { t } from '@/contracts/language/translate';
import type { DisplayBooking, DisplayState } from '@/core/publishing/display';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { countText, dayShort, momentText, sayTime } from '@/contracts/words/when';

/** `16:30`, with its day where that is another one. */
export function whenText(at: EpochMinute, now: EpochMinute, tzid: string): string {
  const [local, today] = [toLocal(at, tzid), dateOf(toLocal(now, tzid))];
  return dateOf(local) === today ? sayTime(local) : t`${sayTime(local)} on ${dayShort(dateOf(local))}`;
}

export const titleOf = ({ title }: DisplayBooking): string => title ?? t`Taken`;

export function hoursOf({ event, occupied }: DisplayBooking, now: EpochMinute, tzid: string): string {
  const { start, end } = event ?? occupied;
  return `${whenText(start, now, tzid)}–${whenText(end, now, tzid)}`;
}

/** Free or taken, and until when. */
export function stateText(state: DisplayState, now: EpochMinute, tzid: string): string {
  if (state.now) return t`Taken until ${whenText(state.takenUntil!, now, tzid)}`;
  return state.freeUntil === null ? t`Free` : t`Free until ${whenText(state.freeUntil, now, tzid)}`;
}

export const ageText = (awayMin: number | null, at: EpochMinute, tzid: string): string =>
  awayMin === null
    ? t`As of ${momentText(at, tzid)}`
    : t`The office does not answer. This is as of ${momentText(at, tzid)}, ${countText(awayMin, 'minute', 'minutes')} ago.`;
