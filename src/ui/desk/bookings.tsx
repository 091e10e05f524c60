'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { isOpen, type BookingLine, type BookingsView } from '@/contracts/decisions/bookings';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import { usePicking } from '@/ui/hooks/use-picking';
import { STATE_WORDS } from '@/contracts/words/states';
import { BookingsCommand } from './bookings-command';

interface RowsProps {
  readonly lines: readonly BookingLine[];
  readonly picked: ReadonlySet<number>;
  onPick(ids: ReadonlySet<number>): void;
}

/** Rows to pick from; with Shift a range, by arrows from box to box. */
function Rows({ lines, picked, onPick }: RowsProps) {
  const order = lines.filter(isOpen).map(({ occurrence }) => occurrence as number);
  const { list, boxOf } = usePicking<number, HTMLTableSectionElement>({ order, picked, onPick });
  return (
    <tbody ref={list}>
      {lines.map((line) => (
        <tr
          key={line.occurrence}
          className={`border-b border-rule align-top ${picked.has(line.occurrence) ? 'bg-sunk' : ''}`}
        >
          <td className="py-1.5 pl-3">
            {isOpen(line) && (
              <input
                {...boxOf(line.occurrence)}
                className="size-6 accent-(--accent)"
                aria-label={t`Pick ${line.title}, ${line.when}`}
              />
            )}
          </td>
          <td className={`px-2 py-1.5 whitespace-nowrap ${line.isPast ? 'text-soft' : 'font-semibold'}`}>
            {line.when}
          </td>
          <td className="px-2 py-1.5">
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
          </td>
          <td className="px-2 py-1.5">{line.places}</td>
          <td className="px-2 py-1.5 text-soft">
            {line.isPast && isOpen(line) ? t`over` : STATE_WORDS[line.state]}
          </td>
        </tr>
      ))}
    </tbody>
  );
}

const Head = ({ words }: { words: string }) => (
  <tbody>
    <tr className="border-b border-rule bg-paper">
      <th scope="rowgroup" colSpan={5} className="px-3 pt-2 pb-1 text-left font-semibold text-soft">
        {words}
      </th>
    </tr>
  </tbody>
);

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
  const shown = { picked: chosen, onPick: setPicked };
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-4 pb-2" role="status">
        <span>
          {t`${coming.length} to come, ${over.length} over`}
          {notBooked.length > 0 && t`, ${notBooked.length} not booked`}
          {isCut && t`; more are like that than are listed: narrow it down`}
        </span>
        {inAnyState && <Link href={inAnyState}>{t`Look in any state`}</Link>}
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
        <div className="sheet overflow-x-auto" tabIndex={0} role="region" aria-label={t`Bookings`}>
          <table className="w-full min-w-[52rem] text-left">
            <thead className="small-caps border-b border-strong-rule">
              <tr>
                {[t`Pick`, t`When`, t`What`, t`Where`, t`State`].map((head) => (
                  <th key={head} scope="col" className="px-2 py-2 font-semibold first:pl-3">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <Rows lines={coming} {...shown} />
            {over.length > 0 && <Head words={t`Over already`} />}
            <Rows lines={over} {...shown} />
            {notBooked.length > 0 && <Head words={t`Not booked`} />}
            <Rows lines={notBooked} {...shown} />
          </table>
        </div>
      ) : (
        <EmptyState>{t`No booking matches. Take something out of the search.`}</EmptyState>
      )}
      <BookingsCommand picked={picked} view={view} onDone={() => setPicked(new Set())} />
    </>
  );
}
