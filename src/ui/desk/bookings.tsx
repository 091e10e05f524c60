'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { isOpen, type BookingLine, type BookingsView } from '@/contracts/decisions/bookings';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import type { Column } from '@/ui/kit/table/order';
import { Table } from '@/ui/kit/table/table';
import { usePicking, type PickBox } from '@/ui/hooks/use-picking';
import { STATE_WORDS } from '@/contracts/words/states';
import { BookingsCommand } from './bookings-command';

const TitleCell = ({ line }: { line: BookingLine }) => (
  <span className="flex items-start gap-2">
    <Mark mark={line.mark} hue={line.hue} className="mt-0.5" />
    <span>
      <Link href={`/desk/${line.reference}`}>{line.title}</Link>
      <span className="text-note text-soft">
        {' '}
        {line.host} · <span className="whitespace-nowrap">{line.reference}</span>
        {line.isSeries && t` · of a series`}
      </span>
    </span>
  </span>
);

const columnsOf = (boxOf: (occurrence: number) => PickBox<number>): Column<BookingLine>[] => [
  {
    id: 'pick',
    head: t`Pick`,
    cell: (line) =>
      isOpen(line) && (
        <input
          {...boxOf(line.occurrence)}
          className="size-6 accent-(--accent)"
          aria-label={t`Pick ${line.title}, ${line.when}`}
        />
      ),
  },
  {
    id: 'when',
    head: t`When`,
    cellClass: 'whitespace-nowrap',
    cell: (line) => <span className={line.isPast ? 'text-soft' : 'font-semibold'}>{line.when}</span>,
  },
  { id: 'what', head: t`What`, cell: (line) => <TitleCell line={line} /> },
  { id: 'where', head: t`Where`, cell: (line) => line.places },
  {
    id: 'state',
    head: t`State`,
    cellClass: 'text-soft',
    cell: (line) => (line.isPast && isOpen(line) ? t`over` : STATE_WORDS[line.state]),
  },
];

const groupOf = (line: BookingLine): string | null => {
  if (!isOpen(line)) return t`Not booked`;
  return line.isPast ? t`Over already` : null;
};

interface BookingsTableProps {
  /** To come, then over, then not booked. */
  readonly lines: readonly BookingLine[];
  readonly picked: ReadonlySet<number>;
  onPick(ids: ReadonlySet<number>): void;
}

/** Bookings to pick from; with Shift a range, by arrows from box to box. */
function BookingsTable({ lines, picked, onPick }: BookingsTableProps) {
  const order = lines.filter(isOpen).map(({ occurrence }) => occurrence as number);
  const { list, boxOf } = usePicking<number, HTMLTableSectionElement>({ order, picked, onPick });
  return (
    <Table
      label={t`Bookings`}
      columns={columnsOf(boxOf)}
      lines={lines}
      keyOf={({ occurrence }) => String(occurrence)}
      groupOf={groupOf}
      isMarked={({ occurrence }) => picked.has(occurrence)}
      bodyRef={list}
    />
  );
}

/**
 * Many bookings found, picked, and moved, cancelled or put into another category together. `inAnyState` leads to the same
 * search among what was declined, withdrawn, left out and cancelled too.
 */
export function Bookings({ view, inAnyState }: { view: BookingsView; inAnyState: string | null }) {
  const [chosen, setPicked] = useState<ReadonlySet<number>>(new Set());
  const { lines, isCut } = view;
  const coming = lines.filter((line) => isOpen(line) && !line.isPast);
  const over = lines.filter((line) => isOpen(line) && line.isPast);
  const notBooked = lines.filter((line) => !isOpen(line));
  const picked = lines.filter(({ occurrence }) => chosen.has(occurrence));
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-4 pb-2" role="status">
        <span>
          {t`${coming.length} to come, ${over.length} over`}
          {notBooked.length > 0 && t`, ${notBooked.length} not booked`}
          {isCut && t`; more are like that than are listed: narrow it down`}
        </span>
        {inAnyState && <Link href={inAnyState}>{t`Show them in any state`}</Link>}
        {coming.length > 0 && (
          <button
            type="button"
            className="underline"
            onClick={() => setPicked(new Set(coming.map(({ occurrence }) => occurrence)))}
          >{t`Pick the ${coming.length} to come`}</button>
        )}
        {picked.length > 0 && (
          <button
            type="button"
            className="underline"
            onClick={() => setPicked(new Set())}
          >{t`Pick none`}</button>
        )}
      </p>
      {lines.length > 0 ? (
        <BookingsTable lines={[...coming, ...over, ...notBooked]} picked={chosen} onPick={setPicked} />
      ) : (
        <EmptyState>{t`No booking matches. Take something out of the search.`}</EmptyState>
      )}
      <BookingsCommand picked={picked} view={view} onDone={() => setPicked(new Set())} />
    </>
  );
}
