'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import {
  addWallMinutes,
  dateOf,
  parseLocalDateTime,
  timeOf,
  wallMinute,
  type LocalDateTime,
} from '@/core/time/local-time';
import { dayLong } from '@/contracts/words/when';
import { askHref } from '@/ui/ask/ask-address';
import { Slip } from './slip';

interface PickSlipProps {
  readonly spaceId: number;
  readonly place: string;
  readonly start: LocalDateTime;
  readonly closeHref: string;
}

/** A picked gap: set the hours, then ask. Typing does what the pointer does. */
export function PickSlip({ spaceId, place, start, closeHref }: PickSlipProps) {
  const router = useRouter();
  const [from, setFrom] = useState(timeOf(start));
  const [to, setTo] = useState(timeOf(addWallMinutes(start, 60)));
  const begin = parseLocalDateTime(`${dateOf(start)}T${from}`);
  const end = parseLocalDateTime(`${dateOf(start)}T${to}`);
  const minutes = begin && end ? wallMinute(end) - wallMinute(begin) : 0;
  return (
    <Slip title="A free place" closeHref={closeHref}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (begin && minutes > 0) router.push(askHref({ spaceId, start: begin, minutes }));
        }}
      >
        <p className="font-semibold">{place}</p>
        <p>{dayLong(dateOf(start))}</p>
        <div className="mt-3 grid grid-cols-2 gap-3">
          <label>
            From
            <input
              className="field"
              type="time"
              required
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
          <label>
            To
            <input
              className="field"
              type="time"
              required
              value={to}
              onChange={(event) => setTo(event.target.value)}
              aria-invalid={minutes <= 0}
            />
          </label>
        </div>
        <p className="mt-1 min-h-6 text-[0.92rem] text-clash" role="alert">
          {minutes > 0 ? '' : 'The end must be after the start.'}
        </p>
        <p className="text-[0.92rem] text-soft">
          These are the advertised hours. Access, setup and the rest are added in the request.
        </p>
        <button type="submit" className="press press-main mt-3 w-full" disabled={minutes <= 0}>
          Ask for this
        </button>
      </form>
    </Slip>
  );
}
