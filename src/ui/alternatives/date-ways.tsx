'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { t } from '@/contracts/language/translate';
import type { ReactNode } from 'react';
import type { DateAlternatives, AlternativeView } from '@/contracts/alternatives/alternatives';
import type { Drawn } from '@/contracts/requests/drawn';
import { Choices } from './choices';
import { WayDrawing } from './way-drawing';

interface WayListProps {
  readonly label: string;
  readonly ways: readonly AlternativeView[];
  /** Where the date is now. */
  readonly now: Drawn;
  /** What can be done with the picked one. */
  actions(way: AlternativeView): ReactNode;
}

/** Alternatives of one date; the picked one is drawn beside what was asked for, and can be taken. */
export const WayList = ({ label, ways, now, actions }: WayListProps) => (
  <Choices label={label} ways={ways}>
    {(way) => (
      <>
        {way.notes.map((note) => (
          <p key={note} className="mt-1 text-note text-soft">
            {note}
          </p>
        ))}
        {!way.hire && <WayDrawing now={now} then={way.drawn} />}
        <div className="flex flex-wrap items-end gap-2 pt-1">{actions(way)}</div>
      </>
    )}
  </Choices>
);

interface DateWaysProps {
  readonly date: DateAlternatives;
  /** Among many, a date opens when it is asked for. */
  readonly isOneOfMany: boolean;
  actions(way: AlternativeView): ReactNode;
}

/** The alternatives of one date: the five that change least, and on request the best of each other kind. */
export function DateWays({ date, isOneOfMany, actions }: DateWaysProps) {
  const { best, others, when, now, none } = date;
  const label = t`Alternatives for ${when}`;
  const body = (
    <>
      {none && <p className="text-note">{none}</p>}
      {best.length > 0 && <WayList label={label} ways={best} now={now} actions={actions} />}
      {others.length > 0 && (
        <Disclosure summary={t`Of another kind (${others.length})`} className="mt-1">
          <WayList label={t`${label}, of another kind`} ways={others} now={now} actions={actions} />
        </Disclosure>
      )}
      {date.cut && <p className="mt-1 text-fine text-soft">{date.cut}</p>}
    </>
  );
  if (!isOneOfMany)
    return (
      <section aria-label={label} className="mt-2">
        {body}
      </section>
    );
  return (
    <Disclosure
      summary={
        <>
          <span className="font-semibold">{when}</span>{' '}
          <span className="text-note text-soft">
            {best[0]
              ? `${best[0].sentence}${best.length > 1 ? t` And ${best.length - 1} more.` : ''}`
              : t`No alternative was found.`}
          </span>
        </>
      }
      className="border-b border-rule py-1"
    >
      {body}
    </Disclosure>
  );
}
