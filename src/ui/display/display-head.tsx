import { dayLong, sayTime } from '@/contracts/words/when';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';

interface DisplayHeadProps {
  readonly name: string;
  readonly today: LocalDate;
  readonly now: EpochMinute;
  readonly tzid: string;
}

/** Where the display stands, and the day and hour there. */
export const DisplayHead = ({ name, today, now, tzid }: DisplayHeadProps) => (
  <header className="flex flex-wrap items-baseline justify-between gap-x-[4vmin]">
    <h1 className="text-wall-2">{name}</h1>
    <p className="text-wall-4 tabular-nums">
      {dayLong(today)}, {sayTime(toLocal(now, tzid))}
    </p>
  </header>
);
