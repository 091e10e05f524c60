import { memo } from 'react';
import { timeOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { dayShort } from '@/contracts/words/when';
import { FOLD_PX, ticksOf, tickStepMin, type TimeAxis } from './time-axis';

export const AXIS_PX = 46;
const FIGURE_PX = 46;

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
  const step = tickStepMin(axis.pxPerMin, FIGURE_PX);
  return (
    <div
      className="sticky top-0 z-40 w-full border-b border-strong-rule bg-raised"
      style={{ height: AXIS_PX }}
      aria-hidden="true"
    >
      <div className="sticky left-0 z-10 float-left h-full bg-raised" style={{ width: labelPx }} />
      <div className="absolute inset-y-0 right-0" style={{ left: labelPx }}>
        {axis.days.map((slice) => (
          <span
            key={slice.date}
            className="absolute top-0 h-full border-l-2 border-strong-rule"
            style={axis.stretch(slice.shown)?.style}
          >
            <span
              className="sticky inline-block px-1.5 pt-0.5 font-serif text-[0.95rem] leading-tight whitespace-nowrap"
              style={{ left: labelPx }}
            >
              {dayShort(slice.date)}
            </span>
          </span>
        ))}
        {axis.days.flatMap((slice) =>
          ticksOf(slice, step).map((at) => (
            <span
              key={at}
              className="absolute bottom-0.5 pl-1 text-[0.8rem] text-soft"
              style={{ left: axis.cssLeft(at) }}
            >
              {timeOf(toLocal(at, tzid))}
            </span>
          )),
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
  const step = tickStepMin(axis.pxPerMin, FIGURE_PX);
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
