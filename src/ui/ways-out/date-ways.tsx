'use client';
import { useId, useState, type ReactNode } from 'react';
import type { DateWaysOut, Drawn, WayOut } from '@/contracts/ways-out';
import { VerdictStamp } from '@/ui/primitives/verdict-stamp';
import { WayDrawing } from './way-drawing';

interface WayListProps {
  /** What the list is called for those who cannot see where it stands. */
  readonly label: string;
  readonly ways: readonly WayOut[];
  /** Where the date is now; not drawn where it is null. */
  readonly now: Drawn | null;
  /** What can be done with the picked one. */
  actions(way: WayOut): ReactNode;
}

/** Ways out to pick from; the picked one is drawn beside what was asked for, and can be taken. */
export function WayList({ label, ways, now, actions }: WayListProps) {
  const name = useId();
  const [picked, setPicked] = useState<number | null>(null);
  return (
    <ul aria-label={label} className="grid">
      {ways.map((way, index) => (
        <li key={way.sentence} className={`border-b border-rule py-1.5 ${picked === index ? 'bg-sunk' : ''}`}>
          <label className="flex items-baseline gap-2 px-1">
            <input
              type="radio"
              name={name}
              className="accent-(--accent)"
              checked={picked === index}
              onChange={() => setPicked(index)}
            />
            <span className="flex-1">
              {way.sentence}
              {way.costs.length > 0 && (
                <span className="block text-[0.9rem] text-soft">{way.costs.join(' · ')}</span>
              )}
            </span>
            {way.verdict !== 'clear' && <VerdictStamp verdict={way.verdict} />}
          </label>
          {picked === index && (
            <div className="px-1 pl-7">
              {way.notes.map((note) => (
                <p key={note} className="mt-1 text-[0.93rem] text-soft">
                  {note}
                </p>
              ))}
              {now && !way.hire && <WayDrawing now={now} then={way.drawn} />}
              <div className="flex flex-wrap items-end gap-2 pt-1">{actions(way)}</div>
            </div>
          )}
        </li>
      ))}
    </ul>
  );
}

interface DateWaysProps {
  readonly date: DateWaysOut;
  /** Among many, a date opens when it is asked for. */
  readonly isOneOfMany: boolean;
  actions(way: WayOut): ReactNode;
}

/** The ways out of one date: the five that change least, and on request the best of each other kind. */
export function DateWays({ date, isOneOfMany, actions }: DateWaysProps) {
  const { best, others, when, now, none } = date;
  const label = `Ways out for ${when}`;
  const body = (
    <>
      {none && <p className="text-[0.95rem]">{none}</p>}
      {best.length > 0 && <WayList label={label} ways={best} now={now} actions={actions} />}
      {others.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer text-[0.93rem] text-soft">
            Of another kind ({others.length})
          </summary>
          <WayList label={`${label}, of another kind`} ways={others} now={now} actions={actions} />
        </details>
      )}
      {date.cut && <p className="mt-1 text-[0.9rem] text-soft">{date.cut}</p>}
    </>
  );
  if (!isOneOfMany)
    return (
      <section aria-label={label} className="mt-2">
        {body}
      </section>
    );
  return (
    <details className="border-b border-rule py-1">
      <summary className="cursor-pointer">
        <span className="font-semibold">{when}</span>{' '}
        <span className="text-[0.93rem] text-soft">
          {best[0]
            ? `${best[0].sentence}${best.length > 1 ? ` And ${best.length - 1} more.` : ''}`
            : 'No way out was found.'}
        </span>
      </summary>
      {body}
    </details>
  );
}
