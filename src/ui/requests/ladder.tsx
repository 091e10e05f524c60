'use client';
import type { DateView } from '@/contracts/request-view';
import { CallStamp, VerdictStamp } from '@/ui/primitives/verdict-stamp';

interface LadderProps {
  readonly dates: readonly DateView[];
  /** Which dates can be picked at all; the others are shown without a box. */
  readonly pickable: ReadonlySet<number>;
  readonly picked: ReadonlySet<number>;
  onPick(ids: ReadonlySet<number>): void;
}

/** A series as a column of its dates, each rung with verdict, place and state; rungs are picked one by one. */
export function Ladder({ dates, pickable, picked, onPick }: LadderProps) {
  const toggle = (id: number) => {
    const next = new Set(picked);
    if (!next.delete(id)) next.add(id);
    onPick(next);
  };
  return (
    <ol className="border-l-2 border-strong-rule" aria-label="Dates">
      {dates.map((date) => (
        <li
          key={date.id}
          className={`relative border-b border-rule py-2 pl-5 before:absolute before:top-5 before:left-0 before:w-3.5 before:border-t-2 before:border-strong-rule ${picked.has(date.id) ? 'bg-sunk' : ''}`}
        >
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
            {pickable.has(date.id) ? (
              <label className="flex min-w-64 flex-1 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-4 accent-(--accent)"
                  checked={picked.has(date.id)}
                  onChange={() => toggle(date.id)}
                />
                <span className={date.isPast ? 'text-soft' : 'font-semibold'}>{date.when}</span>
              </label>
            ) : (
              <span className={`min-w-64 flex-1 ${date.isPast ? 'text-soft' : 'font-semibold'}`}>
                {date.when}
              </span>
            )}
            <span className="text-soft">{date.places}</span>
            <span className="w-28">
              {date.isPast && date.state === 'waiting' ? 'waiting, over' : date.stateWord}
              {date.isHeld && ', held'}
            </span>
            <span className="min-w-16">
              {date.verdict && <VerdictStamp verdict={date.verdict} />}
              {date.isAtRisk && <CallStamp words="at risk" />}
            </span>
          </div>
          {date.findings.map(({ sentence, severity }) => (
            <p key={sentence} className={`mt-0.5 text-[0.95rem] ${severity === 'notes' ? 'text-soft' : ''}`}>
              {sentence}
            </p>
          ))}
          {date.isHeld && date.holdUntilText && (
            <p className="mt-0.5 text-[0.95rem] text-soft">Its place is kept until {date.holdUntilText}.</p>
          )}
          {date.proposal && (
            <p className="mt-0.5 border-l-4 border-accent pl-2 text-[0.95rem]">
              Offered instead: {date.proposal}
            </p>
          )}
          {date.change && (
            <p className="mt-0.5 border-l-4 border-accent pl-2 text-[0.95rem]">
              Wanted instead: {date.change}
            </p>
          )}
          {date.reason && <p className="mt-0.5 text-[0.95rem] text-soft">“{date.reason}”</p>}
        </li>
      ))}
    </ol>
  );
}
