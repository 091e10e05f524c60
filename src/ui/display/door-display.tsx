'use client';
import { t } from '@/contracts/language/translate';
import { displayState, type DisplayBooking } from '@/core/publishing/display';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { ageText, hoursOf, stateText, titleOf } from './display-words';
import { DisplayHead } from './display-head';
import { useDisplay, type DisplayProps } from './use-display';
import type { EpochMinute } from '@/core/time/epoch-minute';

interface NextHereProps {
  readonly next: DisplayBooking;
  readonly now: EpochMinute;
  readonly tzid: string;
  readonly later: DisplayBooking[];
}

const NextHere = ({ next, now, tzid, later }: NextHereProps) => (
  <section aria-label={t`Next`} className="text-wall-4 leading-tight">
    <p className="text-wall-5">{t`Next`}</p>
    <p>
      <span className="tabular-nums">{hoursOf(next, now, tzid)}</span> <strong>{titleOf(next)}</strong>
    </p>
    {later.slice(0, 3).map((each) => (
      <p key={each.occupied.start}>
        <span className="tabular-nums">{hoursOf(each, now, tzid)}</span> {titleOf(each)}
      </p>
    ))}
  </section>
);

/** Seen from across a corridor: free or taken, what is on, what comes next. */
export function DoorDisplay({ first, source, everyMs }: DisplayProps) {
  const { reply, now, awayMin } = useDisplay(first, source, everyMs);
  const { tzid, name, place } = reply;
  const { bookings } = reply.spaces[0]!;
  const state = displayState(bookings, now);
  const today = dateOf(toLocal(now, tzid));
  const later = bookings
    .filter((each) => each !== state.next && (each.event ?? each.occupied).start > now)
    .filter((each) => dateOf(toLocal((each.event ?? each.occupied).start, tzid)) === today);
  const isTaken = state.now !== null;
  return (
    <main
      id="main"
      className={`display flex min-h-dvh flex-col gap-[3vmin] p-[4vmin] ${isTaken ? 'bg-black text-white' : 'bg-white text-black'}`}
    >
      <DisplayHead name={name} today={today} now={now} tzid={tzid} />
      <p
        role="status"
        className="border-y-[0.8vmin] border-current py-[2vmin] text-wall-1 leading-none font-bold tabular-nums"
      >
        {stateText(state, now, tzid)}
      </p>
      {state.now && state.isOn && (
        <section aria-label={t`Now`} className="text-wall-3 leading-tight">
          <p className="text-wall-5">{t`Now`}</p>
          <p className="font-semibold">{titleOf(state.now)}</p>
          <p className="tabular-nums">{hoursOf(state.now, now, tzid)}</p>
        </section>
      )}
      {state.next && <NextHere next={state.next} now={now} tzid={tzid} later={later} />}
      <footer className="mt-auto flex flex-wrap justify-between gap-x-[4vmin] text-wall-6">
        <span>{place}</span>
        <span className={awayMin === null ? '' : 'border-[0.4vmin] border-current px-[1vmin] font-semibold'}>
          {ageText(awayMin, reply.at, tzid)}
        </span>
      </footer>
    </main>
  );
}
