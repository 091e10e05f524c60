'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView } from '@/contracts/requests/request-view';
import { CallStamp, VerdictStamp } from '@/ui/kit/verdict-stamp';
import { WayDrawing } from '@/ui/alternatives/way-drawing';
import { usePicking, type PickBox } from '@/ui/hooks/use-picking';
import { DayNote } from '@/ui/frame/day-notes';
import { dateOf } from '@/core/time/local-time';

function Beside({ date }: { date: DateView }) {
  return (
    <>
      {date.findings.map(({ sentence, severity }) => (
        <p key={sentence} className={`mt-0.5 text-note ${severity === 'notes' ? 'text-soft' : ''}`}>
          {sentence}
        </p>
      ))}
      {date.isHeld && date.holdUntilText && (
        <p className="mt-0.5 text-note text-soft">{t`Held until ${date.holdUntilText}.`}</p>
      )}
      {date.proposal && (
        <p className="mt-0.5 border-l-4 border-accent pl-2 text-note">{t`Offered instead: ${date.proposal}`}</p>
      )}
      {date.change && (
        <p className="mt-0.5 border-l-4 border-accent pl-2 text-note">{t`Wanted instead: ${date.change}`}</p>
      )}
      {date.fallback && !date.isAtRisk && (
        <p className="mt-0.5 text-note text-soft">{t`Kept indoors, should the weather turn: ${date.fallback.places}.`}</p>
      )}
      {date.reason && <p className="mt-0.5 text-note text-soft">“{date.reason}”</p>}
    </>
  );
}

interface MoreOfItProps {
  readonly isOpen: boolean;
  readonly places: string;
  readonly when: string;
  readonly setOpen: (open: boolean) => void;
}

const MoreOfIt = ({ isOpen, places, when, setOpen }: MoreOfItProps) => (
  <button
    type="button"
    className="min-h-6 text-soft underline decoration-dotted underline-offset-4"
    aria-expanded={isOpen}
    aria-label={t`${places}: what else stands there, ${when}`}
    onClick={() => setOpen(!isOpen)}
  >
    {places}
  </button>
);

interface DateListItemProps {
  readonly date: DateView;
  /** Null where it cannot be picked. */
  readonly box: PickBox<number> | null;
}

/** One date; its place opens what else stands there on the day, the date drawn in. */
function DateListItem({ date, box }: DateListItemProps) {
  const [isOpen, setOpen] = useState(false);
  const { drawn, when, places } = date;
  return (
    <li
      className={`relative border-b border-rule py-2 pl-5 before:absolute before:top-5 before:left-0 before:w-3.5 before:border-t-2 before:border-strong-rule ${box?.checked ? 'bg-sunk' : ''}`}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {box ? (
          <label className="flex min-w-64 flex-1 items-center gap-3">
            <input {...box} className="size-4 accent-(--accent)" />
            <span className={date.isPast ? 'text-soft' : 'font-semibold'}>{when}</span>{' '}
            <DayNote date={dateOf(date.startLocal)} />
          </label>
        ) : (
          <span className={`min-w-64 flex-1 ${date.isPast ? 'text-soft' : 'font-semibold'}`}>
            {when} <DayNote date={dateOf(date.startLocal)} />
          </span>
        )}
        {drawn?.places.length ? (
          <MoreOfIt isOpen={isOpen} places={places} when={when} setOpen={setOpen} />
        ) : (
          <span className="text-soft">{places}</span>
        )}
        <span className="w-28">
          {date.isPast && date.state === 'waiting' ? t`waiting, over` : date.stateWord}
          {date.isHeld && t`, held`}
        </span>
        <span className="min-w-16">
          {date.verdict && <VerdictStamp verdict={date.verdict} />}
          {date.proposal && <CallStamp words={t`offered`} />}
          {date.isConsentRefused && <CallStamp words={t`consent refused`} />}
          {date.isAtRisk && <CallStamp words={t`at risk`} />}
        </span>
      </div>
      <Beside date={date} />
      {isOpen && drawn && <WayDrawing now={null} then={drawn} />}
    </li>
  );
}

interface DateListProps {
  readonly dates: readonly DateView[];
  /** Which dates can be picked at all; the others are shown without a box. */
  readonly pickable: ReadonlySet<number>;
  readonly picked: ReadonlySet<number>;
  onPick(ids: ReadonlySet<number>): void;
}

/**
 * A series as a column of its dates, each date with verdict, place and state. Dates are picked one by one, or as a
 * range from the one picked before with Shift; arrows go from date to date, and pick on the way with Shift.
 */
export function DateList({ dates, pickable, picked, onPick }: DateListProps) {
  const order = dates.map(({ id }) => id).filter((id) => pickable.has(id));
  const { list, boxOf } = usePicking<number, HTMLOListElement>({ order, picked, onPick });
  return (
    <ol ref={list} className="border-l-2 border-strong-rule" aria-label={t`Dates`}>
      {dates.map((date) => (
        <DateListItem key={date.id} date={date} box={pickable.has(date.id) ? boxOf(date.id) : null} />
      ))}
    </ol>
  );
}
