import { bandsOf, type Band, type BandMinutes } from '@/core/occupancy/bands';
import { parseLocalDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import type { AskForm } from './draft';
import { hasOwnTime, timesOf } from './form-body';

/** Minutes around a date in one of its spaces; null as long as a field says none from 0 to 1440. */
export function minutesIn(form: AskForm, index: number): BandMinutes | null {
  const space = form.kind === 'space' ? form.spaces[index] : undefined;
  const [before, after] = hasOwnTime(form) ? [form.accessMin, form.exitMin] : [0, 0];
  const minutes = {
    accessMin: Number(before),
    exitMin: Number(after),
    setupMin: Number(space?.setupMin ?? 0),
    strikeMin: Number(space?.strikeMin ?? 0),
  };
  const areRead = Object.values(minutes).every(
    (value) => Number.isSafeInteger(value) && value >= 0 && value <= 1440,
  );
  return areRead ? minutes : null;
}

/** Bands of the first date in one of its spaces, as far as the fields can be read; none where they cannot. */
export function bandsIn(form: AskForm, tzid: string, index = 0): Band[] {
  const times = timesOf(form);
  const [start, end] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  const minutes = minutesIn(form, index);
  if (form.kind === 'notice' || !start || !end || end <= start || !minutes) return [];
  const event = {
    start: toEpochMinute(start, tzid, 'offset-before'),
    end: toEpochMinute(end, tzid, 'offset-before'),
  };
  return event.start < event.end ? bandsOf(event, minutes) : [];
}
