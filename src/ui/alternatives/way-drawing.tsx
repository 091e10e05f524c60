'use client';
import { t } from '@/contracts/language/translate';
import { useQueries } from '@tanstack/react-query';
import { readJson } from '@/ui/hooks/query';
import type { SpaceDay } from '@/contracts/calendar/space-day';
import type { Drawn, DrawnPlace } from '@/contracts/requests/drawn';
import { dayShort, sayClock } from '@/contracts/words/when';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import type { LocalDate } from '@/core/time/local-time';
import { startOfDay } from '@/core/time/zone';
import { useOffice } from '@/ui/hooks/office';
import { reachesOf } from '@/ui/drawing/reaches';

interface Row {
  readonly day: LocalDate;
  readonly spaceId: number;
  readonly name: string;
  readonly now: DrawnPlace | null;
  readonly then: DrawnPlace | null;
}

/** One row for each space on each day: where the date is, and where it would be. */
function rowsOf(now: Drawn | null, then: Drawn): Row[] {
  const rows = new Map<string, Row>();
  const add = (drawn: Drawn, which: 'now' | 'then') => {
    for (const place of drawn.places) {
      const key = `${drawn.day} ${place.spaceId}`;
      const known = rows.get(key) ?? {
        day: drawn.day,
        spaceId: place.spaceId,
        name: place.name,
        now: null,
        then: null,
      };
      rows.set(key, { ...known, [which]: place });
    }
  };
  if (now) add(now, 'now');
  add(then, 'then');
  return [...rows.values()];
}

/** What stands in the spaces on the days drawn; the date itself is drawn all the same without it. */
function useTaken(rows: readonly Row[]): ReadonlyMap<string, SpaceDay['taken']> {
  const days = [...new Set(rows.map(({ day }) => day))];
  const replies = useQueries({
    queries: days.map((day) => {
      const spaces = rows.filter((row) => row.day === day).map(({ spaceId }) => spaceId);
      return {
        queryKey: ['space-day', day, ...spaces],
        queryFn: ({ signal }: { signal: AbortSignal }) =>
          readJson<SpaceDay[]>(`/api/spaces/day?day=${day}&spaces=${spaces.join(',')}`, signal),
      };
    }),
  });
  return new Map(
    replies.flatMap(({ data = [] }, index) =>
      data.map((each) => [`${days[index]} ${each.spaceId}`, each.taken] as const),
    ),
  );
}

const HOUR_MIN = 60;

const DrawingKey = ({ now }: { readonly now: Drawn | null }) => (
  <figcaption className="flex gap-4 border-t border-rule pt-1 text-small text-soft">
    {now && (
      <span>
        <span className="mr-1 inline-block h-3 w-5 border-2 border-dotted border-conflict align-middle" />
        {t`as asked for`}
      </span>
    )}
    <span>
      <span className="mr-1 inline-block h-3 w-5 border-2 border-clear bg-clear/25 align-middle" />
      {now ? t`as it would be` : t`this date`}
    </span>
  </figcaption>
);

interface TakenThenProps {
  readonly start: EpochMinute;
  readonly place: (day: LocalDate, { start, end }: Interval) => { left: string; width: string };
  readonly row: Row;
  readonly end: EpochMinute;
  readonly title: string | null;
}

const TakenThen = ({ start, place, row, end, title }: TakenThenProps) => (
  <span
    className="absolute inset-y-2 overflow-hidden border border-strong-rule bg-sunk px-1 text-mini leading-tight text-soft"
    style={place(row.day, { start, end })}
  >
    {title ?? t`taken`}
  </span>
);

interface HoursProps {
  readonly ticks: number[];
  readonly percent: (minutes: number) => string;
  readonly first: number;
}

const Hours = ({ ticks, percent, first }: HoursProps) => (
  <div className="relative ml-32 h-4 text-tiny text-soft">
    {ticks.map((minute) => (
      <span key={minute} className="absolute" style={{ left: percent(minute - first) }}>
        {sayClock(Math.max(0, minute))}
      </span>
    ))}
  </div>
);

interface DrawnRowProps {
  readonly row: Row;
  readonly taken: ReturnType<typeof useTaken>;
  readonly minutesOf: (day: LocalDate, at: number) => number;
  readonly first: number;
  readonly last: number;
  readonly place: (day: LocalDate, { start, end }: Interval) => { left: string; width: string };
}

const DrawnRow = ({ row, taken, minutesOf, first, last, place }: DrawnRowProps) => (
  <div className="flex items-stretch border-t border-rule">
    <span className="w-32 shrink-0 py-1 pr-2 text-small leading-tight">
      <span className="block truncate font-semibold">{row.name}</span>
      <span className="text-soft">{dayShort(row.day)}</span>
    </span>
    <span className="relative h-12 flex-1 overflow-hidden border-l border-strong-rule">
      {(taken.get(`${row.day} ${row.spaceId}`) ?? [])
        .filter(({ start, end }) => minutesOf(row.day, end) > first && minutesOf(row.day, start) < last)
        .map(({ start, end, title }) => (
          <TakenThen key={start} start={start} place={place} row={row} end={end} title={title} />
        ))}
      {row.now && <Bracket place={row.now} isNow at={(span) => place(row.day, span)} />}
      {row.then && <Bracket place={row.then} isNow={false} at={(span) => place(row.day, span)} />}
    </span>
  </div>
);

/** From the hour before the first of it to the hour after the last, and the day of work at least. */
function hoursDrawn(rows: Row[], minutesOf: (day: LocalDate, at: number) => number) {
  const edges = rows.flatMap(({ day, now: a, then: b }) =>
    [...(a?.bands ?? []), ...(b?.bands ?? [])].flatMap(({ start, end }) => [
      minutesOf(day, start),
      minutesOf(day, end),
    ]),
  );
  const first = Math.floor((Math.min(9 * HOUR_MIN, ...edges) - 30) / HOUR_MIN) * HOUR_MIN;
  const last = Math.ceil((Math.max(18 * HOUR_MIN, ...edges) + 30) / HOUR_MIN) * HOUR_MIN;
  return { first, last };
}

/**
 * The slice of the board around a date: where it is now, where it would be, and what else stands there. Without a
 * `now` it is a date where it stands.
 */
export function WayDrawing({ now, then }: { now: Drawn | null; then: Drawn }) {
  const { tzid } = useOffice();
  const rows = rowsOf(now, then);
  const taken = useTaken(rows);
  const minutesOf = (day: LocalDate, at: number) => at - startOfDay(day, tzid);
  const { first, last } = hoursDrawn(rows, minutesOf);
  const percent = (minutes: number) => `${(minutes / (last - first)) * 100}%`;
  const place = (day: LocalDate, { start, end }: Interval) => ({
    left: percent(Math.max(first, minutesOf(day, start)) - first),
    width: percent(Math.min(last, minutesOf(day, end)) - Math.max(first, minutesOf(day, start))),
  });
  const ticks = Array.from(
    { length: Math.floor((last - first) / 180) + 1 },
    (_, index) => first + index * 180,
  );
  if (!rows.length) return null;
  return (
    <figure className="my-2" aria-hidden="true">
      <Hours ticks={ticks} percent={percent} first={first} />
      {rows.map((row) => (
        <DrawnRow
          key={`${row.day} ${row.spaceId}`}
          row={row}
          taken={taken}
          minutesOf={minutesOf}
          first={first}
          last={last}
          place={place}
        />
      ))}
      <DrawingKey now={now} />
    </figure>
  );
}

function Bracket({
  place,
  isNow,
  at,
}: {
  place: DrawnPlace;
  isNow: boolean;
  at: (span: Interval) => { left: string; width: string };
}) {
  const event = place.bands.find(({ kind }) => kind === 'event');
  return (
    <>
      {!isNow &&
        reachesOf(place.bands).map(({ who, span, className }) => (
          <span key={who} className={className} style={at(span)} />
        ))}
      {event && (
        <span
          className={`absolute ${isNow ? 'inset-y-0.5 border-2 border-dotted border-conflict' : 'inset-y-2.5 border-2 border-clear bg-clear/25'}`}
          style={at(event)}
        />
      )}
    </>
  );
}
