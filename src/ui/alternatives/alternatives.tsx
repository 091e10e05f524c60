'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import type { Drawn, Move } from '@/contracts/requests/drawn';
import { t } from '@/contracts/language/translate';
import { useState, type ReactNode } from 'react';
import Link from '@/ui/kit/link';
import type {
  DateAlternatives,
  RivalAlternatives,
  SeriesAlternativeView,
  SharedAlternatives,
  AlternativeView,
} from '@/contracts/alternatives/alternatives';
import { countText } from '@/contracts/words/when';
import { Choices } from './choices';
import { DateWays, WayList } from './date-ways';
import type { useAlternatives } from './use-alternatives';
import { WayDrawing } from './way-drawing';

export interface WaysActions {
  one(way: AlternativeView, date: DateAlternatives): ReactNode;
  series(way: SeriesAlternativeView): ReactNode;
  /** For somebody else's date; only the office is told of it. */
  rival?(way: AlternativeView, rival: RivalAlternatives['rival']): ReactNode;
  /** All who want one place, each where it would go. */
  shared?(shared: SharedAlternatives): ReactNode;
  /** For the date itself, where the other stays. */
  ours?(way: AlternativeView, rival: RivalAlternatives): ReactNode;
}

/** What becomes of one date, to be drawn when it is opened. */
function MoveLine({ sentence, drawn }: { sentence: string; drawn: Move | null }) {
  const [isOpen, setOpen] = useState(false);
  if (!drawn) return <p className="py-0.5">{sentence}</p>;
  return (
    <Disclosure
      summary={<>{sentence}</>}
      className="py-0.5"
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
    >
      {isOpen && <WayDrawing {...drawn} />}
    </Disclosure>
  );
}

function SeriesWays({
  ways,
  actions,
}: {
  ways: readonly SeriesAlternativeView[];
  actions: WaysActions['series'];
}) {
  if (!ways.length) return null;
  return (
    <section aria-label={t`Alternatives for the series`} className="mt-2">
      <h3 className="font-semibold">{t`The series as a whole`}</h3>
      <Choices label={t`Alternatives for the whole series`} ways={ways}>
        {(way) => (
          <>
            <ul className="max-h-80 overflow-y-auto text-note" tabIndex={0} aria-label={t`Each date`}>
              {way.changes.map(({ key, sentence, drawn }) => (
                <li key={key} className="border-t border-rule">
                  <MoveLine sentence={sentence} drawn={drawn} />
                </li>
              ))}
            </ul>
            <div className="flex flex-wrap items-end gap-2 pt-1">{actions(way)}</div>
          </>
        )}
      </Choices>
    </section>
  );
}

function SharedWays({ shared, actions }: { shared: SharedAlternatives; actions: WaysActions }) {
  return (
    <section aria-label={t`All requests for this space`} className="mt-3 border-l-4 border-clear pl-3">
      <h3 className="font-semibold">{shared.sentence}</h3>
      <ul className="text-note">
        {shared.placements.map(({ reference, sentence, drawn }) => (
          <li key={reference}>
            <MoveLine sentence={sentence} drawn={drawn} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2 pt-1">{actions.shared?.(shared)}</div>
    </section>
  );
}

interface SideProps {
  readonly heading: ReactNode;
  readonly facts: string;
  readonly label: string;
  readonly ways: readonly AlternativeView[];
  readonly now: Drawn;
  actions(way: AlternativeView): ReactNode;
}

/** One of two requests for a place, with what it could have instead. */
const Side = ({ heading, facts, label, ways, now, actions }: SideProps) => (
  <div className="min-w-0">
    <h4 className="font-semibold">{heading}</h4>
    <p className="text-note text-soft">{facts}</p>
    <p className="small-caps mt-1">{t`Could have instead`}</p>
    {ways.length > 0 ? (
      <WayList label={label} ways={ways} now={now} actions={actions} />
    ) : (
      <p className="text-note">{t`Nothing near the request.`}</p>
    )}
  </div>
);

/** Two requests for one place side by side, each with what it could have if the other has the place. */
function RivalWays({ rival, actions }: { rival: RivalAlternatives; actions: WaysActions }) {
  const { title, when, reference } = rival.rival;
  return (
    <section aria-label={t`Also asked for by ${title}`} className="mt-3 border-l-4 border-warning pl-3">
      <h3 className="font-semibold">{t`“${title}” asks for the same space, ${when}`}</h3>
      <p className="text-note">{rival.sentence}</p>
      <div className="mt-1 grid gap-x-6 gap-y-3 sm:grid-cols-2">
        <Side
          heading={t`This request`}
          facts={rival.facts}
          label={t`What this date could have instead`}
          ways={rival.ours}
          now={rival.now}
          actions={(way) => actions.ours?.(way, rival)}
        />
        <Side
          heading={<Link href={`/desk/${reference}`}>{title}</Link>}
          facts={rival.rival.facts}
          label={t`What ${title} could have`}
          ways={rival.theirs}
          now={rival.rival.now}
          actions={(way) => actions.rival?.(way, rival.rival)}
        />
      </div>
    </section>
  );
}

interface LookingHeadProps {
  readonly isStopped: boolean;
  readonly isOver: boolean;
  readonly progress: { readonly done: number; readonly of: number } | null;
  readonly again: () => void;
  readonly stop: () => void;
}

const LookingHead = ({ isStopped, isOver, progress, again, stop }: LookingHeadProps) => (
  <div className="flex flex-wrap items-baseline gap-x-3">
    <h2 className="text-lg">{t`Alternatives`}</h2>
    <span role="status" className="text-note text-soft">
      {isStopped
        ? t`Stopped.`
        : !isOver && progress
          ? t`Checking: ${progress.done} of ${countText(progress.of, 'date', 'dates')} …`
          : ''}
    </span>
    {isStopped ? (
      <button type="button" className="text-note underline" onClick={again}>{t`Check again`}</button>
    ) : (
      !isOver && <button type="button" className="text-note underline" onClick={stop}>{t`Stop`}</button>
    )}
  </div>
);

interface AlternativesProps {
  readonly ways: ReturnType<typeof useAlternatives>;
  readonly actions: WaysActions;
  /** Where a series stands around it, each date is named. */
  readonly isSeries: boolean;
}

/** Everything that could be done about what is blocked or doubtful, as it is found; nothing where nothing is. */
export function Alternatives({ ways, actions, isSeries }: AlternativesProps) {
  const { found, isStopped, stop, again } = ways;
  const { progress, dates, series, rivals, shared, notes, isOver } = found;
  const isEmpty = dates.length + series.length + rivals.length + shared.length + notes.length === 0;
  if (isOver && isEmpty) return null;
  if (!progress && !isStopped && !notes.length) return null;
  if (progress?.of === 0 && isEmpty) return null;
  const pairs = rivals.map((rival) => (
    <RivalWays key={`${rival.key} ${rival.rival.occurrence}`} rival={rival} actions={actions} />
  ));
  return (
    <section aria-label={t`Alternatives`} className="sheet mt-3 border-l-4 border-l-accent px-3 py-2">
      <LookingHead isStopped={isStopped} isOver={isOver} progress={progress} again={again} stop={stop} />
      <SeriesWays ways={series} actions={actions.series} />
      {dates.length > 1 && <h3 className="mt-3 font-semibold">{t`Date by date`}</h3>}
      {dates.map((date) => (
        <DateWays
          key={date.key}
          date={date}
          isOneOfMany={isSeries || dates.length > 1}
          actions={(way) => actions.one(way, date)}
        />
      ))}
      {shared.map((all) => (
        <SharedWays key={all.key} shared={all} actions={actions} />
      ))}
      {shared.length > 0 && rivals.length > 0 ? (
        <Disclosure summary={t`Two of them at a time`} className="mt-2">
          {pairs}
        </Disclosure>
      ) : (
        pairs
      )}
      {notes.map((note) => (
        <p key={note} className="mt-1 text-note text-soft">
          {note}
        </p>
      ))}
    </section>
  );
}
