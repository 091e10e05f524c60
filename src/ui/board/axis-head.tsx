import { memo } from 'react';
import { toLocal } from '@/core/time/zone';
import { ownSettings } from '@/contracts/language/own-settings';
import { dayShort, sayTime, zoneCity } from '@/contracts/words/when';
import { FOLD_PX, ticksOf, tickStepMin, type DaySlice, type TimeAxis } from './time-axis';
import { DayNote } from '@/ui/frame/day-notes';
import type { EpochMinute } from '@/core/time/epoch-minute';

const LINE_PX = 15;
/** Height of the head: a line more where there is a second zone. */
export const axisPx = (): number => 46 + (ownSettings().zone ? LINE_PX : 0);
/** Room a figure needs; 10:30 pm is wider than 22:30. */
const figurePx = (): number => (ownSettings().clock === 24 ? 46 : 62);

interface TickProps {
  readonly at: EpochMinute;
  readonly axis: TimeAxis;
  readonly zone: string | null;
  readonly tzid: string;
}

const Tick = ({ at, axis, zone, tzid }: TickProps) => (
  <span className="absolute bottom-0.5 pl-1 text-small text-soft" style={{ left: axis.cssLeft(at) }}>
    {zone ? (
      <>
        <span className="block leading-[15px]">{sayTime(toLocal(at, tzid))}</span>
        <span className="block leading-[15px]">{sayTime(toLocal(at, zone))}</span>
      </>
    ) : (
      sayTime(toLocal(at, tzid))
    )}
  </span>
);

interface DayNameProps {
  readonly slice: DaySlice;
  readonly axis: TimeAxis;
  readonly labelPx: number;
}

const DayName = ({ slice, axis, labelPx }: DayNameProps) => (
  <span
    className="absolute top-0 h-full border-l-2 border-strong-rule"
    style={axis.stretch(slice.shown)?.style}
  >
    <span
      className="sticky inline-block px-1.5 pt-0.5 font-serif text-note leading-tight whitespace-nowrap"
      style={{ left: labelPx }}
    >
      {dayShort(slice.date)}
      <DayNote date={slice.date} className="ml-1.5" />
    </span>
  </span>
);

interface ZonesProps {
  readonly labelPx: number;
  readonly zone: string | null;
  readonly tzid: string;
}

const Zones = ({ labelPx, zone, tzid }: ZonesProps) => (
  <div
    className="sticky left-0 z-10 float-left flex h-full flex-col items-end justify-end bg-raised pr-1.5 pb-0.5 text-small leading-[15px] text-soft"
    style={{ width: labelPx }}
  >
    {zone && (
      <>
        <span>{zoneCity(tzid)}</span>
        <span>{zoneCity(zone)}</span>
      </>
    )}
  </div>
);

/** Days and hours across the top. */
export const AxisHead = memo(function AxisHead({
  axis,
  labelPx,
  tzid,
}: {
  axis: TimeAxis;
  labelPx: number;
  tzid: string;
}) {
  const step = tickStepMin(axis.pxPerMin, figurePx());
  const { zone } = ownSettings();
  return (
    <div
      className="sticky top-0 z-40 w-full border-b border-strong-rule bg-raised"
      style={{ height: axisPx() }}
      aria-hidden="true"
    >
      <Zones labelPx={labelPx} zone={zone} tzid={tzid} />
      <div className="absolute inset-y-0 right-0" style={{ left: labelPx }}>
        {axis.days.map((slice) => (
          <DayName key={slice.date} slice={slice} axis={axis} labelPx={labelPx} />
        ))}
        {axis.days.flatMap((slice) =>
          ticksOf(slice, step).map((at) => <Tick key={at} at={at} axis={axis} zone={zone} tzid={tzid} />),
        )}
      </div>
    </div>
  );
});

/** Hour lines, folds between days and the line of now, once for all rows. */
export const AxisLines = memo(function AxisLines({
  axis,
  now,
  heightPx,
}: {
  axis: TimeAxis;
  now: number;
  heightPx: number;
}) {
  const step = tickStepMin(axis.pxPerMin, figurePx());
  const isNowShown = axis.days.some(({ shown }) => now >= shown.start && now < shown.end);
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute inset-x-0 top-0"
      style={{ height: heightPx }}
    >
      {axis.days.flatMap((slice) =>
        ticksOf(slice, step).map((at) => (
          <span
            key={at}
            className="absolute inset-y-0 border-l border-rule/60"
            style={{ left: axis.cssLeft(at) }}
          />
        )),
      )}
      {axis.days.slice(1).map((slice) => (
        <span
          key={slice.date}
          className="board-fold absolute inset-y-0"
          style={{ left: `calc(${axis.stretch(slice.shown)?.style.left} - ${FOLD_PX}px)`, width: FOLD_PX }}
        />
      ))}
      {isNowShown && (
        <span
          className="absolute inset-y-0 z-20 border-l-2 border-accent"
          style={{ left: axis.cssLeft(now) }}
        />
      )}
    </div>
  );
});
