'use client';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import type { ReactNode } from 'react';
import { sayClock } from '@/contracts/words/when';
import { clockText, type LocalDate } from '@/core/time/local-time';
import { sideBySide, type Box } from '@/core/time/lanes';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { Mark } from '@/ui/kit/mark';
import { clockHours, shownHours, type Hours } from './day-hours';
import { hoursText, isWholeDay, onDay, placesText, sayEntry, titleText, type DateEntry } from './entries';
import { EntryLine, type EntryContext } from './entry-line';
import type { DateChoice } from '@/contracts/calendar/dates';

const HOUR_PX = 46;
/** Below this there is room for one line only. */
const TWO_LINES_MIN = 55;
/** Pointing at an hour means one of these. */
const GRAIN_MIN = 30;

export interface TimeColumn {
  readonly key: string;
  readonly day: LocalDate;
  readonly head: ReactNode;
  readonly label: string;
  readonly entries: readonly DateEntry[];
  readonly isToday: boolean;
}

interface ColumnsProps {
  readonly columns: readonly TimeColumn[];
  readonly now: EpochMinute;
  readonly withPlace: boolean;
  readonly context: EntryContext;
  onPick(day: LocalDate, from: string | null): void;
}

const LOOK = {
  approved: '',
  held: 'event-held',
  waiting: 'event-waiting',
  cancelled: 'event-waiting',
} as const;

interface BlockWordsProps {
  readonly isShort: boolean;
  readonly category: DateChoice | undefined;
  readonly entry: DateEntry;
  readonly context: EntryContext;
  readonly withPlace: boolean;
}

const BlockWords = ({ isShort, category, entry, context, withPlace }: BlockWordsProps) => (
  <span aria-hidden="true">
    <span className={isShort ? 'block truncate' : ''}>
      {category && (
        <Mark mark={category.mark ?? ''} hue={category.hue ?? 'ink'} className="mr-1 h-4 align-[-1px]" />
      )}
      <span className={`font-semibold ${entry.state === 'cancelled' ? 'line-through' : ''}`}>
        {titleText(entry)}
      </span>
    </span>
    {!isShort && (
      <span className="block text-mini text-soft">
        {hoursText(entry, context.tzid)}
        {withPlace && ` ${placesText(entry)}`}
      </span>
    )}
  </span>
);

function Block({
  entry,
  at,
  box,
  hours,
  withPlace,
  context,
}: {
  entry: DateEntry;
  at: Hours;
  box: { lane: number; of: number };
  hours: Hours;
  withPlace: boolean;
  context: EntryContext;
}) {
  const [category] = entry.in.category;
  const isShort = at.to - at.from < TWO_LINES_MIN;
  return (
    <Link
      scroll={false}
      href={context.detailsHref(entry.id)}
      data-entry={entry.id}
      data-hue={category?.hue ?? 'ink'}
      data-note={sayEntry(entry, context.tzid)}
      aria-current={context.details === entry.id ? 'true' : undefined}
      title={sayEntry(entry, context.tzid)}
      className={`event-block px-1 wrap-anywhere text-small leading-[1.18] no-underline hover:z-20 aria-[current]:z-20 aria-[current]:ring-2 aria-[current]:ring-ink ${entry.title === null ? 'event-taken' : LOOK[entry.state]} ${entry.isOwn ? 'event-own' : ''}`}
      style={{
        top: ((at.from - hours.from) / 60) * HOUR_PX,
        height: Math.max(18, ((at.to - at.from) / 60) * HOUR_PX - 1),
        left: `calc(${(box.lane / box.of) * 100}% + 1px)`,
        width: `calc(${100 / box.of}% - 2px)`,
      }}
    >
      <BlockWords
        isShort={isShort}
        category={category}
        entry={entry}
        context={context}
        withPlace={withPlace}
      />
      <span className="sr-only">{sayEntry(entry, context.tzid)}</span>
    </Link>
  );
}

/** The timed entries of one day, and where each stands beside the others. */
function boxesOn(column: TimeColumn, day: LocalDate, context: EntryContext) {
  const timed = onDay(column.entries, day, context.tzid)
    .filter((entry) => !isWholeDay(entry))
    .map((entry) => ({ entry, at: clockHours(entry.span, day, context.tzid) }))
    .sort((a, b) => a.at.from - b.at.from || b.at.to - a.at.to);
  const boxes = sideBySide(
    timed.map(({ at }) => ({
      start: at.from as EpochMinute,
      end: Math.max(at.to, at.from + 20) as EpochMinute,
    })),
  );
  return { timed, boxes };
}

interface ColumnSheetProps {
  readonly hours: Hours;
  readonly timed: { entry: DateEntry; at: Hours }[];
  readonly boxes: Box[];
  readonly withPlace: boolean;
  readonly context: EntryContext;
  readonly column: TimeColumn;
  readonly nowPx: number;
}

const ColumnSheet = ({ hours, timed, boxes, withPlace, context, column, nowPx }: ColumnSheetProps) => (
  <div
    className="relative"
    style={{
      height: ((hours.to - hours.from) / 60) * HOUR_PX,
      backgroundImage: `repeating-linear-gradient(to bottom, var(--rule) 0 1px, transparent 1px ${HOUR_PX}px)`,
    }}
  >
    {timed.map(({ entry, at }, index) => (
      <Block
        key={entry.id}
        entry={entry}
        at={at}
        box={boxes[index]!}
        hours={hours}
        withPlace={withPlace}
        context={context}
      />
    ))}
    {column.isToday && nowPx >= 0 && (
      <span
        aria-hidden="true"
        className="absolute inset-x-0 z-10 border-t-2 border-accent"
        style={{ top: nowPx }}
      />
    )}
  </div>
);

function Column({
  column,
  hours,
  now,
  props,
}: {
  column: TimeColumn;
  hours: Hours;
  now: EpochMinute;
  props: ColumnsProps;
}) {
  const { context, withPlace, onPick } = props;
  const { day } = column;
  const { timed, boxes } = boxesOn(column, day, context);
  const clock = clockHours({ start: now, end: now }, day, context.tzid);
  const nowPx = ((clock.from - hours.from) / 60) * HOUR_PX;
  return (
    <td
      className="relative border-l border-rule p-0 align-top"
      onClick={(event) => {
        if ((event.target as Element).closest('a')) return;
        const y = event.clientY - event.currentTarget.getBoundingClientRect().top;
        const minute = hours.from + Math.floor(((y / HOUR_PX) * 60) / GRAIN_MIN) * GRAIN_MIN;
        onPick(day, clockText(Math.min(minute, 1439)));
      }}
    >
      <ColumnSheet
        hours={hours}
        timed={timed}
        boxes={boxes}
        withPlace={withPlace}
        context={context}
        column={column}
        nowPx={nowPx}
      />
    </td>
  );
}

interface ColumnHeadProps {
  readonly column: TimeColumn;
  readonly onPick: ColumnsProps['onPick'];
}

const ColumnHead = ({ column: { isToday, head, label, day }, onPick }: ColumnHeadProps) => (
  <th
    scope="col"
    className={`group border-l border-rule px-1.5 py-1 text-left font-normal ${isToday ? 'border-b-4 border-b-accent' : ''}`}
  >
    <span className="flex items-baseline justify-between gap-1">
      {head}
      <button
        type="button"
        aria-label={t`Request something on ${label}`}
        className="text-small text-soft underline opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
        onClick={() => onPick(day, null)}
      >{t`ask`}</button>
    </span>
  </th>
);

interface WholeDayRowProps {
  readonly columns: readonly TimeColumn[];
  readonly whole: DateEntry[][];
  readonly withPlace: boolean;
  readonly context: EntryContext;
}

const WholeDayRow = ({ columns, whole, withPlace, context }: WholeDayRowProps) => (
  <tr>
    <th
      scope="row"
      className="small-caps border-y border-strong-rule pr-1 text-right align-top"
    >{t`all day`}</th>
    {columns.map(({ key }, index) => (
      <td key={key} className="border-y border-l border-strong-rule border-l-rule py-0.5 align-top">
        {whole[index]!.map((entry) => (
          <EntryLine key={entry.id} entry={entry} hours="" withPlace={withPlace} context={context} />
        ))}
      </td>
    ))}
  </tr>
);

const HourMarks = ({ marks }: { readonly marks: number[] }) => (
  <td className="p-0 align-top" aria-hidden="true">
    {marks.map((minute) => (
      <span
        key={minute}
        className="block pr-1.5 text-right text-small leading-4 text-soft"
        style={{ height: HOUR_PX }}
      >
        {sayClock(minute)}
      </span>
    ))}
  </td>
);

/** Days, or what a day is told apart by, side by side with the hours going down; whole days above them. */
export function TimeColumns(props: ColumnsProps) {
  const { columns, now, withPlace, context, onPick } = props;
  const hours = shownHours(
    columns.map(({ day }) => day),
    [...new Set(columns.flatMap(({ entries }) => entries))],
    context.tzid,
  );
  const marks = Array.from({ length: (hours.to - hours.from) / 60 }, (_, index) => hours.from + index * 60);
  const whole = columns.map(({ day, entries }) => onDay(entries, day, context.tzid).filter(isWholeDay));
  return (
    <div className="sheet relative overflow-x-auto" tabIndex={0} role="region" aria-label={t`Dates by hour`}>
      <table className="w-full table-fixed" style={{ minWidth: 64 + columns.length * 120 }}>
        <thead>
          <tr>
            <th scope="col" className="w-14">
              <span className="sr-only">{t`Hour`}</span>
            </th>
            {columns.map((column) => (
              <ColumnHead key={column.key} column={column} onPick={onPick} />
            ))}
          </tr>
          {whole.some((entries) => entries.length) && (
            <WholeDayRow columns={columns} whole={whole} withPlace={withPlace} context={context} />
          )}
        </thead>
        <tbody>
          <tr>
            <HourMarks marks={marks} />
            {columns.map((column) => (
              <Column key={column.key} column={column} hours={hours} now={now} props={props} />
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}
