'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Button, ButtonLink } from '@/ui/kit/button';
import { t, texts, sayNumber } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { DayStripDay } from '@/contracts/calendar/board';
import { type DateChoices, type DatesReply, MOST_DATES } from '@/contracts/calendar/dates';
import type { SavedView } from '@/contracts/accounts/own';
import { countText, dayLong } from '@/contracts/words/when';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf, weekdayOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { Mark } from '@/ui/kit/mark';
import { ApartTable } from './apart-table';
import { DateDetails } from './date-details';
import { datesHref, monthRange, rangeOf, type DatesAddress, type DayRange } from './dates-address';
import { DatesBar, GROUP_WORDS } from './dates-bar';
import { DayPickDetails } from './day-pick-details';
import { apart, onDay, readEntries, type DateEntry } from './entries';
import type { EntryContext } from './entry-line';
import { MonthSheet } from './month-sheet';
import { RunningList } from './running-list';
import { TimeColumns, type TimeColumn } from './time-columns';
import { datesQuery } from './dates-query';
import { readJson } from '@/ui/hooks/query';
import { useDates, useDatesAddress } from './use-dates';
import { YearDayStrips } from './year-day-strips';
import { DayNote } from '@/ui/frame/day-notes';

const SHORT_DAYS = texts(['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']);

/** What the page came with: dates, or the days of a year. */
export interface FirstDates {
  readonly query: string;
  readonly reply: DatesReply | null;
  readonly year: { readonly of: string; readonly days: readonly DayStripDay[] } | null;
}

interface DatesProps {
  readonly first: FirstDates;
  readonly choices: DateChoices;
  readonly tzid: string;
  readonly now: EpochMinute;
  readonly weekStart: number;
  readonly isManager: boolean;
  readonly isSignedIn: boolean;
  readonly saved: readonly SavedView[];
}

/** How full the days of a year are, loaded when it is turned to. The days can be gone to without their figures. */
function useYear(wanted: string | null, range: DayRange, first: FirstDates['year']) {
  const { data = [] } = useQuery({
    queryKey: ['days', range.from, range.days],
    queryFn: ({ signal }) =>
      readJson<DayStripDay[]>(`/api/day-strip?from=${range.from}&days=${range.days}`, signal),
    enabled: wanted !== null,
    initialData: wanted !== null && first?.of === wanted ? [...first.days] : undefined,
  });
  return wanted === null ? [] : data;
}

interface ViewProps {
  readonly address: DatesAddress;
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly range: DayRange;
  readonly entries: readonly DateEntry[];
  readonly props: DatesProps;
  readonly context: EntryContext;
  go(change: Partial<DatesAddress>, how?: 'push' | 'replace'): void;
}

function columnsOf(
  { address, today, range, entries, props }: ViewProps,
  dayHref: (day: LocalDate) => string,
): TimeColumn[] {
  if (address.isApart)
    return apart(onDay(entries, range.from, props.tzid), address.by, address.only, props.choices).map(
      ({ choice, entries: own }) => ({
        key: String(choice.id),
        day: range.from,
        label: choice.name,
        entries: own,
        isToday: false,
        head: (
          <span className="flex items-center gap-1.5 font-serif text-base font-semibold">
            {choice.mark && <Mark mark={choice.mark} hue={choice.hue ?? 'ink'} />} {choice.name}
          </span>
        ),
      }),
    );
  return Array.from({ length: range.days }, (_, index) => addDays(range.from, index)).map((date) => ({
    key: date,
    day: date,
    label: dayLong(date),
    entries,
    isToday: date === today,
    head: (
      <span className="block">
        <Link href={dayHref(date)} className="no-underline hover:underline">
          <span aria-hidden="true">
            <span className="font-serif text-xl font-semibold">{Number(date.slice(8))}</span>{' '}
            <span className="text-soft">{SHORT_DAYS[weekdayOf(date) - 1]}</span>
          </span>
          <span className="sr-only">{dayLong(date)}</span>
        </Link>
        <DayNote date={date} className="block leading-tight" />
      </span>
    ),
  }));
}

interface MonthProps {
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly props: DatesProps;
  readonly entries: readonly DateEntry[];
  readonly context: EntryContext;
  readonly dayHref: (date: LocalDate) => string;
  readonly address: DatesAddress;
  readonly pick: (date: LocalDate, from?: string | null) => void;
}

const Month = ({ day, today, props, entries, context, dayHref, address, pick }: MonthProps) => (
  <MonthSheet
    day={day}
    today={today}
    weekStart={props.weekStart}
    entries={entries}
    context={context}
    dayHref={dayHref}
    weekHref={(date) => datesHref({ ...address, view: 'week', day: date, details: null, pick: null })}
    onPick={pick}
  />
);

const NothingHere = ({ address, day }: { readonly address: DatesAddress; readonly day: LocalDate }) => (
  <EmptyState>
    {address.text || address.only.length || address.state
      ? t`Nothing here is what you look for.`
      : t`Nothing is on in these days.`}{' '}
    <ButtonLink href={datesHref({ view: address.view, day })}>{t`Show everything`}</ButtonLink>
  </EmptyState>
);

function View(view: ViewProps) {
  const { address, day, today, range, entries, props, context, go } = view;
  const dayHref = (date: LocalDate) =>
    datesHref({ ...address, view: 'day', day: date, details: null, pick: null });
  const pick = (date: LocalDate, from: string | null = null) =>
    go({ pick: { day: date, from }, details: null });
  const inMonth = address.view === 'month' ? monthRange(day) : range;
  if (address.isApart && address.view !== 'day') {
    const groups = apart(entries, address.by, address.only, props.choices);
    if (groups.length)
      return (
        <ApartTable range={inMonth} groups={groups} by={address.by} context={context} dayHref={dayHref} />
      );
  }
  if (address.view === 'month')
    return (
      <Month
        day={day}
        today={today}
        props={props}
        entries={entries}
        context={context}
        dayHref={dayHref}
        address={address}
        pick={pick}
      />
    );
  const columns = address.view === 'list' ? [] : columnsOf(view, dayHref);
  if (!columns.length && !entries.length) return <NothingHere address={address} day={day} />;
  if (!columns.length)
    return <RunningList range={range} entries={entries} context={context} dayHref={dayHref} />;
  return (
    <TimeColumns
      columns={columns}
      now={props.now}
      withPlace={!(address.isApart && address.by === 'space')}
      context={context}
      onPick={pick}
    />
  );
}

interface YearProps {
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly year: DayStripDay[];
  readonly address: DatesAddress;
}

const Year = ({ day, today, year, address }: YearProps) => (
  <YearDayStrips
    year={day.slice(0, 4)}
    today={today}
    days={year}
    dayHref={(date) => datesHref({ ...address, view: 'day', day: date })}
    monthHref={(date) => datesHref({ ...address, view: 'month', day: date })}
  />
);

/** What the address asks for, and the dates that are there for it. */
function useShownDates(props: DatesProps) {
  const { first, choices, tzid, now, weekStart } = props;
  const { address, go } = useDatesAddress();
  const today = dateOf(toLocal(now, tzid));
  const day = address.day ?? today;
  const range = rangeOf(address, day, weekStart);
  const isYear = address.view === 'year';
  const { reply, isLoading, failed, reload } = useDates(isYear ? null : datesQuery(address, range), first);
  const year = useYear(isYear ? day.slice(0, 4) : null, range, first.year);
  const entries = useMemo(() => (reply ? readEntries(reply.dates, choices) : []), [reply, choices]);
  const context = useMemo(
    () => ({
      tzid,
      details: address.details,
      detailsHref: (id: string) => datesHref({ ...address, details: id, pick: null }),
    }),
    [tzid, address],
  );
  return { address, go, today, day, range, isYear, reply, isLoading, failed, reload, year, entries, context };
}

interface ShownProps {
  readonly props: DatesProps;
  readonly on: ReturnType<typeof useShownDates>;
}

const Shown = ({ props, on }: ShownProps) => (
  <div className="min-w-0" aria-busy={on.isLoading}>
    {on.isYear ? (
      <Year day={on.day} today={on.today} year={on.year} address={on.address} />
    ) : (
      <>
        <View {...on} props={props} />
        <p role="status" className="pt-2 text-note text-soft">
          {on.isLoading ? t`Loading …` : countText(on.entries.length, 'date', 'dates')}
        </p>
      </>
    )}
  </div>
);

/** What lies beside the dates: one of them, a picked hour, or nothing. */
function detailsBeside({ address, go, entries }: ShownProps['on'], { tzid, isManager }: DatesProps) {
  const close = () => go({ details: null, pick: null });
  const picked = entries.find(({ id }) => id === address.details);
  if (picked)
    return <DateDetails key={picked.id} entry={picked} tzid={tzid} isManager={isManager} onClose={close} />;
  if (!address.pick) return null;
  return <DayPickDetails key={JSON.stringify(address.pick)} pick={address.pick} onClose={close} />;
}

/** Why not all of it is shown. */
function Missing({ failed, reload, reply, isYear, address }: ShownProps['on']) {
  return (
    <>
      {failed && (
        <p role="alert" className="border-l-4 border-conflict bg-sunk px-3 py-2">
          {failed} <Button onClick={reload}>{t`Try again`}</Button>
        </p>
      )}
      {reply?.isCut && !isYear && (
        <p
          role="status"
          className="border-l-4 border-warning bg-sunk px-3 py-2"
        >{t`Only the first ${sayNumber(MOST_DATES)} dates are shown. Choose ${GROUP_WORDS[address.by]} or fewer days to see all.`}</p>
      )}
    </>
  );
}

/** What is on, by days: an event once, or apart by space, category, host or calendar. */
export function Dates(props: DatesProps) {
  const on = useShownDates(props);
  const { address, day, today, range, go } = on;
  const { weekStart, choices, saved, isSignedIn, isManager } = props;
  const details = detailsBeside(on, props);
  return (
    <>
      <DatesBar {...{ address, day, today, weekStart, range, choices, go, saved, isSignedIn, isManager }} />
      <Missing {...on} />
      <div
        className={details ? 'grid grid-cols-[minmax(0,1fr)] gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]' : ''}
      >
        <Shown props={props} on={on} />
        {details}
      </div>
    </>
  );
}
