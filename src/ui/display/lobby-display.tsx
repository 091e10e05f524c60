'use client';
import { t } from '@/contracts/language/translate';
import { displayState, type DisplayState } from '@/core/publishing/display';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { ageText, hoursOf, stateText, titleOf } from './display-words';
import { DisplayHead } from './display-head';
import { useDisplay, type DisplayProps } from './use-display';
import type { EpochMinute } from '@/core/time/epoch-minute';

interface SpaceRowProps {
  readonly space: string;
  readonly state: DisplayState;
  readonly now: EpochMinute;
  readonly tzid: string;
}

const SpaceRow = ({ space, state, now, tzid }: SpaceRowProps) => (
  <tr className="border-b-[0.2vmin] border-black align-top">
    <th scope="row" className="py-[1.2vmin] pr-[2vmin] font-semibold">
      {space}
    </th>
    <td className="py-[1.2vmin] pr-[2vmin]">
      {state.now?.title && state.isOn && <strong className="block">{state.now.title}</strong>}
      <span
        className={state.now ? 'inline-block bg-black px-[1vmin] font-semibold text-white' : 'inline-block'}
      >
        {stateText(state, now, tzid)}
      </span>
    </td>
    <td className="py-[1.2vmin]">
      {state.next ? (
        <>
          <span className="tabular-nums">{hoursOf(state.next, now, tzid)}</span> {titleOf(state.next)}
        </>
      ) : (
        t`nothing more`
      )}
    </td>
  </tr>
);

/** All spaces of a building: where something is on, what comes next, where it is free. */
export function LobbyDisplay({ first, source, everyMs }: DisplayProps) {
  const { reply, now, awayMin } = useDisplay(first, source, everyMs);
  const { tzid, name, spaces } = reply;
  const today = dateOf(toLocal(now, tzid));
  return (
    <main id="main" className="display flex min-h-dvh flex-col gap-[2.5vmin] bg-white p-[4vmin] text-black">
      <DisplayHead name={name} today={today} now={now} tzid={tzid} />
      <table className="w-full border-collapse text-left text-wall-5 leading-tight">
        <thead>
          <tr className="border-b-[0.6vmin] border-black text-wall-6">
            <th scope="col" className="py-[1vmin] pr-[2vmin]">{t`Space`}</th>
            <th scope="col" className="pr-[2vmin]">{t`Now`}</th>
            <th scope="col">{t`Next`}</th>
          </tr>
        </thead>
        <tbody>
          {spaces.map(({ code, name: space, bookings }) => {
            const state = displayState(bookings, now);
            return <SpaceRow key={code} space={space} state={state} now={now} tzid={tzid} />;
          })}
        </tbody>
      </table>
      <footer className="mt-auto text-right text-wall-6">
        <span className={awayMin === null ? '' : 'border-[0.4vmin] border-current px-[1vmin] font-semibold'}>
          {ageText(awayMin, reply.at, tzid)}
        </span>
      </footer>
    </main>
  );
}
